"""The settled shape of a rig: shooting along the line from its free end, without time.

A rig that moves at one speed V has every force in balance, so the tension at its end is the end body's weight and
drag, and grows along the arc by each link's own. Unknown are the depth of the end, and for a natural drift or a float
the speed: found by a secant search. Droppers are climbed first, as small lines of their own.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from jarana.core.engine.afloat import SUPPORT_DEPTH, blow, cap, hackle_share
from jarana.core.engine.arrays import Floats, Ints
from jarana.core.engine.columns import (
    AIR_RHO,
    AXIAL_LENGTH,
    BEAD,
    DIAMETER,
    DRAG_AREA,
    GRAVITY,
    LENGTH,
    LINE_DENSITY,
    MASS,
    MU,
    RADIUS,
    RHO,
    VOLUME,
)
from jarana.core.engine.compiled import loop
from jarana.core.engine.ground import medium_air
from jarana.core.engine.hydro.axial_drag import axial_drag_factor
from jarana.core.engine.hydro.cylinder_drag import cylinder_drag_factor
from jarana.core.engine.hydro.sphere_drag import sphere_drag_factor
from jarana.core.engine.hydro.stream import stream_speed
from jarana.core.engine.mesh import Mesh, build_mesh
from jarana.core.engine.scenario import FreeTop, Scenario
from jarana.core.engine.step.bodies import LIFT_BLEND
from jarana.core.engine.step.flow import wind_at
from jarana.core.engine.step.lines import SURFACE_BLEND
from jarana.core.errors import InputError, SolverError

SURFACE_SPEED, DEPTH, ROUGHNESS, POWER = range(4)
"""Of the level stream of a settled shape: m/s, m, m, and the exponent of its power law (0: log law)."""
CORRECTIONS = 3
"""Times a link's direction is set right from the force at its middle."""
DROPPER_ROUNDS = 4
SCANNED = 48
"""Depths of the end tried when every root is wanted."""
CLOSE = 1e-5
"""m: a shape is found when the top is this near to where it is held."""
JUST = 1e-9
"""m: and the push of the bed, when it is this near."""
EVEN = 1e-7
"""N: forces that are in balance to this are in balance."""
MOST_ROUNDS = 60
SLOWEST = 1e-4
NEAR = 0.06
"""m by which the end of a rig moves between two speeds that are tried."""


@loop
def _climb(first, last, z, x, px, pz, speed, links, bodies, values, water, stream, out):
    """Climb a line without branches from node `last` to the node above `first`; `out` keeps x, z of every node; return z, x, px, pz there."""
    rho, mu, gravity = water[RHO], water[MU], water[GRAVITY]
    for i in range(last, first - 1, -1):
        out[i, 0], out[i, 1] = x, z
        for b in range(len(bodies)):
            if bodies[b] != i:
                continue
            weight = (values[b, MASS] - rho * values[b, VOLUME]) * gravity
            if weight < 0.0:
                weight *= min(max(-z / LIFT_BLEND, 0.0), 1.0)
            u = speed - stream_speed(
                min(z, 0.0) + stream[DEPTH], stream[SURFACE_SPEED], stream[DEPTH], stream[ROUGHNESS], stream[POWER]
            )
            factor = 0.0
            if values[b, BEAD] > 0.0:
                factor, _ = sphere_drag_factor(abs(u), values[b, BEAD], rho, mu)
            factor += 0.5 * rho * abs(u) * values[b, DRAG_AREA]
            px += factor * u
            pz += weight
        length, diameter, density, between = (
            links[i, LENGTH],
            links[i, DIAMETER],
            links[i, LINE_DENSITY],
            links[i, AXIAL_LENGTH],
        )
        size = math.sqrt(px * px + pz * pz)
        tx, tz = (px / size, pz / size) if size > 1e-15 else (0.0, 1.0)
        fx, fz = 0.0, 0.0
        for _ in range(CORRECTIONS):
            middle = z + 0.5 * length * tz
            wet = min(max((SURFACE_BLEND - middle) / (2.0 * SURFACE_BLEND), 0.0), 1.0)
            fx = 0.0
            fz = (density - wet * rho) * gravity * math.pi / 4.0 * diameter * diameter * length
            if wet > 0.0:
                u = speed - stream_speed(
                    min(middle, 0.0) + stream[DEPTH],
                    stream[SURFACE_SPEED],
                    stream[DEPTH],
                    stream[ROUGHNESS],
                    stream[POWER],
                )
                ut, un = u * tx, -u * tz
                kn, _, _ = cylinder_drag_factor(abs(un), diameter, rho, mu)
                kt, _ = axial_drag_factor(abs(ut), diameter, between, rho, mu)
                q = wet * length
                fx += q * (kt * ut * tx - kn * un * tz)
                fz += q * (kt * ut * tz + kn * un * tx)
            mx, mz = px + 0.5 * fx, pz + 0.5 * fz
            size = math.sqrt(mx * mx + mz * mz)
            if size > 1e-15:
                tx, tz = mx / size, mz / size
        px, pz = px + fx, pz + fz
        x, z = x + length * tx, z + length * tz
    return z, x, px, pz


@loop
def _dropper(first, last, root_z, root_x, speed, links, bodies, values, water, stream, out):
    """Solve a branch that hangs from a known depth; return the force its root bears."""
    rise, run, px, pz = 0.0, 0.0, 0.0, 0.0
    for _ in range(DROPPER_ROUNDS):
        z, x, px, pz = _climb(first, last, root_z - rise, root_x - run, 0.0, 0.0, speed, links, bodies, values,
                              water, stream, out)  # fmt: skip
        rise += z - root_z
        run += x - root_x
    return px, pz


@loop
def _shoot(end_z, speed, normal, friction, ends, links, bodies, values, roots, water, stream, out):
    """Return z, x, px, pz at the top for an end at a depth, borne by a bed's push there.

    The main line is climbed from branch to branch, deepest first; `roots` are rows (node, first, last), rising.
    """
    grip = -friction * normal if speed > 0.0 else friction * normal if speed < 0.0 else 0.0
    z, x, px, pz, here = end_z, 0.0, -grip, -normal, ends
    for k in range(len(roots) - 1, -1, -1):
        root = roots[k, 0]
        z, x, px, pz = _climb(root + 1, here, z, x, px, pz, speed, links, bodies, values, water, stream, out)
        fx, fz = _dropper(roots[k, 1], roots[k, 2], z, x, speed, links, bodies, values, water, stream, out)
        px, pz, here = px + fx, pz + fz, root
    return _climb(1, here, z, x, px, pz, speed, links, bodies, values, water, stream, out)


@loop
def find_end(low, high, target, speed, ends, links, bodies, values, roots, water, stream, out):
    """Return the end's depth for a held top, by the Illinois form of regula falsi, and whether it was found."""
    f0 = _shoot(low, speed, 0.0, 0.0, ends, links, bodies, values, roots, water, stream, out)[0] - target
    f1 = _shoot(high, speed, 0.0, 0.0, ends, links, bodies, values, roots, water, stream, out)[0] - target
    if f0 * f1 > 0.0:
        return 0.0, False
    middle = low
    for _ in range(MOST_ROUNDS):
        middle = (low * f1 - high * f0) / (f1 - f0) if f1 != f0 else 0.5 * (low + high)
        f = _shoot(middle, speed, 0.0, 0.0, ends, links, bodies, values, roots, water, stream, out)[0] - target
        if abs(f) < CLOSE:
            return middle, True
        if f * f1 < 0.0:
            low, f0 = high, f1
        else:
            f0 *= 0.5
        high, f1 = middle, f
    return middle, abs(f1) < 1e-3


@loop
def find_normal(target, end_z, speed, friction, most, ends, links, bodies, values, roots, water, stream, out):
    """Return the push of the bed on an end that lies on it, N, at most so much; regula falsi after Illinois."""
    low, high = 0.0, most
    f0 = _shoot(end_z, speed, low, friction, ends, links, bodies, values, roots, water, stream, out)[0] - target
    f1 = _shoot(end_z, speed, high, friction, ends, links, bodies, values, roots, water, stream, out)[0] - target
    if f0 <= 0.0:
        return low
    if f1 >= 0.0:
        return high
    middle = high
    for _ in range(MOST_ROUNDS):
        middle = (low * f1 - high * f0) / (f1 - f0)
        f = _shoot(end_z, speed, middle, friction, ends, links, bodies, values, roots, water, stream, out)[0] - target
        if abs(f) < JUST:
            return middle
        if f * f1 < 0.0:
            low, f0 = high, f1
        else:
            f0 *= 0.5
        high, f1 = middle, f
    return middle


@loop
def hang_at(near, target, speed, length, floor, friction, most, ends, links, bodies, values, roots, water, stream, out):
    """Return the end's depth for a top held at `target`, the bed's push on it, its depth were there no bed, and whether it was found.

    `near` is where it would be at a speed close by (NaN: nowhere yet); `floor` is minus infinity where there is no bed.
    """
    low, high = target - length, min(target + length, 0.0)
    end_z, found = 0.0, False
    if not math.isnan(near):
        end_z, found = find_end(max(near - NEAR, low - 1e-6), min(near + NEAR, high), target, speed, ends, links,
                                bodies, values, roots, water, stream, out)  # fmt: skip
    if not found:
        end_z, found = find_end(low - 1e-6, high, target, speed, ends, links, bodies, values, roots, water, stream, out)
    if not found or end_z >= floor:
        return end_z, 0.0, end_z, found
    push = find_normal(target, floor, speed, friction, most, ends, links, bodies, values, roots, water, stream, out)
    return floor, push, end_z, True


@loop
def find_speed(
    most_speed, target, length, floor, friction, most, ends, links, bodies, values, roots, water, stream, out
):
    """Return the speed at which the top is not pulled along, the end's depth and the bed's push, and whether they were found.

    Regula falsi after Illinois between rest and `most_speed`: the pull falls as the speed rises.
    """
    near, end_z, push = math.nan, 0.0, 0.0
    low, high, middle = 0.0, most_speed, 0.0
    f0, f1 = 0.0, 0.0
    for turn in range(MOST_ROUNDS + 2):
        middle = low if turn == 0 else high if turn == 1 else (low * f1 - high * f0) / (f1 - f0)
        end_z, push, near, found = hang_at(near, target, middle, length, floor, friction, most, ends, links, bodies, values,
                                     roots, water, stream, out)  # fmt: skip
        if not found:
            return middle, end_z, push, False
        f = -_shoot(end_z, middle, push, friction, ends, links, bodies, values, roots, water, stream, out)[2]
        if turn == 0:
            f0 = f
            if f0 <= 0.0:
                return middle, end_z, push, True
        elif turn == 1:
            f1 = f
            if f1 >= 0.0:
                return middle, end_z, push, True
        else:
            if abs(f) < EVEN or abs(high - low) < 1e-6:
                return middle, end_z, push, True
            if f * f1 < 0.0:
                low, f0 = high, f1
            else:
                f0 *= 0.5
            high, f1 = middle, f
    return middle, end_z, push, True


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
        self.ends = mesh.main_end
        roots = []
        node = self.ends + 1
        while node < count:
            last = node
            while last + 1 < count and parent[last + 1] == last:
                last += 1
            roots.append((int(parent[node]), node, last))
            node = last + 1
        hung = len(mesh.names)
        values = mesh.bodies[:hung, :RADIUS]
        water, stream = scenario.water, scenario.stream
        self.length = float(mesh.links[1 : self.ends + 1, LENGTH].sum())
        self.last: float | None = None
        self.floor = -stream.depth if scenario.bed else -math.inf
        self.most = 4.0 * mesh.wet_weight
        self.out = np.zeros((count, 2))
        self.rest: tuple[int, Floats, Ints, Floats, Ints, Floats, Floats, Floats] = (
            self.ends,
            mesh.links,
            mesh.body_node[:hung],
            np.ascontiguousarray(values),
            np.array(sorted(roots), dtype=np.int64).reshape(-1, 3),
            np.array([water.density, water.viscosity, water.gravity]),
            np.array([stream.surface_speed, stream.depth, stream.roughness, stream.power]),
            self.out,
        )

    def shoot(self, end_z: float, speed: float, normal: float = 0.0) -> tuple[float, float, float, float]:
        friction = self.scenario.bed_friction
        z, x, px, pz = _shoot(end_z, speed, normal, friction, *self.rest)
        return float(z), float(x), float(px), float(pz)

    def hang(self, target: float, speed: float) -> tuple[float, float]:
        """Return the end's depth and the bed's push for a top held at `target`; SolverError when there is none."""
        near = math.nan if self.last is None else self.last
        level = self.length, self.floor, self.scenario.bed_friction, self.most
        end_z, push, near, found = hang_at(near, target, speed, *level, *self.rest)
        self.last = float(near) if found else None
        if found:
            return float(end_z), float(push)
        roots = self.scan(target, speed)
        if not roots:
            raise SolverError("no settled shape was found", self.scenario)
        if roots[0] >= self.floor:
            return roots[0], 0.0
        most = self.scenario.bed_friction, self.most
        return self.floor, float(find_normal(target, self.floor, speed, *most, *self.rest))

    def natural(self, target: float) -> tuple[float, float, float] | None:
        """Return the speed at which the top is not pulled along, the end's depth and the bed's push; None where not found."""
        fastest = max(self.scenario.stream.surface_speed, SLOWEST)
        level = self.length, self.floor, self.scenario.bed_friction, self.most
        speed, end_z, push, found = find_speed(fastest, target, *level, *self.rest)
        return (float(speed), float(end_z), float(push)) if found else None

    def scan(self, target: float, speed: float) -> list[float]:
        """Return every depth of the end for a top held at `target`, deepest first."""
        low, high = target - self.length - 1e-6, min(target + self.length, 0.0)
        places = np.linspace(low, high, SCANNED)
        tops = [self.shoot(float(z), speed)[0] - target for z in places]
        roots = []
        for a, b, fa, fb in zip(places, places[1:], tops, tops[1:], strict=False):
            if fa * fb <= 0.0:
                end_z, found = find_end(float(a), float(b), target, speed, *self.rest)
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
    scenario.check()
    if scenario.bed_profile:
        raise InputError.one("bed_profile", "", "a settled shape wants a level bed")
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


@loop
def float_height(radius, support, heavy, need):
    """Return the height at which a sphere's cap and a hackle bear `need` N, m, by bisection; `heavy` is rho·g."""
    low, high = -radius - SUPPORT_DEPTH, radius
    for step in range(41):
        middle = low if step == 0 else 0.5 * (low + high)
        borne = heavy * cap(radius, middle)[1] + support * hackle_share(middle)
        if step == 0:
            if borne < need:
                return low
        elif borne > need:
            low = middle
        else:
            high = middle
    return 0.5 * (low + high)


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
