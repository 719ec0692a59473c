"""The chain in time and space: inextensible links, anisotropic line drag in water and air, branches, floats, bed contact.

A semi-implicit step over a tree, x downstream, y across, z up. Every node carries a symmetric 3x3 matrix (mass and
Newton-linearised drag); link lengths are kept by Lagrange multipliers, and a taut link resists turning through the implicit
geometric stiffness ``dt·T/length`` (without it the explicit tangent explodes at 10 ms under a few millinewtons).
Elimination runs from the leaves to the top, so a step costs O(nodes) whatever the branches.
docs/physics.md derives it line by line.
"""

from __future__ import annotations

import math

import numpy as np

from jarana.core.engine.arrays import Floats, Ints
from jarana.core.engine.columns import (
    BENDING_STIFFNESS,
    DIAMETER,
    HAS_BED,
    LENGTH,
    LINE_DENSITY,
    MASS,
    MEND_TIME,
    MOVE_TAKES,
    MOVE_TIME,
    MOVE_VX,
    MOVE_VY,
    MOVE_VZ,
    RHO,
    STEP_FIRST,
    STEP_GROWTH,
    STEP_MOST,
    STEP_PEELS,
    STEP_SETTLING,
    STEP_THEN,
    TENSION,
    VOLUME,
)
from jarana.core.engine.compiled import compiled
from jarana.core.engine.groups import Drive, Line, Loads, Medium, Now, Sums
from jarana.core.engine.hydro.terminal_speed import ADDED_MASS
from jarana.core.engine.step.bed import add_bed
from jarana.core.engine.step.bending import add_bending
from jarana.core.engine.step.bodies import add_bodies
from jarana.core.engine.step.lines import add_lines
from jarana.core.engine.step.mend import lay_over
from jarana.core.engine.step.reel import reel
from jarana.core.engine.step.surface import land, peel
from jarana.core.engine.step.tree import eliminate, free_root, substitute

BED_GIVE = 0.001
"""How far the rig's whole weight in water would press into the bed, m."""
STRAIN_TO_HALVE = 2.0e-3
"""A step that stretches a link by more than this share is taken again at half its length."""
SHORTEST_STEP = 2.5e-4
"""s."""
MOST_STEPS = 300_000
AFLOAT_GRIP = 1.0e4
"""N·s/m that hold a lying node in the surface; its speed off it stays under a hundredth of a millimetre a second."""
FLAT = 1e-9
"""m: a lying node this near to the surface is in it."""
JUMP = 0.1
"""s after a change of motion that tell nothing of pull or slack: a top that jumps to its speed jerks its line for a step."""
QUIET = 2e-5
"""m/s: a held chain of which nothing moves faster than this has come to rest."""


@compiled
def _step(dt, first, moved, free, bends, line, mass, loads, medium, now, sums):
    """Advance the chain by `dt` s; return the largest strain met before the links were set right."""
    taken = moved[3]
    parent, links, _, afloat = line
    place, speed, _ = now
    matrix, right = sums.matrix, sums.right
    n = len(parent)
    for i in range(n):
        inertia = mass[i] / dt
        matrix[i, 0], matrix[i, 1], matrix[i, 2] = inertia, 0.0, 0.0
        matrix[i, 3], matrix[i, 4], matrix[i, 5] = inertia, 0.0, inertia
        right[i, 0], right[i, 1], right[i, 2] = inertia * speed[i, 0], inertia * speed[i, 1], inertia * speed[i, 2]
        if afloat[i]:
            matrix[i, 5] += AFLOAT_GRIP
            right[i, 2] -= AFLOAT_GRIP * place[i, 2] / (2.0 * dt)
    if bends:
        sums.coupling[:] = 0.0
        sums.grand[:] = 0.0
        add_bending(first, dt, line, now, sums)
    add_lines(first, line, now, medium, sums)
    add_bodies(dt, loads, now, medium, sums)
    if medium.bed[HAS_BED] > 0.0:
        add_bed(first, dt, now, medium, sums)
    eliminate(first, dt, -taken, bends, line, now, sums)
    if free:
        free_root(speed, sums)
    else:
        speed[0, 0], speed[0, 1], speed[0, 2] = moved[0], moved[1], moved[2]
    substitute(first, -taken, bends, line, now, sums)
    links[first, LENGTH] -= taken * dt
    for axis in range(3):
        place[0, axis] += dt * speed[0, axis]
    for i in range(first, n):
        place[i, 0] += dt * speed[i, 0]
        place[i, 1] += dt * speed[i, 1]
        place[i, 2] += dt * speed[i, 2]
    strain = 0.0
    for i in range(first, n):
        p = parent[i]
        dx, dy, dz = place[i, 0] - place[p, 0], place[i, 1] - place[p, 1], place[i, 2] - place[p, 2]
        long = math.sqrt(dx * dx + dy * dy + dz * dz)
        strain = max(strain, abs(long / links[i, LENGTH] - 1.0))
        right_length = links[i, LENGTH] / long
        place[i, 0] = place[p, 0] + dx * right_length
        place[i, 1] = place[p, 1] + dy * right_length
        place[i, 2] = place[p, 2] + dz * right_length
        if afloat[i] and abs(place[i, 2]) < FLAT:
            # Neither dies out through ever smaller numbers, on which a processor is slow.
            place[i, 2], speed[i, 2] = 0.0, 0.0
    return strain


@compiled
def node_masses(line: Line, loads: Loads, water_density: float) -> Floats:
    """Return the inertia of every node, kg: half of each link, and its bodies with their added mass."""
    parent, links, _, _ = line
    bodies, values, _ = loads
    mass = np.zeros(len(parent))
    for i in range(1, len(parent)):
        half = 0.5 * links[i, LINE_DENSITY] * math.pi / 4.0 * links[i, DIAMETER] * links[i, DIAMETER] * links[i, LENGTH]
        mass[i] += half
        mass[parent[i]] += half
    for b in range(len(bodies)):
        mass[bodies[b]] += values[b, MASS] + ADDED_MASS * water_density * values[b, VOLUME]
    return mass


@compiled
def _rests(first, now, moved, free):
    """Say whether nothing moves: the top is held still and no node is faster than `QUIET`."""
    if free or moved[0] != 0.0 or moved[1] != 0.0 or moved[2] != 0.0 or moved[3] != 0.0:
        return False
    speed = now.speed
    for i in range(first, len(speed)):
        for axis in range(3):
            if abs(speed[i, axis]) > QUIET:
                return False
    return True


@compiled
def run_chain(
    line: Line, loads: Loads, free: bool, outside: int, fixed: Ints, medium: Medium, start: Floats, drive: Drive
) -> tuple[Floats, Floats, Floats, Ints, Floats, int]:
    """Run a chain and return its state at the asked times.

    Parameters
    ----------
    line, loads, medium, drive
        Groups of arrays (:mod:`jarana.core.engine.groups`).
    free
        Nothing holds the top.
    outside
        The first link outside the tip; those before it wait inside.
    fixed
        1 for nodes that cannot be taken in through the tip: a body, a dropper or the end, (nodes,).
    start
        Places m and speeds m/s, (2, nodes, 3).

    Returns
    -------
    tuple
        Places and speeds (times, nodes, 3), link tensions (times, nodes) in N, nodes that lie (times, nodes), [largest
        strain, least tension, line taken in m, greatest tension of the first link N, first link outside], steps taken.
        A run that needs more than `MOST_STEPS` steps comes back as NaN.
    """
    moves, mends, times, steps = drive
    n = len(line.parent)
    line = Line(line.parent.copy(), line.links.copy(), line.lies, line.afloat.copy())
    links = line.links
    loads = Loads(loads.node, loads.values, loads.drowned)
    now = Now(start[0].copy(), start[1].copy(), np.zeros(n))
    place, speed, tension = now
    rest = links[:, LENGTH].copy()
    mass = node_masses(line, loads, medium.water[RHO])
    bends = False
    for i in range(n):
        bends = links[i, BENDING_STIFFNESS] > 0.0 or bends
    held = n if bends else 1
    sums = Sums(
        np.zeros((n, 6)),
        np.zeros((n, 3)),
        np.zeros((held, 3, 3)),
        np.zeros(held),
        np.zeros((n, 6)),
        np.zeros((n, 4)),
        np.zeros(n),
    )
    kept_place, kept_speed, kept_tension = np.zeros((n, 3)), np.zeros((n, 3)), np.zeros(n)
    before = np.zeros(n)
    places = np.zeros((len(times), n, 3))
    speeds = np.zeros((len(times), n, 3))
    tensions = np.zeros((len(times), n))
    floating = np.zeros((len(times), n), dtype=np.int64)
    worst = np.zeros(5)
    fed = np.zeros(n)
    count, first, mended = 0, outside, 0
    t, since, move = 0.0, 0.0, -1
    ease = steps[STEP_FIRST]
    rests = False
    for k in range(len(times)):
        while times[k] - t > 1e-12 and count < MOST_STEPS:
            while move + 1 < len(moves) and moves[move + 1, MOVE_TIME] <= t + 1e-12:
                move += 1
                since = t
                ease = min(ease, steps[STEP_FIRST])
                rests = False
            while mended < len(mends) and mends[mended, MEND_TIME] <= t + 1e-12:
                worst[2] -= lay_over(first, mends[mended], fed, line, now)
                rest[:] = np.maximum(rest, links[:, LENGTH])
                since, rests, mended = t, False, mended + 1
                ease = min(ease, steps[STEP_FIRST])
            end = times[k]
            if move + 1 < len(moves):
                end = min(end, moves[move + 1, MOVE_TIME])
            if mended < len(mends):
                end = min(end, mends[mended, MEND_TIME])
            if rests:
                t = end
                continue
            passed = t - since - steps[STEP_SETTLING]
            if passed < -1e-9:
                dt = steps[STEP_FIRST]
            else:
                dt = min(steps[STEP_THEN] * (1.0 + steps[STEP_GROWTH] * passed), steps[STEP_MOST])
            dt = min(dt, ease)
            moved = (0.0, 0.0, 0.0, 0.0)
            if move >= 0:
                moved = (moves[move, MOVE_VX], moves[move, MOVE_VY], moves[move, MOVE_VZ], moves[move, MOVE_TAKES])
            if moved[3] != 0.0:
                first, taken = reel(first, moved[3], rest, fixed, mass, line, now)
                moved = (moved[0], moved[1], moved[2], taken)
                dt = min(dt, 0.25 * links[first, LENGTH] / max(abs(taken), 1e-9))
            dt = (end - t) / math.ceil((end - t) / dt - 1e-9)
            kept_place[:], kept_speed[:], kept_tension[:] = place, speed, tension
            length = links[first, LENGTH]
            strain = _step(dt, first, moved, free, bends, line, mass, loads, medium, now, sums)
            count += 1
            if strain > STRAIN_TO_HALVE and dt > SHORTEST_STEP:
                place[:], speed[:], tension[:] = kept_place, kept_speed, kept_tension
                links[first, LENGTH] = length
                ease = 0.5 * dt
                continue
            t = end if end - t - dt < 1e-12 else t + dt
            ease = max(ease, dt) * 1.25
            worst[0] = max(worst[0], strain)
            worst[2] += moved[3] * dt
            if t - since > JUMP:
                for i in range(first, n):
                    worst[1] = min(worst[1], tension[i])
                worst[3] = max(worst[3], tension[first])
            for i in range(1, first):
                for axis in range(3):
                    place[i, axis], speed[i, axis] = place[0, axis], speed[0, axis]
            if steps[STEP_PEELS] > 0.0:
                peel(first, line, now, medium.water[TENSION])
            before[:] = kept_place[:, 2]
            land(first, line, now, before)
            rests = _rests(first, now, moved, free)
        places[k], speeds[k], tensions[k] = place, speed, tension
        tensions[k, 1] = tension[first]
        floating[k] = line.afloat
    worst[4] = first
    if count >= MOST_STEPS:
        places[:] = np.nan
    return places, speeds, tensions, floating, worst, count
