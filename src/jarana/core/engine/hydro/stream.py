"""The pace of a stream at every height above its bed."""

from __future__ import annotations

import math
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from jarana.core.engine.compiled import compiled
from jarana.core.law import Law, Range

LOG_LAW = Law(
    "log law of a rough bed",
    "Nikuradse, VDI-Forschungsheft 361 (1933); shifted so that u(0) = 0; from a depth of one grain on",
    {"depth_over_z0": Range(30.0, 1.0e5, "the depth over the roughness of the bed")},
    "the pace near the bed is a guess",
)
Numbers = TypeVar("Numbers", float, NDArray[np.float64])
KARMAN = 0.41
"""Von Kármán's constant as used by Nezu & Nakagawa (1993)."""


@compiled
def stream_speed(height: float, surface_speed: float, depth: float, roughness: float) -> float:
    """Return the speed of the water at a height above the bed, m/s.

    ``u(y) = Us ln(1 + y/z0) / ln(1 + h/z0)``; still at and below the bed, ``Us`` at and above the surface.

    Parameters
    ----------
    height
        Above the bed, m.
    surface_speed
        What an angler times with a leaf over a paced distance, m/s.
    depth
        m.
    roughness
        z0, m: the bed's grain size over thirty.

    Examples
    --------
    >>> stream_speed(0.0, 0.6, 0.9, 0.002), round(stream_speed(0.9, 0.6, 0.9, 0.002), 6)
    (0.0, 0.6)
    """
    if height <= 0.0 or surface_speed == 0.0:
        return 0.0
    return surface_speed * math.log(1.0 + min(height, depth) / roughness) / math.log(1.0 + depth / roughness)


def log_profile(height: Numbers, depth: Numbers, roughness: float) -> Numbers:
    """Return the share of the surface speed at heights above the bed, each within the depth: figures or arrays of them.

    Examples
    --------
    >>> round(float(log_profile(0.45, 0.9, 0.002)), 6) == round(stream_speed(0.45, 1.0, 0.9, 0.002), 6)
    True
    """
    return np.log1p(height / roughness) / np.log1p(depth / roughness)  # type: ignore[no-any-return]


def bulk_speed(surface_speed: float, depth: Numbers, roughness: float) -> Numbers:
    """Return the mean over the depth of the log law, m/s (its integral in closed form); figures or arrays of depths."""
    ratio = depth / roughness
    log = np.log1p(ratio)
    return surface_speed * ((1.0 + ratio) * log - ratio) / (ratio * log)  # type: ignore[no-any-return]


def shear_speed(surface_speed: float, depth: float, roughness: float) -> float:
    """Return u*, m/s: ``0.41 Us / ln(1 + h/z0)``."""
    return KARMAN * surface_speed / math.log1p(depth / roughness)
