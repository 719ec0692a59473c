"""Weight, lift and drag of the bodies: flies, shot, floats and dries, in water, in the surface and in the air."""

from __future__ import annotations

import math

from jarana.core.engine.afloat import SUPPORT_DEPTH, blow, cap, hackle_share
from jarana.core.engine.columns import (
    AIR_MU,
    AIR_RHO,
    BEAD,
    DEPTH,
    DRAG_AREA,
    DRIFT_X,
    DRIFT_Y,
    EDDY_ALONG,
    EDDY_UP,
    GRAVITY,
    MASS,
    MU,
    POWER,
    RADIUS,
    RHO,
    ROUGHNESS,
    SHEAR,
    SUPPORT,
    VOLUME,
)
from jarana.core.engine.compiled import loop
from jarana.core.engine.hydro.sphere_drag import sphere_drag_factor
from jarana.core.engine.step.flow import eddy, look, pace, wind_at
from jarana.core.engine.step.lines import WIND_LAYER
from jarana.core.law import Law, Range

FLOAT = Law(
    "a sphere at the surface",
    "Archimedes on a spherical cap; sphere drag on the submerged share of its frontal area; the rest of a dry fly's lift is "
    "surface tension on its hackle (starting value of its depth: 2 mm)",
    {"radius": Range(1e-4, 0.1, "the radius of what floats", "short", "m")},
    "how deep it sits is a guess",
)
LIFT_BLEND = 0.01
"""Depth over which a body comes up to its full buoyancy, and height over which one that leaves the water loses it, m."""


@loop
def _dragged(density, viscosity, diameter, area, speed):
    """Return ``k`` and ``dk/ds`` of a body: its bead's sphere and its C·A."""
    factor, rise = 0.0, 0.0
    if diameter > 0.0:
        factor, rise = sphere_drag_factor(speed, diameter, density, viscosity)
    return factor + 0.5 * density * speed * area, rise + 0.5 * density * area


@loop
def add_bodies(dt, loads, now, medium, sums):
    """Add weight, lift and drag of every body to its node.

    A body that sinks keeps its buoyancy up to the surface; one that rises loses its lift over the last centimetre below it.
    What floats is a sphere in the surface: the lift of its cap and its hackle (until it has drowned), drag of what is
    under, wind on the rest.
    """
    bodies, values, drowned = loads
    place, speed, _ = now
    water, stream, air, along, along_grid, across, across_grid, _, _, _ = medium
    matrix, right = sums.matrix, sums.right
    rho, mu, gravity = water[RHO], water[MU], water[GRAVITY]
    mapped = len(along) > 1 or len(across) > 1
    depth, shear, rough, power, slope = stream[DEPTH], stream[SHEAR], stream[ROUGHNESS], stream[POWER], 0.0
    stirred = stream[EDDY_ALONG] != 0.0 or stream[EDDY_UP] != 0.0
    for b in range(len(bodies)):
        k = bodies[b]
        z, radius = place[k, 2], values[b, RADIUS]
        wet = 1.0
        diameter = values[b, BEAD]
        if radius > 0.0:
            under, volume, wet = cap(radius, z)
            diameter = 2.0 * radius
            matrix[k, 5] += rho * gravity * math.pi * (2.0 * radius * under - under * under) * dt
            right[k, 2] += rho * gravity * volume - values[b, MASS] * gravity
            if -z > 2.0 * SUPPORT_DEPTH + 2.0 * radius:
                drowned[b] = 1
            if values[b, SUPPORT] > 0.0 and drowned[b] == 0 and z <= 0.0:
                right[k, 2] += values[b, SUPPORT] * hackle_share(z)
                if -z < SUPPORT_DEPTH:
                    matrix[k, 5] += values[b, SUPPORT] / SUPPORT_DEPTH * dt
        else:
            lift = rho * values[b, VOLUME] * gravity
            weight = values[b, MASS] * gravity
            steep = 0.0
            if z > 0.0:
                wet = max(1.0 - z / LIFT_BLEND, 0.0)
                right[k, 2] += wet * min(lift, weight) - weight
                steep = min(lift, weight) if wet > 0.0 else 0.0
            elif lift > weight:
                right[k, 2] += (lift - weight) * min(-z / LIFT_BLEND, 1.0)
                steep = lift - weight if -z < LIFT_BLEND else 0.0
            else:
                right[k, 2] += lift - weight
            matrix[k, 5] += steep / LIFT_BLEND * dt
        for medium_here in range(2):
            if medium_here == 0:
                if wet == 0.0:
                    continue
                if mapped:
                    depth, shear, rough, power, slope = look(
                        place[k, 0], place[k, 1], stream, along, along_grid, across, across_grid
                    )
                down = min(z, 0.0)
                u = pace(down + depth, depth, shear, rough, power)
                wx, wy, wz = speed[k, 0] - u, speed[k, 1], speed[k, 2]
                if stirred:
                    eddy_x, eddy_z = eddy(down + depth, depth, shear, power, stream)
                    wx -= eddy_x
                    if radius == 0.0:
                        wz -= eddy_z
                if radius == 0.0:
                    wz -= u * slope * down / depth
                fade = math.exp(down / WIND_LAYER)
                wx -= stream[DRIFT_X] * fade
                wy -= stream[DRIFT_Y] * fade
                through = math.sqrt(wx * wx + wy * wy + wz * wz)
                factor, rise = _dragged(rho, mu, diameter, values[b, DRAG_AREA], through)
                factor *= wet
                rise *= wet
            else:
                if wet == 1.0 or air[AIR_RHO] == 0.0:
                    continue
                wind_x, wind_y = wind_at(0.5 * (max(z - radius, 0.0) + max(z + radius, 0.0)), air)
                wx, wy, wz = speed[k, 0] - wind_x, speed[k, 1] - wind_y, speed[k, 2]
                through = math.sqrt(wx * wx + wy * wy + wz * wz)
                if radius > 0.0:
                    rise = blow(radius, wet, air[AIR_RHO])
                    factor = rise * through
                else:
                    factor, rise = _dragged(air[AIR_RHO], air[AIR_MU], diameter, values[b, DRAG_AREA], through)
                    factor *= 1.0 - wet
                    rise *= 1.0 - wet
            turn = rise / max(through, 1e-12)
            c_xx = factor + turn * wx * wx
            c_xy = turn * wx * wy
            c_xz = turn * wx * wz
            c_yy = factor + turn * wy * wy
            c_yz = turn * wy * wz
            c_zz = factor + turn * wz * wz
            matrix[k, 0] += c_xx
            matrix[k, 1] += c_xy
            matrix[k, 2] += c_xz
            matrix[k, 3] += c_yy
            matrix[k, 4] += c_yz
            matrix[k, 5] += c_zz
            right[k, 0] += c_xx * speed[k, 0] + c_xy * speed[k, 1] + c_xz * speed[k, 2] - factor * wx
            right[k, 1] += c_xy * speed[k, 0] + c_yy * speed[k, 1] + c_yz * speed[k, 2] - factor * wy
            right[k, 2] += c_xz * speed[k, 0] + c_yz * speed[k, 1] + c_zz * speed[k, 2] - factor * wz
