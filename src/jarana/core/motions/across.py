"""What a fly line does across a river, told in the upright plane of the line; shared by the motions that hold it."""

from __future__ import annotations

import math

from jarana.core.motions.base import ACROSS

TURNED_IN = 5
"""In how many steps a line turns downstream."""


def turned(pace: float, held: float) -> tuple[tuple[float, float, float], ...]:
    """Return the moves of a line held on a tight line while it turns from `ACROSS` to straight downstream in `held` s.

    The water runs along the line at ``U cos(angle)``, so in water of pace U the tip goes at ``U (1 - cos(angle))``, slower and
    slower, and stands in the end.
    """
    rows = []
    for k in range(TURNED_IN):
        angle = ACROSS * (1 - (k + 0.5) / TURNED_IN)
        rows.append((held * k / TURNED_IN, pace * (1 - math.cos(angle)), 0.0))
    return (*rows, (held, 0.0, 0.0))
