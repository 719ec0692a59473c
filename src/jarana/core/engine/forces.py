"""The forces on a chain, each Newton-linearised in the velocities: line, bodies, float, bending, bed.

Every function adds to the nodes' symmetric 2x2 matrices (a11, a12, a22) and right-hand sides (rx, rz);
docs/physics.md derives them line by line.
"""

from __future__ import annotations

import math

from jarana.core.engine.afloat import SUPPORT_DEPTH, blow, cap, hackle_share
from jarana.core.engine.columns import (
    AXIAL_LENGTH,
    BEAD,
    BED_DEPTH,
    BED_FRICTION,
    BED_SLOPE,
    BED_STIFFNESS,
    BED_SURFACE_SPEED,
    BENDING_STIFFNESS,
    DEPTH,
    DIAMETER,
    DRAG_AREA,
    FLOAT_DRAG_AREA,
    FLOAT_MASS,
    FLOAT_RADIUS,
    FLOAT_SUPPORT,
    FLOAT_WIND,
    GRAVITY,
    GUST_X,
    GUST_Z,
    LENGTH,
    LINE_DENSITY,
    MASS,
    MU,
    RHO,
    ROUGHNESS,
    SURFACE_SPEED,
    VOLUME,
    WIND_DRIFT_SPEED,
)
from jarana.core.engine.compiled import compiled
from jarana.core.engine.hydro.axial_drag import axial_drag_factor
from jarana.core.engine.hydro.cylinder_drag import cylinder_drag_factor
from jarana.core.engine.hydro.sphere_drag import sphere_drag_factor
from jarana.core.engine.hydro.stream import stream_speed
from jarana.core.law import Law, Range

FLOAT = Law(
    "a sphere at the surface",
    "Archimedes on a spherical cap; sphere drag on the submerged share of its frontal area; the rest of a dry fly's lift is "
    "surface tension on its hackle (starting value of its depth: 2 mm)",
    {"radius": Range(1e-4, 0.1, "the radius of what floats", "short", "m")},
    "how deep it sits is a guess",
)
WIND_DRIFT = Law(
    "wind drift of still water",
    "practice of lakes: the surface goes at about 2 % of the wind, fading over 0.3 m (starting values)",
    {"wind": Range(0.0, 15.0, "the wind", "wind", "m/s")},
    "how the lake drifts under it is a guess",
)
BENDING = Law(
    "bending of a fly line",
    "Euler-Bernoulli: force = EI times the fourth difference over spacing cubed",
    {"diameter": Range(0.4e-3, 2.5e-3, "the fly line in the water", "diameter", "m")},
    "its stiffness is a guess",
)
SURFACE_BLEND = 0.005
"""Half the height over which a link passes from air to water, m."""
LIFT_BLEND = 0.01
"""Depth over which a body comes up to its full buoyancy, m."""
BED_DAMPING = 0.002
"""Time over which the bed takes up the speed of what lands on it, s."""
FRICTION_SPEED = 0.001
"""Speed at which bed friction reaches about its full value, m/s."""
WIND_LAYER = 0.3
"""Depth over which the wind's drift of still water fades by e, m."""


# Loops stand inside these functions, not around them, and the bed's profile is read where it is needed: handing an
# array to a compiled function costs more than the drag of a link.


@compiled
def add_lines(first, line, now, medium, sums):
    """Add weight and drag of every link to both its end nodes, Newton-linearised in their velocity."""
    parent, links, afloat = line
    x, z, vx, vz = now
    water, stream, ground, grid, _ = medium
    a11, a12, a22, rx, rz = sums
    rho, mu, gravity = water[RHO], water[MU], water[GRAVITY]
    rows = len(ground)
    for i in range(first, len(parent)):
        p = parent[i]
        length, diameter = links[i, LENGTH], links[i, DIAMETER]
        tx, tz = (x[i] - x[p]) / length, (z[i] - z[p]) / length
        middle = 0.5 * (z[i] + z[p])
        wet = min(max((SURFACE_BLEND - middle) / (2.0 * SURFACE_BLEND), 0.0), 1.0)
        half = 0.5 * length
        if afloat[i] and (p == 0 or afloat[p]):
            wet = 0.5
        else:
            weight = (links[i, LINE_DENSITY] - wet * rho) * gravity * math.pi / 4.0 * diameter * diameter * half
            rz[i] -= weight
            rz[p] -= weight
        if wet == 0.0:
            continue
        depth, surface, slope = stream[DEPTH], stream[SURFACE_SPEED], 0.0
        if rows > 1:
            place = min(max((0.5 * (x[i] + x[p]) - grid[0]) / grid[1], 0.0), rows - 1.000001)
            k = int(place)
            share = place - k
            depth = ground[k, BED_DEPTH] * (1.0 - share) + ground[k + 1, BED_DEPTH] * share
            surface = ground[k, BED_SURFACE_SPEED] * (1.0 - share) + ground[k + 1, BED_SURFACE_SPEED] * share
            slope = ground[k, BED_SLOPE] * (1.0 - share) + ground[k + 1, BED_SLOPE] * share
        down = min(middle, 0.0)
        along = stream_speed(down + depth, surface, depth, stream[ROUGHNESS])
        wx = 0.5 * (vx[i] + vx[p]) - along - stream[GUST_X]
        wz = 0.5 * (vz[i] + vz[p]) - along * slope * down / depth - stream[GUST_Z]
        if stream[WIND_DRIFT_SPEED] != 0.0:
            wx -= stream[WIND_DRIFT_SPEED] * math.exp(down / WIND_LAYER)
        ut = wx * tx + wz * tz
        un = -wx * tz + wz * tx
        kn, dkn = cylinder_drag_factor(abs(un), diameter, rho, mu)
        kt, dkt = axial_drag_factor(abs(ut), diameter, links[i, AXIAL_LENGTH], rho, mu)
        q = half * wet
        fn, ft = -q * kn * un, -q * kt * ut
        fx, fz = ft * tx - fn * tz, ft * tz + fn * tx
        cn, ct = q * (kn + abs(un) * dkn), q * (kt + abs(ut) * dkt)
        c11 = ct * tx * tx + cn * tz * tz
        c12 = (ct - cn) * tx * tz
        c22 = ct * tz * tz + cn * tx * tx
        a11[i] += c11
        a12[i] += c12
        a22[i] += c22
        rx[i] += fx + c11 * vx[i] + c12 * vz[i]
        rz[i] += fz + c12 * vx[i] + c22 * vz[i]
        a11[p] += c11
        a12[p] += c12
        a22[p] += c22
        rx[p] += fx + c11 * vx[p] + c12 * vz[p]
        rz[p] += fz + c12 * vx[p] + c22 * vz[p]


@compiled
def add_bending(first, dt, line, now, sums):
    """Add the bending stiffness of a fly line: springs on second differences along its nodes.

    Implicit in a diagonal that bounds half the stiffness (unconditionally stable), explicit in the rest.
    """
    parent, links, _ = line
    x, z, vx, vz = now
    a11, _, a22, rx, rz = sums
    for j in range(first + 1, len(parent)):
        i = parent[j]
        if i < first or i != j - 1 or links[i, BENDING_STIFFNESS] == 0.0 or links[j, BENDING_STIFFNESS] == 0.0:
            continue
        p = parent[i]
        mean = 0.5 * (links[i, LENGTH] + links[j, LENGTH])
        k = 0.5 * (links[i, BENDING_STIFFNESS] + links[j, BENDING_STIFFNESS]) / (mean * mean * mean)
        cx = x[p] - 2.0 * x[i] + x[j] + dt * (vx[p] - 2.0 * vx[i] + vx[j])
        cz = z[p] - 2.0 * z[i] + z[j] + dt * (vz[p] - 2.0 * vz[i] + vz[j])
        for node, share, bound in ((p, 1.0, 2.0), (i, -2.0, 4.0), (j, 1.0, 2.0)):
            hold = dt * bound * k
            a11[node] += hold
            a22[node] += hold
            rx[node] += -share * k * cx + hold * vx[node]
            rz[node] += -share * k * cz + hold * vz[node]


@compiled
def add_bodies(loads, now, medium, sums):
    """Add weight in water and drag of every body to its node; buoyancy fades over the last centimetre."""
    bodies, values = loads
    x, z, vx, vz = now
    water, stream, ground, grid, _ = medium
    a11, a12, a22, rx, rz = sums
    rho, mu, gravity = water[RHO], water[MU], water[GRAVITY]
    rows = len(ground)
    for b in range(len(bodies)):
        k = bodies[b]
        weight = (values[b, MASS] - rho * values[b, VOLUME]) * gravity
        if weight < 0.0:
            weight *= min(max(-z[k] / LIFT_BLEND, 0.0), 1.0)
        rz[k] -= weight
        depth, surface, slope = stream[DEPTH], stream[SURFACE_SPEED], 0.0
        if rows > 1:
            place = min(max((x[k] - grid[0]) / grid[1], 0.0), rows - 1.000001)
            g = int(place)
            share = place - g
            depth = ground[g, BED_DEPTH] * (1.0 - share) + ground[g + 1, BED_DEPTH] * share
            surface = ground[g, BED_SURFACE_SPEED] * (1.0 - share) + ground[g + 1, BED_SURFACE_SPEED] * share
            slope = ground[g, BED_SLOPE] * (1.0 - share) + ground[g + 1, BED_SLOPE] * share
        down = min(z[k], 0.0)
        along = stream_speed(down + depth, surface, depth, stream[ROUGHNESS])
        wx = vx[k] - along - stream[GUST_X]
        wz = vz[k] - along * slope * down / depth - stream[GUST_Z]
        if stream[WIND_DRIFT_SPEED] != 0.0:
            wx -= stream[WIND_DRIFT_SPEED] * math.exp(down / WIND_LAYER)
        speed = math.sqrt(wx * wx + wz * wz)
        factor, rise = 0.0, 0.0
        if values[b, BEAD] > 0.0:
            factor, rise = sphere_drag_factor(speed, values[b, BEAD], rho, mu)
        factor += 0.5 * rho * speed * values[b, DRAG_AREA]
        rise += 0.5 * rho * values[b, DRAG_AREA]
        ex, ez = 1.0, 0.0
        if speed > 1e-12:
            ex, ez = wx / speed, wz / speed
        c11 = factor + rise * speed * ex * ex
        c12 = rise * speed * ex * ez
        c22 = factor + rise * speed * ez * ez
        a11[k] += c11
        a12[k] += c12
        a22[k] += c22
        rx[k] += -factor * wx + c11 * vx[k] + c12 * vz[k]
        rz[k] += -factor * wz + c12 * vx[k] + c22 * vz[k]


@compiled
def add_float(dt, top, state, now, medium, sums):
    """Add a float or a dry fly at the top: cap buoyancy, hackle support, drag of what is under, wind on what is not."""
    _, z, vx, vz = now
    water, stream, _, _, _ = medium
    a11, _, a22, rx, rz = sums
    rho, mu, gravity = water[RHO], water[MU], water[GRAVITY]
    radius, area, support, wind = top[FLOAT_RADIUS], top[FLOAT_DRAG_AREA], top[FLOAT_SUPPORT], top[FLOAT_WIND]
    under, volume, share = cap(radius, z[0])
    a22[0] += rho * gravity * math.pi * (2.0 * radius * under - under * under) * dt
    rz[0] += rho * gravity * volume - top[FLOAT_MASS] * gravity
    depth = -z[0]
    if depth > 2.0 * SUPPORT_DEPTH + 2.0 * radius:
        state[0] = 1.0
    if support > 0.0 and state[0] == 0.0 and depth > 0.0:
        rz[0] += support * hackle_share(z[0])
        if depth < SUPPORT_DEPTH:
            a22[0] += support / SUPPORT_DEPTH * dt
    down = min(z[0], 0.0)
    wx = (
        vx[0]
        - stream_speed(down + stream[DEPTH], stream[SURFACE_SPEED], stream[DEPTH], stream[ROUGHNESS])
        - stream[GUST_X]
    )
    if stream[WIND_DRIFT_SPEED] != 0.0:
        wx -= stream[WIND_DRIFT_SPEED] * math.exp(down / WIND_LAYER)
    wz = vz[0]
    speed = math.sqrt(wx * wx + wz * wz)
    factor, rise = sphere_drag_factor(speed, 2.0 * radius, rho, mu)
    factor = share * (factor + 0.5 * rho * speed * area)
    rise = share * (rise + 0.5 * rho * area)
    hold = factor + rise * speed
    a11[0] += hold
    a22[0] += hold
    rx[0] += -factor * wx + hold * vx[0]
    rz[0] += -factor * wz + hold * vz[0]
    if wind != 0.0:
        push = blow(radius, share)
        gap = wind - vx[0]
        a11[0] += 2.0 * push * abs(gap)
        rx[0] += push * abs(gap) * gap + 2.0 * push * abs(gap) * vx[0]


@compiled
def add_bed(first, dt, now, medium, sums):
    """Push every node up that stands below the bed and hold it by friction, both implicit.

    The bed gives back little speed (a fly does not bounce off gravel): the push is damped over
    `BED_DAMPING` s, and never pulls.
    """
    x, z, vx, vz = now
    _, stream, ground, grid, bed = medium
    a11, _, a22, _, rz = sums
    stiffness, friction = bed[BED_STIFFNESS], bed[BED_FRICTION]
    damping = stiffness * BED_DAMPING
    rows = len(ground)
    for i in range(first, len(z)):
        floor = -stream[DEPTH]
        if rows > 1:
            place = min(max((x[i] - grid[0]) / grid[1], 0.0), rows - 1.000001)
            k = int(place)
            share = place - k
            floor = -(ground[k, BED_DEPTH] * (1.0 - share) + ground[k + 1, BED_DEPTH] * share)
        below = floor - z[i]
        normal = stiffness * below - damping * vz[i]
        if below <= 0.0 or normal <= 0.0:
            continue
        rz[i] += stiffness * below
        a22[i] += stiffness * dt + damping
        a11[i] += friction * normal / math.sqrt(vx[i] * vx[i] + FRICTION_SPEED * FRICTION_SPEED)
