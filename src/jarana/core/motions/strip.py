"""Strips: line taken in by the hand with a pause after each; in a river across the stream on a tight line."""

from __future__ import annotations

from jarana.core.motions.base import HAND, SHORTEST_S, MotionKind, Moves, Phase, Ride
from jarana.core.motions.seen import WOBBLE_M, Seen, beat, moved
from jarana.core.motions.swing import WHOLE_SWING
from jarana.core.rig.pull import beat_s
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
strip-pause = strip and pause
takes-come-pull-or = Takes come on the pull, or stop the next one.
dives-rises-every-strip = {" "}The { $role } dives and rises { $dives } with every strip and pause.
across-stream-comes-stripped = Across the stream the { $role } comes to { $deep }; stripped against the water it { $moved }.{ $dance }
counted-down-s-then = Counted down { $count_s } s ({ $counted }); then stripped: { $each } in the end.{ $dance }{ $hang }
rises-ends = rises and ends at
""",
)

STRIPPED_FROM = 0.15
"""Share of a swing after which a fly is stripped."""


class Strip(MotionKind):
    """Strip and pause."""

    key, name, waters = "strip", say("strip-pause"), ("river", "lake")
    strips = True
    counts, swings, hangs = True, True, True
    pulls = (HAND,)
    sign = say("takes-come-pull-or")

    def seconds(self, ride: Ride) -> float:
        """Last as long as a swing in a river."""
        if ride.flows and ride.head.on_line and ride.pace > 0:
            return min(max(WHOLE_SWING * ride.line_m / ride.pace, SHORTEST_S), ride.head.longest_s)
        return super().seconds(ride)

    def phases(self, ride: Ride) -> tuple[Phase, ...]:
        """Return what comes before the strips, and the strips."""
        if not ride.flows:
            return self.retrieve(ride, "strips")
        whole = self.seconds(ride)
        begins = STRIPPED_FROM * whole
        return Phase("count", 0.0, begins), Phase("strips", begins, whole)

    def drive(self, ride: Ride) -> Moves | None:
        """Take line in strip by strip; in a river while the line comes round below the rod."""
        return self.hand_in(ride, "strips")

    def story(self, seen: Seen) -> str:
        """Tell where it ends, and whether it really dives and rises."""
        end, writer = seen.end, seen.writer
        begins = seen.marks["strips"][0]
        high = min(seen.flies, key=lambda f: f.settled)
        falls, rises = beat(seen, high, begins, beat_s(seen.pulls or self.pulls))
        dives = min(falls, rises)
        dance = (
            say("dives-rises-every-strip", role=role_name(high.role), dives=writer.text("short", dives))
            if dives > WOBBLE_M
            else ""
        )
        if seen.flows:
            deepest = float(end.depth.max())
            return say(
                "across-stream-comes-stripped",
                role=role_name(end.role),
                deep=seen.deep(deepest),
                moved=moved(deepest, float(end.depth[-1]), writer, rises=say("rises-ends")),
                dance=dance,
            )
        counted = ", ".join(f"{role_name(f.role)} {seen.deep(seen.at(f, seen.count_s))}" for f in seen.flies)
        return say(
            "counted-down-s-then",
            count_s=f"{seen.count_s:.0f}",
            counted=counted,
            each=seen.each(),
            dance=dance,
            hang=seen.hang() + seen.adrift(),
        )


MOTION = Strip()
