"""Nobody pulls: a float is left to itself, a held rig goes at its own pace."""

from __future__ import annotations

from jarana.core.motions.base import SHORTEST_S, MotionKind, Moves, Ride
from jarana.core.motions.follow import followed, follows_to
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
    needs_natural_pace = True
    sign = say("take-stops-drift-or")

    def seconds(self, ride: Ride) -> float:
        """Last as long as the rod can follow what was cast out."""
        whole = super().seconds(ride)
        if ride.tip is None or ride.pace <= 0 or not (ride.head.floats or ride.head.on_line):
            return whole
        return min(whole, max(follows_to(ride) / ride.pace, SHORTEST_S))

    def drive(self, ride: Ride) -> Moves | None:
        """Leave what floats alone; lead a held rig at the pace at which nothing pulls it; follow a line that lies out."""
        if ride.tip is None and ride.head.floats:
            return None
        if ride.head.on_line or ride.head.floats:
            return followed(ride)
        return Moves(((0.0, ride.natural_pace(), 0.0, 0.0),))

    def story(self, seen: Seen) -> str:
        """Tell the drift."""
        return drift_told(seen)


MOTION = Natural()
