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
    AT_X,
    AT_Y,
    AT_Z,
    BED_S,
    BENDING_STIFFNESS,
    CONTACTS,
    DEPTH,
    DIAMETER,
    EDDY_ALONG,
    EDDY_UP,
    ENTRY_X,
    FIRST_M,
    FIRST_S,
    HAS_BED,
    HEIGHT,
    LEAST,
    LENGTH,
    LINE_DENSITY,
    MASS,
    MEND_TIME,
    MOVE_TAKES,
    MOVE_TIME,
    MOVE_VX,
    MOVE_VY,
    MOVE_VZ,
    NEAR_M,
    POWER,
    PULL,
    REL_X,
    REL_Y,
    REL_Z,
    RHO,
    ROUGHNESS,
    SHEAR,
    STEP_FIRST,
    STEP_GROWTH,
    STEP_MOST,
    STEP_PEELS,
    STEP_SETTLING,
    STEP_STRAIN,
    STEP_THEN,
    TAKEN,
    TENSION,
    TOUCHES,
    UNDER,
    VOLUME,
)
from jarana.core.engine.compiled import compiled, loop
from jarana.core.engine.groups import Drive, Line, Loads, Medium, Now, sums_for
from jarana.core.engine.hydro.terminal_speed import ADDED_MASS
from jarana.core.engine.hydro.turbulence import ALONG, UP
from jarana.core.engine.step.bed import add_bed
from jarana.core.engine.step.bending import add_bending
from jarana.core.engine.step.bodies import add_bodies
from jarana.core.engine.step.flow import depth_at, eddy, look, pace
from jarana.core.engine.step.lines import drag_lines
from jarana.core.engine.step.mend import lay_over
from jarana.core.engine.step.reel import pulled_least, reel
from jarana.core.engine.step.surface import land, peel
from jarana.core.engine.step.tree import eliminate, free_root, substitute

BED_GIVE = 0.001
"""How far the rig's whole weight in water would press into the bed, m."""
SHORTEST_STEP = 2.5e-4
"""s."""
SAME_TIME = 1e-9
"""s: two times nearer to each other are one; figures of minutes do not hold less."""
MOST_STEPS = 300_000
AFLOAT_GRIP = 1.0e4
"""N·s/m that hold a lying node in the surface; its speed off it stays under a hundredth of a millimetre a second."""
BACK_AT_MOST = 0.1
"""m/s at which what landed through the surface goes back into it: halving a step that is too long must not throw it up."""
FLAT = 1e-9
"""m: a lying node this near to the surface is in it."""
JUMP = 0.1
"""s after a change of motion that tell nothing of pull or slack: a top that jumps to its speed jerks its line for a step."""
ON_THE_BED = 0.02
"""A fly at or below this height has found the bottom, m."""
TOUCHING = 0.005
"""A fly at or below this height is on the stones, m."""
NEAR_THE_BED = 0.03
"""m: what goes along closer over the bed than this may hang up; and a fly is judged by the water at least so high over it."""
QUIET = 2e-5
"""m/s: a held chain of which nothing moves faster than this has come to rest."""


@loop
def _step(dt, first, moved, free, bends, line, mass, loads, medium, now, sums):
    """Advance the chain by `dt` s; return the largest strain met before the links were set right, and how fast line went in, m/s."""
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
            back = place[i, 2] / (2.0 * dt)
            right[i, 2] -= AFLOAT_GRIP * min(max(back, -BACK_AT_MOST), BACK_AT_MOST)
    if bends:
        sums.coupling[:] = 0.0
        sums.grand[:] = 0.0
        add_bending(first, dt, line, now, sums)
    drag_lines(first, line, now, medium, sums)
    add_bodies(dt, loads, now, medium, sums)
    if medium.bed[HAS_BED] > 0.0:
        add_bed(first, dt, now, medium, sums)
    eliminate(first, dt, -taken, bends, line, now, sums)
    if free:
        free_root(speed, sums)
    else:
        speed[0, 0], speed[0, 1], speed[0, 2] = moved[0], moved[1], moved[2]
    taken = -substitute(first, -taken, pulled_least(taken, place[0, 2]), bends, line, now, sums)
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
    return strain, taken


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


@loop
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


@loop
def _stir(now, medium):
    """Set how strong the eddies are at a time, s: along and up from their paths, straight between the rows, over again at their end."""
    _, stream, _, _, _, _, _, _, eddies, grid = medium
    for column in range(2):
        at = now / grid[column]
        row = int(at)
        share = at - row
        row %= len(eddies)
        value = eddies[row, column] * (1.0 - share) + eddies[(row + 1) % len(eddies), column] * share
        if column == 0:
            stream[EDDY_ALONG] = ALONG * value
        else:
            stream[EDDY_UP] = UP * value


@loop
def _water_at(x, y, medium):
    """Return depth, shear, roughness, power and slope of the stream at a place in plan."""
    _, stream, _, along, along_grid, across, across_grid, _, _, _ = medium
    if len(along) > 1 or len(across) > 1:
        return look(x, y, stream, along, along_grid, across, across_grid)
    return stream[DEPTH], stream[SHEAR], stream[ROUGHNESS], stream[POWER], 0.0


@loop
def _keep(node, now, medium, row):
    """Write down where a node is, and how fast it goes through the water, taken at least a little over the bed."""
    place, speed, tension = now
    depth, shear, rough, power, _ = _water_at(place[node, 0], place[node, 1], medium)
    stream = medium.stream
    height = max(min(place[node, 2], 0.0) + depth, NEAR_THE_BED)
    eddy_x, eddy_z = eddy(height, depth, shear, power, stream)
    row[AT_X], row[AT_Y], row[AT_Z] = place[node, 0], place[node, 1], place[node, 2]
    row[UNDER] = depth
    row[REL_X] = speed[node, 0] - pace(height, depth, shear, rough, power) - eddy_x
    row[REL_Y] = speed[node, 1]
    row[REL_Z] = speed[node, 2] - eddy_z
    row[PULL] = tension[node]


@loop
def _watch(time, dt, begun, node, now, medium, told):
    """Note what a step of `dt` up to `time` did to a node over the bed."""
    place, speed, _ = now
    _, stream, _, along, along_grid, across, across_grid, _, _, _ = medium
    depth = depth_at(place[node, 0], place[node, 1], stream, along, along_grid, across, across_grid)
    height = depth + place[node, 2]
    if not begun:
        told[FIRST_S], told[FIRST_M] = np.nan, np.nan
        told[ENTRY_X], told[LEAST] = place[node, 0], height
        told[HEIGHT] = height
        if height <= ON_THE_BED:
            told[FIRST_S], told[FIRST_M] = time, 0.0
        return
    before = told[HEIGHT]
    if math.isnan(told[FIRST_S]) and height <= ON_THE_BED:
        back = (1.0 - (before - ON_THE_BED) / max(before - height, 1e-12)) * dt
        told[FIRST_S] = time - back
        told[FIRST_M] = abs(place[node, 0] - back * speed[node, 0] - told[ENTRY_X])
    touches = 1.0 if height <= TOUCHING else 0.0
    if touches > told[TOUCHES]:
        told[CONTACTS] += 1.0
    told[TOUCHES] = touches
    told[BED_S] += touches * dt
    if height <= NEAR_THE_BED:
        told[NEAR_M] += math.hypot(speed[node, 0], speed[node, 1]) * dt
    told[LEAST] = min(told[LEAST], height)
    told[HEIGHT] = height


@compiled
def run_chain(
    line: Line, loads: Loads, free: bool, outside: int, fixed: Ints, medium: Medium, start: Floats, drive: Drive
) -> tuple[Floats, Floats, Floats, Ints, Floats, Floats, Floats, int]:
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
        Of the kept nodes: places and speeds (times, kept, 3), link tensions (times, kept) in N, which lie (times, kept). Of
        the watched: what they did (watched, 9), and all that a judge asks of them at the times, with the line taken in up to
        then in the last column (times, watched, 9). [Largest strain, least tension, line taken in m, greatest tension of the
        first link N, first link outside], steps taken.
        A run that needs more than `MOST_STEPS` steps comes back as NaN.
    """
    moves, mends, times, steps, kept, watched = drive
    n = len(line.parent)
    medium = Medium(
        medium.water,
        medium.stream.copy(),
        medium.air,
        medium.along,
        medium.along_grid,
        medium.across,
        medium.across_grid,
        medium.bed,
        medium.eddies,
        medium.eddies_grid,
    )
    stirred = len(medium.eddies) > 0
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
    sums = sums_for(n, bends)
    kept_place, kept_speed, kept_tension = np.zeros((n, 3)), np.zeros((n, 3)), np.zeros(n)
    before = np.zeros(n)
    places = np.zeros((len(times), len(kept), 3))
    speeds = np.zeros((len(times), len(kept), 3))
    tensions = np.zeros((len(times), len(kept)))
    floating = np.zeros((len(times), len(kept)), dtype=np.int64)
    did = np.zeros((len(watched), 9))
    tracks = np.zeros((len(times), len(watched), 9))
    for w in range(len(watched)):
        _watch(0.0, 0.0, False, watched[w], now, medium, did[w])
    worst = np.zeros(5)
    fed = np.zeros(n)
    count, first, mended = 0, outside, 0
    # What waits inside is at the tip only after a step: the first link outside hangs from the tip itself.
    line.parent[first] = 0
    t, since, move = 0.0, 0.0, -1
    ease = steps[STEP_FIRST]
    rests = False
    for k in range(len(times)):
        while times[k] - t > SAME_TIME and count < MOST_STEPS:
            while move + 1 < len(moves) and moves[move + 1, MOVE_TIME] <= t + SAME_TIME:
                move += 1
                since = t
                ease = min(ease, steps[STEP_FIRST])
                rests = False
            while mended < len(mends) and mends[mended, MEND_TIME] <= t + SAME_TIME:
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
                for w in range(len(watched)):
                    _watch(end, end - t, True, watched[w], now, medium, did[w])
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
            dt = (end - t) / max(math.ceil((end - t) / dt - 1e-9), 1)
            kept_place[:], kept_speed[:], kept_tension[:] = place, speed, tension
            length = links[first, LENGTH]
            if stirred:
                _stir(t + 0.5 * dt, medium)
            strain, taken = _step(dt, first, moved, free, bends, line, mass, loads, medium, now, sums)
            count += 1
            if strain > steps[STEP_STRAIN] and dt > SHORTEST_STEP:
                place[:], speed[:], tension[:] = kept_place, kept_speed, kept_tension
                links[first, LENGTH] = length
                ease = 0.5 * dt
                continue
            t = end if end - t - dt < 1e-12 else t + dt
            ease = max(ease, dt) * 1.25
            worst[0] = max(worst[0], strain)
            worst[2] += taken * dt
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
            for w in range(len(watched)):
                _watch(t, dt, True, watched[w], now, medium, did[w])
        for w in range(len(watched)):
            _keep(watched[w], now, medium, tracks[k, w])
            if watched[w] <= first:
                tracks[k, w, PULL] = tension[first]
            tracks[k, w, TAKEN] = worst[2]
        for j in range(len(kept)):
            node = kept[j]
            places[k, j], speeds[k, j] = place[node], speed[node]
            tensions[k, j] = tension[first] if node == 1 else tension[node]
            floating[k, j] = line.afloat[node]
    worst[4] = first
    if count >= MOST_STEPS:
        places[:] = np.nan
        tracks[:] = np.nan
    return places, speeds, tensions, floating, did, tracks, worst, count
