"""Which knot here: every knot that can be tied at a place, with what it holds, eats and takes to tie, best first."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.errors import InputError
from jarana.core.rig.edits.whole import UseKnot
from jarana.core.rig.model import Rig
from jarana.core.strength.chain import StrengthLink, strength_chain
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import Knot, knots
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
cold-hands = {" "}with cold hands
strongest = Holds most of what can be tied here{ $hands }.
nearly = Holds nearly as much as the strongest that can be tied here{ $hands }, and is easy.
as-strong = As strong as the first, { $ease } to tie.
stronger = { $share } stronger than the first, { $ease } to tie.
weaker = { $share } weaker than the first, { $ease } to tie.
as-easy = as easy
easier = easier
harder = harder
lets-fly-wag = {" "}Lets the fly wag.
leaves-tag-dropper = {" "}Leaves a tag for a dropper.
there-no-such-joint = there is no such joint or fly on this rig
""",
)

COLD = 1.7
"""Times as long with cold hands or in wind."""
AS_STRONG = 0.01
"""Share of strength nobody can tell apart."""
EASE_WORTH = 0.03
"""Share of the strongest that one step of ease is worth; twice as much with cold hands or in wind."""


@dataclass(frozen=True)
class KnotChoice:
    """A knot at a place.

    Attributes
    ----------
    force
        N at which the place goes, tied fairly and wet.
    of_best
        The same as a share of the strongest choice.
    eaten
        Line it takes up at one end, m.
    seconds
        To tie it.
    reason
        Why it stands where it stands, a sentence.
    now
        Whether it is the one tied there.
    """

    knot: Knot
    force: float
    of_best: float
    eaten: float
    seconds: float
    reason: str
    now: bool


def knot_choices(rig: Rig, part: str, hard: bool = False, drawer: Drawer | None = None) -> tuple[KnotChoice, ...]:
    """Return what can be tied at a joint or a fly, best first.

    Parameters
    ----------
    part
        A joint or an attachment.
    hard
        Cold hands or wind: ease counts for more.
    drawer
        Whose own pull tests count.

    Raises
    ------
    InputError
        When there is no such place.
    """
    now = _tied(rig, part)
    rows: list[tuple[Knot, float]] = []
    mine = drawer or Drawer()
    for key in knots():
        knot = mine.knot(key) or knots()[key]
        if "loops" in knot.joins and key != now.key:
            # Hands are shaken whatever the loop: the loops themselves are the choice at the fly line.
            continue
        if key == now.key and drawer is None:
            rows.append((now, _holds(rig, part)))
            continue
        try:
            changed = UseKnot(part=part, knot=key).apply(rig, mine)
        except InputError:
            continue
        rows.append((knot, _holds(changed, part)))
    if now.key not in [knot.key for knot, _ in rows]:
        rows.append((now, _holds(rig, part)))
    best = max(force for _, force in rows) or 1.0
    worth = EASE_WORTH * (2 if hard else 1)
    rows.sort(key=lambda row: (-(row[1] / best - worth * (row[0].ease - 1)), row[0].ease, row[0].name))
    diameter = _diameter(rig, part)
    first = rows[0]
    return tuple(
        KnotChoice(
            knot=knot,
            force=force,
            of_best=force / best,
            eaten=knot.eats(diameter),
            seconds=60.0 * knot.minutes * (COLD if hard else 1.0),
            reason=_reason(knot, force, first, best, hard),
            now=knot.key == now.key,
        )
        for knot, force in rows
    )


def _reason(knot: Knot, force: float, first: tuple[Knot, float], best: float, hard: bool) -> str:
    if knot == first[0]:
        hands = say("cold-hands") if hard else ""
        text = say("strongest", hands=hands) if force >= best - 1e-9 else say("nearly", hands=hands)
    else:
        off = force / first[1] - 1 if first[1] > 0 else 0.0
        steps = knot.ease - first[0].ease
        ease = say("as-easy") if steps == 0 else say("easier") if steps < 0 else say("harder")
        if abs(off) < AS_STRONG:
            text = say("as-strong", ease=ease)
        elif off > 0:
            text = say("stronger", share=f"{off:.0%}", ease=ease)
        else:
            text = say("weaker", share=f"{-off:.0%}", ease=ease)
    if "wagging eye" in knot.uses:
        text += say("lets-fly-wag")
    if knot.dropper_tag in ("yes", "down"):
        text += say("leaves-tag-dropper")
    return text


def _tied(rig: Rig, part: str) -> Knot:
    for joint in rig.joints:
        if joint.id == part:
            return joint.loop or joint.knot
    for attachment in rig.attachments:
        if attachment.id == part:
            return attachment.knot
    raise InputError.one("part", part, say("there-no-such-joint"))


def _holds(rig: Rig, part: str) -> float:
    links: list[StrengthLink] = [k for k in strength_chain(rig) if k.part == part and k.kind in ("joint", "eye")]
    return min((k.force for k in links), default=0.0)


def _diameter(rig: Rig, part: str) -> float:
    for joint, span in zip(rig.joints, rig.spans, strict=True):
        if joint.id == part:
            return span.d0_mm / 1000
    attachment = rig.attachment(part)
    link = rig.link_of(attachment)
    return (link[1] if link else rig.spans[-1].d1_mm) / 1000
