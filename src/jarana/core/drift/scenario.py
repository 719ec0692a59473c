"""A chain in water as the simulator takes it: SI throughout, x downstream, z up from the surface."""

from __future__ import annotations

import itertools
import math
from dataclasses import dataclass

from jarana.core.errors import FaultList
from jarana.core.hydro.terminal_speed import Body
from jarana.core.hydro.water_properties import Water

MOST_NODES = 2000
MOST_SECONDS = 600.0
MOST_TIMES = 1000


@dataclass(frozen=True)
class Stream:
    """Surface speed m/s, depth m, roughness z0 m of the log law; a surface speed of 0 is still water."""

    surface_speed: float
    depth: float
    roughness: float


@dataclass(frozen=True)
class Segment:
    """A length of line, its diameter at the upper and the lower end, its density (m, m, m, kg/m³)."""

    length: float
    diameter_top: float
    diameter_end: float
    density: float
    spacing: float = 0.05


@dataclass(frozen=True)
class PlacedBody:
    """A body on the main line at arc length `s` from the top, m."""

    body: Body
    s: float


@dataclass(frozen=True)
class Dropper:
    """A branch off the main line at arc length `s`, with its body at the end; `angle` at the start, rad."""

    s: float
    segment: Segment
    body: Body
    angle: float


@dataclass(frozen=True)
class HeldTop:
    """The top end moved by the rod: a place, and velocities (t, vx, vz) that hold from each time on."""

    x: float = 0.0
    z: float = 0.0
    moves: tuple[tuple[float, float, float], ...] = ((0.0, 0.0, 0.0),)

    def velocity(self, time: float) -> tuple[float, float]:
        """Velocity in force at a time, m/s; zero before the first."""
        now = (0.0, 0.0)
        for start, vx, vz in self.moves:
            if time >= start:
                now = (vx, vz)
        return now


@dataclass(frozen=True)
class Start:
    """The rig at time 0: straight, `angle` rad below the horizontal, towards `direction` (+1 downstream)."""

    angle: float = 0.0
    direction: int = 1
    moves_with_water: bool = False


@dataclass(frozen=True)
class Scenario:
    """Everything one run of the chain needs; same scenario, same bits."""

    water: Water
    stream: Stream
    main: tuple[Segment, ...]
    bodies: tuple[PlacedBody, ...]
    droppers: tuple[Dropper, ...]
    top: HeldTop
    start: Start
    times: tuple[float, ...]
    bed: bool = True
    bed_friction: float = 0.5

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
        for i, dropper in enumerate(self.droppers):
            faults.check(0.0 < dropper.s <= total + 1e-9, f"droppers[{i}].s", dropper.s, reach)
            _check_segment(faults, f"droppers[{i}]", dropper.segment)
            _check_body(faults, f"droppers[{i}].body", dropper.body)
        names = [b.body.name for b in self.bodies] + [d.body.name for d in self.droppers]
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
    moves = scenario.top.moves
    rising = all(b[0] > a[0] for a, b in itertools.pairwise(moves))
    faults.check(rising and len(moves) <= MOST_TIMES, "top.v", len(moves), f"times rise; at most {MOST_TIMES}")
    for i, (_, vx, vz) in enumerate(moves):
        faults.check(abs(vx) <= 20 and abs(vz) <= 20, f"top.v[{i}]", (vx, vz), "at most 20 m/s")
    faults.check(abs(scenario.top.z) <= 200, "top.z", scenario.top.z, "within 200 m of the surface")


def _check_segment(faults: FaultList, path: str, segment: Segment) -> None:
    faults.check(0 < segment.length <= 100, f"{path}.length", segment.length, "above 0 and at most 100 m")
    for d in {segment.diameter_top, segment.diameter_end}:
        faults.check(1e-6 < d <= 0.02, f"{path}.d", d, "a diameter is above 1e-6 and at most 0.02 m")
    faults.check(1 < segment.density < 25000, f"{path}.rho", segment.density, "1 to 25000 kg/m³")
    faults.check(1e-3 <= segment.spacing <= 100, f"{path}.ds", segment.spacing, "0.001 to 100 m")
    if segment.spacing > 0 and segment.length / segment.spacing > MOST_NODES:
        faults.add(f"{path}.ds", segment.spacing, f"gives more than {MOST_NODES} nodes")


def _check_body(faults: FaultList, path: str, body: Body) -> None:
    faults.check(0 < body.mass <= 1, f"{path}.m", body.mass, "a mass is above 0 and at most 1 kg")
    faults.check(0 <= body.volume <= 1e-2, f"{path}.V", body.volume, "0 to 0.01 m³")
    faults.check(0 <= body.bead_diameter <= 0.2, f"{path}.bead_d", body.bead_diameter, "0 to 0.2 m")
    faults.check(0 <= body.drag_area <= 1, f"{path}.CA", body.drag_area, "0 to 1 m²")
