"""Swing: across the stream on a tight line, the dangle below the rod, and the rod raised at the end."""

from __future__ import annotations

from jarana.core.motions.base import SHORTEST_S, MotionKind, Moves, Phase, Ride
from jarana.core.motions.seen import Seen, moved
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
swing-dangle = swing and dangle
take-pull-tight-line = A take is a pull on a tight line: let it turn, rod up, a sag in the line.
goes-water-line-held = The { $role } goes with the water to { $deep }; the line is held, it swings and { $moved } below the rod on the dangle.
not-round = On the tight line the { $role } comes to { $deep }{ $lies ->
    [yes] {" "}on the bed
   *[no] {""}
 }; in { $seconds } s the water does not bring it round to the dangle.
tight-line-comes-swings = On the tight line the { $role } comes to { $deep } as it swings across, hangs at { $deep_2 } on the dangle, and { $moved } as the rod is raised.
""",
)

WHOLE_SWING = 1.6
"""How long a swing with its dangle is fished, in line lengths over the pace of the water: a line of 8.7 m in 0.6 m/s is within
ten degrees of the dangle after 0.92 of them (computed; docs/validation.md)."""
HELD_FROM, RAISED_FROM = 0.6, 0.88
"""Shares of a swing: before the first it goes with the water or turns, from the second on a rod on a fly line is raised."""
RAISED_HEIGHT = 1.6
"""m the rod is raised at its end."""


class Swing(MotionKind):
    """With the water, then held on a tight line; on a fly line across the stream from the start."""

    key, name, waters = "swing", say("swing-dangle"), ("river",)
    jerk = 2.0
    swings = True
    sign = say("take-pull-tight-line")

    def seconds(self, ride: Ride) -> float:
        """Return how long it lasts, s: on a fly line by how long a line of its length takes to come round."""
        if ride.head.on_line and ride.pace > 0:
            return min(max(WHOLE_SWING * ride.line_m / ride.pace, SHORTEST_S), ride.head.longest_s)
        return super().seconds(ride)

    def phases(self, ride: Ride) -> tuple[Phase, ...]:
        """Return the turn, the dangle, and on a fly line the rod raised."""
        whole = self.seconds(ride)
        held, raised = HELD_FROM * whole, RAISED_FROM * whole if ride.head.on_line else whole
        rows = (Phase("across", 0.0, held), Phase("dangle", held, raised), Phase("raised", raised, whole))
        return rows if ride.head.on_line else rows[:2]

    def drive(self, ride: Ride) -> Moves | None:
        """Hold the line tight; without a fly line go with the water first."""
        held = self.phase(ride, "dangle").begins
        if not ride.head.on_line:
            return Moves(((0.0, ride.pace, 0.0, 0.0), (held, 0.0, 0.0, 0.0)))
        raised = self.phase(ride, "raised")
        rise = RAISED_HEIGHT / (raised.ends - raised.begins)
        return Moves(((0.0, 0.0, 0.0, 0.0), (raised.begins, 0.0, 0.0, rise)))

    def story(self, seen: Seen) -> str:
        """Tell turn, dangle and rise as they were."""
        end, writer = seen.end, seen.writer
        across, dangle = seen.between(end, "across"), seen.between(end, "dangle")
        deepest, hung = float(across.max()), float(dangle[-1])
        if "raised" not in seen.marks:
            return say(
                "goes-water-line-held",
                role=role_name(end.role),
                deep=seen.deep(deepest),
                moved=moved(deepest, hung, writer),
            )
        if seen.round_s is None:
            return say(
                "not-round",
                role=role_name(end.role),
                deep=seen.deep(float(end.depth.max())),
                lies="yes" if end.lies else "no",
                seconds=f"{seen.times[-1]:.0f}",
            )
        return say(
            "tight-line-comes-swings",
            role=role_name(end.role),
            deep=seen.deep(deepest),
            deep_2=seen.deep(hung),
            moved=moved(hung, float(end.depth[-1]), writer),
        )


MOTION = Swing()
