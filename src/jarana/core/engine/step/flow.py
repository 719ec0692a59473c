"""The water and the air at a place, as the compiled loops read them."""

from __future__ import annotations

import math

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
from jarana.core.engine.compiled import compiled, inlined
from jarana.core.engine.hydro.stream import KARMAN
from jarana.core.law import Law, Range

WIND_PROFILE = Law(
    "log law of the wind over water",
    "Prandtl's log law over a roughness of 1 mm (Stull, An Introduction to Boundary Layer Meteorology, 1988, table 9-6: still to ruffled water)",
    {"wind": Range(0.0, 15.0, "the wind at two metres", "wind", "m/s")},
    "the wind near the water is a guess",
)


@inlined
def look(x, y, stream, along, along_grid, across, across_grid):
    """Return depth, shear (or surface speed), roughness, power and downstream slope of the depth at a place in plan.

    The stream across is read from its rows, linear between them; the bed along multiplies it.
    """
    depth, shear, rough, power, slope = stream[DEPTH], stream[SHEAR], stream[ROUGHNESS], stream[POWER], 0.0
    rows = len(across)
    if rows > 1:
        place = min(max((y - across_grid[0]) / across_grid[1], 0.0), rows - 1.000001)
        k = int(place)
        share = place - k
        rest = 1.0 - share
        depth = across[k, DEPTH] * rest + across[k + 1, DEPTH] * share
        shear = across[k, SHEAR] * rest + across[k + 1, SHEAR] * share
        rough = across[k, ROUGHNESS] * rest + across[k + 1, ROUGHNESS] * share
        power = across[k, POWER] * rest + across[k + 1, POWER] * share
    rows = len(along)
    if rows > 1:
        place = min(max((x - along_grid[0]) / along_grid[1], 0.0), rows - 1.000001)
        k = int(place)
        share = place - k
        rest = 1.0 - share
        deeper = along[k, DEPTH_SHARE] * rest + along[k + 1, DEPTH_SHARE] * share
        faster = along[k, SPEED_SHARE] * rest + along[k + 1, SPEED_SHARE] * share
        slope = depth * (along[k, DEPTH_SLOPE] * rest + along[k + 1, DEPTH_SLOPE] * share)
        shear *= faster
        if power <= 0.0:
            shear *= math.log(1.0 + depth / rough) / math.log(1.0 + depth * deeper / rough)
        depth *= deeper
    return depth, shear, rough, power, slope


@compiled
def pace(height, depth, shear, rough, power):
    """Return the speed of the water at a height over the bed, m/s: 0 at and below it, the surface's at and over the surface."""
    if height <= 0.0 or shear == 0.0:
        return 0.0
    if power > 0.0:
        return shear * (min(height, depth) / depth) ** power
    return shear * math.log(1.0 + min(height, depth) / rough)


EDDIES_FADE = 0.05
"""Share of the depth over which eddies up die out towards the bed and the surface."""


@compiled
def eddy(height, depth, shear, power, stream):
    """Return the eddies' speed along and up at a height over the bed, m/s, from how strong they are now.

    Both fade with ``e^(-y/h)`` from the bed up; no water goes through the bed or the surface.
    """
    up = min(max(height, 0.0), depth)
    friction = KARMAN * shear * (power / (1.0 + power) if power > 0.0 else 1.0) * math.exp(-up / depth)
    wall = min(1.0, up / (EDDIES_FADE * depth), (depth - up) / (EDDIES_FADE * depth))
    return stream[EDDY_ALONG] * friction, stream[EDDY_UP] * friction * wall


@compiled
def wind_at(height, air):
    """Return the wind along x and y at a height over the water, m/s: its log law, none at and below the surface."""
    if height <= 0.0:
        return 0.0, 0.0
    share = math.log(1.0 + height / air[WIND_ROUGHNESS])
    return air[WIND_X] * share, air[WIND_Y] * share
