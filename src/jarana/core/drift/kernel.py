"""The chain in time: inextensible links, anisotropic line drag, side branches, bed contact.

A semi-implicit step over a tree. Every node carries a symmetric 2x2 matrix (mass and Newton-linearised drag);
link lengths are kept by Lagrange multipliers, and a taut link resists turning through the implicit geometric
stiffness ``dt·T/length`` (without it the explicit tangent explodes at 10 ms under a few millinewtons).
Elimination runs from the leaves to the top, so a step costs O(nodes) whatever the branches.
docs/physics.md derives it line by line.
"""

from __future__ import annotations

import math

import numpy as np

from jarana.core.compiled import compiled
from jarana.core.drift.mesh import Floats, Ints
from jarana.core.hydro.axial_drag import axial_drag_factor
from jarana.core.hydro.cylinder_drag import cylinder_drag_factor
from jarana.core.hydro.sphere_drag import sphere_drag_factor
from jarana.core.hydro.stream import stream_speed
from jarana.core.hydro.terminal_speed import ADDED_MASS

SURFACE_BLEND = 0.005
"""Half the height over which a link passes from air to water, m."""
LIFT_BLEND = 0.01
"""Depth over which a body comes up to its full buoyancy, m."""
BED_GIVE = 0.001
"""How far the rig's whole weight in water would press into the bed, m."""
STRAIN_TO_HALVE = 2.0e-3
"""A step that stretches a link by more than this share is taken again at half its length."""
SHORTEST_STEP = 2.5e-4
"""s."""
MOST_STEPS = 300_000
BED_DAMPING = 0.002
"""Time over which the bed takes up the speed of what lands on it, s."""
FRICTION_SPEED = 0.001
"""Speed at which bed friction reaches about its full value, m/s."""


# Loops stand inside these functions, not around them: handing an array to a compiled function costs more
# than the drag of a link.


@compiled
def _add_lines(parent, length, diameter, density, between, x, z, vx, vz, water, stream, a11, a12, a22, rx, rz):
    """Add weight and drag of every link to both its end nodes, Newton-linearised in their velocity."""
    rho, mu, gravity = water[0], water[1], water[2]
    for i in range(1, len(parent)):
        p = parent[i]
        tx, tz = (x[i] - x[p]) / length[i], (z[i] - z[p]) / length[i]
        middle = 0.5 * (z[i] + z[p])
        wet = min(max((SURFACE_BLEND - middle) / (2.0 * SURFACE_BLEND), 0.0), 1.0)
        half = 0.5 * length[i]
        weight = (density[i] - wet * rho) * gravity * math.pi / 4.0 * diameter[i] * diameter[i] * half
        rz[i] -= weight
        rz[p] -= weight
        if wet == 0.0:
            continue
        wx = 0.5 * (vx[i] + vx[p]) - stream_speed(min(middle, 0.0) + stream[1], stream[0], stream[1], stream[2])
        wz = 0.5 * (vz[i] + vz[p])
        ut = wx * tx + wz * tz
        un = -wx * tz + wz * tx
        kn, dkn = cylinder_drag_factor(abs(un), diameter[i], rho, mu)
        kt, dkt = axial_drag_factor(abs(ut), diameter[i], between[i], rho, mu)
        q = half * wet
        fn, ft = -q * kn * un, -q * kt * ut
        fx, fz = ft * tx - fn * tz, ft * tz + fn * tx
        cn, ct = q * (kn + abs(un) * dkn), q * (kt + abs(ut) * dkt)
        c11 = ct * tx * tx + cn * tz * tz
        c12 = (ct - cn) * tx * tz
        c22 = ct * tz * tz + cn * tx * tx
        a11[i] += c11
        a12[i] += c12
        a22[i] += c22
        rx[i] += fx + c11 * vx[i] + c12 * vz[i]
        rz[i] += fz + c12 * vx[i] + c22 * vz[i]
        a11[p] += c11
        a12[p] += c12
        a22[p] += c22
        rx[p] += fx + c11 * vx[p] + c12 * vz[p]
        rz[p] += fz + c12 * vx[p] + c22 * vz[p]


@compiled
def _add_bodies(bodies, values, z, vx, vz, water, stream, a11, a12, a22, rx, rz):
    """Add weight in water and drag of every body to its node; buoyancy fades over the last centimetre."""
    rho, mu, gravity = water[0], water[1], water[2]
    for b in range(len(bodies)):
        k = bodies[b]
        weight = (values[b, 0] - rho * values[b, 1]) * gravity
        if weight < 0.0:
            weight *= min(max(-z[k] / LIFT_BLEND, 0.0), 1.0)
        rz[k] -= weight
        wx = vx[k] - stream_speed(min(z[k], 0.0) + stream[1], stream[0], stream[1], stream[2])
        wz = vz[k]
        speed = math.sqrt(wx * wx + wz * wz)
        factor, slope = 0.0, 0.0
        if values[b, 2] > 0.0:
            factor, slope = sphere_drag_factor(speed, values[b, 2], rho, mu)
        factor += 0.5 * rho * speed * values[b, 3]
        slope += 0.5 * rho * values[b, 3]
        ex, ez = 1.0, 0.0
        if speed > 1e-12:
            ex, ez = wx / speed, wz / speed
        c11 = factor + slope * speed * ex * ex
        c12 = slope * speed * ex * ez
        c22 = factor + slope * speed * ez * ez
        a11[k] += c11
        a12[k] += c12
        a22[k] += c22
        rx[k] += -factor * wx + c11 * vx[k] + c12 * vz[k]
        rz[k] += -factor * wz + c12 * vx[k] + c22 * vz[k]


@compiled
def _add_bed(floor, bed, dt, z, vx, vz, a11, a22, rz):
    """Push every node up that stands below the bed and hold it by friction, both implicit.

    The bed gives back little speed (a fly does not bounce off gravel): the push is damped over
    `BED_DAMPING` s, and never pulls.
    """
    stiffness, friction = bed[1], bed[2]
    damping = stiffness * BED_DAMPING
    for i in range(1, len(z)):
        below = floor - z[i]
        normal = stiffness * below - damping * vz[i]
        if below <= 0.0 or normal <= 0.0:
            continue
        rz[i] += stiffness * below
        a22[i] += stiffness * dt + damping
        a11[i] += friction * normal / math.sqrt(vx[i] * vx[i] + FRICTION_SPEED * FRICTION_SPEED)


@compiled
def _eliminate(n, dt, parent, x, z, length, tension, a11, a12, a22, rx, rz, back):
    """Fold the tree from its leaves to its top; `back` keeps what the way down needs."""
    for i in range(n - 1, 0, -1):
        p = parent[i]
        tx, tz = (x[i] - x[p]) / length[i], (z[i] - z[p]) / length[i]
        nx, nz = -tz, tx
        kappa = dt * max(tension[i], 0.0) / length[i]
        m11 = a11[i] + kappa * nx * nx
        m12 = a12[i] + kappa * nx * nz
        m22 = a22[i] + kappa * nz * nz
        det = m11 * m22 - m12 * m12
        b11, b12, b22 = m22 / det, -m12 / det, m11 / det
        q1x, q1z = b11 * rx[i] + b12 * rz[i], b12 * rx[i] + b22 * rz[i]
        q2x, q2z = b11 * nx + b12 * nz, b12 * nx + b22 * nz
        q3x, q3z = b11 * tx + b12 * tz, b12 * tx + b22 * tz
        d = tx * q3x + tz * q3z
        t0 = (tx * q1x + tz * q1z) / d
        c = kappa * (tx * q2x + tz * q2z)
        tvx, tvz = (c * nx - tx) / d, (c * nz - tz) / d
        v0x, v0z = q1x - t0 * q3x, q1z - t0 * q3z
        j11, j12 = kappa * q2x * nx - q3x * tvx, kappa * q2x * nz - q3x * tvz
        j21, j22 = kappa * q2z * nx - q3z * tvx, kappa * q2z * nz - q3z * tvz
        turn = kappa * (nx * v0x + nz * v0z)
        gx = kappa * (nx * j11 + nz * j21 - nx)
        gz = kappa * (nx * j12 + nz * j22 - nz)
        a11[p] -= tx * tvx + nx * gx
        a12[p] -= 0.5 * (tx * tvz + nx * gz + tz * tvx + nz * gx)
        a22[p] -= tz * tvz + nz * gz
        rx[p] += t0 * tx + turn * nx
        rz[p] += t0 * tz + turn * nz
        back[i, 0], back[i, 1], back[i, 2] = t0, tvx, tvz
        back[i, 3], back[i, 4] = v0x, v0z
        back[i, 5], back[i, 6], back[i, 7], back[i, 8] = j11, j12, j21, j22


@compiled
def _step(dt, top_vx, top_vz, parent, length, diameter, density, between, mass, bodies, values,
          water, stream, bed, x, z, vx, vz, tension, work, back):  # fmt: skip
    """Advance the chain by `dt` s; return the largest strain met before the links were set right."""
    n = len(x)
    a11, a12, a22, rx, rz = work[0], work[1], work[2], work[3], work[4]
    for i in range(n):
        inertia = mass[i] / dt
        a11[i], a12[i], a22[i] = inertia, 0.0, inertia
        rx[i], rz[i] = inertia * vx[i], inertia * vz[i]
    _add_lines(parent, length, diameter, density, between, x, z, vx, vz, water, stream, a11, a12, a22, rx, rz)
    _add_bodies(bodies, values, z, vx, vz, water, stream, a11, a12, a22, rx, rz)
    if bed[0] > 0.0:
        _add_bed(-stream[1], bed, dt, z, vx, vz, a11, a22, rz)
    _eliminate(n, dt, parent, x, z, length, tension, a11, a12, a22, rx, rz, back)
    vx[0], vz[0] = top_vx, top_vz
    for i in range(1, n):
        p = parent[i]
        tension[i] = back[i, 0] + back[i, 1] * vx[p] + back[i, 2] * vz[p]
        vx[i] = back[i, 3] + back[i, 5] * vx[p] + back[i, 6] * vz[p]
        vz[i] = back[i, 4] + back[i, 7] * vx[p] + back[i, 8] * vz[p]
    for i in range(n):
        x[i] += dt * vx[i]
        z[i] += dt * vz[i]
    strain = 0.0
    for i in range(1, n):
        p = parent[i]
        dx, dz = x[i] - x[p], z[i] - z[p]
        now = math.sqrt(dx * dx + dz * dz)
        strain = max(strain, abs(now / length[i] - 1.0))
        x[i] = x[p] + dx * length[i] / now
        z[i] = z[p] + dz * length[i] / now
    return strain


@compiled
def node_masses(parent: Ints, length: Floats, diameter: Floats, density: Floats, bodies: Ints, values: Floats,
                water_density: float) -> Floats:  # fmt: skip
    """Return the inertia of every node, kg: half of each link, and its bodies with their added mass."""
    mass = np.zeros(len(parent))
    for i in range(1, len(parent)):
        half = 0.5 * density[i] * math.pi / 4.0 * diameter[i] * diameter[i] * length[i]
        mass[i] += half
        mass[parent[i]] += half
    for b in range(len(bodies)):
        mass[bodies[b]] += values[b, 0] + ADDED_MASS * water_density * values[b, 1]
    return mass


@compiled
def run_chain(
    parent: Ints,
    length: Floats,
    diameter: Floats,
    density: Floats,
    between: Floats,
    bodies: Ints,
    values: Floats,
    water: Floats,
    stream: Floats,
    bed: Floats,
    moves: Floats,
    start: Floats,
    times: Floats,
    steps: Floats,
) -> tuple[Floats, Floats, Floats, int]:
    """Run a chain with a held top and return its state at the asked times.

    Parameters
    ----------
    parent, length, diameter, density, between
        The mesh, each of shape (nodes,).
    bodies, values
        Node of each body (bodies,), and its mass, volume, bead diameter, drag area (bodies, 4).
    water
        Density, viscosity, gravity.
    stream
        Surface speed, depth, roughness.
    bed
        1 for a bed, its stiffness N/m, its friction.
    moves
        Rows of (time, vx, vz) of the top, from that time on.
    start
        Rows x, z, vx, vz of shape (4, nodes).
    times
        When to report, s, rising.
    steps
        Step just after a start or a change of motion, the settled step, and how long the first lasts, s.

    Returns
    -------
    tuple
        States (times, 4, nodes), link tensions (times, nodes) in N, [largest strain, least tension], steps taken.
        A run that needs more than `MOST_STEPS` steps comes back as NaN.
    """
    n = len(parent)
    x, z, vx, vz = start[0].copy(), start[1].copy(), start[2].copy(), start[3].copy()
    mass = node_masses(parent, length, diameter, density, bodies, values, water[0])
    tension = np.zeros(n)
    work = np.zeros((5, n))
    back = np.zeros((n, 9))
    kept = np.zeros((5, n))
    states = np.zeros((len(times), 4, n))
    tensions = np.zeros((len(times), n))
    worst = np.zeros(2)
    count = 0
    t, since, move = 0.0, 0.0, -1
    ease = steps[0]
    for k in range(len(times)):
        while times[k] - t > 1e-12 and count < MOST_STEPS:
            while move + 1 < len(moves) and moves[move + 1, 0] <= t + 1e-12:
                move += 1
                since = t
                ease = min(ease, steps[0])
            dt = steps[0] if t - since < steps[2] - 1e-9 else steps[1]
            end = times[k]
            if move + 1 < len(moves):
                end = min(end, moves[move + 1, 0])
            dt = min(dt, ease)
            dt = (end - t) / math.ceil((end - t) / dt - 1e-9)
            top_vx, top_vz = (moves[move, 1], moves[move, 2]) if move >= 0 else (0.0, 0.0)
            kept[0], kept[1], kept[2], kept[3], kept[4] = x, z, vx, vz, tension
            strain = _step(dt, top_vx, top_vz, parent, length, diameter, density, between, mass, bodies, values,
                           water, stream, bed, x, z, vx, vz, tension, work, back)  # fmt: skip
            count += 1
            if strain > STRAIN_TO_HALVE and dt > SHORTEST_STEP:
                x[:], z[:], vx[:], vz[:], tension[:] = kept[0], kept[1], kept[2], kept[3], kept[4]
                ease = 0.5 * dt
                continue
            t = end if end - t - dt < 1e-12 else t + dt
            ease = max(ease, dt) * 1.25
            worst[0] = max(worst[0], strain)
            for i in range(1, n):
                worst[1] = min(worst[1], tension[i])
        states[k, 0], states[k, 1], states[k, 2], states[k, 3] = x, z, vx, vz
        tensions[k] = tension
    if count >= MOST_STEPS:
        states[:] = np.nan
    return states, tensions, worst, count
