"""What every motion says of itself: what moves the top, for how long, in which phases, and what is then seen."""

from __future__ import annotations

import math
from abc import ABC, abstractmethod
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import ClassVar

from jarana.core.engine.scenario import Point, Start
from jarana.core.heads.base import HeadPart
from jarana.core.motions.seen import Seen
from jarana.core.rig.pull import LONGEST_RETRIEVE_S, HandPull, Hang, taken_after, takes
from jarana.core.water.kinds.base import Way

LAKE_S = 90.0
"""s of a retrieve, or of a team left to settle."""
RETRIEVE_S = 60.0
"""s of retrieve after the longest count-downs: every count is fished to its end."""
NOW = 1e-6
"""s within which two moments are one."""
RAISED_M_S = 0.5
"""m/s at which the rod is raised at the mark (practice)."""
SHORTEST_S = 2.0
START_ANGLE = math.radians(5)
"""A rig lands straight upstream of its top, this far below the horizontal, rad."""
SWUNG_DEG, DRIFTED_DEG = 42.0, -30.0
"""Ways of a cast from straight across, ° downstream: one that swings is cast down and across, one that drifts up and across
(practice)."""
AWAY: Way = (1.0, 0.0)
"""Away from the angler on a lake."""


@dataclass(frozen=True)
class Phase:
    """A part of a motion, from and to, s."""

    name: str
    begins: float
    ends: float


@dataclass(frozen=True)
class Moves:
    """What the hand does: rows (t, vx, vy, vz) of the tip, m/s, and rows (t, line taken in), m/s, that hold from each time on.

    Line is paid out where the second is negative, out of a `reserve` inside the rings, m.
    """

    moves: tuple[tuple[float, float, float, float], ...] = ((0.0, 0.0, 0.0, 0.0),)
    takes: tuple[tuple[float, float], ...] = ()
    reserve: float = 0.0

    def faster(self, times: float) -> Moves:
        """Return them with the tip led along so many times as fast."""
        return replace(self, moves=tuple((t, vx * times, vy, vz) for t, vx, vy, vz in self.moves))


@dataclass(frozen=True)
class Ride:
    """What a motion is asked with.

    Attributes
    ----------
    head
        What holds the rig.
    lead, count_s
        The rig's own.
    pace
        Of the surface over the fish, m/s.
    drift_m
        Length of a drift, m.
    flows
        A river; else a lake.
    off_m
        How far off the fish are, straight across.
    line_m
        Length from the tip to the point where it is given by the line out.
    tip
        Where the rod tip stands, m, the angler at the origin; None where nothing is held out over the water.
    angle
        Way of the cast from straight across, rad, downstream positive.
    follows
        The tip goes along with the drift as far as the rod reaches.
    pulls
        How line is taken in; none for the usual way of the motion.
    hang
        What ends a retrieve on a lake; None where it is fished out.
    boat
        How fast the angler drifts towards the flies on a lake, m/s.
    natural_pace
        The speed at which the rig goes along when nobody pulls it, m/s; asked only where it is wanted.
    """

    head: HeadPart
    lead: float
    count_s: float
    pace: float
    drift_m: float
    flows: bool
    off_m: float = 6.0
    line_m: float = 0.0
    tip: Point | None = None
    angle: float = 0.0
    follows: bool = True
    pulls: tuple[HandPull, ...] = ()
    hang: Hang | None = None
    boat: float = 0.0
    natural_pace: Callable[[], float] = lambda: 0.0


class MotionKind(ABC):
    """A motion.

    Attributes
    ----------
    key, name
        As rigs name it; as a person calls it.
    waters
        Kinds of water it belongs to.
    counts
        It begins after a count-down.
    leads
        Its pace is a share of the surface pace.
    pulls
        How its hand takes line in where nobody said otherwise; none where it takes none in.
    rests
        Nobody moves anything.
    swings
        A line is cast down and across for it.
    hangs
        On a lake it may end with a hang at the line's mark.
    strips
        Line is stripped in by the hand, and the fly flees.
    needs_natural_pace
        It follows the rig's own pace, which hangs on what the rig weighs.
    jerk
        A take on it pulls so many times as hard as a steady fish (practice).
    sign
        What a take is, in a sentence.
    """

    key: ClassVar[str]
    name: ClassVar[str]
    waters: ClassVar[tuple[str, ...]]
    counts: ClassVar[bool] = False
    leads: ClassVar[bool] = False
    jerk: ClassVar[float] = 1.0
    sign: ClassVar[str] = ""
    rests: ClassVar[bool] = False
    pulls: ClassVar[tuple[HandPull, ...]] = ()
    swings: ClassVar[bool] = False
    hangs: ClassVar[bool] = False
    needs_natural_pace: ClassVar[bool] = False
    strips: ClassVar[bool] = False

    @property
    def cast_deg(self) -> float:
        """Usual way of its cast in a river from straight across, ° downstream."""
        return SWUNG_DEG if self.swings else DRIFTED_DEG

    def way(self, flows: bool, angle_deg: float | None = None) -> Way:
        """Return the way it is cast: downstream and across in a river, away on a lake."""
        if not flows:
            return AWAY
        angle = math.radians(self.cast_deg if angle_deg is None else angle_deg)
        return math.sin(angle), math.cos(angle)

    def seconds(self, ride: Ride) -> float:
        """Return how long it lasts, s: the drift's length at the pace it goes; on a lake a minute and a half, or count and retrieve."""
        mark = self.at_mark(ride)
        if ride.hang is not None and mark is not None:
            return mark + ride.hang.lift_mm / 1000 / RAISED_M_S + ride.hang.hold_s
        if not ride.flows:
            return max(LAKE_S, ride.count_s + RETRIEVE_S) if self.counts else LAKE_S
        pace = ride.pace * (ride.lead if self.leads else 1.0)
        longest = ride.head.longest_s
        return min(max(ride.drift_m / pace if pace > 0 else longest, SHORTEST_S), longest)

    def lies(self, ride: Ride) -> Start:
        """Return how a rig whose top is in the water lies at the start: straight upstream in a river, out straight on a lake."""
        return Start(START_ANGLE, -1, True) if ride.flows else Start(0.0, 1, False)

    def lies_flat(self) -> bool:
        """Say whether a line lies out on the surface at the start."""
        return True

    def phases(self, ride: Ride) -> tuple[Phase, ...]:
        """Return its phases, in order."""
        return (Phase("drift", 0.0, self.seconds(ride)),)

    def phase(self, ride: Ride, name: str) -> Phase:
        """Return one of its phases."""
        return next(p for p in self.phases(ride) if p.name == name)

    def hang_of(self, ride: Ride) -> Hang | None:
        """Return the hang that is to end it: on the fly line of a lake, where the motion may have one."""
        return ride.hang if self.hangs and ride.head.on_line and not ride.flows else None

    def at_mark(self, ride: Ride) -> float | None:
        """Return when the hand stops because the line's mark is at the tip, s; None where nothing hangs or it never comes there."""
        hang = self.hang_of(ride)
        if hang is None:
            return None
        left = ride.head.line_out() - hang.left_mm / 1000
        mark = max(ride.count_s, EARLIEST) + taken_after(ride.pulls or self.pulls, left)
        return mark if mark <= LONGEST_RETRIEVE_S else None

    def retrieve(self, ride: Ride, name: str, longest: float = math.inf) -> tuple[Phase, ...]:
        """Return the count-down, the retrieve by its name, `longest` at most where nothing hangs, and the hang."""
        whole, mark = self.seconds(ride), self.at_mark(ride)
        begins = min(max(ride.count_s, EARLIEST), whole)
        if mark is None:
            return Phase("count", 0.0, begins), Phase(name, begins, min(whole, begins + longest))
        return Phase("count", 0.0, begins), Phase(name, begins, mark), Phase("hang", mark, whole)

    def hand_in(self, ride: Ride, phase: str) -> Moves:
        """Return line taken in during a phase; at the line's mark the hand stops and the rod goes up. A boat adrift comes along."""
        taken, mark = self.taken(ride, phase), self.at_mark(ride)
        boat = 0.0 if ride.flows else ride.boat
        if mark is None or ride.hang is None:
            return Moves(((0.0, boat, 0.0, 0.0),), taken)
        stopped = (*(row for row in taken if row[0] < mark - NOW), (mark, 0.0))
        up = ride.hang.lift_mm / 1000 / RAISED_M_S
        along = (boat, 0.0)
        if up <= 0.0:
            return Moves(((0.0, *along, 0.0),), stopped)
        return Moves(((0.0, *along, 0.0), (mark, *along, RAISED_M_S), (mark + up, *along, 0.0)), stopped)

    def taken(self, ride: Ride, phase: str) -> tuple[tuple[float, float], ...]:
        """Return the line taken in during a phase, as the person said or as is usual."""
        part = self.phase(ride, phase)
        return takes(ride.pulls or self.pulls, part.begins, part.ends)

    @abstractmethod
    def drive(self, ride: Ride) -> Moves | None:
        """Return what the hand does; None where what floats is left to itself."""

    @abstractmethod
    def story(self, seen: Seen) -> str:
        """Return what is seen, a sentence or two that follow from the tracks."""


HAND = HandPull(length_m=0.15, speed_m_s=0.15, pause_s=3.0)
"""A strip of a hand's breadth and a half, and a pause (practice)."""
EARLIEST = 0.01
"""s: nothing is taken in before a chain has begun."""
