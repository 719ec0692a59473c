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
from jarana.core.engine.compiled import inlined, loop
from jarana.core.engine.hydro.axial_drag import axial_drag_factor
from jarana.core.engine.hydro.cylinder_drag import cylinder_drag_factor
from jarana.core.engine.step.flow import log_pace, pace, plan_at, spread, stirring, wind_at
from jarana.core.engine.wide import ROW, exp_of
from jarana.core.law import Law, Range

WIND_DRIFT = Law(
    "wind drift of still water",
    "practice of lakes: the surface goes at about 2 % of the wind, fading over 0.3 m (starting values)",
    {"wind": Range(0.0, 15.0, "the wind", "wind", "m/s")},
    "how the lake drifts under it is a guess",
)
(TX, TY, TZ, WX, WY, WZ, HALF, THICK, BETWEEN, DOWN, LEVEL, HERE, SHEARS, ROUGH, POWERS, SLOPES) = range(16)
"""Of what stands in water or in air of a link: its direction, its speed through it m/s, half its length there m, its diameter m, the
distance between attachments m; and in water how far under the surface its middle is m (≤ 0), and the stream there."""
C_XX, C_XY, C_XZ, C_YY, C_YZ, C_ZZ, F_X, F_Y, F_Z = range(16, 25)
"""And what comes of it for each of its ends: resistance N·s/m, and force N."""
SURFACE_BLEND = 0.005
"""Half the height over which a link passes from air to water, m."""
WIND_LAYER = 0.3
"""Depth over which the wind's drift of still water fades by e, m."""


@loop
def _wetted(height):
    """Return the integral up to a height of the share of water there, m: all below the blend, none above it."""
    if height <= -SURFACE_BLEND:
        return height
    if height >= SURFACE_BLEND:
        return 0.0
    return 0.5 * height - 0.25 * height * height / SURFACE_BLEND - 0.25 * SURFACE_BLEND


@loop
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


@inlined
def _put(rows, at, tangent, speed, half, diameter, between):
    """Write down what stands in water or in air of a link: its direction and speed, half its length there, its size."""
    rows[TX * ROW + at], rows[TY * ROW + at], rows[TZ * ROW + at] = tangent
    rows[WX * ROW + at], rows[WY * ROW + at], rows[WZ * ROW + at] = speed
    rows[HALF * ROW + at], rows[THICK * ROW + at], rows[BETWEEN * ROW + at] = half, diameter, between


@inlined
def _four(count):
    """Return a count rounded up to whole fours: what is worked out beside is thrown away."""
    return (count + 3) & ~3


@loop
def _take_the_flow(rows, count, bedded, powered, stirred, stream):
    """Take the water's own speed from that of so many links, at the middle of what stands in it."""
    if powered:
        for at in range(count):
            depth, shear, power = rows[HERE * ROW + at], rows[SHEARS * ROW + at], rows[POWERS * ROW + at]
            rough, down = rows[ROUGH * ROW + at], rows[DOWN * ROW + at]
            if power <= 0.0 and bedded:
                shear *= spread(rows[LEVEL * ROW + at], depth, rough)
                rows[SHEARS * ROW + at] = shear
            u = pace(down + depth, depth, shear, rough, power)
            rows[WX * ROW + at] -= u
            rows[WZ * ROW + at] -= u * rows[SLOPES * ROW + at] * down / depth
    else:
        if bedded:
            for at in range(_four(count)):
                rows[SHEARS * ROW + at] *= spread(rows[LEVEL * ROW + at], rows[HERE * ROW + at], rows[ROUGH * ROW + at])
        for at in range(_four(count)):
            depth, down = rows[HERE * ROW + at], rows[DOWN * ROW + at]
            u = log_pace(down + depth, depth, rows[SHEARS * ROW + at], rows[ROUGH * ROW + at])
            rows[WX * ROW + at] -= u
            rows[WZ * ROW + at] -= u * rows[SLOPES * ROW + at] * down / depth
    if stirred:
        along, up = stream[EDDY_ALONG], stream[EDDY_UP]
        for at in range(_four(count)):
            depth = rows[HERE * ROW + at]
            friction, wall = stirring(
                rows[DOWN * ROW + at] + depth, depth, rows[SHEARS * ROW + at], rows[POWERS * ROW + at]
            )
            rows[WX * ROW + at] -= along * friction
            rows[WZ * ROW + at] -= up * friction * wall


@loop
def _take_the_drift(rows, count, drift_x, drift_y):
    """Take the wind's drift of still water from the speed of so many links."""
    for at in range(_four(count)):
        fade = exp_of(rows[DOWN * ROW + at] / WIND_LAYER)
        rows[WX * ROW + at] -= drift_x * fade
        rows[WY * ROW + at] -= drift_y * fade


@loop
def _drag(rows, count, density, viscosity):
    """Work out force and resistance of so many links from their speed through what they stand in."""
    for at in range(_four(count)):
        tx, ty, tz = rows[TX * ROW + at], rows[TY * ROW + at], rows[TZ * ROW + at]
        wx, wy, wz = rows[WX * ROW + at], rows[WY * ROW + at], rows[WZ * ROW + at]
        q, diameter, between = rows[HALF * ROW + at], rows[THICK * ROW + at], rows[BETWEEN * ROW + at]
        ut = wx * tx + wy * ty + wz * tz
        nx, ny, nz = wx - ut * tx, wy - ut * ty, wz - ut * tz
        un = math.sqrt(nx * nx + ny * ny + nz * nz)
        kn, dkn = cylinder_drag_factor(un, diameter, density, viscosity)
        kt, dkt = axial_drag_factor(abs(ut), diameter, between, density, viscosity)
        rows[F_X * ROW + at] = -q * (kn * nx + kt * ut * tx)
        rows[F_Y * ROW + at] = -q * (kn * ny + kt * ut * ty)
        rows[F_Z * ROW + at] = -q * (kn * nz + kt * ut * tz)
        hold = q * kn
        turn = q * (kt + abs(ut) * dkt - kn)
        rise = q * dkn / max(un, 1e-12)
        rows[C_XX * ROW + at] = hold + turn * tx * tx + rise * nx * nx
        rows[C_XY * ROW + at] = turn * tx * ty + rise * nx * ny
        rows[C_XZ * ROW + at] = turn * tx * tz + rise * nx * nz
        rows[C_YY * ROW + at] = hold + turn * ty * ty + rise * ny * ny
        rows[C_YZ * ROW + at] = turn * ty * tz + rise * ny * nz
        rows[C_ZZ * ROW + at] = hold + turn * tz * tz + rise * nz * nz


@loop
def _add(rows, of, count, parent, speed, matrix, right):
    """Add force and resistance of so many links to both end nodes of each."""
    for at in range(count):
        c_xx, c_xy, c_xz = rows[C_XX * ROW + at], rows[C_XY * ROW + at], rows[C_XZ * ROW + at]
        c_yy, c_yz, c_zz = rows[C_YY * ROW + at], rows[C_YZ * ROW + at], rows[C_ZZ * ROW + at]
        fx, fy, fz = rows[F_X * ROW + at], rows[F_Y * ROW + at], rows[F_Z * ROW + at]
        for end in range(2):
            k = of[at] if end == 0 else parent[of[at]]
            matrix[k, 0] += c_xx
            matrix[k, 1] += c_xy
            matrix[k, 2] += c_xz
            matrix[k, 3] += c_yy
            matrix[k, 4] += c_yz
            matrix[k, 5] += c_zz
            right[k, 0] += fx + c_xx * speed[k, 0] + c_xy * speed[k, 1] + c_xz * speed[k, 2]
            right[k, 1] += fy + c_xy * speed[k, 0] + c_yy * speed[k, 1] + c_yz * speed[k, 2]
            right[k, 2] += fz + c_xz * speed[k, 0] + c_yz * speed[k, 1] + c_zz * speed[k, 2]


@loop
def add_lines(first, line, now, medium, sums):
    """Add weight and drag of every link to both its end nodes, Newton-linearised in their velocity.

    A link that lies in the surface has no weight and is dragged on half of itself. What stands in both is dragged by each
    on its share, the water at the middle of the wet part, the wind at the middle of the dry one.

    What stands in the water and what stands in the air are listed first and worked out in loops of their own, wide
    (:mod:`jarana.core.engine.wide`), `ROW` at a time.
    """
    parent, links, _, afloat = line
    place, speed, _ = now
    water, stream, air, along, along_grid, across, across_grid, _, _, _ = medium
    matrix, right, wet_rows, dry_rows = sums.matrix, sums.right, sums.wet, sums.dry
    rho, gravity = water[RHO], water[GRAVITY]
    bedded = len(along) > 1
    mapped = bedded or len(across) > 1
    level, depth, shear, rough, power, slope = (
        stream[DEPTH],
        stream[DEPTH],
        stream[SHEAR],
        stream[ROUGHNESS],
        stream[POWER],
        0.0,
    )
    flows = mapped or shear != 0.0
    drifts = stream[DRIFT_X] != 0.0 or stream[DRIFT_Y] != 0.0
    stirred = stream[EDDY_ALONG] != 0.0 or stream[EDDY_UP] != 0.0
    blows = air[WIND_X] != 0.0 or air[WIND_Y] != 0.0
    begin = first
    while begin < len(parent):
        end = min(begin + ROW, len(parent))
        wets, dries, powered = 0, 0, False
        for i in range(begin, end):
            p = parent[i]
            length, diameter = links[i, LENGTH], links[i, DIAMETER]
            dx, dy, dz = place[i, 0] - place[p, 0], place[i, 1] - place[p, 1], place[i, 2] - place[p, 2]
            tangent = dx / length, dy / length, dz / length
            moves = (
                0.5 * (speed[i, 0] + speed[p, 0]),
                0.5 * (speed[i, 1] + speed[p, 1]),
                0.5 * (speed[i, 2] + speed[p, 2]),
            )
            low, high = min(place[i, 2], place[p, 2]), max(place[i, 2], place[p, 2])
            half = 0.5 * length
            lying = afloat[i] != 0 and afloat[p] != 0
            if lying:
                wet = 0.5
            else:
                wet = wet_share(low, high)
                weight = (links[i, LINE_DENSITY] - wet * rho) * gravity * math.pi / 4.0 * diameter * diameter * half
                right[i, 2] -= weight
                right[p, 2] -= weight
            if wet != 0.0:
                share, middle = 0.5, 0.0
                if not lying:
                    middle = 0.5 * (low + high)
                    if high > 0.0 > low:
                        middle = 0.5 * low
                        share = (middle - place[p, 2]) / dz
                if mapped:
                    level, depth, shear, rough, power, slope = plan_at(
                        place[p, 0] + share * dx,
                        place[p, 1] + share * dy,
                        stream,
                        along,
                        along_grid,
                        across,
                        across_grid,
                    )
                powered = powered or power > 0.0
                _put(wet_rows, wets, tangent, moves, half * wet, diameter, links[i, AXIAL_LENGTH])
                wet_rows[DOWN * ROW + wets] = min(middle, 0.0)
                wet_rows[LEVEL * ROW + wets], wet_rows[HERE * ROW + wets] = level, depth
                wet_rows[SHEARS * ROW + wets], wet_rows[ROUGH * ROW + wets] = shear, rough
                wet_rows[POWERS * ROW + wets], wet_rows[SLOPES * ROW + wets] = power, slope
                sums.wet_link[wets] = i
                wets += 1
            if wet != 1.0 and not lying and air[AIR_RHO] != 0.0:
                if blows:
                    gust_x, gust_y = wind_at(0.5 * (max(low, 0.0) + max(high, 0.0)), air)
                    moves = moves[0] - gust_x, moves[1] - gust_y, moves[2]
                _put(dry_rows, dries, tangent, moves, half * (1.0 - wet), diameter, links[i, AXIAL_LENGTH])
                sums.dry_link[dries] = i
                dries += 1
        if flows:
            _take_the_flow(wet_rows, wets, bedded, powered, stirred, stream)
        if drifts:
            _take_the_drift(wet_rows, wets, stream[DRIFT_X], stream[DRIFT_Y])
        _drag(wet_rows, wets, rho, water[MU])
        _add(wet_rows, sums.wet_link, wets, parent, speed, matrix, right)
        _drag(dry_rows, dries, air[AIR_RHO], air[AIR_MU])
        _add(dry_rows, sums.dry_link, dries, parent, speed, matrix, right)
        begin = end
