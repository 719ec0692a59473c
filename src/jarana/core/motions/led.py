"""Led: the top goes at a share of the surface pace, a float held back or led along."""

from __future__ import annotations

from jarana.core.motions.base import MotionKind, Moves, Ride
from jarana.core.motions.seen import Seen, drift_told
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
led = led
take-felt-or-stops = A take is felt, or stops the sighter.
""",
)


class Led(MotionKind):
    """A drift at the angler's pace."""

    key, name, waters = "led", say("led"), ("river",)
    leads = True
    sign = say("take-felt-or-stops")

    def drive(self, ride: Ride) -> Moves | None:
        """Move the top at `lead` times the surface pace."""
        return Moves(((0.0, ride.pace * ride.lead, 0.0, 0.0),))

    def story(self, seen: Seen) -> str:
        """Tell the drift."""
        return drift_told(seen)


MOTION = Led()
