"""Left alone: a team sinks, or hangs under its float."""

from __future__ import annotations

from jarana.core.motions.base import MotionKind, Moves, Ride
from jarana.core.motions.seen import SAME_M, Seen


class Still(MotionKind):
    """Nobody moves it."""

    key, name, waters = "still", "left to sink", ("lake",)
    sign = "A take draws the line, or the float, away."

    def drive(self, ride: Ride) -> Moves | None:
        """Leave it alone."""
        return None if ride.head.floats else Moves()

    def story(self, seen: Seen) -> str:
        """Tell whether it settles, and where."""
        settled = max(f.settled_s for f in seen.flies)
        tenth = seen.frame(0.9 * seen.times[-1])
        gone = [float(f.depth[-1] - f.depth[tenth]) for f in seen.flies]
        if seen.head.floats:
            return f"The team swings down under its {seen.head.noun} and hangs after {settled:.0f} s: {seen.each()}."
        if all(f.lies for f in seen.flies):
            return f"Left alone it comes to lie on the bed: {seen.each()}."
        way = (
            "goes on sinking"
            if max(gone) > SAME_M
            else "goes on rising"
            if min(gone) < -SAME_M
            else f"hangs after {settled:.0f} s"
        )
        return f"Left alone it {way}: {seen.each()} after {seen.times[-1]:.0f} s."


MOTION = Still()
