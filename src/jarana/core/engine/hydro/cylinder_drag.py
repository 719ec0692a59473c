"""Drag of a thin line across the flow."""

from __future__ import annotations

import math

from jarana.core.engine.compiled import compiled, inlined
from jarana.core.engine.wide import exp_of, log_of
from jarana.core.law import Law, Range

CYLINDER_DRAG = Law(
    "drag of a cylinder in cross flow",
    "Sucker & Brauer, Wärme- und Stoffübertragung 8 (1975) 149-158: from Re 1e-4, below which the drag is nothing beside its weight",
    {"re": Range(0.0, 2.0e5, "the Reynolds number of line across the water")},
    "the pull of the water on it is a guess",
)


@compiled
def cylinder_drag_coefficient(re: float) -> float:
    """Return Cd of a cylinder across the flow at Reynolds number `re` (> 0), related to length × diameter.

    ``Cd = 1.18 + 6.8/Re^0.89 + 1.96/Re^0.5 - 0.0004 Re/(1 + 3.64e-7 Re²)``, 1e-4 < Re < 2e5.

    Examples
    --------
    >>> round(cylinder_drag_coefficient(40.0), 2), round(cylinder_drag_coefficient(1.0), 1)
    (1.73, 9.9)
    """
    slow: float = 6.8 / re**0.89
    return 1.18 + slow + 1.96 / math.sqrt(re) - 0.0004 * re / (1.0 + 3.64e-7 * re * re)


STILL = 1e-6
"""The Reynolds number up to which line is at rest: k is held, finite and steady."""


@inlined
def cylinder_drag_factor(speed: float, diameter: float, density: float, viscosity: float) -> tuple[float, float, float]:
    """Return ``k``, ``dk/ds`` and ``dk/ds / s`` per metre of line, so that the normal drag is ``k·velocity``, finite at rest.

    The cross-flow principle: only the part of the velocity normal to the line counts.

    Parameters
    ----------
    speed
        Normal speed, m/s, ≥ 0.
    diameter
        Line diameter, m.
    density, viscosity
        Of the water, kg/m³ and Pa·s.

    Returns
    -------
    tuple[float, float, float]
        k, N·s/m², its derivative by speed, N·s²/m³, and that over the speed, 0 at rest. Up to `STILL` the law has long left its range.
    """
    unit = diameter * density / viscosity
    re = max(speed * unit, STILL)
    over = 1.0 / re
    slow = 6.8 * exp_of(0.11 * log_of(re))
    root = 1.96 * math.sqrt(re)
    square = re * re
    low = 1.0 / (1.0 + 3.64e-7 * square)
    k = 0.5 * viscosity * (1.18 * re + slow + root - 0.0004 * square * low)
    bend = 1.18 + (0.11 * slow + 0.5 * root - 0.0008 * square * low * low) * over
    slope = 0.5 * viscosity * bend * unit if re > STILL else 0.0
    return k, slope, slope * unit * over
