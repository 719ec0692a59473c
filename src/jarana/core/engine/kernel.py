"""The chain in time: inextensible links, anisotropic line drag, side branches, floats, grease, bed contact.

A semi-implicit step over a tree. Every node carries a symmetric 2x2 matrix (mass and Newton-linearised drag);
link lengths are kept by Lagrange multipliers, and a taut link resists turning through the implicit geometric
stiffness ``dt·T/length`` (without it the explicit tangent explodes at 10 ms under a few millinewtons).
Elimination runs from the leaves to the top, so a step costs O(nodes) whatever the branches.
docs/physics.md derives it line by line.
"""

from __future__ import annotations

import math

import numpy as np

from jarana.core.engine.columns import (
    BENDING_STIFFNESS,
    DIAMETER,
    FLOAT_MASS,
    FLOAT_RADIUS,
    HAS_BED,
    LENGTH,
    LINE_DENSITY,
    MASS,
    MOVE_TAKES,
    MOVE_TIME,
    MOVE_VX,
    MOVE_VZ,
    RHO,
    STEP_FIRST,
    STEP_SETTLING,
    STEP_THEN,
    TENSION,
    VOLUME,
)
from jarana.core.engine.compiled import compiled
from jarana.core.engine.forces import add_bed, add_bending, add_bodies, add_float, add_lines
from jarana.core.engine.groups import Drive, Line, Loads, Medium, Now, Sums
from jarana.core.engine.hydro.terminal_speed import ADDED_MASS
from jarana.core.engine.mesh import Floats, Ints
from jarana.core.law import Law, Range

GREASE = Law(
    "peeling of a greased line",
    "energy per metre: T(1 - cos phi) against a share of surface tension x circumference; the share, 0.3, is a starting value",
    {"diameter": Range(1e-4, 2e-3, "greased line", "diameter", "m")},
    "how long it stays up is a guess",
)
BED_GIVE = 0.001
"""How far the rig's whole weight in water would press into the bed, m."""
STRAIN_TO_HALVE = 2.0e-3
"""A step that stretches a link by more than this share is taken again at half its length."""
SHORTEST_STEP = 2.5e-4
"""s."""
MOST_STEPS = 300_000
PEEL = 0.3
"""Energy to peel a greased line off the surface per metre, as a share of surface tension x its circumference."""
AFLOAT_GRIP = 1.0e4
"""N·s/m that hold a greased node in the surface; its speed off it stays under a hundredth of a millimetre a second."""
SHORTEST_LINK = 0.3
"""A first link taken in to this share of its length is removed, and the next one takes its place."""


@compiled
def _eliminate(first, dt, rate, line, now, tension, sums, back):
    """Fold the tree from its leaves to its top; `back` keeps what the way down needs.

    `rate` is how fast the first link grows, m/s: negative where line is taken in.
    """
    parent, links, _ = line
    x, z, _, _ = now
    a11, a12, a22, rx, rz = sums
    for i in range(len(x) - 1, first - 1, -1):
        p = parent[i]
        length = links[i, LENGTH]
        tx, tz = (x[i] - x[p]) / length, (z[i] - z[p]) / length
        nx, nz = -tz, tx
        kappa = dt * max(tension[i], 0.0) / length
        m11 = a11[i] + kappa * nx * nx
        m12 = a12[i] + kappa * nx * nz
        m22 = a22[i] + kappa * nz * nz
        det = m11 * m22 - m12 * m12
        b11, b12, b22 = m22 / det, -m12 / det, m11 / det
        q1x, q1z = b11 * rx[i] + b12 * rz[i], b12 * rx[i] + b22 * rz[i]
        q2x, q2z = b11 * nx + b12 * nz, b12 * nx + b22 * nz
        q3x, q3z = b11 * tx + b12 * tz, b12 * tx + b22 * tz
        d = tx * q3x + tz * q3z
        grows = rate if i == first else 0.0
        t0 = (tx * q1x + tz * q1z - grows) / d
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
def _peel(first, line, now, tension, surface_tension):
    """Let greased nodes go under whose sunk neighbour pulls hard and steeply enough; return how many went."""
    parent, links, afloat = line
    x = now[0]
    gone = 0
    for c in range(len(parent) - 1, first - 1, -1):
        p = parent[c]
        if p == 0 or not afloat[p] or afloat[c]:
            continue
        flat = abs(x[c] - x[p]) / links[c, LENGTH]
        if tension[c] * (1.0 - flat) > PEEL * surface_tension * math.pi * links[p, DIAMETER]:
            afloat[p] = 0
            gone += 1
    return gone


@compiled
def _step(dt, first, moved, free, line, mass, loads, top, state, medium, now, tension, sums, back):
    """Advance the chain by `dt` s; return the largest strain met before the links were set right."""
    top_vx, top_vz, taken = moved
    parent, links, afloat = line
    x, z, vx, vz = now
    a11, a12, a22, rx, rz = sums
    n = len(x)
    bends = False
    for i in range(n):
        inertia = mass[i] / dt
        a11[i], a12[i], a22[i] = inertia, 0.0, inertia
        rx[i], rz[i] = inertia * vx[i], inertia * vz[i]
        if afloat[i]:
            a22[i] += AFLOAT_GRIP
            rz[i] -= AFLOAT_GRIP * z[i] / (2.0 * dt)
        bends = bends or links[i, BENDING_STIFFNESS] > 0.0
    add_lines(first, line, now, medium, sums)
    add_bodies(loads, now, medium, sums)
    if bends:
        add_bending(first, dt, line, now, sums)
    if medium.bed[HAS_BED] > 0.0:
        add_bed(first, dt, now, medium, sums)
    if free:
        add_float(dt, top, state, now, medium, sums)
    _eliminate(first, dt, -taken, line, now, tension, sums, back)
    if free:
        det = a11[0] * a22[0] - a12[0] * a12[0]
        vx[0], vz[0] = (a22[0] * rx[0] - a12[0] * rz[0]) / det, (a11[0] * rz[0] - a12[0] * rx[0]) / det
    else:
        vx[0], vz[0] = top_vx, top_vz
    for i in range(first, n):
        p = parent[i]
        tension[i] = back[i, 0] + back[i, 1] * vx[p] + back[i, 2] * vz[p]
        vx[i] = back[i, 3] + back[i, 5] * vx[p] + back[i, 6] * vz[p]
        vz[i] = back[i, 4] + back[i, 7] * vx[p] + back[i, 8] * vz[p]
    links[first, LENGTH] -= taken * dt
    x[0] += dt * vx[0]
    z[0] += dt * vz[0]
    strain = 0.0
    for i in range(first, n):
        x[i] += dt * vx[i]
        z[i] += dt * vz[i]
    for i in range(first, n):
        p = parent[i]
        dx, dz = x[i] - x[p], z[i] - z[p]
        now = math.sqrt(dx * dx + dz * dz)
        strain = max(strain, abs(now / links[i, LENGTH] - 1.0))
        x[i] = x[p] + dx * links[i, LENGTH] / now
        z[i] = z[p] + dz * links[i, LENGTH] / now
    return strain


@compiled
def node_masses(line: Line, loads: Loads, top: Floats, water_density: float) -> Floats:
    """Return the inertia of every node, kg: half of each link, its bodies and a float with their added mass."""
    parent, links, _ = line
    bodies, values = loads
    mass = np.zeros(len(parent))
    for i in range(1, len(parent)):
        half = 0.5 * links[i, LINE_DENSITY] * math.pi / 4.0 * links[i, DIAMETER] * links[i, DIAMETER] * links[i, LENGTH]
        mass[i] += half
        mass[parent[i]] += half
    for b in range(len(bodies)):
        mass[bodies[b]] += values[b, MASS] + ADDED_MASS * water_density * values[b, VOLUME]
    mass[0] += top[FLOAT_MASS] + ADDED_MASS * water_density * 4.0 / 3.0 * math.pi * top[FLOAT_RADIUS] ** 3
    return mass


@compiled
def run_chain(
    line: Line, loads: Loads, top: Floats, fixed: Ints, medium: Medium, start: Floats, drive: Drive
) -> tuple[Floats, Floats, Ints, Floats, int]:
    """Run a chain and return its state at the asked times.

    Parameters
    ----------
    line, loads, medium, drive
        Groups of arrays (:mod:`jarana.core.engine.groups`).
    top
        What floats at the top, (5,); a radius of 0 is a held top.
    fixed
        1 for nodes that cannot be taken in through the tip: a body, a dropper or the end, (nodes,).
    start
        Rows x, z, vx, vz of shape (4, nodes).

    Returns
    -------
    tuple
        States (times, 4, nodes), link tensions (times, nodes) in N, nodes afloat (times, nodes), [largest strain,
        least tension, drowned, line taken in m], steps taken. A run that needs more than `MOST_STEPS` steps comes
        back as NaN.
    """
    moves, times, steps = drive
    n = len(line.parent)
    parent, links, afloat = line.parent.copy(), line.links.copy(), line.afloat.copy()
    line = Line(parent, links, afloat)
    x, z, vx, vz = start[0].copy(), start[1].copy(), start[2].copy(), start[3].copy()
    now = Now(x, z, vx, vz)
    mass = node_masses(line, loads, top, medium.water[RHO])
    free = top[FLOAT_RADIUS] > 0.0
    tension = np.zeros(n)
    sums = Sums(np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n))
    back = np.zeros((n, 9))
    kept = np.zeros((5, n))
    state = np.zeros(1)
    states = np.zeros((len(times), 4, n))
    tensions = np.zeros((len(times), n))
    floating = np.zeros((len(times), n), dtype=np.int64)
    worst = np.zeros(4)
    whole = links[1, LENGTH]
    count, first = 0, 1
    t, since, move = 0.0, 0.0, -1
    ease = steps[STEP_FIRST]
    for k in range(len(times)):
        while times[k] - t > 1e-12 and count < MOST_STEPS:
            while move + 1 < len(moves) and moves[move + 1, MOVE_TIME] <= t + 1e-12:
                move += 1
                since = t
                ease = min(ease, steps[STEP_FIRST])
            dt = steps[STEP_FIRST] if t - since < steps[STEP_SETTLING] - 1e-9 else steps[STEP_THEN]
            end = times[k]
            if move + 1 < len(moves):
                end = min(end, moves[move + 1, MOVE_TIME])
            dt = min(dt, ease)
            top_vx, top_vz, taken = (
                (moves[move, MOVE_VX], moves[move, MOVE_VZ], moves[move, MOVE_TAKES]) if move >= 0 else (0.0, 0.0, 0.0)
            )
            if taken > 0.0:
                if links[first, LENGTH] <= SHORTEST_LINK * whole:
                    if fixed[first]:
                        taken = 0.0
                    else:
                        parent[first + 1] = 0
                        dx, dz = x[first + 1] - x[0], z[first + 1] - z[0]
                        whole = links[first + 1, LENGTH] + links[first, LENGTH]
                        links[first + 1, LENGTH] = math.sqrt(dx * dx + dz * dz)
                        tension[first + 1] = max(tension[first], tension[first + 1])
                        mass[0] += mass[first]
                        first += 1
                dt = min(dt, 0.25 * links[first, LENGTH] / max(taken, 1e-9))
            dt = (end - t) / math.ceil((end - t) / dt - 1e-9)
            kept[0], kept[1], kept[2], kept[3], kept[4] = x, z, vx, vz, tension
            length = links[first, LENGTH]
            strain = _step(
                dt,
                first,
                (top_vx, top_vz, taken),
                free,
                line,
                mass,
                loads,
                top,
                state,
                medium,
                now,
                tension,
                sums,
                back,
            )
            count += 1
            if strain > STRAIN_TO_HALVE and dt > SHORTEST_STEP:
                x[:], z[:], vx[:], vz[:], tension[:] = kept[0], kept[1], kept[2], kept[3], kept[4]
                links[first, LENGTH] = length
                ease = 0.5 * dt
                continue
            t = end if end - t - dt < 1e-12 else t + dt
            ease = max(ease, dt) * 1.25
            worst[0] = max(worst[0], strain)
            worst[3] += taken * dt
            for i in range(first, n):
                worst[1] = min(worst[1], tension[i])
            for i in range(1, first):
                x[i], z[i], vx[i], vz[i] = x[0], z[0], vx[0], vz[0]
            _peel(first, line, now, tension, medium.water[TENSION])
        states[k, 0], states[k, 1], states[k, 2], states[k, 3] = x, z, vx, vz
        tensions[k] = tension
        tensions[k, 1] = tension[first]
        floating[k] = afloat
    worst[2] = state[0]
    if count >= MOST_STEPS:
        states[:] = np.nan
    return states, tensions, floating, worst, count
