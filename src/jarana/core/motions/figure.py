"""Figure-of-eight: line taken in slowly and steadily after a count-down."""

from __future__ import annotations

from jarana.core.motions.base import MotionKind, Moves, Phase, Ride
from jarana.core.motions.seen import SAME_M, Seen
from jarana.core.rig.pull import HandPull
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
figure-of-eight = figure-of-eight
take-tightens-or-stops = A take tightens or stops the hand.
holds = holds it
brings-up = brings it up
lets-sink = lets it sink on
turns = turns it
counted-down-s-then = Counted down { $count_s } s ({ $counted }); then the slow hand { $does }: { $each } in the end.{ $hang }
""",
)

TWIST = HandPull(length_m=0.09, speed_m_s=0.03)
"""A figure-of-eight, a hand's breadth after the other (practice: 2 to 4 cm/s)."""


class Figure(MotionKind):
    """A slow steady hand."""

    key, name, waters = "figure", say("figure-of-eight"), ("lake",)
    counts, hangs = True, True
    pulls = (TWIST,)
    sign = say("take-tightens-or-stops")

    def phases(self, ride: Ride) -> tuple[Phase, ...]:
        """Return count-down and retrieve."""
        return self.retrieve(ride, "retrieve")

    def drive(self, ride: Ride) -> Moves | None:
        """Take line in from the end of the count on."""
        return self.hand_in(ride, "retrieve")

    def story(self, seen: Seen) -> str:
        """Tell what the slow hand does to the team."""
        counted = ", ".join(f"{role_name(f.role)} {seen.deep(seen.at(f, seen.count_s))}" for f in seen.flies)
        moved = [seen.before_hang(f) - seen.at(f, seen.count_s) for f in seen.flies]
        does = (
            say("holds")
            if max(map(abs, moved)) <= SAME_M
            else say("brings-up")
            if max(moved) < 0
            else say("lets-sink")
            if min(moved) > 0
            else say("turns")
        )
        return say(
            "counted-down-s-then",
            count_s=f"{seen.count_s:.0f}",
            counted=counted,
            does=does,
            each=seen.each(),
            hang=seen.hang() + seen.adrift(),
        )


MOTION = Figure()
