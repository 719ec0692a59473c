"""How unsteady a stream is."""

from __future__ import annotations

import math

from jarana.core.engine.hydro.stream import shear_speed
from jarana.core.law import Law

TURBULENCE = Law(
    "turbulence intensities of an open channel",
    "Nezu & Nakagawa, Turbulence in Open-Channel Flows (1993): 2.30 u* e^(−y/h) along, 1.27 u* e^(−y/h) up",
    {"y_over_h": (0.05, 0.95)},
)
ALONG, UP = 2.30, 1.27


def turbulence(height: float, surface_speed: float, depth: float, roughness: float) -> tuple[float, float]:
    """Return the standard deviations of the speed along the stream and up at a height over the bed, m/s.

    Examples
    --------
    >>> along, up = turbulence(0.5, 0.6, 1.0, 0.002)
    >>> round(along / up, 3)
    1.811
    """
    fade = shear_speed(surface_speed, depth, roughness) * math.exp(-height / depth)
    return ALONG * fade, UP * fade
