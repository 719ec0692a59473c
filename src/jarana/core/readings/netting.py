"""Can a fish on the point be netted? What does not pass the tip ring stops the line there."""

from __future__ import annotations

from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.rig.netting import stops
from jarana.core.situation import Situation
from jarana.core.tackle.drawer import NET_SPARE
from jarana.core.units import Figure
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
nothing-stops-tip-ring = Nothing stops it at the tip ring
fish-comes-net-reel = The fish comes to the net on the reel.
level-leader-knots-pass = A level leader and its knots pass the rings; a float or a dropper fly does not.
within-netting-reach = Within netting reach
out-netting-reach = Out of netting reach
or-use-lets-go = , or use a { $what } that lets go
hand-line-last = {" "}Hand-line the last of it{ $more }.
stops-tip-ring-point = The { $what } stops at the tip ring with the point { $far } away; you reach { $reach }.{ $tail }
rod-about-arm-net = Rod and about { $net_spare } of arm and net. A float or a dropper fly does not pass the tip ring.
""",
)


def read(situation: Situation) -> Reading:
    """Judge what stops the line against the rod's length."""
    writer, rig = situation.writer, situation.rig
    far, what = stops(situation.rig)
    reach = rig.rod.netting_reach
    if far == 0:
        return make(
            "netting",
            "fine",
            say("nothing-stops-tip-ring"),
            say("fish-comes-net-reel"),
            Figure("–", ""),
            why=(say("level-leader-knots-pass"),),
        )
    severity: Severity = "fine" if far <= reach else "look"
    title = say("within-netting-reach") if severity == "fine" else say("out-netting-reach")
    more = say("or-use-lets-go", what=what) if what == role_name(rig.head.noun) else ""
    tail = "" if severity == "fine" else say("hand-line-last", more=more)
    return make(
        "netting", severity, title,
        say("stops-tip-ring-point", what=what, far=writer.text('length', far), reach=writer.text('length', reach), tail=tail),
        writer.figure("length", far), value=far,
        why=(say("rod-about-arm-net", net_spare=writer.text('short', NET_SPARE)),),
    )  # fmt: skip


def candidates(situation: Situation) -> list[RigEdit]:
    """Return a shorter span to the point."""
    return [ChangeLength(span=situation.rig.spans[-1].id, by_mm=-300)]


def score(situation: Situation) -> float:
    """Return how far away the point is stopped, m."""
    return stops(situation.rig)[0]


READING = ReadingKind("netting", read, candidates, score)
