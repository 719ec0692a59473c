"""What the simulator can take: every number of a scenario has bounds, and everything outside them is named at once."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterable

from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.scenario import FreeTop, HeldTop, Scenario, Segment, Start, Stream
from jarana.core.errors import FaultList, InputError
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
within = { $least } to { $most } { $unit }
above = above { $least } and at most { $most } { $unit }
at-most = at most { $most } { $unit }
segment = at least one segment of line
on-line = a place on the main line is above 0 and at most its length, { $length } m
floats = what floats has a volume
own-name = every body has a name of its own
rise = times rise from 0
times = times rise; at most { $most }
profile = { $least } to { $most } rows, x rises
deep = a place within { $far } m, { $least } to { $most } m deep
mend = 0 ≤ from < to ≤ { $most } m
no-lanes = edges part lanes; there are none
edges = edges that rise, one between each two lanes: { $count }
corners = { $least } to { $most } points
apart = no point twice in a row
kept = line is paid out only where some is kept inside the tip
nodes = at most { $most } nodes; it gives more
level-bed = a settled shape wants a level bed
wider-nodes = at most { $most } nodes; widen ds
""",
)
MOST_NODES = 2000
MOST_SECONDS = 600.0
MOST_TIMES = 1000
MOST_TAKES = 4000
MOST_LANES = 20
MOST_MENDS = 20
MOST_CORNERS = 2000
MOST_ROWS = 200
FAR_M = 200.0
"""m within which everything stands."""
MEND_M = 100.0


class Limits(FaultList):
    """Collects what lies outside its bounds; a number that is none (NaN) does."""

    def within(self, path: str, value: float, least: float, most: float, unit: str = "") -> None:
        """Record a value that is not from `least` to `most`."""
        if not least <= value <= most:
            self.add(path, value, say("within", least=f"{least:g}", most=f"{most:g}", unit=unit).rstrip())

    def above(self, path: str, value: float, least: float, most: float, unit: str = "") -> None:
        """Record a value that is not above `least` and at most `most`."""
        if not least < value <= most:
            self.add(path, value, say("above", least=f"{least:g}", most=f"{most:g}", unit=unit).rstrip())

    def size(self, path: str, value: float, most: float, unit: str) -> None:
        """Record a value whose size is above `most`."""
        if not abs(value) <= most:
            self.add(path, value, say("at-most", most=f"{most:g}", unit=unit).rstrip())


def too_fine(nodes: int) -> InputError:
    """Return what is raised where a line is cut into too many nodes."""
    return InputError.one("main", nodes, say("wider-nodes", most=MOST_NODES))


def check(scenario: Scenario) -> None:
    """Raise one InputError naming everything the simulator cannot take."""
    faults = Limits()
    _world(faults, scenario)
    if not scenario.main:
        faults.add("main", "[]", say("segment"))
    for i, segment in enumerate(scenario.main):
        _segment(faults, f"main[{i}]", segment)
    total = scenario.length
    for i, placed in enumerate(scenario.bodies):
        _on_line(faults, f"bodies[{i}].s", placed.s, total)
        _body(faults, f"bodies[{i}]", placed.body)
        faults.within(f"bodies[{i}].support", placed.support, 0, 10, "N")
        if placed.floats and not placed.body.volume > 1e-12:
            faults.add(f"bodies[{i}].V", placed.body.volume, say("floats"))
    for i, dropper in enumerate(scenario.droppers):
        _on_line(faults, f"droppers[{i}].s", dropper.s, total)
        _segment(faults, f"droppers[{i}]", dropper.segment)
        _body(faults, f"droppers[{i}].body", dropper.body)
        for k, (segment, body) in enumerate(dropper.beyond):
            _segment(faults, f"droppers[{i}].beyond[{k}]", segment)
            _body(faults, f"droppers[{i}].beyond[{k}].body", body)
    names = [b.body.name for b in scenario.bodies] + [b.name for d in scenario.droppers for _, b in d.parts]
    if len(set(names)) < len(names):
        for name in sorted({n for n in names if names.count(n) > 1}):
            faults.add("bodies", name, say("own-name"))
    faults.raise_if_any()


def level_bed(scenario: Scenario) -> None:
    """Refuse a bed that rises or falls, as a settled shape has to.

    Raises
    ------
    InputError
        Where there is one.
    """
    if scenario.bed_profile:
        raise InputError.one("bed_profile", "", say("level-bed"))


def _rise(values: Iterable[float], even: bool = False) -> bool:
    return all(b > a or (even and b == a) for a, b in itertools.pairwise(values))


def _on_line(faults: Limits, path: str, s: float, total: float) -> None:
    if not 0.0 < s <= total + 1e-9:
        faults.add(path, s, say("on-line", length=f"{total:.4g}"))


def _world(faults: Limits, scenario: Scenario) -> None:
    water, stream = scenario.water, scenario.stream
    faults.within("water.rho", water.density, 100, 5000, "kg/m³")
    faults.within("water.mu", water.viscosity, 1e-5, 10, "Pa·s")
    faults.within("water.g", water.gravity, 0, 100, "m/s²")
    faults.within("stream.Us", stream.surface_speed, -10, 10, "m/s")
    faults.above("stream.h", stream.depth, 0, 200, "m")
    faults.above("stream.z0", stream.roughness, 0, 10, "m")
    faults.within("mu_bed", scenario.bed_friction, 0, 10)
    times = scenario.times
    faults.within("times", len(times), 1, MOST_TIMES)
    if times and not (times[0] >= 0 and _rise(times)):
        faults.add("times", list(times)[:6], say("rise"))
    faults.size("times", times[-1] if times else 0.0, MOST_SECONDS, "s")
    if isinstance(scenario.top, FreeTop):
        _float(faults, scenario.top)
    else:
        _moves(faults, scenario.top)
    _bed(faults, scenario.bed_profile)
    wind = scenario.wind
    faults.size("wind.v", math.hypot(wind.x, wind.y), 40, "m/s")
    faults.above("wind.z_ref", wind.height, 0, 100, "m")
    faults.within("wind.z0", wind.roughness, 1e-6, 1, "m")
    air = scenario.air
    if air is not None:
        faults.within("air.rho", air.density, 0.1, 5, "kg/m³")
        faults.within("air.mu", air.viscosity, 1e-6, 1e-3, "Pa·s")
    mends = scenario.mends
    if not (len(mends) <= MOST_MENDS and _rise([mend.time for mend in mends], even=True)):
        faults.add("mends", len(mends), say("times", most=MOST_MENDS))
    for i, mend in enumerate(mends):
        faults.within(f"mends[{i}].t", mend.time, 0, MOST_SECONDS, "s")
        if not 0 <= mend.begins < mend.ends <= MEND_M:
            faults.add(f"mends[{i}].from", (mend.begins, mend.ends), say("mend", most=f"{MEND_M:g}"))
        faults.within(f"mends[{i}].upstream", mend.upstream, -5, 5, "m")
    _lanes(faults, stream)
    _start(faults, scenario.start)
    faults.size("top.z", scenario.top.z, FAR_M, "m")


def _bed(faults: Limits, profile: tuple[tuple[float, float], ...]) -> None:
    if profile and not (2 <= len(profile) <= MOST_ROWS and _rise(x for x, _ in profile)):
        faults.add("bed_profile", len(profile), say("profile", least=2, most=MOST_ROWS))
    for i, (x, depth) in enumerate(profile):
        if not (abs(x) <= 1000 and 0.01 <= depth <= 200):
            faults.add(f"bed_profile[{i}]", (x, depth), say("deep", far=1000, least="0.01", most=200))


def _lanes(faults: Limits, stream: Stream) -> None:
    lanes, edges = stream.lanes, stream.edges
    faults.within("stream.power", stream.power, 0, 2)
    if not lanes:
        if edges:
            faults.add("stream.edges", list(edges)[:6], say("no-lanes"))
        return
    faults.within("stream.lanes", len(lanes), 1, MOST_LANES)
    for i, lane in enumerate(lanes):
        faults.within(f"stream.lanes[{i}].Us", lane.surface_speed, -10, 10, "m/s")
        faults.above(f"stream.lanes[{i}].h", lane.depth, 0, 200, "m")
        if lane.roughness is not None:
            faults.above(f"stream.lanes[{i}].z0", lane.roughness, 0, 10, "m")
        if lane.power is not None:
            faults.within(f"stream.lanes[{i}].power", lane.power, 0, 2)
    if not (len(edges) == len(lanes) - 1 and _rise(edges)):
        faults.add("stream.edges", list(edges)[:6], say("edges", count=len(lanes) - 1))
    faults.size("stream.edges", max((abs(e) for e in edges), default=0.0), FAR_M, "m")
    faults.within("stream.blend", stream.blend, 0.01, 20, "m")


def _start(faults: Limits, start: Start) -> None:
    path = start.path
    if not path:
        return
    if not 2 <= len(path) <= MOST_CORNERS:
        faults.add("initial.path", len(path), say("corners", least=2, most=MOST_CORNERS))
    faults.size("initial.path", max(abs(value) for point in path for value in point), FAR_M, "m")
    if any(math.dist(a, b) <= 1e-9 for a, b in itertools.pairwise(path)):
        faults.add("initial.path", "", say("apart"))


def _moves(faults: Limits, top: HeldTop) -> None:
    if not (len(top.moves) <= MOST_TIMES and _rise(row[0] for row in top.moves)):
        faults.add("top.v", len(top.moves), say("times", most=MOST_TIMES))
    for i, (_, *speeds) in enumerate(top.moves):
        for speed in speeds:
            faults.size(f"top.v[{i}]", speed, 20, "m/s")
    faults.within("top.reserve", top.reserve, 0, 100, "m")
    if not (len(top.takes) <= MOST_TAKES and _rise(row[0] for row in top.takes)):
        faults.add("top.takes", len(top.takes), say("times", most=MOST_TAKES))
    for i, (_, speed) in enumerate(top.takes):
        faults.within(f"top.takes[{i}]", speed, -5, 5, "m/s")
        if speed < 0 and not top.reserve > 0:
            faults.add(f"top.takes[{i}]", speed, say("kept"))


def _float(faults: Limits, top: FreeTop) -> None:
    faults.within("top.r", top.radius, 1e-4, 0.1, "m")
    faults.above("top.m", top.mass, 0, 1, "kg")
    faults.within("top.CA", top.drag_area, 0, 1, "m²")
    faults.within("top.support", top.support, 0, 10, "N")


def _segment(faults: Limits, path: str, segment: Segment) -> None:
    faults.above(f"{path}.length", segment.length, 0, 100, "m")
    for d in {segment.diameter_top, segment.diameter_end}:
        faults.above(f"{path}.d", d, 1e-6, 0.02, "m")
    faults.within(f"{path}.rho", segment.density, 1, 25000, "kg/m³")
    faults.within(f"{path}.EI", segment.bending, 0, 1e-2, "N·m²")
    faults.within(f"{path}.ds", segment.spacing, 1e-3, 100, "m")
    if segment.spacing > 0 and segment.length / segment.spacing > MOST_NODES:
        faults.add(f"{path}.ds", segment.spacing, say("nodes", most=MOST_NODES))


def _body(faults: Limits, path: str, body: Body) -> None:
    faults.above(f"{path}.m", body.mass, 0, 1, "kg")
    faults.within(f"{path}.V", body.volume, 0, 1e-2, "m³")
    faults.within(f"{path}.bead_d", body.bead_diameter, 0, 0.2, "m")
    faults.within(f"{path}.CA", body.drag_area, 0, 1, "m²")
