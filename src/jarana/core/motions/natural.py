"""Nobody pulls: a float is left to itself, a held rig goes at its own pace."""

from __future__ import annotations

from jarana.core.motions.base import MotionKind, Moves, Ride
from jarana.core.motions.seen import Seen, drift_told
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
natural-drift = natural drift
take-stops-drift-or = A take stops the drift, or draws it aside.
""",
)


class Natural(MotionKind):
    """A drift at the rig's own pace."""

    key, name, waters = "natural", say("natural-drift"), ("river",)
    sign = say("take-stops-drift-or")

    def drive(self, ride: Ride) -> Moves | None:
        """Leave what floats alone; lead a held rig at the pace at which nothing pulls it, a fly line with the surface."""
        if ride.head.floats:
            return None
        return Moves(((0.0, ride.pace if ride.head.on_line else ride.natural_pace(), 0.0),))

    def story(self, seen: Seen) -> str:
        """Tell the drift."""
        return drift_told(seen)


MOTION = Natural()
