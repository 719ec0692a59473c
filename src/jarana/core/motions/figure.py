"""Figure-of-eight: line taken in slowly and steadily after a count-down."""

from __future__ import annotations

from jarana.core.motions.base import EARLIEST, MotionKind, Moves, Phase, Ride
from jarana.core.motions.seen import SAME_M, Seen

SPEED = 0.03
"""m/s of line a figure-of-eight takes in (practice: 2 to 4 cm/s)."""


class Figure(MotionKind):
    """A slow steady hand."""

    key, name, waters = "figure", "figure-of-eight", ("lake",)
    counts = True
    sign = "A take tightens or stops the hand."

    def phases(self, ride: Ride) -> tuple[Phase, ...]:
        """Return count-down and retrieve."""
        whole = self.seconds(ride)
        begins = min(max(ride.count_s, EARLIEST), whole)
        return Phase("count", 0.0, begins), Phase("retrieve", begins, whole)

    def drive(self, ride: Ride) -> Moves | None:
        """Take line in from the end of the count on."""
        return Moves(takes=((0.0, 0.0), (self.phase(ride, "retrieve").begins, SPEED)))

    def story(self, seen: Seen) -> str:
        """Tell what the slow hand does to the team."""
        counted = ", ".join(f"{f.role} {seen.deep(seen.at(f, seen.count_s))}" for f in seen.flies)
        moved = [f.settled - seen.at(f, seen.count_s) for f in seen.flies]
        does = (
            "holds it"
            if max(map(abs, moved)) <= SAME_M
            else "brings it up"
            if max(moved) < 0
            else "lets it sink on"
            if min(moved) > 0
            else "turns it"
        )
        return f"Counted down {seen.count_s:.0f} s ({counted}); then the slow hand {does}: {seen.each()} in the end."


MOTION = Figure()
