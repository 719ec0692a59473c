"""What a fly does in the end: the depth it comes to, from when on it keeps it, and when it first touches."""

from __future__ import annotations

import numpy as np
from numpy.typing import NDArray

from jarana.core.drift.document import Course
from jarana.core.engine.arrays import Floats
from jarana.core.engine.step.kernel import ON_THE_BED

TENTH = 0.1
"""Share of a drift over which its end is judged."""
SAME_SHARE, SAME_DEPTH = 0.05, 0.02
"""A depth within this share, or within so many m, of another is the same."""


def course_of(times: Floats, depth: Floats, touching: NDArray[np.bool_]) -> tuple[float, float, Course]:
    """Return the depth a fly comes to, m, from when on it keeps it, s, and what it does in the end.

    The last tenth of the time decides, not the last frame: a fly that is stripped rises and falls with every beat.
    """
    last, before = _tenths(times)
    came, kept = ends_of(times[None], depth[None])
    ends, settled = float(came[0]), float(kept[0])
    within = max(SAME_SHARE * abs(ends), SAME_DEPTH)
    gone = ends - float(depth[before].mean()) if before.any() else 0.0
    if touching[last].mean() >= 0.5:
        return ends, settled, "on the bed"
    if abs(gone) <= within:
        return ends, settled, "settled"
    return ends, settled, "sinking" if gone > 0 else "rising"


def _tenths(times: Floats) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """Return which times are in the last tenth, and which in the one before it."""
    last = times >= (1 - TENTH) * times[-1]
    return last, (times >= (1 - 2 * TENTH) * times[-1]) & ~last


def ends_of(times: Floats, depth: Floats) -> tuple[Floats, Floats]:
    """Return the depth a fly comes to in each of several drifts, m, and from when on it keeps it, s, (k,) each.

    Both are (k, times), the times of every drift in the same proportion.
    """
    last, _ = _tenths(times[0])
    ends = depth[:, last].mean(axis=1)
    within = np.maximum(SAME_SHARE * np.abs(ends), SAME_DEPTH)
    window = max(int(last.sum()), 1)
    whole = np.concatenate([np.zeros((len(depth), 1)), np.cumsum(depth, axis=1)], axis=1)
    mean = (whole[:, window:] - whole[:, :-window]) / window
    away = np.abs(mean - ends[:, None]) > within[:, None]
    frames = mean.shape[1]
    keeps = np.minimum(frames - np.argmax(away[:, ::-1], axis=1) + window // 2, times.shape[1] - 1)
    return ends, np.where(away.any(axis=1), times[np.arange(len(times)), keeps], 0.0)


def first_crossing(times: np.ndarray, x: np.ndarray, height: np.ndarray) -> tuple[float, float] | None:
    """Return when and where a height first falls to ``ON_THE_BED``, between frames by straight line."""
    low = np.flatnonzero(height <= ON_THE_BED)
    if len(low) == 0:
        return None
    k = int(low[0])
    if k == 0:
        return float(times[0]), float(x[0])
    part = (height[k - 1] - ON_THE_BED) / (height[k - 1] - height[k])
    return float(times[k - 1] + part * (times[k] - times[k - 1])), float(x[k - 1] + part * (x[k] - x[k - 1]))
