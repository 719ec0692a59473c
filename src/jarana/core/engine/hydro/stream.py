"""The pace of a stream at every height above its bed."""

from __future__ import annotations

import math
from typing import TypeVar

import numpy as np
from numpy.typing import NDArray

from jarana.core.engine.compiled import inlined
from jarana.core.engine.wide import log_of
from jarana.core.law import Law, Range

LOG_LAW = Law(
    "log law of a rough bed",
    "Nikuradse, VDI-Forschungsheft 361 (1933); shifted so that u(0) = 0; from a depth of one grain on",
    {"depth_over_z0": Range(30.0, 1.0e5, "the depth over the roughness of the bed")},
    "the pace near the bed is a guess",
)
SHALLOW_LAW = Law(
    "variable power law over big stones",
    "Ferguson, Water Resour. Res. 43, W05427 (2007): mean pace over u* from depth over D84; exponent u*/(0.41 U), the slope of the log law at the mean pace (Chen, J. Hydraul. Eng. 117, 371, 1991)",
    {"depth_over_stones": Range(1.0, 10.0, "the depth over the size of the bigger stones")},
    "the pace between the stones is a guess",
)
Numbers = TypeVar("Numbers", float, NDArray[np.float64])
KARMAN = 0.41
"""Von Kármán's constant as used by Nezu & Nakagawa (1993)."""
GRAINS = 3.5
"""Grain roughness ks over D84, the size five stones in six do not reach (Hey, J. Hydraul. Div. ASCE 105, 365, 1979)."""
OVER_STONES = 10.0
"""Depths over D84 from which on the log law is told: there both laws have the same mean to 0.3 %."""
DEEP, SHALLOW = 6.5, 2.5
"""Ferguson's a1 and a2."""


def stones_of(roughness: float) -> float:
    """Return D84, m, of a bed of roughness z0, m: ``30 z0 / 3.5``."""
    return 30.0 * roughness / GRAINS


def roughness_of(stones: float) -> float:
    """Return z0, m, of a bed whose bigger stones (D84) have a size, m.

    Examples
    --------
    >>> round(roughness_of(0.12), 6), round(stones_of(roughness_of(0.12)), 6)
    (0.014, 0.12)
    """
    return GRAINS * stones / 30.0


def power_over_stones(depth: float, roughness: float) -> float:
    """Return the exponent of the pace's power law over stones, 0.0 where the water is deep enough for the log law.

    ``U/u* = a1 a2 H / sqrt(a1² + a2² H^(5/3))`` with H = depth/D84; the exponent is ``u*/(0.41 U)``, at most 1: pace
    grows straight from the bed up where only the stones' heads are covered.

    Examples
    --------
    >>> stones = roughness_of(0.2)
    >>> power_over_stones(2.0, stones), round(power_over_stones(1.0, stones), 3), power_over_stones(0.1, stones)
    (0.0, 0.347, 1.0)
    """
    heights = depth / stones_of(roughness)
    if heights >= OVER_STONES:
        return 0.0
    mean_over_shear = DEEP * SHALLOW * heights / math.sqrt(DEEP**2 + SHALLOW**2 * math.pow(heights, 5 / 3))
    return min(1.0, 1.0 / (KARMAN * mean_over_shear))


@inlined
def stream_speed(height: float, surface_speed: float, depth: float, roughness: float, power: float) -> float:
    """Return the speed of the water at a height above the bed, m/s.

    ``u(y) = Us ln(1 + y/z0) / ln(1 + h/z0)``, or with a power above 0 ``Us (y/h)^power``; still at and below the bed,
    ``Us`` at and above the surface.

    Parameters
    ----------
    height
        Above the bed, m.
    surface_speed
        What an angler times with a leaf over a paced distance, m/s.
    depth
        m.
    roughness
        z0, m: the bed's grain roughness over thirty.
    power
        Exponent over big stones (:func:`power_over_stones`); 0 for the log law.

    Examples
    --------
    >>> stream_speed(0.0, 0.6, 0.9, 0.002, 0.0), round(stream_speed(0.9, 0.6, 0.9, 0.002, 0.0), 6)
    (0.0, 0.6)
    >>> stream_speed(0.25, 0.6, 1.0, 0.002, 0.5)
    0.3
    """
    if height <= 0.0 or surface_speed == 0.0:
        return 0.0
    if power > 0.0:
        return surface_speed * math.pow(min(height, depth) / depth, power)
    return surface_speed * log_of(1.0 + min(height, depth) / roughness) / log_of(1.0 + depth / roughness)


def bulk_speed(surface_speed: float, depth: Numbers, roughness: float, power: float = 0.0) -> Numbers:
    """Return the mean over the depth, m/s (the integral in closed form); figures or arrays of depths."""
    if power > 0.0:
        return surface_speed / (1.0 + power) + 0.0 * depth
    ratio = depth / roughness
    log = np.log1p(ratio)
    return surface_speed * ((1.0 + ratio) * log - ratio) / (ratio * log)  # type: ignore[no-any-return]


def shear_speed(surface_speed: float, depth: float, roughness: float, power: float = 0.0) -> float:
    """Return u*, m/s: ``0.41 Us / ln(1 + h/z0)``; of a power law ``0.41 power U``, U its mean."""
    if power > 0.0:
        return KARMAN * power * surface_speed / (1.0 + power)
    return KARMAN * surface_speed / math.log1p(depth / roughness)
