"""A dry fly fished alone: do they take at the top?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked
from jarana.core.outcomes.shares import in_ten
from jarana.core.readings.base import Reading, ReadingKind, make
from jarana.core.readings.zone import at_top, edges_of, severity_of
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
at-the-top = They take at the top
sometimes = They take at the top on some drifts
under-the-top = They take under the top
rides = The dry rides where they take on { $share }. The zone is { $from_to } { $side }.
depths = Over the depths the water may have here; the edges of the zone are soft.
something-below = What hangs below a dry, or another method, comes down to them.
""",
)


def read(situation: Situation) -> Reading:
    """Judge whether the fish take where a dry rides."""
    share = at_top(situation)
    severity = severity_of(share)
    titles = {"fine": say("at-the-top"), "look": say("sometimes"), "act": say("under-the-top")}
    from_to, side = edges_of(situation)
    return make(
        "on_top",
        severity,
        titles[severity],
        say("rides", share=in_ten(share), from_to=from_to, side=side),
        Figure(f"{share * 100:.0f}", "%"),
        value=share,
        parts=tuple(a.id for a in situation.rig.attachments if a.id == situation.head.holds()),
        why=(say("depths"), say("something-below")),
    )


def alone(situation: Situation) -> bool:
    """Say whether a fly holds the rig and none hangs below it, over fish of which it is known where they take."""
    return situation.head.holds() is not None and situation.water.zone_known and not hooked(situation)


READING = ReadingKind("on_top", read, when=alone)
