"""The settled shape of a rig: shooting along the line from its free end, without time.

A rig that moves at one speed V has every force in balance. Unknown are the depth of the end, and for a natural drift or a
float the speed: found by regula falsi (:mod:`jarana.core.engine.shooting`).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from jarana.core.engine.afloat import blow, cap, float_height
from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import AIR_RHO, LENGTH, RADIUS
from jarana.core.engine.ground import medium_air
from jarana.core.engine.hydro.sphere_drag import sphere_drag_factor
from jarana.core.engine.hydro.stream import stream_speed
from jarana.core.engine.limits import check, level_bed
from jarana.core.engine.mesh import Mesh, build_mesh
from jarana.core.engine.scenario import FreeTop, Scenario
from jarana.core.engine.shooting import (
    CLOSE,
    EVEN,
    MOST_ROUNDS,
    Chain,
    find_end,
    find_normal,
    find_speed,
    hang_at,
    shoot,
)
from jarana.core.engine.step.flow import wind_at
from jarana.core.errors import InputError, SolverError

SCANNED = 48
"""Depths of the end tried when every root is wanted."""
SLOWEST = 1e-4


@dataclass(frozen=True)
class Steady:
    """A settled shape.

    Attributes
    ----------
    speed
        Of the whole rig, m/s downstream.
    pull
        Tension at the top, N; `pull_x`, `pull_z` its parts on whatever holds the rig (downstream, down).
    x, z
        Per node of the mesh, x from the top, z from the surface, m.
    normal
        Push of the bed on the end, N; 0 when it hangs free.
    load
        Pull on a float as a share of its greatest lift; None for a held top.
    roots
        How many shapes there are, when all were looked for (else 1).
    """

    speed: float
    pull: float
    pull_x: float
    pull_z: float
    x: Floats
    z: Floats
    mesh: Mesh
    normal: float
    load: float | None
    roots: int = 1

    def body(self, name: str) -> tuple[float, float]:
        """Return x from the top and depth of a body by name, m."""
        node = int(self.mesh.body_node[self.mesh.names.index(name)])
        return float(self.x[node]), float(-self.z[node])


class _Rig:
    """A scenario as the shooting functions take it."""

    def __init__(self, scenario: Scenario, refine: float = 1.0) -> None:
        self.scenario = scenario
        self.mesh = mesh = build_mesh(scenario, refine)
        parent = mesh.parent
        count = len(parent)
        ends = mesh.main_end
        roots = []
        node = ends + 1
        while node < count:
            last = node
            while last + 1 < count and parent[last + 1] == last:
                last += 1
            roots.append((int(parent[node]), node, last))
            node = last + 1
        hung = len(mesh.names)
        water, stream = scenario.water, scenario.stream
        self.last: float | None = None
        self.out = np.zeros((count, 2))
        self.chain = Chain(
            ends=ends,
            length=float(mesh.links[1 : ends + 1, LENGTH].sum()),
            floor=-stream.depth if scenario.bed else -math.inf,
            friction=float(scenario.bed_friction),
            most=4.0 * mesh.wet_weight,
            links=mesh.links,
            body_node=mesh.body_node[:hung],
            loads=np.ascontiguousarray(mesh.bodies[:hung, :RADIUS]),
            roots=np.array(sorted(roots), dtype=np.int64).reshape(-1, 3),
            water=np.array([water.density, water.viscosity, water.gravity]),
            stream=np.array([stream.surface_speed, stream.depth, stream.roughness, stream.power]),
            out=self.out,
        )

    def shoot(self, end_z: float, speed: float, normal: float = 0.0) -> tuple[float, float, float, float]:
        z, x, px, pz = shoot(end_z, speed, normal, self.chain)
        return float(z), float(x), float(px), float(pz)

    def hang(self, target: float, speed: float) -> tuple[float, float]:
        """Return the end's depth and the bed's push for a top held at `target`; SolverError when there is none."""
        near = math.nan if self.last is None else self.last
        end_z, push, near, found = hang_at(near, target, speed, self.chain)
        self.last = float(near) if found else None
        if found:
            return float(end_z), float(push)
        roots = self.scan(target, speed)
        if not roots:
            raise SolverError("no settled shape was found", self.scenario)
        floor = self.chain.floor
        return (roots[0], 0.0) if roots[0] >= floor else (floor, float(find_normal(target, floor, speed, self.chain)))

    def natural(self, target: float) -> tuple[float, float, float] | None:
        """Return the speed at which the top is not pulled along, the end's depth and the bed's push; None where not found."""
        fastest = max(self.scenario.stream.surface_speed, SLOWEST)
        speed, end_z, push, found = find_speed(fastest, target, self.chain)
        return (float(speed), float(end_z), float(push)) if found else None

    def scan(self, target: float, speed: float) -> list[float]:
        """Return every depth of the end for a top held at `target`, deepest first."""
        length = self.chain.length
        places = np.linspace(target - length - 1e-6, min(target + length, 0.0), SCANNED)
        tops = [self.shoot(float(z), speed)[0] - target for z in places]
        roots = []
        for a, b, fa, fb in zip(places, places[1:], tops, tops[1:], strict=False):
            if fa * fb <= 0.0:
                end_z, found = find_end(float(a), float(b), target, speed, self.chain)
                if found:
                    roots.append(float(end_z))
        return roots

    def shape(self, end_z: float, speed: float, normal: float, load: float | None, roots: int = 1) -> Steady:
        z, x, px, pz = self.shoot(end_z, speed, normal)
        self.out[0] = (x, z)
        return Steady(
            speed=speed,
            pull=math.hypot(px, pz),
            pull_x=-px,
            pull_z=pz,
            x=self.out[:, 0] - x,
            z=self.out[:, 1].copy(),
            mesh=self.mesh,
            normal=normal,
            load=load,
            roots=roots,
        )


def steady_held(scenario: Scenario, speed: float, count_roots: bool = False) -> Steady:
    """Return the settled shape of a rig whose top is held at its place and moved at `speed`, m/s.

    Raises
    ------
    SolverError
        When there is no such shape.
    """
    rig = _ready(scenario)
    target = scenario.top.z
    end_z, normal = rig.hang(target, speed)
    roots = max(len(rig.scan(target, speed)), 1) if count_roots else 1
    return rig.shape(end_z, speed, normal, None, roots)


def steady_natural(scenario: Scenario, refine: float = 1.0) -> Steady:
    """Return the settled shape of a rig whose top is carried along without any horizontal pull; `refine` as of a mesh."""
    rig = _ready(scenario, refine)
    target = scenario.top.z
    found = rig.natural(target)
    if found is not None:
        speed, end_z, normal = found
        return rig.shape(end_z, speed, normal, None)

    def sideways(speed: float) -> tuple[float, float, float]:
        end_z, normal = rig.hang(target, speed)
        return -rig.shoot(end_z, speed, normal)[2], end_z, normal

    speed = _balance(lambda v: sideways(v)[0], 0.0, max(scenario.stream.surface_speed, SLOWEST))
    _, end_z, normal = sideways(speed)
    return rig.shape(end_z, speed, normal, None)


def steady_float(scenario: Scenario) -> Steady:
    """Return the settled shape of a rig under a float or a dry fly; its load is told even where it drowns.

    Raises
    ------
    SolverError
        When the rig pulls the float under for good.
    """
    rig = _ready(scenario)
    top = scenario.top
    if not isinstance(top, FreeTop):
        raise InputError.one("top", "held", "a float is wanted")
    lift = top.lift(scenario.water)
    height = 0.0

    def settle(speed: float) -> tuple[float, float, float, float, float]:
        """Return the horizontal force left on the float, its height, the end's depth, the push, the pull down."""
        nonlocal height
        end_z, normal, px, pz = 0.0, 0.0, 0.0, 0.0
        for _ in range(6):
            end_z, normal = rig.hang(height, speed)
            _, _, px, pz = rig.shoot(end_z, speed, normal)
            now = _draft(top, scenario, pz)
            if abs(now - height) < CLOSE:
                break
            height = now
        return _float_drag(top, scenario, speed, height) - px, height, end_z, normal, pz

    surface = scenario.stream.surface_speed
    fastest = max(surface + max(scenario.wind.x, 0.0), SLOWEST)
    slowest = 0.6 * surface if surface > 0 and settle(0.6 * surface)[0] > 0 else 0.0
    speed = _balance(lambda v: settle(v)[0], slowest, fastest)
    _, _, end_z, normal, pz = settle(speed)
    return rig.shape(end_z, speed, normal, pz / lift if lift > 0 else math.inf)


def _ready(scenario: Scenario, refine: float = 1.0) -> _Rig:
    check(scenario)
    level_bed(scenario)
    return _Rig(scenario, refine)


def _balance(force: object, low: float, high: float) -> float:
    """Return the speed at which a falling force is zero, by regula falsi (Illinois)."""
    assert callable(force)
    f0, f1 = force(low), force(high)
    if f0 <= 0.0:
        return low
    if f1 >= 0.0:
        return high
    for _ in range(MOST_ROUNDS):
        middle = (low * f1 - high * f0) / (f1 - f0)
        f = force(middle)
        if abs(f) < EVEN or abs(high - low) < 1e-6:
            return float(middle)
        if f * f1 < 0.0:
            low, f0 = high, f1
        else:
            f0 *= 0.5
        high, f1 = middle, f
    return float(high)


def _draft(top: FreeTop, scenario: Scenario, pull: float) -> float:
    """Return the height of a float's centre that bears its weight and a pull, m; fully under where nothing does."""
    water = scenario.water
    need = top.mass * water.gravity + pull
    return float(float_height(top.radius, top.support, water.density * water.gravity, need))


def _float_drag(top: FreeTop, scenario: Scenario, speed: float, height: float) -> float:
    """Return the force of water and wind on a float, N downstream."""
    water, stream = scenario.water, scenario.stream
    share = cap(top.radius, height)[2]
    u = (
        stream_speed(
            min(height, 0.0) + stream.depth, stream.surface_speed, stream.depth, stream.roughness, stream.power
        )
        - speed
    )
    factor, _ = sphere_drag_factor(abs(u), 2.0 * top.radius, water.density, water.viscosity)
    force = share * (factor + 0.5 * water.density * abs(u) * top.drag_area) * u
    air = medium_air(scenario)
    dry = 0.5 * (max(height - top.radius, 0.0) + max(height + top.radius, 0.0))
    gap = wind_at(dry, air)[0] - speed
    return float(force + float(blow(top.radius, share, air[AIR_RHO])) * abs(gap) * gap)
