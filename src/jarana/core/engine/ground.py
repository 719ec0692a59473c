"""A bed of any piecewise-linear shape, smoothed, with the stream over it, as the kernel reads it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from jarana.core.engine.columns import BED_DEPTH, BED_SURFACE_SPEED
from jarana.core.engine.hydro.stream import bulk_speed, log_profile
from jarana.core.engine.mesh import Floats
from jarana.core.engine.scenario import Scenario, Stream

SMOOTHING = 0.2
"""m over which a corner of the bed is rounded."""
SPACING = 0.05
MOST_ROWS = 4000
WIND_SHARE = 0.02
"""Share of the wind's speed that the surface of still water drifts at."""


def bed_depth(profile: Sequence[tuple[float, float]], x: float | Floats) -> Floats:
    """Return the depth of a bed of corners (x, depth) at places along it, m: straight between corners, level beyond them.

    Examples
    --------
    >>> float(bed_depth([(0.0, 1.0), (2.0, 2.0)], 0.5))
    1.25
    """
    return np.asarray(np.interp(x, [row[0] for row in profile], [row[1] for row in profile]))


def bed_under(scenario: Scenario, x: Floats) -> Floats:
    """Return the depth of the bed under places of the chain, m: as the engine has it, its corners rounded."""
    ground, grid = ground_of(scenario)
    if not len(ground):
        return np.full(len(x), scenario.stream.depth)
    return np.asarray(np.interp(x, grid[0] + grid[1] * np.arange(len(ground)), ground[:, BED_DEPTH]))


def ground_of(scenario: Scenario) -> tuple[Floats, Floats]:
    """Return the ground of a scenario; made once for a bed and its stream, and not to be written to."""
    return _ground(scenario.bed_profile, scenario.stream)


@lru_cache(maxsize=64)
def _ground(profile: tuple[tuple[float, float], ...], stream: Stream) -> tuple[Floats, Floats]:
    """Return rows (depth, surface speed, slope of the depth) on an even grid, and (its start, its spacing).

    Bulk speed x depth is the same everywhere (the flow), so the surface speed follows from the depth. Without a
    profile there are no rows: the bed is level.
    """
    if not profile:
        return np.zeros((0, 3)), np.array([0.0, 1.0])
    first, last = profile[0][0], profile[-1][0]
    spacing = max(SPACING, (last - first) / (MOST_ROWS - 1))
    count = max(2, math.ceil((last - first) / spacing) + 1)
    x = first + spacing * np.arange(count)
    offsets = np.linspace(-0.5, 0.5, 9) * SMOOTHING
    depth = np.mean([bed_depth(profile, x + o) for o in offsets], axis=0)
    flow = bulk_speed(stream.surface_speed, stream.depth, stream.roughness) * stream.depth
    surface = flow / depth / bulk_speed(1.0, depth, stream.roughness)
    return np.ascontiguousarray(np.stack([depth, surface, np.gradient(depth, spacing)], axis=1)), np.array(
        [first, spacing]
    )


def speed_over(scenario: Scenario, x: Floats, height: Floats) -> Floats:
    """Return the speed of the water at places along the chain and heights over the bed there, m/s."""
    stream = scenario.stream
    ground, grid = ground_of(scenario)
    depth, surface = bed_under(scenario, x), np.full(len(x), stream.surface_speed)
    if len(ground):
        surface = np.interp(x, grid[0] + grid[1] * np.arange(len(ground)), ground[:, BED_SURFACE_SPEED])
    return np.asarray(surface * log_profile(np.clip(height, 0.0, depth), depth, stream.roughness))
