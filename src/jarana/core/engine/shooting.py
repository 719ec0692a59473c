"""Shooting along a line from its free end: the compiled part of the settled shape.

The tension at the end is the end body's weight and drag, and grows along the arc by each link's own. Droppers are climbed
first, as small lines of their own.
"""

from __future__ import annotations

import math
from typing import NamedTuple

from jarana.core.engine.arrays import Floats, Ints
from jarana.core.engine.columns import (
    AXIAL_LENGTH,
    BEAD,
    DIAMETER,
    DRAG_AREA,
    GRAVITY,
    LENGTH,
    LINE_DENSITY,
    MASS,
    MU,
    RHO,
    VOLUME,
)
from jarana.core.engine.compiled import loop
from jarana.core.engine.hydro.axial_drag import axial_drag_factor
from jarana.core.engine.hydro.cylinder_drag import cylinder_drag_factor
from jarana.core.engine.hydro.sphere_drag import sphere_drag_factor
from jarana.core.engine.hydro.stream import stream_speed
from jarana.core.engine.step.bodies import LIFT_BLEND
from jarana.core.engine.step.lines import SURFACE_BLEND

SURFACE_SPEED, DEPTH, ROUGHNESS, POWER = range(4)
"""Of the level stream of a settled shape: m/s, m, m, and the exponent of its power law (0: log law)."""
CORRECTIONS = 3
"""Times a link's direction is set right from the force at its middle."""
DROPPER_ROUNDS = 4
CLOSE = 1e-5
"""m: a shape is found when the top is this near to where it is held."""
JUST = 1e-9
"""m: and the push of the bed, when it is this near."""
EVEN = 1e-7
"""N: forces that are in balance to this are in balance."""
MOST_ROUNDS = 60
NEAR = 0.06
"""m by which the end of a rig moves between two speeds that are tried."""
Top = tuple[float, float, float, float]
"""Height z and place x of the top, m, and what it bears there along and up, N."""


class Chain(NamedTuple):
    """A rig and its water as they are shot along.

    The last node of the main line; its length, the height of the bed (minus infinity without one), both m; the bed's friction
    and the most it can push, N; the links (nodes, 5); the node of each body (bodies,) and what it is (bodies, 5); the droppers,
    rows of (node, first, last), rising; water (3,) and stream (4,); and room for x, z of every node (nodes, 2), m.
    """

    ends: int
    length: float
    floor: float
    friction: float
    most: float
    links: Floats
    body_node: Ints
    loads: Floats
    roots: Ints
    water: Floats
    stream: Floats
    out: Floats


@loop
def _climb(first: int, last: int, z: float, x: float, px: float, pz: float, speed: float, chain: Chain) -> Top:
    """Climb a line without branches from node `last` to the node above `first`; `chain.out` keeps x, z of every node; return z, x, px, pz there."""
    water, stream, links, loads, out = chain.water, chain.stream, chain.links, chain.loads, chain.out
    rho, mu, gravity = water[RHO], water[MU], water[GRAVITY]
    for i in range(last, first - 1, -1):
        out[i, 0], out[i, 1] = x, z
        for b in range(len(chain.body_node)):
            if chain.body_node[b] != i:
                continue
            weight = (loads[b, MASS] - rho * loads[b, VOLUME]) * gravity
            if weight < 0.0:
                weight *= min(max(-z / LIFT_BLEND, 0.0), 1.0)
            u = speed - stream_speed(
                min(z, 0.0) + stream[DEPTH], stream[SURFACE_SPEED], stream[DEPTH], stream[ROUGHNESS], stream[POWER]
            )
            factor = 0.0
            if loads[b, BEAD] > 0.0:
                factor, _ = sphere_drag_factor(abs(u), loads[b, BEAD], rho, mu)
            factor += 0.5 * rho * abs(u) * loads[b, DRAG_AREA]
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
def _dropper(first: int, last: int, root_z: float, root_x: float, speed: float, chain: Chain) -> tuple[float, float]:
    """Solve a branch that hangs from a known depth; return the force its root bears."""
    rise, run, px, pz = 0.0, 0.0, 0.0, 0.0
    for _ in range(DROPPER_ROUNDS):
        z, x, px, pz = _climb(first, last, root_z - rise, root_x - run, 0.0, 0.0, speed, chain)
        rise += z - root_z
        run += x - root_x
    return px, pz


@loop
def shoot(end_z: float, speed: float, normal: float, chain: Chain) -> Top:
    """Return z, x, px, pz at the top for an end at a depth, borne by a bed's push there.

    The main line is climbed from branch to branch, deepest first; `chain.roots` are rows (node, first, last), rising.
    """
    grip = -chain.friction * normal if speed > 0.0 else chain.friction * normal if speed < 0.0 else 0.0
    z, x, px, pz, here = end_z, 0.0, -grip, -normal, chain.ends
    for k in range(len(chain.roots) - 1, -1, -1):
        root = chain.roots[k, 0]
        z, x, px, pz = _climb(root + 1, here, z, x, px, pz, speed, chain)
        fx, fz = _dropper(chain.roots[k, 1], chain.roots[k, 2], z, x, speed, chain)
        px, pz, here = px + fx, pz + fz, root
    return _climb(1, here, z, x, px, pz, speed, chain)


@loop
def find_end(low: float, high: float, target: float, speed: float, chain: Chain) -> tuple[float, bool]:
    """Return the end's depth for a held top, by the Illinois form of regula falsi, and whether it was found."""
    f0 = shoot(low, speed, 0.0, chain)[0] - target
    f1 = shoot(high, speed, 0.0, chain)[0] - target
    if f0 * f1 > 0.0:
        return 0.0, False
    middle = low
    for _ in range(MOST_ROUNDS):
        middle = (low * f1 - high * f0) / (f1 - f0) if f1 != f0 else 0.5 * (low + high)
        f = shoot(middle, speed, 0.0, chain)[0] - target
        if abs(f) < CLOSE:
            return middle, True
        if f * f1 < 0.0:
            low, f0 = high, f1
        else:
            f0 *= 0.5
        high, f1 = middle, f
    return middle, abs(f1) < 1e-3


@loop
def find_normal(target: float, end_z: float, speed: float, chain: Chain) -> float:
    """Return the push of the bed on an end that lies on it, N, at most `chain.most`; regula falsi after Illinois."""
    low, high = 0.0, chain.most
    f0 = shoot(end_z, speed, low, chain)[0] - target
    f1 = shoot(end_z, speed, high, chain)[0] - target
    if f0 <= 0.0:
        return low
    if f1 >= 0.0:
        return high
    middle = high
    for _ in range(MOST_ROUNDS):
        middle = (low * f1 - high * f0) / (f1 - f0)
        f = shoot(end_z, speed, middle, chain)[0] - target
        if abs(f) < JUST:
            return middle
        if f * f1 < 0.0:
            low, f0 = high, f1
        else:
            f0 *= 0.5
        high, f1 = middle, f
    return middle


@loop
def hang_at(near: float, target: float, speed: float, chain: Chain) -> tuple[float, float, float, bool]:
    """Return the end's depth for a top held at `target`, the bed's push on it, its depth were there no bed, and whether it was found.

    `near` is where it would be at a speed close by (NaN: nowhere yet).
    """
    low, high = target - chain.length, min(target + chain.length, 0.0)
    end_z, found = 0.0, False
    if not math.isnan(near):
        end_z, found = find_end(max(near - NEAR, low - 1e-6), min(near + NEAR, high), target, speed, chain)
    if not found:
        end_z, found = find_end(low - 1e-6, high, target, speed, chain)
    if not found or end_z >= chain.floor:
        return end_z, 0.0, end_z, found
    push = find_normal(target, chain.floor, speed, chain)
    return chain.floor, push, end_z, True


@loop
def find_speed(most_speed: float, target: float, chain: Chain) -> tuple[float, float, float, bool]:
    """Return the speed at which the top is not pulled along, the end's depth and the bed's push, and whether they were found.

    Regula falsi after Illinois between rest and `most_speed`: the pull falls as the speed rises.
    """
    near, end_z, push = math.nan, 0.0, 0.0
    low, high, middle = 0.0, most_speed, 0.0
    f0, f1 = 0.0, 0.0
    for turn in range(MOST_ROUNDS + 2):
        middle = low if turn == 0 else high if turn == 1 else (low * f1 - high * f0) / (f1 - f0)
        end_z, push, near, found = hang_at(near, target, middle, chain)
        if not found:
            return middle, end_z, push, False
        f = -shoot(end_z, middle, push, chain)[2]
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
