"""A mend: the lying line between two places is laid over in an arch, and what that takes is fed in."""

from __future__ import annotations

import math

from jarana.core.engine.columns import LENGTH, MEND_BEGINS, MEND_ENDS, MEND_UPSTREAM
from jarana.core.engine.compiled import loop


@loop
def lay_over(first, row, fed, line, now):
    """Lay the lying line of a mend over upstream (negative: downstream) in a sin² arch; return the line it took, m.

    Places along the line are told from the tip. Rest lengths become the new chords: line is fed in, not stretched. Nothing
    that hangs or has sunk is moved, and the line goes on with the speed it had.
    """
    parent, links, _, afloat = line
    place, _, tension = now
    begins, ends, far = row[MEND_BEGINS], row[MEND_ENDS], row[MEND_UPSTREAM]
    arc, more = 0.0, 0.0
    for i in range(first, len(parent)):
        if i > first and parent[i] != i - 1:
            break
        arc += links[i, LENGTH]
        if afloat[i] and begins < arc < ends:
            bow = math.sin(math.pi * (arc - begins) / (ends - begins))
            fed[i] = far * bow * bow
    for i in range(first, len(parent)):
        if fed[i] != 0.0:
            place[i, 0] -= fed[i]
    for i in range(first, len(parent)):
        p = parent[i]
        if fed[i] == 0.0 and fed[p] == 0.0:
            continue
        square = 0.0
        for axis in range(3):
            gap = place[i, axis] - place[p, axis]
            square += gap * gap
        more += math.sqrt(square) - links[i, LENGTH]
        links[i, LENGTH] = math.sqrt(square)
        tension[i] = 0.0
    fed[:] = 0.0
    return more
