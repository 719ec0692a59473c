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
    WIND_ROUGHNESS,
    WIND_X,
    WIND_Y,
)
from jarana.core.engine.compiled import inlined, loop
from jarana.core.engine.hydro.axial_drag import axial_drag_factor
from jarana.core.engine.hydro.cylinder_drag import cylinder_drag_factor
from jarana.core.engine.step.flow import log_pace, log_wind, pace, plan_at, spread, stirring, wind_at
from jarana.core.engine.wide import ROW, exp_of, whole
from jarana.core.law import Law, Range

WIND_DRIFT = Law(
    "wind drift of still water",
    "practice of lakes: the surface goes at about 2 % of the wind, fading over 0.3 m (starting values)",
    {"wind": Range(0.0, 15.0, "the wind", "wind", "m/s")},
    "how the lake drifts under it is a guess",
)
TX, TY, TZ, IX, IY, IZ, PX, PY, PZ, AT_PX, AT_PY, AT_PZ, LONG, THICK, BETWEEN, HEAVY, LIES = range(17)
"""Of a link: its direction, the speed of its node and of its parent m/s, where the parent is m, its length and diameter m, the
distance between attachments m, its density kg/m³, 1 where it lies in the surface."""
WX, WY, WZ, WET, HALF, DENSE, THIN, WEIGHT, DOWN, MIDDLE_X, MIDDLE_Y = range(17, 28)
"""What it stands in: its speed through that m/s, the share of it in water, half its length there m, density kg/m³ and viscosity Pa·s
of that, half its weight N, and the middle of that part: how far under the surface (≤ 0) and where in plan m."""
LEVEL, HERE, SHEARS, ROUGH, POWERS, SLOPES = range(28, 34)
"""The stream at that middle (:func:`jarana.core.engine.step.flow.plan_at`)."""
C_XX, C_XY, C_XZ, C_YY, C_YZ, C_ZZ, NODE_X, NODE_Y, NODE_Z, PARENT_X, PARENT_Y, PARENT_Z = range(34, 46)
"""What comes of it: the resistance each end meets N·s/m, the force on its node and on the parent N."""
SURFACE_BLEND = 0.005
"""Half the height over which a link passes from air to water, m."""
LEVEL_LINK = 1e-7
"""m: a link less tall than this is level."""
WIND_LAYER = 0.3
"""Depth over which the wind's drift of still water fades by e, m."""


@inlined
def _wetted(height):
    """Return the integral up to a height of the share of water there, m: all below the blend, none above it."""
    held = min(max(height, -SURFACE_BLEND), SURFACE_BLEND)
    below = min(height, -SURFACE_BLEND) + SURFACE_BLEND
    return below + 0.5 * held - 0.25 * held * held / SURFACE_BLEND - 0.25 * SURFACE_BLEND


@inlined
def wet_share(low, high):
    """Return the share of a link between two heights that is in water: the blend averaged over its own heights.

    Examples
    --------
    >>> wet_share(-0.2, -0.1), wet_share(0.1, 0.2), round(wet_share(-0.1, 0.1), 9), wet_share(0.0, 0.0)
    (1.0, 0.0, 0.5, 0.5)
    """
    tall = high - low
    share = (
        (_wetted(high) - _wetted(low)) / max(tall, LEVEL_LINK)
        if tall >= LEVEL_LINK
        else 0.5 - 0.5 * low / SURFACE_BLEND
    )
    share = min(max(share, 0.0), 1.0)
    share = 1.0 if high <= -SURFACE_BLEND else share
    return 0.0 if low >= SURFACE_BLEND else share


@loop
def _list(begin, end, line, now, rows):
    """Write down direction and speed of the links from `begin` to `end`, not yet over their length."""
    parent, links, _, afloat = line
    place, speed, _ = now
    for i in range(begin, end):
        p, at = parent[i], i - begin
        x, y, z = place[p, 0], place[p, 1], place[p, 2]
        rows[TX * ROW + at], rows[TY * ROW + at], rows[TZ * ROW + at] = (
            place[i, 0] - x,
            place[i, 1] - y,
            place[i, 2] - z,
        )
        rows[IX * ROW + at], rows[IY * ROW + at], rows[IZ * ROW + at] = speed[i, 0], speed[i, 1], speed[i, 2]
        rows[PX * ROW + at], rows[PY * ROW + at], rows[PZ * ROW + at] = speed[p, 0], speed[p, 1], speed[p, 2]
        rows[AT_PX * ROW + at], rows[AT_PY * ROW + at], rows[AT_PZ * ROW + at] = x, y, z
        rows[LONG * ROW + at], rows[THICK * ROW + at] = links[i, LENGTH], links[i, DIAMETER]
        rows[BETWEEN * ROW + at], rows[HEAVY * ROW + at] = links[i, AXIAL_LENGTH], links[i, LINE_DENSITY]
        rows[LIES * ROW + at] = 1.0 if afloat[i] != 0 and afloat[p] != 0 else 0.0


@loop
def _stand(rows, count, rho, mu, gravity, air_rho, air_mu):
    """Work out what so many links stand in, where the middle of that part is, and half their weight there.

    What stands in both is told here of its wet part.
    """
    for at in range(whole(count)):
        dx, dy, dz = rows[TX * ROW + at], rows[TY * ROW + at], rows[TZ * ROW + at]
        bottom, length = rows[AT_PZ * ROW + at], rows[LONG * ROW + at]
        diameter, lies = rows[THICK * ROW + at], rows[LIES * ROW + at] > 0.0
        low, high = bottom + min(dz, 0.0), bottom + max(dz, 0.0)
        half = 0.5 * length
        wet = 0.5 if lies else wet_share(low, high)
        weight = (rows[HEAVY * ROW + at] - wet * rho) * gravity * math.pi / 4.0 * diameter * diameter * half
        rows[WEIGHT * ROW + at] = 0.0 if lies else weight
        crosses = not lies and high > 0.0 > low
        middle = 0.5 * low if high > 0.0 > low else 0.5 * (low + high)
        share = (middle - bottom) / dz if crosses else 0.5
        rows[DOWN * ROW + at] = 0.0 if lies else min(middle, 0.0)
        rows[MIDDLE_X * ROW + at] = rows[AT_PX * ROW + at] + share * dx
        rows[MIDDLE_Y * ROW + at] = rows[AT_PY * ROW + at] + share * dy
        rows[WET * ROW + at] = wet
        in_air = wet == 0.0 and air_rho > 0.0
        rows[HALF * ROW + at] = half if in_air else half * wet
        rows[DENSE * ROW + at] = air_rho if in_air else rho
        rows[THIN * ROW + at] = air_mu if in_air else mu
        rows[TX * ROW + at], rows[TY * ROW + at], rows[TZ * ROW + at] = dx / length, dy / length, dz / length
        rows[WX * ROW + at] = 0.5 * (rows[IX * ROW + at] + rows[PX * ROW + at])
        rows[WY * ROW + at] = 0.5 * (rows[IY * ROW + at] + rows[PY * ROW + at])
        rows[WZ * ROW + at] = 0.5 * (rows[IZ * ROW + at] + rows[PZ * ROW + at])


@loop
def _part(rows, count, air, both, which):
    """Set down the dry part of those links that stand in both, and of which they are; return how many."""
    found = 0
    for at in range(count):
        wet = rows[WET * ROW + at]
        if wet == 0.0 or wet == 1.0 or rows[LIES * ROW + at] > 0.0:
            continue
        for row in range(TX, WZ + 1):
            both[row * ROW + found] = rows[row * ROW + at]
        both[HALF * ROW + found] = 0.5 * rows[LONG * ROW + at] * (1.0 - wet)
        both[DENSE * ROW + found], both[THIN * ROW + found] = air[AIR_RHO], air[AIR_MU]
        both[WEIGHT * ROW + found] = 0.0
        tall = rows[TZ * ROW + at] * rows[LONG * ROW + at]
        high = rows[AT_PZ * ROW + at] + max(tall, 0.0)
        low = rows[AT_PZ * ROW + at] + min(tall, 0.0)
        gust_x, gust_y = wind_at(0.5 * (max(low, 0.0) + max(high, 0.0)), air)
        both[WX * ROW + found] -= gust_x
        both[WY * ROW + found] -= gust_y
        which[found] = at
        found += 1
    return found


@loop
def _blow(rows, count, wind_x, wind_y, over_rough):
    """Take the wind from the speed of those links that stand in the air alone."""
    for at in range(whole(count)):
        height = rows[AT_PZ * ROW + at] + 0.5 * rows[TZ * ROW + at] * rows[LONG * ROW + at]
        share = 0.0 if rows[WET * ROW + at] > 0.0 else log_wind(height, over_rough)
        rows[WX * ROW + at] -= wind_x * share
        rows[WY * ROW + at] -= wind_y * share


@loop
def _look(rows, count, stream, along, along_grid, across, across_grid):
    """Look up the stream where the middle of the wet part of so many links is; return whether a power law is met."""
    powered = False
    mapped = len(along) > 1 or len(across) > 1
    for at in range(whole(count)):
        level, depth, shear, rough, power, slope = (
            stream[DEPTH],
            stream[DEPTH],
            stream[SHEAR],
            stream[ROUGHNESS],
            stream[POWER],
            0.0,
        )
        if at >= count or rows[WET * ROW + at] == 0.0:
            shear = 0.0
        elif mapped:
            level, depth, shear, rough, power, slope = plan_at(
                rows[MIDDLE_X * ROW + at],
                rows[MIDDLE_Y * ROW + at],
                stream,
                along,
                along_grid,
                across,
                across_grid,
            )
        powered = powered or power > 0.0
        rows[LEVEL * ROW + at], rows[HERE * ROW + at], rows[SHEARS * ROW + at] = level, depth, shear
        rows[ROUGH * ROW + at], rows[POWERS * ROW + at], rows[SLOPES * ROW + at] = rough, power, slope
    return powered


@loop
def _flow(rows, count, bedded, powered, stream):
    """Take the water's own speed from that of so many links."""
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
        return
    if bedded:
        for at in range(whole(count)):
            rows[SHEARS * ROW + at] *= spread(rows[LEVEL * ROW + at], rows[HERE * ROW + at], rows[ROUGH * ROW + at])
    for at in range(whole(count)):
        depth, down = rows[HERE * ROW + at], rows[DOWN * ROW + at]
        u = log_pace(down + depth, depth, rows[SHEARS * ROW + at], rows[ROUGH * ROW + at])
        rows[WX * ROW + at] -= u
        rows[WZ * ROW + at] -= u * rows[SLOPES * ROW + at] * down / depth


@loop
def _stir(rows, count, along, up):
    """Take the eddies from the speed of so many links."""
    for at in range(whole(count)):
        depth = rows[HERE * ROW + at]
        friction, wall = stirring(
            rows[DOWN * ROW + at] + depth, depth, rows[SHEARS * ROW + at], rows[POWERS * ROW + at]
        )
        rows[WX * ROW + at] -= along * friction
        rows[WZ * ROW + at] -= up * friction * wall


@loop
def _drift(rows, count, drift_x, drift_y):
    """Take the wind's drift of still water from the speed of so many links."""
    for at in range(whole(count)):
        wet = 1.0 if rows[WET * ROW + at] > 0.0 else 0.0
        fade = wet * exp_of(rows[DOWN * ROW + at] / WIND_LAYER)
        rows[WX * ROW + at] -= drift_x * fade
        rows[WY * ROW + at] -= drift_y * fade


@loop
def _drag(rows, count):
    """Work out resistance and forces of so many links from their speed through what they stand in."""
    for at in range(whole(count)):
        tx, ty, tz = rows[TX * ROW + at], rows[TY * ROW + at], rows[TZ * ROW + at]
        wx, wy, wz = rows[WX * ROW + at], rows[WY * ROW + at], rows[WZ * ROW + at]
        q, diameter, between = rows[HALF * ROW + at], rows[THICK * ROW + at], rows[BETWEEN * ROW + at]
        density, viscosity = rows[DENSE * ROW + at], rows[THIN * ROW + at]
        ut = wx * tx + wy * ty + wz * tz
        nx, ny, nz = wx - ut * tx, wy - ut * ty, wz - ut * tz
        un = math.sqrt(nx * nx + ny * ny + nz * nz)
        kn, _, bend = cylinder_drag_factor(un, diameter, density, viscosity)
        kt, dkt = axial_drag_factor(abs(ut), diameter, between, density, viscosity)
        fx = -q * (kn * nx + kt * ut * tx)
        fy = -q * (kn * ny + kt * ut * ty)
        fz = -q * (kn * nz + kt * ut * tz) - rows[WEIGHT * ROW + at]
        hold = q * kn
        turn = q * (kt + abs(ut) * dkt - kn)
        rise = q * bend
        c_xx = hold + turn * tx * tx + rise * nx * nx
        c_xy = turn * tx * ty + rise * nx * ny
        c_xz = turn * tx * tz + rise * nx * nz
        c_yy = hold + turn * ty * ty + rise * ny * ny
        c_yz = turn * ty * tz + rise * ny * nz
        c_zz = hold + turn * tz * tz + rise * nz * nz
        rows[C_XX * ROW + at], rows[C_XY * ROW + at], rows[C_XZ * ROW + at] = c_xx, c_xy, c_xz
        rows[C_YY * ROW + at], rows[C_YZ * ROW + at], rows[C_ZZ * ROW + at] = c_yy, c_yz, c_zz
        x, y, z = rows[IX * ROW + at], rows[IY * ROW + at], rows[IZ * ROW + at]
        rows[NODE_X * ROW + at] = fx + c_xx * x + c_xy * y + c_xz * z
        rows[NODE_Y * ROW + at] = fy + c_xy * x + c_yy * y + c_yz * z
        rows[NODE_Z * ROW + at] = fz + c_xz * x + c_yz * y + c_zz * z
        x, y, z = rows[PX * ROW + at], rows[PY * ROW + at], rows[PZ * ROW + at]
        rows[PARENT_X * ROW + at] = fx + c_xx * x + c_xy * y + c_xz * z
        rows[PARENT_Y * ROW + at] = fy + c_xy * x + c_yy * y + c_yz * z
        rows[PARENT_Z * ROW + at] = fz + c_xz * x + c_yz * y + c_zz * z


@loop
def drag_lines(first, line, now, medium, sums):
    """Set weight and drag of every link for both its end nodes, Newton-linearised in their velocity, in `sums.drags`.

    A link that lies in the surface has no weight and is dragged on half of itself. What stands in both is dragged by each
    on its share, the water at the middle of the wet part, the wind at the middle of the dry one.

    Links are taken `ROW` at a time through loops that run wide (:mod:`jarana.core.engine.wide`).
    """
    water, stream, air, along, along_grid, across, across_grid, _, _, _ = medium
    rows, both, drags = sums.rows, sums.both, sums.drags
    bedded = len(along) > 1
    flows = bedded or len(across) > 1 or stream[SHEAR] != 0.0
    nodes = len(line.parent)
    for begin in range(first, nodes, ROW):
        end = min(begin + ROW, nodes)
        count = end - begin
        _list(begin, end, line, now, rows)
        _stand(rows, count, water[RHO], water[MU], water[GRAVITY], air[AIR_RHO], air[AIR_MU])
        parted = 0
        if air[AIR_RHO] > 0.0:
            parted = _part(rows, count, air, both, sums.which)
            if air[WIND_X] != 0.0 or air[WIND_Y] != 0.0:
                _blow(rows, count, air[WIND_X], air[WIND_Y], 1.0 / air[WIND_ROUGHNESS])
        if flows:
            powered = _look(rows, count, stream, along, along_grid, across, across_grid)
            _flow(rows, count, bedded, powered, stream)
            if stream[EDDY_ALONG] != 0.0 or stream[EDDY_UP] != 0.0:
                _stir(rows, count, stream[EDDY_ALONG], stream[EDDY_UP])
        if stream[DRIFT_X] != 0.0 or stream[DRIFT_Y] != 0.0:
            _drift(rows, count, stream[DRIFT_X], stream[DRIFT_Y])
        _drag(rows, count)
        for at in range(count):
            for k in range(12):
                drags[begin + at, k] = rows[(C_XX + k) * ROW + at]
        if parted > 0:
            _drag(both, parted)
            for at in range(parted):
                for k in range(12):
                    drags[begin + sums.which[at], k] += both[(C_XX + k) * ROW + at]
