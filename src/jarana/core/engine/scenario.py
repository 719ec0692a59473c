"""A chain in water as the simulator takes it: SI throughout, x downstream, z up from the surface."""

from __future__ import annotations

import math
from dataclasses import dataclass

from jarana.core.engine.arrays import Floats
from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.hydro.water_properties import Water

Point = tuple[float, float, float]
"""x downstream, y across from the angler's bank, z up from the surface, m (or m/s)."""


@dataclass(frozen=True)
class Lane:
    """A lane of a stream: surface speed m/s, depth m, and roughness z0 m where it has its own."""

    surface_speed: float
    depth: float
    roughness: float | None = None
    power: float | None = None


@dataclass(frozen=True)
class Stream:
    """Surface speed m/s, depth m, roughness z0 m of the log law; a surface speed of 0 is still water.

    Attributes
    ----------
    power
        Above 0 the pace follows a power law of that exponent instead (big stones in shallow water).
    lanes, edges, blend
        The stream across, from the angler's bank: lanes parted at `edges` m, each blended into the next over `blend` m. They
        take the place of the one speed and depth, which then are those of the reference lane.
    """

    surface_speed: float
    depth: float
    roughness: float
    power: float = 0.0
    lanes: tuple[Lane, ...] = ()
    edges: tuple[float, ...] = ()
    blend: float = 0.3

    @property
    def still(self) -> bool:
        """Whether no lane of it flows."""
        return self.surface_speed == 0.0 and all(lane.surface_speed == 0.0 for lane in self.lanes)


@dataclass(frozen=True)
class Wind:
    """The wind: its parts downstream and across at `height` m, over water of roughness z_a m."""

    x: float = 0.0
    y: float = 0.0
    height: float = 2.0
    roughness: float = 1e-3


@dataclass(frozen=True)
class Air:
    """The air: density kg/m³, viscosity Pa·s; at sea level and 15 °C (International Standard Atmosphere, ISO 2533)."""

    density: float = 1.225
    viscosity: float = 1.8e-5


CALM = Wind()
AIR = Air()


@dataclass(frozen=True)
class Segment:
    """A length of line, its diameter at the upper and the lower end, its density (m, m, m, kg/m³).

    Attributes
    ----------
    greased
        It lies in the surface where it was laid there, until it is pulled off it; lighter than water it comes up again.
    bending
        Bending stiffness EI, N·m²; 0 for everything but fly line.
    angle
        How it lies at the start, rad below the horizontal; None for the angle of the whole rig.
    """

    length: float
    diameter_top: float
    diameter_end: float
    density: float
    spacing: float = 0.05
    greased: bool = False
    bending: float = 0.0
    angle: float | None = None


@dataclass(frozen=True)
class PlacedBody:
    """A body on the main line at arc length `s` from the top, m.

    One that `floats` sits in the surface as a sphere of its volume, its hackle bearing `support` N more.
    """

    body: Body
    s: float
    floats: bool = False
    support: float = 0.0


@dataclass(frozen=True)
class Dropper:
    """A branch off the main line at arc length `s`, with its body at the end.

    At the start it stands `angle` rad below the horizontal along the rig's direction, or in its own direction `way`. What hangs
    `beyond` its body goes on from there, line and body after each other.
    """

    s: float
    segment: Segment
    body: Body
    angle: float = 0.0
    way: Point | None = None
    beyond: tuple[tuple[Segment, Body], ...] = ()

    @property
    def parts(self) -> tuple[tuple[Segment, Body], ...]:
        """Its lines and bodies from the main line on."""
        return ((self.segment, self.body), *self.beyond)


@dataclass(frozen=True)
class HeldTop:
    """The top end moved by the rod: a place, and velocities (t, vx, vy, vz) that hold from each time on.

    `takes` are rows (t, speed): line taken in through it, from each time on, m/s; paid out where the speed is negative, as
    long as some of the `reserve` inside the tip, m, is left.
    """

    x: float = 0.0
    z: float = 0.0
    moves: tuple[tuple[float, float, float, float], ...] = ((0.0, 0.0, 0.0, 0.0),)
    takes: tuple[tuple[float, float], ...] = ()
    y: float = 0.0
    reserve: float = 0.0

    def velocity(self, time: float) -> Point:
        """Velocity in force at a time, m/s; zero before the first."""
        now = (0.0, 0.0, 0.0)
        for start, vx, vy, vz in self.moves:
            if time >= start:
                now = (vx, vy, vz)
        return now


@dataclass(frozen=True)
class FreeTop:
    """A float or a dry fly that drifts by itself: a sphere of `radius` m and `mass` kg centred on the top node.

    `support` is what a dry fly's hackle bears beyond its buoyancy, N; `drag_area` is C·A of its hackle, m².
    """

    radius: float
    mass: float
    x: float = 0.0
    z: float = 0.0
    drag_area: float = 0.0
    support: float = 0.0
    y: float = 0.0

    @property
    def volume(self) -> float:
        """Volume of its sphere, m³."""
        return 4.0 / 3.0 * math.pi * self.radius**3

    def lift(self, water: Water) -> float:
        """Greatest net lift, N: buoyancy of the whole sphere less its weight, and the hackle's support."""
        return (water.density * self.volume - self.mass) * water.gravity + self.support


Top = HeldTop | FreeTop


@dataclass(frozen=True)
class Start:
    """The rig at time 0: straight, `angle` rad below the horizontal, towards `direction` (+1 downstream); or along a path.

    Attributes
    ----------
    moves_with_water
        What lies in or under the surface goes with the water, what hangs above it with the top; else everything is at rest.
    laid
        What would hang below a level bed lies along it.
    path
        Corners of the way the line lies along from the top on, m, straight on past the last; nodes are laid so that chords
        have the rest lengths. Slack is a longer way between the same ends.
    """

    angle: float = 0.0
    direction: int = 1
    moves_with_water: bool = False
    laid: bool = False
    path: tuple[Point, ...] = ()


@dataclass(frozen=True)
class Mend:
    """At a time, s, the lying line between two places along it from the tip, m, is laid over so far upstream, m.

    Line is fed in for it; a negative figure lays it downstream.
    """

    time: float
    begins: float
    ends: float
    upstream: float


@dataclass(frozen=True, eq=False)
class Eddies:
    """How unsteady the water is while a rig goes along: paths of unit deviation along and up, and the time between their rows.

    One path for the whole rig, over again at its end; how strong it is at a height follows from the stream
    (:mod:`jarana.core.engine.hydro.turbulence`).

    Attributes
    ----------
    paths
        (rows, 2): along, up.
    grid
        s between the rows of each, (2,).
    """

    paths: Floats
    grid: Floats


@dataclass(frozen=True)
class Scenario:
    """Everything one run of the chain needs; same scenario, same bits.

    `bed_profile` are rows (x, depth), m; the stream's depth and surface speed are those at x = 0, and lanes are deepened
    along it in proportion. Without `air` line above the surface has its weight and no drag. Where nothing `peels`, line that
    lies stays lying.
    """

    water: Water
    stream: Stream
    main: tuple[Segment, ...]
    bodies: tuple[PlacedBody, ...]
    droppers: tuple[Dropper, ...]
    top: Top
    start: Start
    times: tuple[float, ...]
    bed: bool = True
    bed_friction: float = 0.5
    bed_profile: tuple[tuple[float, float], ...] = ()
    wind: Wind = CALM
    air: Air | None = None
    peels: bool = True
    mends: tuple[Mend, ...] = ()
    eddies: Eddies | None = None

    @property
    def length(self) -> float:
        """Length of the main line, m."""
        return math.fsum(s.length for s in self.main)
