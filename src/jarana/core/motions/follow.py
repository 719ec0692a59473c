"""The tip that goes along with a drift as far as the rod reaches; shared by the motions that let a line drift."""

from __future__ import annotations

import math

from jarana.core.motions.base import Moves, Ride

AT_LEAST = math.radians(25)
"""A drift is followed at least so far downstream of straight across, rad (practice)."""


def follows_to(ride: Ride) -> float:
    """Return how far a drift that was cast out is followed, m downstream: as far below the rod as it landed above it.

    The rod points at what drifts; the line to it then is as long at the end as at the start, and slack in between.
    """
    return ride.off_m * (math.tan(max(-ride.angle, AT_LEAST)) - math.tan(ride.angle))


def followed(ride: Ride) -> Moves:
    """Return the tip's way: it points at what drifts over there, so it goes slower, and rests where it reaches no farther."""
    if ride.tip is None or not ride.follows or ride.pace <= 0:
        return Moves()
    seconds = follows_to(ride) / ride.pace
    if seconds <= 0:
        return Moves()
    pace = ride.pace * ride.tip[1] / max(ride.off_m, ride.tip[1])
    return Moves(((0.0, pace, 0.0, 0.0), (seconds, 0.0, 0.0, 0.0)))
