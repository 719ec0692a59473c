"""Left alone: a team sinks, or hangs under its float."""

from __future__ import annotations

from jarana.core.motions.base import MotionKind, Moves, Ride
from jarana.core.motions.seen import SAME_M, Seen
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
left-sink = left to sink
take-draws-line-or = A take draws the line, or the float, away.
team-swings-down-under = { $flies ->
    [one] The fly swings
   *[other] The team swings
} down under its { $noun } and { $lies ->
    [yes] comes to lie on the bed
   *[no] hangs after { $settled } s
 }: { $each }.
left-alone-comes-lie = Left alone it comes to lie on the bed: { $each }.
goes-sinking = goes on sinking
goes-rising = goes on rising
hangs-after-s = hangs after { $settled } s
left-alone-after-s = Left alone it { $way }: { $each } after { $times } s.
""",
)


class Still(MotionKind):
    """Nobody moves it."""

    key, name, waters = "still", say("left-sink"), ("lake",)
    rests = True
    sign = say("take-draws-line-or")

    def drive(self, ride: Ride) -> Moves | None:
        """Leave it alone."""
        return None if ride.head.floats else Moves()

    def story(self, seen: Seen) -> str:
        """Tell whether it settles, and where."""
        settled = max(f.settled_s for f in seen.flies)
        tenth = seen.frame(0.9 * seen.times[-1])
        gone = [float(f.depth[-1] - f.depth[tenth]) for f in seen.flies]
        if seen.head.floats:
            return hung(seen)
        if all(f.lies for f in seen.flies):
            return say("left-alone-comes-lie", each=seen.each())
        way = (
            say("goes-sinking")
            if max(gone) > SAME_M
            else say("goes-rising")
            if min(gone) < -SAME_M
            else say("hangs-after-s", settled=f"{settled:.0f}")
        )
        return say("left-alone-after-s", way=way, each=seen.each(), times=f"{seen.times[-1]:.0f}")


def hung(seen: Seen) -> str:
    """Tell that flies swing down under what floats, when they hang, and where."""
    settled = max(f.settled_s for f in seen.flies)
    return say(
        "team-swings-down-under",
        flies=len(seen.flies),
        noun=role_name(seen.head.noun),
        lies="yes" if all(f.lies for f in seen.flies) else "no",
        settled=f"{settled:.0f}",
        each=seen.each(),
    )


MOTION = Still()
