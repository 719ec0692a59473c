"""The stream as the kernel reads it: its bed along, of any piecewise-linear shape, smoothed, and its lanes across, blended."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import DEPTH, DEPTH_SHARE, POWER, ROUGHNESS, SHEAR, SPEED_SHARE
from jarana.core.engine.hydro.stream import bulk_speed
from jarana.core.engine.scenario import Air, Scenario, Stream, Wind

SMOOTHING = 0.2
"""m over which a corner of the bed is rounded."""
SPACING = 0.05
MOST_ROWS = 4000
ACROSS_SPACING = 0.02
"""m between the rows across; read linearly they are right to 1e-5 m of a fly's place."""
BLEND_REACH = 4.0
"""Blends beyond the outermost edges after which a lane is alone to 1e-7."""
WIND_SHARE = 0.02
"""Share of the wind's speed that the surface of still water drifts at."""
NO_ROWS_ALONG, NO_ROWS_ACROSS, NO_GRID = np.zeros((0, 3)), np.zeros((0, 4)), np.array([0.0, 1.0])
"""What a level bed and a stream without lanes are told with; not to be written to."""


def bed_depth(profile: Sequence[tuple[float, float]], x: float | Floats) -> Floats:
    """Return the depth of a bed of corners (x, depth) at places along it, m: straight between corners, level beyond them.

    Examples
    --------
    >>> float(bed_depth([(0.0, 1.0), (2.0, 2.0)], 0.5))
    1.25
    """
    return np.asarray(np.interp(x, [row[0] for row in profile], [row[1] for row in profile]))


def along_of(scenario: Scenario) -> tuple[Floats, Floats]:
    """Return the rows along the bed of a scenario and their (start, spacing); made once, and not to be written to.

    Rows are the shares of the depth and of the surface speed at the origin, and the slope of the first, 1/m.
    """
    return _along(scenario.bed_profile, scenario.stream) if scenario.bed_profile else (NO_ROWS_ALONG, NO_GRID)


def across_of(stream: Stream) -> tuple[Floats, Floats]:
    """Return the rows across a stream, (rows, 4) as the columns of the stream, and their (start, spacing).

    ``q(y) = q_0 + Σ (q_k+1 - q_k)·½(1 + tanh((y - y_k)/(b/2)))`` for speed, depth, roughness and power, b the blend. A
    stream without lanes has no rows.
    """
    return _across(stream) if stream.lanes else (NO_ROWS_ACROSS, NO_GRID)


@lru_cache(maxsize=64)
def _along(profile: tuple[tuple[float, float], ...], stream: Stream) -> tuple[Floats, Floats]:
    """Bulk speed x depth is the same everywhere along (the flow), so the surface speed follows from the depth."""
    first, last = profile[0][0], profile[-1][0]
    spacing = max(SPACING, (last - first) / (MOST_ROWS - 1))
    count = max(2, math.ceil((last - first) / spacing) + 1)
    x = first + spacing * np.arange(count)
    offsets = np.linspace(-0.5, 0.5, 9) * SMOOTHING
    depth = bed_depth(profile, (x + offsets[:, None]).ravel()).reshape(len(offsets), -1).mean(axis=0)
    flow = bulk_speed(1.0, stream.depth, stream.roughness, stream.power) * stream.depth
    faster = flow / depth / bulk_speed(1.0, depth, stream.roughness, stream.power)
    deeper = depth / stream.depth
    rows = np.stack([deeper, faster, np.gradient(deeper, spacing)], axis=1)
    return np.ascontiguousarray(rows), np.array([first, spacing])


@lru_cache(maxsize=64)
def _across(stream: Stream) -> tuple[Floats, Floats]:
    lanes, edges = stream.lanes, stream.edges
    margin = BLEND_REACH * stream.blend
    first = edges[0] - margin if edges else 0.0
    last = edges[-1] + margin if edges else 1.0
    spacing = max(ACROSS_SPACING, (last - first) / (MOST_ROWS - 1))
    y = first + spacing * np.arange(max(2, math.ceil((last - first) / spacing) + 1))
    plain = [
        (
            lane.depth,
            lane.surface_speed,
            stream.roughness if lane.roughness is None else lane.roughness,
            stream.power if lane.power is None else lane.power,
        )
        for lane in lanes
    ]
    if any(power > 0.0 for *_, power in plain):
        # A lane of the log law beside one of the power law is told by the power that has its mean.
        plain = [(h, u, z0, power or 1.0 / bulk_speed(1.0, h, z0) - 1.0) for h, u, z0, power in plain]
    rows = np.tile(np.array(plain[0]), (len(y), 1))
    for k, edge in enumerate(edges):
        share = 0.5 * (1.0 + np.tanh((y - edge) / (0.5 * stream.blend)))
        rows += share[:, None] * (np.array(plain[k + 1]) - np.array(plain[k]))
    logs = rows[:, POWER] <= 0.0
    rows[logs, SHEAR] /= np.log1p(rows[logs, DEPTH] / rows[logs, ROUGHNESS])
    return np.ascontiguousarray(rows), np.array([first, spacing])


def shear_row(stream: Stream) -> tuple[float, float, float, float]:
    """Return depth, shear (or surface speed), roughness and power of a stream without lanes."""
    if stream.power > 0.0:
        return stream.depth, stream.surface_speed, stream.roughness, stream.power
    return stream.depth, stream.surface_speed / math.log1p(stream.depth / stream.roughness), stream.roughness, 0.0


def _rows_at(stream: Stream, profile: tuple[tuple[float, float], ...], x: Floats, y: Floats) -> Floats:
    """Return depth, shear, roughness and power at places in plan, (places, 4), as the kernel reads them."""
    across, grid = across_of(stream)
    out = np.tile(np.array(shear_row(stream)), (len(x), 1))
    if len(across):
        at = grid[0] + grid[1] * np.arange(len(across))
        out = np.stack([np.interp(y, at, across[:, k]) for k in range(4)], axis=1)
    if profile:
        along, grid = _along(profile, stream)
        at = grid[0] + grid[1] * np.arange(len(along))
        deeper = np.interp(x, at, along[:, DEPTH_SHARE])
        out[:, SHEAR] *= np.interp(x, at, along[:, SPEED_SHARE])
        logs = out[:, POWER] <= 0.0
        ratio = out[:, DEPTH] / out[:, ROUGHNESS]
        out[logs, SHEAR] *= (np.log1p(ratio) / np.log1p(ratio * deeper))[logs]
        out[:, DEPTH] *= deeper
    return out


def bed_under(scenario: Scenario, x: Floats, y: Floats) -> Floats:
    """Return the depth of the bed under places in plan, m: as the engine has it, its corners rounded, its lanes blended."""
    return np.asarray(_rows_at(scenario.stream, scenario.bed_profile, x, y)[:, DEPTH])


def speed_over(scenario: Scenario, x: Floats, y: Floats, height: Floats) -> Floats:
    """Return the speed of the water at places in plan and heights over the bed there, m/s."""
    return _speed(_rows_at(scenario.stream, scenario.bed_profile, x, y), height)


def speed_under(stream: Stream, profile: tuple[tuple[float, float], ...], x: Floats, y: Floats, z: Floats) -> Floats:
    """Return the speed of the water at places in plan and heights over the surface, m/s; above it that of the surface."""
    rows = _rows_at(stream, profile, x, y)
    return _speed(rows, rows[:, DEPTH] + np.minimum(z, 0.0))


def _speed(rows: Floats, height: Floats) -> Floats:
    up = np.clip(height, 0.0, rows[:, DEPTH])
    logs = rows[:, SHEAR] * np.log1p(up / rows[:, ROUGHNESS])
    powers = rows[:, SHEAR] * (up / rows[:, DEPTH]) ** np.maximum(rows[:, POWER], 1e-9)
    return np.asarray(np.where(rows[:, POWER] > 0.0, powers, logs))


def medium_air(scenario: Scenario) -> Floats:
    """Return the air of a scenario as the kernel takes it, not to be written to; a density of 0 where there is none."""
    return _air(scenario.wind, scenario.air)


@lru_cache(maxsize=64)
def _air(wind: Wind, air: Air | None) -> Floats:
    share = 1.0 / math.log1p(wind.height / wind.roughness)
    density, viscosity = (air.density, air.viscosity) if air else (0.0, 1.0)
    return np.array([density, viscosity, wind.x * share, wind.y * share, wind.roughness])
