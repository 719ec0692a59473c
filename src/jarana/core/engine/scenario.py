"""A chain in water as the simulator takes it: SI throughout, x downstream, z up from the surface."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

from jarana.core.engine.arrays import Floats
from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.hydro.water_properties import Water
from jarana.core.errors import FaultList

Point = tuple[float, float, float]
"""x downstream, y across from the angler's bank, z up from the surface, m (or m/s)."""
MOST_NODES = 2000
MOST_SECONDS = 600.0
MOST_TIMES = 1000
MOST_TAKES = 4000
MOST_LANES = 20
MOST_MENDS = 20
MOST_CORNERS = 2000


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

    def check(self) -> None:
        """Raise one InputError naming everything the simulator cannot take."""
        faults = FaultList()
        _check_world(self, faults)
        if faults.check(bool(self.main), "main", "[]", "at least one segment of line"):
            for i, segment in enumerate(self.main):
                _check_segment(faults, f"main[{i}]", segment)
        total = self.length
        reach = f"a place on the main line is above 0 and at most its length, {total:.4g} m"
        for i, placed in enumerate(self.bodies):
            faults.check(0.0 < placed.s <= total + 1e-9, f"bodies[{i}].s", placed.s, reach)
            _check_body(faults, f"bodies[{i}]", placed.body)
            faults.check(0 <= placed.support <= 10, f"bodies[{i}].support", placed.support, "0 to 10 N")
            floats = not placed.floats or placed.body.volume > 1e-12
            faults.check(floats, f"bodies[{i}].V", placed.body.volume, "what floats has a volume")
        for i, dropper in enumerate(self.droppers):
            faults.check(0.0 < dropper.s <= total + 1e-9, f"droppers[{i}].s", dropper.s, reach)
            _check_segment(faults, f"droppers[{i}]", dropper.segment)
            _check_body(faults, f"droppers[{i}].body", dropper.body)
            for k, (segment, body) in enumerate(dropper.beyond):
                _check_segment(faults, f"droppers[{i}].beyond[{k}]", segment)
                _check_body(faults, f"droppers[{i}].beyond[{k}].body", body)
        names = [b.body.name for b in self.bodies] + [b.name for d in self.droppers for _, b in d.parts]
        for name in {n for n in names if names.count(n) > 1}:
            faults.add("bodies", name, "every body has a name of its own")
        faults.raise_if_any()


def _check_world(scenario: Scenario, faults: FaultList) -> None:
    water, stream = scenario.water, scenario.stream
    faults.check(100 < water.density < 5000, "water.rho", water.density, "100 to 5000 kg/m³")
    faults.check(1e-5 < water.viscosity < 10, "water.mu", water.viscosity, "1e-5 to 10 Pa·s")
    faults.check(0 <= water.gravity < 100, "water.g", water.gravity, "0 to 100 m/s²")
    faults.check(-10 <= stream.surface_speed <= 10, "stream.Us", stream.surface_speed, "-10 to 10 m/s")
    faults.check(0 < stream.depth <= 200, "stream.h", stream.depth, "a depth is above 0 and at most 200 m")
    faults.check(0 < stream.roughness <= 10, "stream.z0", stream.roughness, "above 0 and at most 10 m")
    faults.check(0 <= scenario.bed_friction <= 10, "mu_bed", scenario.bed_friction, "0 to 10")
    times = scenario.times
    if faults.check(0 < len(times) <= MOST_TIMES, "times", len(times), f"1 to {MOST_TIMES} times"):
        rising = all(b > a for a, b in itertools.pairwise(times))
        faults.check(rising and times[0] >= 0, "times", list(times)[:6], "times rise from 0")
        faults.check(times[-1] <= MOST_SECONDS, "times", times[-1], f"at most {MOST_SECONDS:.0f} s")
    if isinstance(scenario.top, FreeTop):
        _check_float(faults, scenario.top)
    else:
        _check_moves(faults, scenario.top)
    profile = scenario.bed_profile
    if profile:
        rising = all(b[0] > a[0] for a, b in itertools.pairwise(profile))
        faults.check(rising and 2 <= len(profile) <= 200, "bed_profile", len(profile), "2 to 200 rows, x rises")
        for i, (x, depth) in enumerate(profile):
            faults.check(abs(x) <= 1000 and 0.01 <= depth <= 200, f"bed_profile[{i}]", (x, depth), "0.01 to 200 m deep")
    wind = scenario.wind
    faults.check(math.hypot(wind.x, wind.y) <= 40, "wind.v", (wind.x, wind.y), "at most 40 m/s")
    faults.check(0 < wind.height <= 100, "wind.z_ref", wind.height, "above 0 and at most 100 m")
    faults.check(1e-6 <= wind.roughness <= 1, "wind.z0", wind.roughness, "0.000001 to 1 m")
    air = scenario.air
    if air is not None:
        faults.check(0.1 <= air.density <= 5, "air.rho", air.density, "0.1 to 5 kg/m³")
        faults.check(1e-6 <= air.viscosity <= 1e-3, "air.mu", air.viscosity, "1e-6 to 1e-3 Pa·s")
    rising = all(b.time >= a.time for a, b in itertools.pairwise(scenario.mends))
    faults.check(
        rising and len(scenario.mends) <= MOST_MENDS, "mends", len(scenario.mends), f"times rise; at most {MOST_MENDS}"
    )
    for i, mend in enumerate(scenario.mends):
        faults.check(mend.time >= 0, f"mends[{i}].t", mend.time, "at or after the start")
        faults.check(
            0 <= mend.begins < mend.ends <= 100, f"mends[{i}].from", (mend.begins, mend.ends), "0 ≤ from < to ≤ 100 m"
        )
        faults.check(abs(mend.upstream) <= 5, f"mends[{i}].upstream", mend.upstream, "-5 to 5 m")
    _check_lanes(faults, stream)
    _check_start(faults, scenario.start)
    faults.check(abs(scenario.top.z) <= 200, "top.z", scenario.top.z, "within 200 m of the surface")


def _check_lanes(faults: FaultList, stream: Stream) -> None:
    lanes, edges = stream.lanes, stream.edges
    faults.check(0 <= stream.power <= 2, "stream.power", stream.power, "0 to 2")
    if not lanes:
        faults.check(not edges, "stream.edges", list(edges)[:6], "edges part lanes; there are none")
        return
    faults.check(len(lanes) <= MOST_LANES, "stream.lanes", len(lanes), f"at most {MOST_LANES} lanes")
    for i, lane in enumerate(lanes):
        faults.check(-10 <= lane.surface_speed <= 10, f"stream.lanes[{i}].Us", lane.surface_speed, "-10 to 10 m/s")
        faults.check(0 < lane.depth <= 200, f"stream.lanes[{i}].h", lane.depth, "above 0 and at most 200 m")
        if lane.roughness is not None:
            faults.check(0 < lane.roughness <= 10, f"stream.lanes[{i}].z0", lane.roughness, "above 0 and at most 10 m")
        if lane.power is not None:
            faults.check(0 <= lane.power <= 2, f"stream.lanes[{i}].power", lane.power, "0 to 2")
    rising = all(b > a for a, b in itertools.pairwise(edges))
    between = f"{len(lanes) - 1} edges, rising, one between each two lanes"
    faults.check(rising and len(edges) == len(lanes) - 1, "stream.edges", list(edges)[:6], between)
    faults.check(all(abs(e) <= 200 for e in edges), "stream.edges", list(edges)[:6], "within 200 m")
    faults.check(0.01 <= stream.blend <= 20, "stream.blend", stream.blend, "0.01 to 20 m")


def _check_start(faults: FaultList, start: Start) -> None:
    path = start.path
    if not path:
        return
    faults.check(2 <= len(path) <= MOST_CORNERS, "initial.path", len(path), f"2 to {MOST_CORNERS} points")
    far = all(abs(value) <= 200 for point in path for value in point)
    faults.check(far, "initial.path", "", "every point within 200 m")
    apart = all(math.dist(a, b) > 1e-9 for a, b in itertools.pairwise(path))
    faults.check(apart, "initial.path", "", "no point twice in a row")


def _check_moves(faults: FaultList, top: HeldTop) -> None:
    moves = top.moves
    rising = all(b[0] > a[0] for a, b in itertools.pairwise(moves))
    faults.check(rising and len(moves) <= MOST_TIMES, "top.v", len(moves), f"times rise; at most {MOST_TIMES}")
    for i, (_, *speeds) in enumerate(moves):
        faults.check(all(abs(v) <= 20 for v in speeds), f"top.v[{i}]", tuple(speeds), "at most 20 m/s")
    faults.check(0 <= top.reserve <= 100, "top.reserve", top.reserve, "0 to 100 m")
    rising = all(b[0] > a[0] for a, b in itertools.pairwise(top.takes))
    faults.check(
        rising and len(top.takes) <= MOST_TAKES, "top.takes", len(top.takes), f"times rise; at most {MOST_TAKES}"
    )
    for i, (_, speed) in enumerate(top.takes):
        faults.check(abs(speed) <= 5, f"top.takes[{i}]", speed, "at most 5 m/s of line taken in or paid out")
        paid = speed >= 0 or top.reserve > 0
        faults.check(paid, f"top.takes[{i}]", speed, "line is paid out only where some is kept inside the tip")


def _check_float(faults: FaultList, top: FreeTop) -> None:
    faults.check(1e-4 <= top.radius <= 0.1, "top.r", top.radius, "a radius is 0.0001 to 0.1 m")
    faults.check(0 < top.mass <= 1, "top.m", top.mass, "a mass is above 0 and at most 1 kg")
    faults.check(0 <= top.drag_area <= 1, "top.CA", top.drag_area, "0 to 1 m²")
    faults.check(0 <= top.support <= 10, "top.support", top.support, "0 to 10 N")


def _check_segment(faults: FaultList, path: str, segment: Segment) -> None:
    faults.check(0 < segment.length <= 100, f"{path}.length", segment.length, "above 0 and at most 100 m")
    for d in {segment.diameter_top, segment.diameter_end}:
        faults.check(1e-6 < d <= 0.02, f"{path}.d", d, "a diameter is above 1e-6 and at most 0.02 m")
    faults.check(1 < segment.density < 25000, f"{path}.rho", segment.density, "1 to 25000 kg/m³")
    faults.check(0 <= segment.bending <= 1e-2, f"{path}.EI", segment.bending, "0 to 0.01 N·m²")
    faults.check(1e-3 <= segment.spacing <= 100, f"{path}.ds", segment.spacing, "0.001 to 100 m")
    if segment.spacing > 0 and segment.length / segment.spacing > MOST_NODES:
        faults.add(f"{path}.ds", segment.spacing, f"gives more than {MOST_NODES} nodes")


def _check_body(faults: FaultList, path: str, body: Body) -> None:
    faults.check(0 < body.mass <= 1, f"{path}.m", body.mass, "a mass is above 0 and at most 1 kg")
    faults.check(0 <= body.volume <= 1e-2, f"{path}.V", body.volume, "0 to 0.01 m³")
    faults.check(0 <= body.bead_diameter <= 0.2, f"{path}.bead_d", body.bead_diameter, "0 to 0.2 m")
    faults.check(0 <= body.drag_area <= 1, f"{path}.CA", body.drag_area, "0 to 1 m²")
