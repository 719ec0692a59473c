"""The five ways to hang a dropper on this very rig: strength, tangling, what a change costs, what a snag takes."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jarana.core.errors import InputError
from jarana.core.rig.edits.droppers import SetSchool, tag_for
from jarana.core.rig.geometry import hooks_of
from jarana.core.rig.model import Rig
from jarana.core.strength.chain import strength_chain, weakest_link
from jarana.core.strength.knot_choice import COLD
from jarana.core.strength.loads import path_to
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import KnotUse
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
a-ring = Ring
long-tag-knot = Long tag of the knot
one-knot-makes-joint = One knot makes joint and dropper. It cannot turn; each fly shortens it.
girthed-link = Girthed link
turns-round-line-replaced = Turns round the line and is replaced by itself; some rules forbid it as sliding.
line-dropper-point-each = Line, dropper and point each on a ring: replaced without touching the main line.
line-bend = In the line, by the bend
nothing-hangs-so-nothing = Nothing hangs, so nothing winds round; a fly changed is two knots.
fold-unbroken-line = Fold of unbroken line
no-joint-all-new = No joint at all; a new tag is folded from the leader and shortens it.
there-no-such-dropper = there is no such dropper on this rig
""",
)

Tangle = Literal["little", "some", "much"]
STEPS: tuple[Tangle, ...] = ("little", "some", "much")
LEAST_TAG = 0.06
"""m: on a shorter line the next fly can hardly be tied."""
LONG_TAG = 0.2
"""m: a longer one winds round the line."""
REACHES = 0.15
"""m beyond its line: nearer to the next fly than that, it finds it."""


@dataclass(frozen=True)
class SchoolWords:
    """What is always true of a school, from practice."""

    key: Literal["tag", "link", "ring", "bend", "fold"]
    name: str
    words: str
    turns: bool
    slides: bool
    tangle: int
    knots_anew: tuple[KnotUse, ...]
    main_eaten: tuple[KnotUse, ...]


SCHOOLS = (
    SchoolWords("tag", say("long-tag-knot"), say("one-knot-makes-joint"),
                False, False, 1, ("joint",), ("joint", "joint")),
    SchoolWords("link", say("girthed-link"), say("turns-round-line-replaced"),
                True, True, 0, ("girth",), ()),
    SchoolWords("ring", say("a-ring"), say("line-dropper-point-each"),
                True, False, 1, ("ring",), ()),
    SchoolWords("bend", say("line-bend"), say("nothing-hangs-so-nothing"),
                False, False, 0, ("bend",), ("bend",)),
    SchoolWords("fold", say("fold-unbroken-line"), say("no-joint-all-new"),
                False, False, 1, ("fold",), ("fold",)),
)  # fmt: skip
"""Kept in the order of practice: the usual one first."""


@dataclass(frozen=True)
class DropperChoice:
    """One way to hang a dropper on a rig.

    Attributes
    ----------
    fault
        Why it cannot be done here, empty where it can; the figures are then those of nothing.
    force
        N at which its own line and knots go, without the hook.
    main
        N at which the joint it hangs from goes.
    tag
        Line it hangs on, m; `wanted` is what the depth asks for.
    changes
        Fly changes before the dropper is tied anew; None where each is two knots anyway.
    anew_s
        Seconds to hang it anew.
    shortens
        What that takes from the main line, m.
    tangle
        How readily it winds round the line.
    snag
        Attachment ids lost when it is pulled out of a snag; `loses` counts their hooks.
    """

    words: SchoolWords
    fault: str
    force: float
    main: float
    tag: float
    wanted: float
    changes: int | None
    anew_s: float
    shortens: float
    tangle: Tangle
    snag: tuple[str, ...]
    loses: int
    now: bool


def dropper_choices(
    rig: Rig, part: str, depth: float, hard: bool = False, drawer: Drawer | None = None
) -> tuple[DropperChoice, ...]:
    """Return the five schools for a dropper, those that can be done first, otherwise in the order of practice.

    Parameters
    ----------
    part
        An attachment that hangs from a joint.
    depth
        Of the water, m.
    hard
        Cold hands or wind.

    Raises
    ------
    InputError
        When there is no such dropper.
    """
    found = next((a for a in rig.attachments if a.id == part), None)
    if found is None or found.at.kind != "joint":
        raise InputError.one("part", part, say("there-no-such-dropper"))
    rows = [_choice(rig, part, words, depth, hard, drawer or Drawer()) for words in SCHOOLS]
    return tuple(sorted(rows, key=lambda row: bool(row.fault)))


def _choice(rig: Rig, part: str, words: SchoolWords, depth: float, hard: bool, drawer: Drawer) -> DropperChoice:
    was = rig.attachment(part)
    now = was.school == words.key
    try:
        made = rig if now else SetSchool(at=part, school=words.key).apply(rig, drawer)
    except InputError as error:
        return DropperChoice(words, error.faults[0].reason, 0.0, 0.0, 0.0, 0.0, None, 0.0, 0.0, "some", (), 0, now)
    attachment = made.attachment(part)
    assert attachment.at.kind == "joint"
    joint = made.joints[made.joint_index(attachment.at.joint)]
    links = strength_chain(made)
    own = [k.force for k in links if k.part == part and k.kind in ("tag", "eye")]
    main = [k.force for k in links if k.part == joint.id]
    line = made.link_of(attachment)
    above = made.spans[made.joint_index(attachment.at.joint) - 1]
    mm = line[1] if line else above.d1_mm
    tag = line[2] / 1000 if line else 0.0
    eaten = attachment.knot.eats(mm / 1000)
    changes = max(int((tag - LEAST_TAG) / eaten), 0) if line and eaten > 0 else None
    anew = [drawer.usual_knot(use) for use in words.knots_anew] + [attachment.knot]
    path = path_to(links, part)
    snag = weakest_link(path).loses if path else ()
    return DropperChoice(
        words=words,
        fault="",
        force=min(own),
        main=min(main),
        tag=tag,
        wanted=0.0 if line is None else tag_for(depth),
        changes=changes,
        anew_s=sum(60.0 * knot.minutes for knot in anew) * (COLD if hard else 1.0),
        shortens=sum(drawer.usual_knot(use).eats(above.d1_mm / 1000) for use in words.main_eaten)
        + (tag if words.key == "fold" else 0.0),
        tangle=_tangle(words.tangle, tag, made, part),
        snag=snag,
        loses=hooks_of(made, snag),
        now=now,
    )


def _tangle(base: int, tag: float, rig: Rig, part: str) -> Tangle:
    """Return how readily it tangles: a long line, or the next fly within its reach, is worse by one step each."""
    attachment = rig.attachment(part)
    assert attachment.at.kind == "joint"
    i = rig.joint_index(attachment.at.joint)
    steps = base + (tag > LONG_TAG) + (tag > 0 and tag + REACHES > rig.spans[i].length)
    return STEPS[min(steps, 2)]
