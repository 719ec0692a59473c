"""Led: the top goes at a share of the surface pace, a float held back or led along."""

from __future__ import annotations

from jarana.core.motions.base import MotionKind, Moves, Ride
from jarana.core.motions.seen import Seen, drift_told


class Led(MotionKind):
    """A drift at the angler's pace."""

    key, name, waters = "led", "led", ("river",)
    leads = True
    sign = "A take is felt, or stops the sighter."

    def drive(self, ride: Ride) -> Moves | None:
        """Move the top at `lead` times the surface pace."""
        return Moves(((0.0, ride.pace * ride.lead, 0.0),))

    def story(self, seen: Seen) -> str:
        """Tell the drift."""
        return drift_told(seen)


MOTION = Led()
