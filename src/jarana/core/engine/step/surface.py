"""Line in the surface: how it leaves it, at the sunk end and at the tip's, and how it comes to lie again."""

from __future__ import annotations

import math

from jarana.core.engine.columns import BENDING_STIFFNESS, BUOYANT, DIAMETER, LENGTH, NEVER
from jarana.core.engine.compiled import loop
from jarana.core.law import Law, Range

GREASE = Law(
    "peeling of a greased line",
    "energy per metre: T(1 - cos phi) against a share of surface tension x circumference; the share, 0.3, is a starting value",
    {"diameter": Range(1e-4, 2e-3, "greased line", "diameter", "m")},
    "how long it stays up is a guess",
)
PEEL = 0.3
"""Energy to peel a line off the surface per metre, as a share of surface tension x its circumference."""
NEAR, FAR = 0.05, 0.3
"""m of free line over which its slope is taken: the least, and the most where bending shields it."""
SHIELDED = 3.0
"""Lengths sqrt(EI/T) over which bending shields the slope."""
OUT_OF_THE_SURFACE = 1e-3
"""m: a top that stands higher or lower than this lies in the surface no longer."""


@loop
def _reach(stiffness, pull):
    """Return the length over which the slope of free line is taken, m."""
    if stiffness <= 0.0 or pull <= 0.0:
        return NEAR
    return min(max(NEAR, SHIELDED * math.sqrt(stiffness / pull)), FAR)


@loop
def _steepness(rise_x, rise_y, rise_z):
    """Return 1 - cos of the slope of a way."""
    whole = math.sqrt(rise_x * rise_x + rise_y * rise_y + rise_z * rise_z)
    if whole < 1e-12:
        return 0.0
    return 1.0 - math.sqrt(rise_x * rise_x + rise_y * rise_y) / whole


@loop
def peel(first, line, now, surface_tension):
    """Let go of lying nodes at the edge of what lies, one at each edge, where free line pulls hard and steeply enough.

    The slope is that of the free line over a length, not of one link: finer grids would peel less.
    """
    parent, links, _, afloat = line
    place, _, tension = now
    for i in range(len(parent) - 1, first - 1, -1):
        p = parent[i]
        edge = PEEL * surface_tension * math.pi
        if afloat[p] != 0 and afloat[i] == 0 and p != 0:
            # The sunk side: p lies, free line goes on from i.
            reach = _reach(links[i, BENDING_STIFFNESS], tension[i])
            node, gone = i, links[i, LENGTH]
            while gone < reach and node + 1 < len(parent) and parent[node + 1] == node:
                node += 1
                gone += links[node, LENGTH]
            back = parent[node]
            share = 1.0 - max(gone - reach, 0.0) / links[node, LENGTH]
            steep = _steepness(
                place[back, 0] + share * (place[node, 0] - place[back, 0]) - place[p, 0],
                place[back, 1] + share * (place[node, 1] - place[back, 1]) - place[p, 1],
                place[back, 2] + share * (place[node, 2] - place[back, 2]) - place[p, 2],
            )
            if tension[i] * steep > edge * links[p, DIAMETER]:
                afloat[p] = 0
        elif afloat[i] != 0 and afloat[p] == 0:
            # The tip's side: i lies, free line goes up from p.
            reach = _reach(links[i, BENDING_STIFFNESS], tension[i])
            node, gone = i, links[i, LENGTH]
            while gone < reach and parent[node] != 0:
                node = parent[node]
                gone += links[node, LENGTH]
            above = parent[node]
            share = 1.0 - max(gone - reach, 0.0) / links[node, LENGTH]
            steep = _steepness(
                place[node, 0] + share * (place[above, 0] - place[node, 0]) - place[i, 0],
                place[node, 1] + share * (place[above, 1] - place[node, 1]) - place[i, 1],
                place[node, 2] + share * (place[above, 2] - place[node, 2]) - place[i, 2],
            )
            if tension[i] * steep > edge * links[i, DIAMETER]:
                afloat[i] = 0


@loop
def land(first, line, now, before):
    """Lay down again what fell from the air onto the water, and what floats by itself when it came up from below.

    `before` are the heights at the start of the step, (nodes,). The top counts as lying while it stands in the surface.
    """
    _, _, lies, afloat = line
    place = now.place
    if afloat[0] != 0 and abs(place[0, 2]) > OUT_OF_THE_SURFACE:
        afloat[0] = 0
    elif afloat[0] == 0 and lies[0] != NEVER and abs(place[0, 2]) <= OUT_OF_THE_SURFACE:
        afloat[0] = 1
    for i in range(first, len(lies)):
        if lies[i] == NEVER or afloat[i] != 0:
            continue
        fell = before[i] > 0.0 >= place[i, 2]
        rose = lies[i] == BUOYANT and before[i] < 0.0 <= place[i, 2]
        if fell or rose:
            afloat[i] = 1
