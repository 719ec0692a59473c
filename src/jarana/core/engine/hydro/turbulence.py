"""How unsteady a stream is."""

from __future__ import annotations

import math

from jarana.core.engine.hydro.stream import shear_speed
from jarana.core.law import Law, Range

TURBULENCE = Law(
    "turbulence intensities of an open channel",
    "Nezu & Nakagawa, Turbulence in Open-Channel Flows (1993): 2.30 u* e^(−y/h) along, 1.27 u* e^(−y/h) up",
    {"height_share": Range(0.05, 0.95, "the height above the bed as a share of the depth")},
    "how unsteady the water is there is a guess",
)
ALONG, UP = 2.30, 1.27


def turbulence(
    height: float, surface_speed: float, depth: float, roughness: float, power: float = 0.0
) -> tuple[float, float]:
    """Return the standard deviations of the speed along the stream and up at a height over the bed, m/s.

    Examples
    --------
    >>> along, up = turbulence(0.5, 0.6, 1.0, 0.002)
    >>> round(along / up, 3)
    1.811
    """
    TURBULENCE.ask(height_share=height / depth)
    fade = shear_speed(surface_speed, depth, roughness, power) * math.exp(-height / depth)
    return ALONG * fade, UP * fade
