"""The bed: it pushes up what stands below it and holds it by friction, both implicit."""

from __future__ import annotations

import math

from jarana.core.engine.columns import BED_FRICTION, BED_STIFFNESS, DEPTH
from jarana.core.engine.compiled import loop
from jarana.core.engine.step.flow import depth_at

BED_DAMPING = 0.002
"""Time over which the bed takes up the speed of what lands on it, s."""
FRICTION_SPEED = 0.001
"""Speed at which bed friction reaches about its full value, m/s."""


@loop
def add_bed(first, dt, now, medium, sums):
    """Push every node up that stands below the bed and hold it along and across by friction.

    The bed gives back little speed (a fly does not bounce off gravel): the push is damped over
    `BED_DAMPING` s, and never pulls.
    """
    place, speed, _ = now
    _, stream, _, along, along_grid, across, across_grid, bed, _, _ = medium
    matrix, right = sums.matrix, sums.right
    stiffness, friction = bed[BED_STIFFNESS], bed[BED_FRICTION]
    damping = stiffness * BED_DAMPING
    mapped = len(along) > 1 or len(across) > 1
    depth = stream[DEPTH]
    for i in range(first, len(place)):
        if mapped:
            depth = depth_at(place[i, 0], place[i, 1], stream, along, along_grid, across, across_grid)
        below = -depth - place[i, 2]
        normal = stiffness * below - damping * speed[i, 2]
        if below <= 0.0 or normal <= 0.0:
            continue
        vx, vy = speed[i, 0], speed[i, 1]
        hold = friction * normal / math.sqrt(vx * vx + vy * vy + FRICTION_SPEED * FRICTION_SPEED)
        right[i, 2] += stiffness * below
        matrix[i, 5] += stiffness * dt + damping
        matrix[i, 0] += hold
        matrix[i, 3] += hold
