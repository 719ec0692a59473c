"""What a pack says between its waters: the law the phone follows, and what it is held to.

A depth is looked up as a share of the depth of the water, where it flows. Between three waters the share is the parabola through them,
in the logarithm of depth and of pace, since both were stepped by shares; between two it is straight. How a fly sinks goes by the
second, how it is lifted out or swings up by the part of the drift that is over: the second at which a neighbouring water is asked
slides from the one to the other.

Against a bilinear look-up at the second, over six methods at six waters beside the grid's: root mean square 0.9 → 0.5 cm, at most
5.1 → 2.7 cm (a median of 128 drifts is itself uncertain by about as much where flies bounce).
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np

from jarana.core.bank.pack_parts import Pack, PackOption

SLIDES = 2.0
"""How late in a drift its part counts instead of its second: the power of the part that is over (fitted to six methods)."""
LIES_M = 0.04
"""So close over the bed of a shallower water of a lake a fly counts as lying there, m."""


def between(values: Sequence[float], at: float) -> tuple[float, ...]:
    """Return how much each of some ascending values counts at a value; outside them the nearest alone.

    Examples
    --------
    >>> between((1.0, 2.0), 1.5), between((1.0, 2.0), 3.0)
    ((0.5, 0.5), (0.0, 1.0))
    >>> [round(w, 3) for w in between((0.8, 1.0, 1.25), 1.118)]
    [-0.125, 0.75, 0.375]
    """
    n = len(values)
    if at <= values[0]:
        return (1.0, *(0.0,) * (n - 1))
    if at >= values[-1]:
        return (*(0.0,) * (n - 1), 1.0)
    if n != 3:
        i = next(k for k, v in enumerate(values) if v > at) - 1
        share = (at - values[i]) / (values[i + 1] - values[i])
        return tuple(1 - share if k == i else share if k == i + 1 else 0.0 for k in range(n))
    x, knots = math.log(at), [math.log(v) for v in values]
    return tuple(
        math.prod((x - knots[j]) / (knots[i] - knots[j]) for j in range(n) if j != i) for i in range(n)
    )  # fmt: skip


def weights(pack: Pack, depth: float, pace: float) -> tuple[float, ...]:
    """Return how much each water of a pack counts at a depth, m, and a pace, m/s; together 1."""
    rows = between(pack.depths, depth)
    columns = between(pack.paces, pace) if pack.flows else (1.0,)
    return tuple(a * b for a in rows for b in columns)


def seconds_at(pack: Pack, option: PackOption, depth: float, pace: float) -> float:
    """Return how long a drift lasts there, s."""
    return sum(w * s for w, s in zip(weights(pack, depth, pace), option.seconds, strict=True))


def depth_at(pack: Pack, option: PackOption, rows: Sequence[Sequence[int]], second: float, depth: float, pace: float) -> float:  # fmt: skip
    """Return how deep a fly is at a second of a drift, m; `rows` are its depths in each water of the pack, cm."""
    counts = weights(pack, depth, pace)
    whole = seconds_at(pack, option, depth, pace)
    part = min(second / max(whole, 1e-9), 1.0)
    own = [d for d in pack.depths for _ in range(len(pack.paces) if pack.flows else 1)]

    def at(water: int) -> float:
        asked = second + (option.seconds[water] - whole) * part**SLIDES
        return float(np.interp(asked / max(option.seconds[water], 1e-9), pack.fractions, rows[water])) / 100

    near = [i for i, w in enumerate(counts) if w]
    if pack.flows:
        share = sum(counts[i] * at(i) / own[i] for i in near)
        return min(max(share * depth, 0.0), depth)
    # In still water flies sink as if there were no bed: where a shallower water has them lying, the deeper one tells.
    if any(at(i) > own[i] - LIES_M for i in near):
        return min(at(near[-1]), depth)
    return min(max(sum(counts[i] * at(i) for i in near), 0.0), depth)
