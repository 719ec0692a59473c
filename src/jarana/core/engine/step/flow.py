"""The water and the air at a place, as the compiled loops read them."""

from __future__ import annotations

from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import (
    DEPTH,
    DEPTH_SHARE,
    DEPTH_SLOPE,
    EDDY_ALONG,
    EDDY_UP,
    POWER,
    ROUGHNESS,
    SHEAR,
    SPEED_SHARE,
    WIND_ROUGHNESS,
    WIND_X,
    WIND_Y,
)
from jarana.core.engine.compiled import inlined
from jarana.core.engine.hydro.stream import KARMAN
from jarana.core.engine.wide import exp_of, log_of
from jarana.core.law import Law, Range

WIND_PROFILE = Law(
    "log law of the wind over water",
    "Prandtl's log law over a roughness of 1 mm (Stull, An Introduction to Boundary Layer Meteorology, 1988, table 9-6: still to ruffled water)",
    {"wind": Range(0.0, 15.0, "the wind at two metres", "wind", "m/s")},
    "the wind near the water is a guess",
)


@inlined
def _between(place, grid, rows):
    """Return the row before a place and the share of the way to the next one."""
    at = min(max((place - grid[0]) / grid[1], 0.0), rows - 1.000001)
    k = int(at)
    return k, at - k


@inlined
def depth_at(x, y, stream, along, along_grid, across, across_grid):
    """Return the depth at a place in plan, m: what :func:`look` says of it."""
    depth = stream[DEPTH]
    if len(across) > 1:
        k, share = _between(y, across_grid, len(across))
        depth = across[k, DEPTH] * (1.0 - share) + across[k + 1, DEPTH] * share
    if len(along) > 1:
        k, share = _between(x, along_grid, len(along))
        depth *= along[k, DEPTH_SHARE] * (1.0 - share) + along[k + 1, DEPTH_SHARE] * share
    return depth


@inlined
def plan_at(x, y, stream, along, along_grid, across, across_grid):
    """Return the depth were the bed level along, depth, shear (or surface speed) before it is spread, roughness, power and slope.

    At a place in plan: the stream across is read from its rows, linear between them; the bed along multiplies it.
    """
    level, shear, rough, power, slope = stream[DEPTH], stream[SHEAR], stream[ROUGHNESS], stream[POWER], 0.0
    if len(across) > 1:
        k, share = _between(y, across_grid, len(across))
        rest = 1.0 - share
        level = across[k, DEPTH] * rest + across[k + 1, DEPTH] * share
        shear = across[k, SHEAR] * rest + across[k + 1, SHEAR] * share
        rough = across[k, ROUGHNESS] * rest + across[k + 1, ROUGHNESS] * share
        power = across[k, POWER] * rest + across[k + 1, POWER] * share
    depth = level
    if len(along) > 1:
        k, share = _between(x, along_grid, len(along))
        rest = 1.0 - share
        slope = level * (along[k, DEPTH_SLOPE] * rest + along[k + 1, DEPTH_SLOPE] * share)
        shear *= along[k, SPEED_SHARE] * rest + along[k + 1, SPEED_SHARE] * share
        depth = level * (along[k, DEPTH_SHARE] * rest + along[k + 1, DEPTH_SHARE] * share)
    return level, depth, shear, rough, power, slope


@inlined
def spread(level, depth, rough):
    """Return what the shear of the log law over a level bed is multiplied by in another depth, at one surface speed."""
    return log_of(1.0 + level / rough) / log_of(1.0 + depth / rough)


@inlined
def look(x, y, stream, along, along_grid, across, across_grid):
    """Return depth, shear (or surface speed), roughness, power and downstream slope of the depth at a place in plan."""
    level, depth, shear, rough, power, slope = plan_at(x, y, stream, along, along_grid, across, across_grid)
    if power <= 0.0 and level != depth:
        shear *= spread(level, depth, rough)
    return depth, shear, rough, power, slope


@inlined
def log_pace(height, depth, shear, rough):
    """Return the speed of the water by the log law, m/s: 0 at and below the bed, the surface's at and over the surface."""
    return shear * log_of(1.0 + min(max(height, 0.0), depth) / rough)


@inlined
def pace(height, depth, shear, rough, power):
    """Return the speed of the water at a height over the bed, m/s: 0 at and below it, the surface's at and over the surface."""
    if height <= 0.0 or shear == 0.0:
        return 0.0
    if power > 0.0:
        return shear * (min(height, depth) / depth) ** power
    return log_pace(height, depth, shear, rough)


EDDIES_FADE = 0.05
"""Share of the depth over which eddies up die out towards the bed and the surface."""


@inlined
def stirring(height, depth, shear, power):
    """Return the shear speed an eddy has at a height over the bed, m/s, and the share of it that goes up and down.

    Both fade with ``e^(-y/h)`` from the bed up; no water goes through the bed or the surface.
    """
    up = min(max(height, 0.0), depth)
    bent = power / (1.0 + power) if power > 0.0 else 1.0
    wall = min(1.0, up / (EDDIES_FADE * depth), (depth - up) / (EDDIES_FADE * depth))
    return KARMAN * shear * bent * exp_of(-up / depth), wall


@inlined
def eddy(height, depth, shear, power, stream):
    """Return the eddies' speed along and up at a height over the bed, m/s, from how strong they are now."""
    friction, wall = stirring(height, depth, shear, power)
    return stream[EDDY_ALONG] * friction, stream[EDDY_UP] * friction * wall


@inlined
def log_wind(height, over_rough):
    """Return the share of the wind's shear at a height over the water, from one over its roughness 1/m: none at and below the surface."""
    return log_of(1.0 + max(height, 0.0) * over_rough)


@inlined
def wind_at(height: float, air: Floats) -> tuple[float, float]:
    """Return the wind along x and y at a height over the water, m/s: its log law."""
    share = log_wind(height, 1.0 / air[WIND_ROUGHNESS])
    return air[WIND_X] * share, air[WIND_Y] * share
