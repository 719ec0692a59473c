"""A bed of any piecewise-linear shape, smoothed, with the stream over it, as the kernel reads it."""

from __future__ import annotations

import math

import numpy as np

from jarana.core.engine.hydro.stream import bulk_speed
from jarana.core.engine.mesh import Floats
from jarana.core.engine.scenario import Scenario

SMOOTHING = 0.2
"""m over which a corner of the bed is rounded."""
SPACING = 0.05
MOST_ROWS = 4000
WIND_SHARE = 0.02
"""Share of the wind's speed that the surface of still water drifts at."""


def ground_of(scenario: Scenario) -> tuple[Floats, Floats]:
    """Return rows (depth, surface speed, slope of the depth) on an even grid, and (its start, its spacing).

    Bulk speed x depth is the same everywhere (the flow), so the surface speed follows from the depth. Without a
    profile there are no rows: the bed is level.
    """
    profile = scenario.bed_profile
    if not profile:
        return np.zeros((0, 3)), np.array([0.0, 1.0])
    stream = scenario.stream
    first, last = profile[0][0], profile[-1][0]
    spacing = max(SPACING, (last - first) / (MOST_ROWS - 1))
    count = max(2, math.ceil((last - first) / spacing) + 1)
    x = first + spacing * np.arange(count)
    corners, depths = np.array([r[0] for r in profile]), np.array([r[1] for r in profile])
    offsets = np.linspace(-0.5, 0.5, 9) * SMOOTHING
    depth = np.mean([np.interp(x + o, corners, depths) for o in offsets], axis=0)
    flow = bulk_speed(stream.surface_speed, stream.depth, stream.roughness) * stream.depth
    ratio = depth / stream.roughness
    log = np.log1p(ratio)
    surface = flow / depth / (((1.0 + ratio) * log - ratio) / (ratio * log))
    return np.ascontiguousarray(np.stack([depth, surface, np.gradient(depth, spacing)], axis=1)), np.array(
        [first, spacing]
    )


def speed_over(scenario: Scenario, x: Floats, height: Floats) -> Floats:
    """Return the speed of the water at places along the chain and heights over the bed there, m/s."""
    stream = scenario.stream
    ground, grid = ground_of(scenario)
    if len(ground):
        places = grid[0] + grid[1] * np.arange(len(ground))
        depth, surface = np.interp(x, places, ground[:, 0]), np.interp(x, places, ground[:, 1])
    else:
        depth, surface = np.full(len(x), stream.depth), np.full(len(x), stream.surface_speed)
    inside = np.clip(height, 0.0, depth)
    return np.asarray(surface * np.log1p(inside / stream.roughness) / np.log1p(depth / stream.roughness))
