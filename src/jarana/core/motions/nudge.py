"""A float on a lake, moved a hand at times."""

from __future__ import annotations

from jarana.core.motions.base import MotionKind, Moves, Ride
from jarana.core.motions.seen import Seen, SeenFly
from jarana.core.motions.still import hung
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
moved-hand-times = moved a hand at times
takes-come-flies-sink = Takes come as the flies sink back.
every-move-lifts = {" "}Every move lifts the { $role } { $most }.
""",
)

LENGTH, EVERY, TAKEN = 0.15, 35.0, 1.0
"""m a float is moved, s between, and s each takes (practice)."""
LIFTED_M = 0.01
"""A lift smaller than this is not told."""


class Nudge(MotionKind):
    """A hand's pull every half minute."""

    key, name, waters = "nudge", say("moved-hand-times"), ("lake",)
    sign = say("takes-come-flies-sink")

    def drive(self, ride: Ride) -> Moves | None:
        """Pull the top a hand towards the rod, at times."""
        rows, t, whole = [(0.0, 0.0, 0.0, 0.0)], EVERY, self.seconds(ride)
        while t + TAKEN < whole:
            rows += [(t, -LENGTH / TAKEN, 0.0, 0.0), (t + TAKEN, 0.0, 0.0, 0.0)]
            t += EVERY
        return Moves(tuple(rows))

    def story(self, seen: Seen) -> str:
        """Tell where it hangs, and how far every move lifts it."""
        lifted = [_lift(seen, fly) for fly in seen.flies]
        most = max(lifted)
        said = (
            say(
                "every-move-lifts",
                role=role_name(seen.flies[lifted.index(most)].role),
                most=seen.writer.text("short", most),
            )
            if most > LIFTED_M
            else ""
        )
        return hung(seen) + said


def _lift(seen: Seen, fly: SeenFly) -> float:
    """Return the mean rise of a fly in the ten seconds after every move, m."""
    rises, t = [], EVERY
    while t + TAKEN < seen.times[-1]:
        part = fly.depth[seen.frame(t) : seen.frame(min(t + 10.0, seen.times[-1])) + 1]
        rises.append(float(part[0] - part.min()))
        t += EVERY
    return sum(rises) / len(rises) if rises else 0.0


MOTION = Nudge()
