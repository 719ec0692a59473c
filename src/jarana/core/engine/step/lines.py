"""Weight and drag of the line in water and in air, Newton-linearised in the velocities."""

from __future__ import annotations

import math

from jarana.core.engine.columns import (
    AIR_MU,
    AIR_RHO,
    AXIAL_LENGTH,
    DEPTH,
    DIAMETER,
    DRIFT_X,
    DRIFT_Y,
    EDDY_ALONG,
    EDDY_UP,
    GRAVITY,
    LENGTH,
    LINE_DENSITY,
    MU,
    POWER,
    RHO,
    ROUGHNESS,
    SHEAR,
    WIND_X,
    WIND_Y,
)
from jarana.core.engine.compiled import compiled
from jarana.core.engine.hydro.axial_drag import axial_drag_factor
from jarana.core.engine.hydro.cylinder_drag import cylinder_drag_factor
from jarana.core.engine.step.flow import eddy, look, pace, wind_at
from jarana.core.law import Law, Range

WIND_DRIFT = Law(
    "wind drift of still water",
    "practice of lakes: the surface goes at about 2 % of the wind, fading over 0.3 m (starting values)",
    {"wind": Range(0.0, 15.0, "the wind", "wind", "m/s")},
    "how the lake drifts under it is a guess",
)
SURFACE_BLEND = 0.005
"""Half the height over which a link passes from air to water, m."""
WIND_LAYER = 0.3
"""Depth over which the wind's drift of still water fades by e, m."""


@compiled
def _wetted(height):
    """Return the integral up to a height of the share of water there, m: all below the blend, none above it."""
    if height <= -SURFACE_BLEND:
        return height
    if height >= SURFACE_BLEND:
        return 0.0
    return 0.5 * height - 0.25 * height * height / SURFACE_BLEND - 0.25 * SURFACE_BLEND


@compiled
def wet_share(low, high):
    """Return the share of a link between two heights that is in water: the blend averaged over its own heights.

    Examples
    --------
    >>> wet_share(-0.2, -0.1), wet_share(0.1, 0.2), round(wet_share(-0.1, 0.1), 9), wet_share(0.0, 0.0)
    (1.0, 0.0, 0.5, 0.5)
    """
    if high <= -SURFACE_BLEND:
        return 1.0
    if low >= SURFACE_BLEND:
        return 0.0
    if high - low < 1e-7:
        return min(max(0.5 - 0.5 * low / SURFACE_BLEND, 0.0), 1.0)
    return min(max((_wetted(high) - _wetted(low)) / (high - low), 0.0), 1.0)


@compiled
def add_lines(first, line, now, medium, sums):
    """Add weight and drag of every link to both its end nodes, Newton-linearised in their velocity.

    A link that lies in the surface has no weight and is dragged on half of itself. What stands in both is dragged by each
    on its share, the water at the middle of the wet part, the wind at the middle of the dry one.
    """
    parent, links, _, afloat = line
    place, speed, _ = now
    water, stream, air, along, along_grid, across, across_grid, _, _, _ = medium
    matrix, right = sums.matrix, sums.right
    rho, mu, gravity = water[RHO], water[MU], water[GRAVITY]
    mapped = len(along) > 1 or len(across) > 1
    depth, shear, rough, power, slope = stream[DEPTH], stream[SHEAR], stream[ROUGHNESS], stream[POWER], 0.0
    drifts = stream[DRIFT_X] != 0.0 or stream[DRIFT_Y] != 0.0
    stirred = stream[EDDY_ALONG] != 0.0 or stream[EDDY_UP] != 0.0
    blows = air[WIND_X] != 0.0 or air[WIND_Y] != 0.0
    for i in range(first, len(parent)):
        p = parent[i]
        length, diameter = links[i, LENGTH], links[i, DIAMETER]
        dx, dy, dz = place[i, 0] - place[p, 0], place[i, 1] - place[p, 1], place[i, 2] - place[p, 2]
        tx, ty, tz = dx / length, dy / length, dz / length
        vx = 0.5 * (speed[i, 0] + speed[p, 0])
        vy = 0.5 * (speed[i, 1] + speed[p, 1])
        vz = 0.5 * (speed[i, 2] + speed[p, 2])
        low, high = min(place[i, 2], place[p, 2]), max(place[i, 2], place[p, 2])
        half = 0.5 * length
        lying = afloat[i] != 0 and afloat[p] != 0
        if lying:
            wet = 0.5
            right_z = 0.0
        else:
            wet = wet_share(low, high)
            right_z = -(links[i, LINE_DENSITY] - wet * rho) * gravity * math.pi / 4.0 * diameter * diameter * half
        fx, fy, fz = 0.0, 0.0, right_z
        c_xx, c_xy, c_xz, c_yy, c_yz, c_zz = 0.0, 0.0, 0.0, 0.0, 0.0, 0.0
        for medium_here in range(2):
            if medium_here == 0:
                if wet == 0.0:
                    continue
                share, middle = 0.5, 0.0
                if not lying:
                    middle = 0.5 * (low + high)
                    if high > 0.0 > low:
                        middle = 0.5 * low
                        share = (middle - place[p, 2]) / dz
                if mapped:
                    depth, shear, rough, power, slope = look(
                        place[p, 0] + share * dx,
                        place[p, 1] + share * dy,
                        stream,
                        along,
                        along_grid,
                        across,
                        across_grid,
                    )
                down = min(middle, 0.0)
                u = pace(down + depth, depth, shear, rough, power)
                wx, wy = vx - u, vy
                wz = vz - u * slope * down / depth
                if stirred:
                    eddy_x, eddy_z = eddy(down + depth, depth, shear, power, stream)
                    wx -= eddy_x
                    wz -= eddy_z
                if drifts:
                    fade = math.exp(down / WIND_LAYER)
                    wx -= stream[DRIFT_X] * fade
                    wy -= stream[DRIFT_Y] * fade
                q, density, viscosity = half * wet, rho, mu
            else:
                if wet == 1.0 or lying or air[AIR_RHO] == 0.0:
                    continue
                wx, wy, wz = vx, vy, vz
                if blows:
                    gust_x, gust_y = wind_at(0.5 * (max(low, 0.0) + max(high, 0.0)), air)
                    wx -= gust_x
                    wy -= gust_y
                q, density, viscosity = half * (1.0 - wet), air[AIR_RHO], air[AIR_MU]
            ut = wx * tx + wy * ty + wz * tz
            nx, ny, nz = wx - ut * tx, wy - ut * ty, wz - ut * tz
            un = math.sqrt(nx * nx + ny * ny + nz * nz)
            kn, dkn = cylinder_drag_factor(un, diameter, density, viscosity)
            kt, dkt = axial_drag_factor(abs(ut), diameter, links[i, AXIAL_LENGTH], density, viscosity)
            fx -= q * (kn * nx + kt * ut * tx)
            fy -= q * (kn * ny + kt * ut * ty)
            fz -= q * (kn * nz + kt * ut * tz)
            hold = q * kn
            turn = q * (kt + abs(ut) * dkt - kn)
            rise = q * dkn / max(un, 1e-12)
            c_xx += hold + turn * tx * tx + rise * nx * nx
            c_xy += turn * tx * ty + rise * nx * ny
            c_xz += turn * tx * tz + rise * nx * nz
            c_yy += hold + turn * ty * ty + rise * ny * ny
            c_yz += turn * ty * tz + rise * ny * nz
            c_zz += hold + turn * tz * tz + rise * nz * nz
        for end in range(2):
            k = i if end == 0 else p
            matrix[k, 0] += c_xx
            matrix[k, 1] += c_xy
            matrix[k, 2] += c_xz
            matrix[k, 3] += c_yy
            matrix[k, 4] += c_yz
            matrix[k, 5] += c_zz
            right[k, 0] += fx + c_xx * speed[k, 0] + c_xy * speed[k, 1] + c_xz * speed[k, 2]
            right[k, 1] += fy + c_xy * speed[k, 0] + c_yy * speed[k, 1] + c_yz * speed[k, 2]
            right[k, 2] += fz + c_xz * speed[k, 0] + c_yz * speed[k, 1] + c_zz * speed[k, 2]
