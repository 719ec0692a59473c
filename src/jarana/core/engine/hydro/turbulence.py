"""How unsteady a stream is."""

from __future__ import annotations

from jarana.core.law import Law, Range

TURBULENCE = Law(
    "turbulence intensities of an open channel",
    "Nezu & Nakagawa, Turbulence in Open-Channel Flows (1993): 2.30 u* e^(−y/h) along, 1.27 u* e^(−y/h) up",
    {"height_share": Range(0.05, 0.95, "the height above the bed as a share of the depth")},
    "how unsteady the water is there is a guess",
)
ALONG, UP = 2.30, 1.27
"""Intensities in shear speeds at the bed; both fade with ``e^(-y/h)`` (:func:`jarana.core.engine.step.flow.eddy`)."""
