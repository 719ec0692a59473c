"""Inch by inch: short strips straight up from under the boat."""

from __future__ import annotations

import math

from jarana.core.engine.scenario import Start
from jarana.core.motions.base import MotionKind, Moves, Phase, Ride
from jarana.core.motions.seen import Seen, moved
from jarana.core.rig.pull import HandPull
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
inch-strips = inch strips
take-small-pull-strike = A take is a small pull; strike upward.
bed = {" "}on the bed
straight-down-inch-inch = Straight down to { $deep }{ $lay }; inch by inch the { $role } { $moved }.{ $hang }
climbs = climbs to
""",
)

INCH = HandPull(length_m=0.025, speed_m_s=0.05, pause_s=0.7)
"""A short strip straight up (practice)."""
INCHED_S = 60.0


class Inch(MotionKind):
    """Straight down, then up an inch at a time."""

    key, name, waters = "inch", say("inch-strips"), ("lake",)
    counts, hangs = True, True
    pulls = (INCH,)
    sign = say("take-small-pull-strike")

    def lies(self, ride: Ride) -> Start:
        """Hang straight down."""
        return Start(math.pi / 2, 1, False, laid=True)

    def lies_flat(self) -> bool:
        """Nothing lies out on the surface."""
        return False

    def phases(self, ride: Ride) -> tuple[Phase, ...]:
        """Return count-down and retrieve."""
        return self.retrieve(ride, "inches", INCHED_S)

    def drive(self, ride: Ride) -> Moves | None:
        """Take line in inch by inch."""
        return self.hand_in(ride, "inches")

    def story(self, seen: Seen) -> str:
        """Tell where it hung and where the inches brought it."""
        end = seen.end
        hung = seen.at(end, seen.marks["inches"][0])
        lay = say("bed") if float(end.height[seen.frame(seen.marks["inches"][0])]) < 0.005 else ""
        return say(
            "straight-down-inch-inch",
            deep=seen.deep(hung),
            lay=lay,
            role=role_name(end.role),
            moved=moved(hung, float(end.depth[-1]), seen.writer, rises=say("climbs")),
            hang=seen.hang() + seen.adrift(),
        )


MOTION = Inch()
