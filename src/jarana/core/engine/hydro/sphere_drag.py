"""Drag of a sphere: beads, shot, ball floats."""

from __future__ import annotations

import math

from jarana.core.engine.compiled import compiled
from jarana.core.engine.wide import exp_of, log_of
from jarana.core.law import Law, Range

SPHERE_DRAG = Law(
    "drag of a sphere",
    "Clift & Gauvin, Proc. Chemeca 70 (1970) 14-28",
    {"re": Range(0.0, 3.0e5, "the Reynolds number of a bead")},
    "how fast it sinks is a guess",
)


@compiled
def sphere_drag_coefficient(re: float) -> float:
    """Return Cd of a sphere at Reynolds number `re` (> 0), related to its frontal area.

    ``Cd = 24/Re (1 + 0.15 Re^0.687) + 0.42/(1 + 42500 Re^-1.16)``, Re below 3e5.

    Examples
    --------
    >>> round(sphere_drag_coefficient(100.0), 2)
    1.09
    """
    stokes: float = 24.0 / re * (1.0 + 0.15 * re**0.687)
    newton: float = 0.42 / (1.0 + 42500.0 * re**-1.16)
    return stokes + newton


@compiled
def sphere_drag_factor(speed: float, diameter: float, density: float, viscosity: float) -> tuple[float, float]:
    """Return ``k`` and ``dk/ds`` so that the drag is ``k·velocity``, finite at rest.

    Parameters
    ----------
    speed
        Speed through the water, m/s, ≥ 0.
    diameter
        Sphere diameter, m.
    density, viscosity
        Of the water, kg/m³ and Pa·s.

    Returns
    -------
    tuple[float, float]
        k, N·s/m, and its derivative by speed, N·s²/m².
    """
    stokes = 3.0 * math.pi * viscosity * diameter
    if speed < 1e-9:
        return stokes, 0.0
    re = speed * diameter * density / viscosity
    log = log_of(re)
    power = 0.15 * exp_of(0.687 * log)
    tail = 42500.0 * exp_of(-1.16 * log)
    pressure = 0.5 * density * math.pi / 4.0 * diameter * diameter * 0.42
    newton = 1.0 / (1.0 + tail)
    k = stokes * (1.0 + power) + pressure * speed * newton
    slope = stokes * 0.687 * power / speed + pressure * newton * (1.0 + 1.16 * tail * newton)
    return k, slope
