"""Fed: what drifts is followed, and line is paid out through the rings as it goes on below the angler."""

from __future__ import annotations

import math

from jarana.core.motions.base import MotionKind, Moves, Ride
from jarana.core.motions.follow import followed
from jarana.core.motions.seen import Seen, drift_told
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
fed = line is fed
take-stops-drift-strike = A take stops the drift; strike long, the line out is long.
""",
)

SHARE = 0.6
"""Of the water's pace at which line goes out below the angler: at first more than the drift takes, later less (practice)."""


class Feed(MotionKind):
    """A drift that goes on downstream on line paid out."""

    key, name, waters = "feed", say("fed"), ("river",)
    sign = say("take-stops-drift-strike")

    def drive(self, ride: Ride) -> Moves | None:
        """Follow with the tip, and pay line out from when the drift has come past the angler."""
        if ride.tip is None and ride.head.floats:
            return None
        if ride.tip is None or ride.pace <= 0:
            return Moves()
        passed = max(-ride.off_m * math.tan(ride.angle) / ride.pace, 0.0)
        whole = self.seconds(ride)
        if passed >= whole:
            return followed(ride)
        return Moves(
            followed(ride).moves,
            ((0.0, 0.0), (max(passed, 1e-3), -SHARE * ride.pace)),
            reserve=SHARE * ride.pace * (whole - passed),
        )

    def story(self, seen: Seen) -> str:
        """Tell the drift."""
        return drift_told(seen)


MOTION = Feed()
