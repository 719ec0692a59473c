"""How long a piece is cut: what is finished, what its knots eat, what is held while tying."""

from __future__ import annotations

import math

from jarana.core.tackle.knot import Knot

ROUND_UP_MM = 5.0
"""Cut lengths are rounded up to this."""


def knot_end(knot: Knot, diameter_mm: float) -> tuple[float, float]:
    """Return what a knot eats and what is held at one end of a piece, mm."""
    return knot.eats(diameter_mm / 1000) * 1000, knot.hold_mm


def rounded_cut(wanted_mm: float) -> float:
    """Return a cut length rounded up, mm."""
    return math.ceil(wanted_mm / ROUND_UP_MM - 1e-9) * ROUND_UP_MM
