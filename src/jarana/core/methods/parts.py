"""Pieces several methods are tied of."""

from __future__ import annotations

from contextlib import suppress

from jarana.core.errors import InputError
from jarana.core.methods import when
from jarana.core.methods.called import BUTT, TAPER
from jarana.core.methods.kit import Kit
from jarana.core.outcomes.shares import in_ten
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.rig.edits.structure import JoinSpans
from jarana.core.rig.model import Rig
from jarana.core.strength.holds import SURELY
from jarana.core.strength.snags import snag_on_the_end
from jarana.core.tackle.fly import Fly
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
turns-float-over = turns the float over
one-step-down-tippet = one step down to the tippet
upper-tippet = Upper tippet
middle-tippet = Middle tippet
point-tippet = Point tippet
taper-ahead = ahead of a long team: it turns it over
one-of = { $method }: one fly
not-alone = None of your spools is fine enough: on { $share } the fly goes too, most often at the { $name }
finer-alone = { $name }: { $mm } { $short }, spool { $number } – so fine that on { $share } the fly stays
one-thin = One fly: over so little water a second one would ride elsewhere.
one-overgrown = One fly: among so many obstructions a second one is lost.
""",
)

BUTTS = ("nylon-butt", "copolymer")
AHEAD = (0.4, 0.3)
"""Shares of the way from line to first fly that are butt and step."""


def floating_butt(kit: Kit, butt_mm: float = 900, taper_mm: float = 900) -> None:
    """Add a short greased butt and a step, as float rigs are hung from."""
    kit.section("butt", BUTT, ("nylon-butt",), 0.40, butt_mm, dressed="greased", because=say("turns-float-over"))
    kit.section("taper", TAPER, BUTTS, 0.30, taper_mm, because=say("one-step-down-tippet"))


def team(kit: Kit, flies: tuple[Fly, Fly, Fly], apart_mm: float, tag_mm: float, usual_mm: float = 0.20) -> None:
    """Add a three-fly team, its flies on tags and equally far apart; ahead of it, in the same length, a taper turns it over."""
    butt, step = round(AHEAD[0] * apart_mm), round(AHEAD[1] * apart_mm)
    kit.section("butt", BUTT, ("nylon-butt",), 0.40, butt, because=say("taper-ahead"))
    kit.section("taper", TAPER, BUTTS, 0.30, step, because=say("one-step-down-tippet"))
    rows = (("top", say("upper-tippet")), ("middle", say("middle-tippet")), ("end", say("point-tippet")))
    for (key, name), length in zip(rows, (apart_mm - butt - step, apart_mm, apart_mm), strict=True):
        kit.tippet(key, name, flies[2], usual_mm, length, ("fluorocarbon",), dressed="none")
    kit.dropper("top-fly", "middle", flies[0], tag_mm)
    kit.dropper("middle-fly", "end", flies[1], tag_mm)
    kit.point(flies[2])


def lost_alone(kit: Kit, rig: Rig, key: str) -> Rig:
    """Return the rig with its last section of so fine a line that a snag on the end takes no fly with it, or why it does not.

    Owned spools of the section's own line only; the stoutest that keeps the promise on nine snags of ten.
    """
    tried, name = rig, rig.spans[rig.span_index(key)].name
    first = snag = snag_on_the_end(rig)
    with suppress(InputError):
        while snag.alone < SURELY:
            tried = StepDiameter(span=key, finer=True).apply(tried, kit.drawer, kit.writer)
            snag = snag_on_the_end(tried)
    if snag.alone < SURELY:
        kit.says(key, say("not-alone", name=first.first.name, share=in_ten(1 - first.alone, "snag")))
        return rig
    if tried is not rig:
        line = tried.spans[tried.span_index(key)]
        number = line.spool.number if line.spool else 0
        kit.forgets(key)
        kit.says(
            key,
            say(
                "finer-alone",
                name=name,
                mm=kit.mm(line.d0_mm),
                short=line.material.short,
                number=number,
                share=in_ten(snag.alone, "snag"),
            ),
        )
    return tried


def one_fly(kit: Kit, rig: Rig, method: str) -> Rig:
    """Return a river rig of a method with one fly where a second would hang in branches or ride other water."""
    thin, overgrown = when.thin(kit.reach), when.overgrown(kit.reach)
    if not (thin or overgrown):
        return rig
    flies = [a for a in rig.attachments if a.fly]
    spare = [a for a in flies if a.at.kind == "joint" and a.link is not None]
    for fly in spare[: len(flies) - 1]:
        assert fly.at.kind == "joint"
        rig = RemoveFly(at=fly.id).apply(rig, kit.drawer, kit.writer)
        gone = {fly.id}
        with suppress(InputError):
            # Of one line above and below, no knot is left where nothing hangs.
            gone.add(rig.spans[rig.joint_index(fly.at.joint)].id)
            rig = JoinSpans(joint=fly.at.joint).apply(rig, kit.drawer, kit.writer)
        kit.leaves(gone - {s.id for s in rig.spans}, say("one-thin") if thin else say("one-overgrown"))
        rig = rig.rebuilt(name=say("one-of", method=method))
    return rig
