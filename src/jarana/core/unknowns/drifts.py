"""The drifts of a situation that differ in what is not known: the same rig, water and hand, otherwise.

A situation is lowered and cut into nodes once; every member changes figures of that, and no more.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from statistics import NormalDist

import numpy as np

from jarana.core.drift.coarse import LONG_STEPS, LONG_STILL_STEPS, SEAM_STEPS
from jarana.core.drift.lower import Lowered, driven, lower, moved_otherwise
from jarana.core.engine.arrays import Floats, Ints
from jarana.core.engine.chain import Laid, Ready, Steps, floats_over_lanes, ready
from jarana.core.engine.columns import DIAMETER, DRAG_AREA, LINE_DENSITY, MASS, NEVER, RADIUS, VOLUME
from jarana.core.engine.mesh import Mesh, build_mesh, sphere_radius, wet_weight
from jarana.core.engine.scenario import Eddies, FreeTop, HeldTop, Lane, Scenario, Stream
from jarana.core.motions.base import Moves, Ride
from jarana.core.rig.geometry import place
from jarana.core.situation import Situation, Taught
from jarana.core.unknowns.deviates import (
    COUNT,
    DEPTH,
    DRAG_1,
    DRAG_2,
    DRAG_3,
    DRIFT_HAND,
    EDDIES,
    ENTRY,
    HAND,
    LIFT,
    MASS_1,
    MASS_2,
    MASS_3,
    PACE,
    ROUGHNESS,
    SLACK,
    STEP,
    deviates,
    paths,
)
from jarana.core.unknowns.deviates import (
    DIAMETER as DIAMETER_Z,
)
from jarana.core.unknowns.spreads import Spreads, spreads_of

STEEPEST = math.radians(25.0)
"""A rig falls in at up to this angle (belief: evenly between 0 and it)."""
MOST_SLACK = 0.3
"""m of line that lie slack as a held rig lands, at most."""
SLACK_S = 1.0
"""s in which that slack is taken up: the top is so much behind."""
UPPER = 0.6
"""Share of the depth in which a rig lands, however steeply."""
ROUGHEST = 0.2
"""z0 is at most this share of the depth."""
COLUMNS = [PACE, DEPTH, HAND, ROUGHNESS]
"""Where among the deviates that stands which a log teaches (:data:`jarana.core.situation.TAUGHT`)."""
FLY_UNKNOWNS = ((MASS_1, DRAG_1), (MASS_2, DRAG_2), (MASS_3, DRAG_3))


@dataclass(frozen=True)
class Grid:
    """How finely members are computed: share of the nodes, steps in moving and still water and of what floats over lanes, times kept."""

    refine: float
    moving: Steps
    still: Steps
    seams: Steps
    kept: int = 48
    kept_still: int = 96

    def steps(self, scenario: Scenario) -> Steps:
        """Return the steps of a scenario: line that lies over lanes is pulled on anew by each seam, and needs finer ones."""
        if scenario.stream.still:
            return self.still
        return self.seams if floats_over_lanes(scenario) else self.moving


MEMBER_GRID = Grid(0.5, LONG_STEPS, LONG_STILL_STEPS, SEAM_STEPS)
SEARCH_GRID = Grid(0.35, LONG_STEPS, LONG_STILL_STEPS, Steps(0.02, 0.06, 0.5, strain=0.005), 32, 48)
RANK_GRID = Grid(
    0.3, Steps(0.04, 0.12, 0.5, strain=0.02), Steps(0.05, 0.2, 0.2, 0.3, 1.0, 0.02), Steps(0.03, 0.08, 0.5, strain=0.005),
    32, 48,
)  # fmt: skip
SCREEN_GRID = replace(RANK_GRID, refine=0.25)


@dataclass(frozen=True)
class Base:
    """A situation made ready for its members.

    Attributes
    ----------
    names
        What is watched, by id.
    nodes
        Their nodes; then where the leader begins, as takes are felt on it; and last where the rig is held, or what holds it.
    below
        Nodes under where the rig is held, (nodes,).
    arcs
        Leader between where takes show and what is watched, m.
    """

    situation: Situation
    lowered: Lowered
    mesh: Mesh
    ride: Ride
    natural: float
    names: tuple[str, ...]
    nodes: Ints
    below: np.ndarray
    arcs: Floats
    steps: Steps
    frames: int

    @cached_property
    def spreads(self) -> Spreads:
        """How wide every unknown is; a run as written does not ask."""
        return spreads_of(self.situation)

    @cached_property
    def from_the_point(self) -> tuple[str, ...]:
        """Ids of what hangs on the rig, from the last fly up."""
        rig = self.situation.rig
        return tuple(a.id for a in sorted(rig.attachments, key=lambda a: -place(rig, a)))


def base_of(situation: Situation, grid: Grid) -> Base:
    """Return a situation made ready for its members.

    Raises
    ------
    InputError
        When the rig cannot be fished so in this water.
    """
    lowered = lower(situation, grid.refine)
    scenario = lowered.scenario
    mesh = build_mesh(scenario, grid.refine)
    rig, still = situation.rig, situation.setting.fished.still
    hold = _main_node(mesh, lowered.hold_m)
    leader = _main_node(mesh, line_out(situation, lowered)) if situation.head.on_line else hold
    known = {a.id for a in rig.attachments} - {rig.head.holds()}
    names = tuple(name for name in mesh.names if name in known)
    nodes = [int(mesh.body_node[mesh.names.index(name)]) for name in names]
    return Base(
        situation=situation,
        lowered=lowered,
        mesh=mesh,
        ride=situation.ride(),
        natural=_led(lowered, situation),
        names=names,
        nodes=np.array([*nodes, leader, hold], dtype=np.int64),
        below=_below(mesh, hold),
        arcs=np.array([float(mesh.arc[n] - mesh.arc[leader]) for n in nodes]),
        steps=grid.steps(scenario),
        frames=grid.kept_still if still else grid.kept,
    )


def _led(lowered: Lowered, situation: Situation) -> float:
    """Return how fast a top that is held goes along at first, m/s."""
    top = lowered.scenario.top
    return top.velocity(0.0)[0] if isinstance(top, HeldTop) and situation.setting.fished.pace_m_s > 0 else 0.0


def with_other_motion(base: Base, situation: Situation, grid: Grid) -> Base | None:
    """Return a base for a rig that differs from its own only in how it is moved; None where it has to be put into the water anew."""
    lowered = moved_otherwise(base.lowered, situation, grid.refine)
    if lowered is None:
        return None
    scenario, mesh = lowered.scenario, base.mesh
    if scenario.start.moves_with_water and isinstance(scenario.top, HeldTop):
        speed = mesh.speed.copy()
        speed[mesh.place[:, 2] > 0.0] = scenario.top.velocity(0.0)
        mesh = replace(mesh, speed=speed)
    return replace(
        base,
        situation=situation,
        lowered=lowered,
        mesh=mesh,
        ride=situation.ride(),
        natural=_led(lowered, situation),
    )


def with_other_bodies(base: Base, situation: Situation) -> Base | None:
    """Return a base for a rig that differs from its own only in what hangs on it; None where it has to be cut up anew."""
    rig, mesh = situation.rig, base.mesh
    bodies = mesh.bodies.copy()
    for row, name in enumerate(mesh.names):
        if name not in base.names:
            continue
        if mesh.unladen[mesh.body_node[row]] != NEVER:
            return None
        body = rig.attachment(name).body.body(name)
        bodies[row, :4] = body.mass, body.volume, body.bead_diameter, body.drag_area
    return replace(
        base,
        situation=situation,
        mesh=replace(mesh, bodies=bodies, wet_weight=wet_weight(bodies, mesh.line_weight, base.lowered.scenario.water)),
        ride=situation.ride(),
    )


def line_out(situation: Situation, lowered: Lowered) -> float:
    """Return how much fly line is out before the leader, m."""
    return lowered.line_m or (situation.head.line_out() if situation.head.on_line else 0.0)


def _main_node(mesh: Mesh, s: float) -> int:
    if s <= 0.0:
        return 0
    return int(np.argmin(np.abs(mesh.arc[: mesh.main_end + 1] - s)))


def _below(mesh: Mesh, hold: int) -> np.ndarray:
    below = [False] * mesh.size
    for node, parent in enumerate(mesh.parent[1:].tolist(), 1):
        below[node] = below[parent] or parent == hold
    return np.array(below)


def times_of(seconds: float, frames: int) -> Floats:
    """Return the times at which a drift is kept, its beginning among them."""
    times = np.arange(frames + 1.0) * (seconds / frames)
    times[-1] = seconds
    return times


def nominal_drift(base: Base) -> Ready:
    """Return the drift in which everything is as it is written, in water without eddies."""
    seconds = base.situation.motion.seconds(base.ride)
    return ready(base.lowered.scenario, base.mesh, base.steps, times_of(seconds, base.frames), base.nodes)


@dataclass(frozen=True)
class Factors:
    """What a member is: factors on what is written, angle and slack of this entry, and its eddies (rows, 2)."""

    pace: float = 1.0
    depth: float = 1.0
    roughness: float = 1.0
    diameter: float = 1.0
    hand: float = 1.0
    taken: float = 1.0
    count: float = 1.0
    lift: float = 1.0
    mass: dict[str, float] | None = None
    drag: dict[str, float] | None = None
    entry: float = 0.0
    slack: float = 0.0
    eddies: Floats | None = None


def factors_of(base: Base, k: int) -> Factors:
    """Return the factors of one of the members."""
    return factors_from(base, deviates()[k], paths()[k])


def factors_from(base: Base, z: Floats, eddies: Floats) -> Factors:
    """Return the factors of a drift from its standard normal deviates, (19,), and its path of eddies, (rows, 2)."""
    spread = base.spreads
    z = as_taught(z, base.situation.setting.taught)
    share = NormalDist().cdf
    order = base.from_the_point
    mass = {name: math.exp(spread.mass[name] * z[FLY_UNKNOWNS[min(i, 2)][0]]) for i, name in enumerate(order)}
    drag = {name: math.exp(spread.drag[name] * z[FLY_UNKNOWNS[min(i, 2)][1]]) for i, name in enumerate(order)}
    drifted = math.exp(spread.hand * z[HAND] + spread.hand_of_a_drift * z[DRIFT_HAND])
    return Factors(
        pace=math.exp(spread.pace * z[PACE]),
        depth=math.exp(spread.depth * z[DEPTH]),
        roughness=math.exp(spread.roughness * z[ROUGHNESS]),
        diameter=math.exp(spread.diameter * z[DIAMETER_Z]),
        hand=drifted,
        taken=math.exp(spread.hand_of_a_drift * z[DRIFT_HAND]),
        count=math.exp(spread.count * z[COUNT]),
        lift=math.exp(spread.lift * z[LIFT]),
        mass=mass,
        drag=drag,
        entry=STEEPEST * share(z[ENTRY]),
        slack=MOST_SLACK * share(z[SLACK]),
        eddies=eddies,
    )


def as_taught(z: Floats, taught: Taught | None) -> Floats:
    """Return deviates with those a log taught spread as what is left of them; where they lie is in the water that is fished."""
    if taught is None:
        return z
    z = z.copy()
    z[COLUMNS] = np.asarray(taught.root) @ z[COLUMNS]
    return z


def member_drift(base: Base, factors: Factors) -> Ready:
    """Return the drift of a member."""
    return member_drifts(base, [factors])[0]


def member_drifts(base: Base, members: Sequence[Factors]) -> list[Ready]:
    """Return the drifts of members."""
    if not members:
        return []
    worlds = [_world(base, factors) for factors in members]
    laid = _laid(base, members, [scenario.stream.depth for scenario, _ in worlds])
    return [
        ready(scenario, base.mesh, base.steps, times_of(seconds, base.frames), base.nodes, laid=one)
        for (scenario, seconds), one in zip(worlds, laid, strict=True)
    ]


def _world(base: Base, factors: Factors) -> tuple[Scenario, float]:
    """Return what a member drifts in and how it is moved, and for how long, s."""
    water, motion = base.situation.setting.fished, base.situation.motion
    scenario = base.lowered.scenario
    ride = replace(
        base.ride,
        pace=base.ride.pace * factors.pace,
        count_s=base.ride.count_s * factors.count,
        natural_pace=lambda: base.natural * factors.pace,
    )
    seconds = motion.seconds(ride)
    stream = _stream(scenario.stream, factors, base)
    if water.still:
        eddies = None
    else:
        turn = stream.depth / max(water.pace_m_s * factors.pace, 1e-6)
        eddies = (
            Eddies(factors.eddies, np.array([STEP * turn, 0.5 * STEP * turn])) if factors.eddies is not None else None
        )
        EDDIES.ask(turns=seconds / turn)
    changed = replace(
        scenario,
        stream=stream,
        top=_top(base, driven(base.situation, ride), factors),
        bed_profile=tuple((x, depth * factors.depth) for x, depth in scenario.bed_profile),
        eddies=eddies,
    )
    return changed, seconds


def _stream(stream: Stream, factors: Factors, base: Base) -> Stream:
    water = base.situation.setting.fished

    def rough(depth: float) -> float:
        return min(stream.roughness * factors.roughness, ROUGHEST * depth)

    depth = stream.depth * factors.depth
    return replace(
        stream,
        surface_speed=stream.surface_speed * factors.pace,
        depth=depth,
        roughness=rough(depth),
        power=water.power_over(depth, rough(depth) / stream.roughness),
        lanes=tuple(
            Lane(
                lane.surface_speed * factors.pace,
                lane.depth * factors.depth,
                rough(lane.depth * factors.depth),
                water.power_over(lane.depth * factors.depth, rough(lane.depth * factors.depth) / stream.roughness),
            )
            for lane in stream.lanes
        ),
    )


def _top(base: Base, moves: Moves | None, factors: Factors) -> HeldTop | FreeTop:
    top = base.lowered.scenario.top
    if not isinstance(top, HeldTop) or moves is None:
        return top
    head = base.situation.head
    rows = moves.moves
    if base.situation.led:
        rows = moves.faster(factors.hand).moves
        if not (head.floats or head.on_line):
            rows = _behind(rows, factors.slack)
    takes = tuple((t, speed * factors.taken) for t, speed in moves.takes)
    return replace(top, moves=rows, takes=takes)


def _behind(
    rows: tuple[tuple[float, float, float, float], ...], slack: float
) -> tuple[tuple[float, float, float, float], ...]:
    """Let the top be behind by some slack over its first second."""
    late = [row for row in rows if row[0] < SLACK_S]
    rest = [row for row in rows if row[0] > SLACK_S]
    slower = tuple((t, vx - slack / SLACK_S, vy, vz) for t, vx, vy, vz in late)
    again = next((row for row in rows if row[0] == SLACK_S), (SLACK_S, *late[-1][1:]))
    return (*slower, again, *rest)


def _laid(base: Base, members: Sequence[Factors], depths: list[float]) -> list[Laid]:
    """Return links, bodies and start of members, in water so deep, m."""
    mesh, count, rho = base.mesh, len(members), base.lowered.scenario.water.density
    lift = np.array([f.lift for f in members])
    links = np.repeat(mesh.links[None], count, axis=0)
    links[:, :, DIAMETER] *= np.array([f.diameter for f in members])[:, None]
    line = line_out(base.situation, base.lowered)
    if line > 0.0:
        of_line = (mesh.arc <= line + 1e-6) & (mesh.links[:, LINE_DENSITY] > rho)
        links[:, of_line, LINE_DENSITY] = rho + (links[:, of_line, LINE_DENSITY] - rho) * lift[:, None]
    start = np.empty((count, 2, mesh.size, 3))
    start[:, 0], start[:, 1] = _places(base, members, depths), mesh.speed
    start[:, 1, :, 0] *= np.array([f.pace for f in members])[:, None]
    bodies = _bodies(mesh, members, lift, rho)
    return [Laid(*rows) for rows in zip(links, bodies, start, strict=True)]


def _bodies(mesh: Mesh, members: Sequence[Factors], lift: Floats, rho: float) -> Floats:
    """Return the bodies of members, (members, bodies, 6)."""
    bodies = np.repeat(mesh.bodies[None], len(members), axis=0)
    for column, factors in ((MASS, [f.mass for f in members]), (DRAG_AREA, [f.drag for f in members])):
        rows = [[(own or {}).get(name, 1.0) for name in mesh.names] for own in factors]
        bodies[:, : len(mesh.names), column] *= np.array(rows).reshape(len(members), -1)
    mass, volume = bodies[:, :, MASS], bodies[:, :, VOLUME]
    floating = volume * rho > mass
    if floating.any():
        bears = mass / rho
        bodies[:, :, VOLUME] = np.where(floating, bears + (volume - bears) * lift[:, None], volume)
    spheres = mesh.bodies[:, RADIUS] > 0
    if spheres.any():
        bodies[:, spheres, RADIUS] = sphere_radius(bodies[:, spheres, VOLUME])
    return bodies


def _places(base: Base, members: Sequence[Factors], depths: list[float]) -> Floats:
    """Return where the nodes of members begin, (members, nodes, 3) or (nodes, 3) where that is the same for all."""
    situation = base.situation
    flows = situation.setting.fished.nature.flows
    if flows and not situation.head.on_line and situation.rig.stance.lay != "tuck":
        return _fallen(base, [f.entry for f in members], depths)
    return base.mesh.place if flows else _above_the_bed(base.mesh, depths)


def _fallen(base: Base, entries: list[float], depths: list[float]) -> Floats:
    """Return where the nodes are when what hangs below where the rig is held falls in at an angle."""
    mesh, below, hold = base.mesh, base.below, int(base.nodes[-1])
    if not below.any() or mesh.afloat[below].any():
        return mesh.place
    away = mesh.place[below] - mesh.place[hold]
    flat = away[:, :2].sum(axis=0)
    size = float(np.linalg.norm(flat))
    if size < 1e-9:
        return mesh.place
    out = flat / size
    along, down = away[:, :2] @ out, -away[:, 2]
    end = int(np.argmax(np.hypot(along, down)))
    long = math.hypot(float(along[end]), float(down[end]))
    now = math.atan2(float(down[end]), float(along[end]))
    steepest = [math.asin(min(1.0, UPPER * depth / max(long, 1e-9))) for depth in depths]
    turns = [min(entry, most) - now for entry, most in zip(entries, steepest, strict=True)]
    cos = np.array([math.cos(turn) for turn in turns])[:, None]
    sin = np.array([math.sin(turn) for turn in turns])[:, None]
    place = np.repeat(mesh.place[None], len(turns), axis=0)
    place[:, below, :2] += (along * cos - down * sin - along)[:, :, None] * out
    place[:, below, 2] = mesh.place[hold, 2] - (along * sin + down * cos)
    return place


def _above_the_bed(mesh: Mesh, depths: list[float]) -> Floats:
    """Return where the nodes are when what lay deeper than the bed is raised onto it with all above it, in proportion."""
    deepest = -float(mesh.place[:, 2].min())
    place = np.repeat(mesh.place[None], len(depths), axis=0)
    under = mesh.place[:, 2] < 0
    shares = np.array([depth / deepest if deepest > depth else 1.0 for depth in depths])
    place[:, under, 2] *= shares[:, None]
    return place
