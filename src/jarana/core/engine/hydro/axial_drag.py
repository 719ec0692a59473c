"""Drag of a thin line along itself."""

from __future__ import annotations

import math

from jarana.core.engine.compiled import inlined
from jarana.core.engine.wide import log_of
from jarana.core.law import Law, Range

AXIAL_DRAG = Law(
    "drag of a thin cylinder in axial flow",
    "Glauert & Lighthill, Proc. Roy. Soc. A 230 (1955) 188-203, thick-layer limit; turbulent floor 0.004",
    {"log": Range(2.0, 40.0, "the logarithm of length over thickness of line drawn along itself")},
    "how much line drawn along itself is held back is a guess",
)

LEAST_LOGARITHM = 2.0
TURBULENT_FRICTION = 0.004
SLOWEST = 1e-7
"""m/s below which line drawn along itself is taken to rest."""


@inlined
def axial_drag_factor(
    speed: float, diameter: float, length: float, density: float, viscosity: float
) -> tuple[float, float]:
    """Return ``k`` and ``dk/ds`` per metre of line, so that the tangential drag is ``k·velocity``.

    ``f = 4 pi mu u / ln(4 nu L / (u a²))`` with the logarithm's value at least 2, and at least the
    turbulent ``0.5 rho pi d 0.004 u²`` (a stripped fly line).

    Parameters
    ----------
    speed
        Tangential speed, m/s, ≥ 0.
    diameter
        Line diameter, m; ``a`` is half of it.
    length
        Distance between attachments (bodies, dropper knots, top, point), m. A mere change of diameter is not one.
    density, viscosity
        Of the water, kg/m³ and Pa·s.

    Returns
    -------
    tuple[float, float]
        k, N·s/m², and its derivative by speed, N·s²/m³.
    """
    slow = max(speed, SLOWEST)
    over = 1.0 / slow
    radius = 0.5 * diameter
    log = log_of(4.0 * viscosity * length * over / (density * radius * radius))
    share = 1.0 / max(log, LEAST_LOGARITHM)
    k = 4.0 * math.pi * viscosity * share
    slope = k * share * over if log >= LEAST_LOGARITHM and speed > SLOWEST else 0.0
    rough = 0.5 * density * math.pi * diameter * TURBULENT_FRICTION
    turbulent = rough * speed > k
    return rough * speed if turbulent else k, rough if turbulent else slope
