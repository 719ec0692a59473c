"""Line through the tip: taken in link by link, and paid out again from what waits inside."""

from __future__ import annotations

import math

from jarana.core.engine.columns import LENGTH
from jarana.core.engine.compiled import loop

SHORTEST_LINK, LONGEST_LINK = 0.3, 1.3
"""A first link taken in to this share of its length goes inside, and the next one takes its place; one grown to that share
lets the one that waits out again."""

PUSHED, RAISED = 5e-3, 1e-3
"""N and m: out of a tip over the water, line that would have to be pushed down harder than this waits in the rings."""


@loop
def pulled_least(takes, height):
    """Return the pull below which the first link grows no faster than it is drawn, N; where it grows anyway, far below all."""
    return -PUSHED if takes < 0.0 and height > RAISED else -math.inf


@loop
def reel(first, takes, rest, fixed, mass, line, now):
    """Return the first link outside the tip and the speed at which line can be taken in (negative: paid out), m/s.

    `rest` are the whole lengths of the links, m. A node that carries something is not taken in; where nothing waits inside
    nothing is paid out.
    """
    parent, links, _, afloat = line
    place, speed, tension = now
    if takes > 0.0 and links[first, LENGTH] <= SHORTEST_LINK * rest[first]:
        if fixed[first]:
            return first, 0.0
        after = first + 1
        parent[after] = 0
        afloat[first] = 0
        square = 0.0
        for axis in range(3):
            gap = place[after, axis] - place[0, axis]
            square += gap * gap
        links[after, LENGTH] = math.sqrt(square)
        tension[after] = max(tension[first], tension[after])
        return after, takes
    if takes < 0.0 and links[first, LENGTH] >= LONGEST_LINK * rest[first]:
        if first == 1:
            return first, 0.0
        waits = first - 1
        share = 1.0 - rest[first] / links[first, LENGTH]
        for axis in range(3):
            place[waits, axis] = place[0, axis] + share * (place[first, axis] - place[0, axis])
            speed[waits, axis] = speed[0, axis] + share * (speed[first, axis] - speed[0, axis])
        links[waits, LENGTH] = links[first, LENGTH] - rest[first]
        links[first, LENGTH] = rest[first]
        parent[first], parent[waits] = waits, 0
        tension[waits] = tension[first]
        afloat[waits] = 1 if afloat[first] != 0 and afloat[0] != 0 else 0
        return waits, takes
    if takes < 0.0 and first == 1 and links[first, LENGTH] >= rest[first]:
        return first, 0.0
    return first, takes
