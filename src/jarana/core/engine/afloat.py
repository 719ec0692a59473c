"""What a sphere in the surface meets: how much of it is under, what bears it, what the wind pushes. Used by the run and by the settled shape."""

from __future__ import annotations

import math

from jarana.core.engine.compiled import compiled

AIR_DRAG = 0.45
"""Drag coefficient of a sphere in air."""
SUPPORT_DEPTH = 0.002
"""Depth at which a dry fly's hackle bears its whole lift, m; past twice that and its body it has drowned."""


@compiled
def cap(radius: float, height: float) -> tuple[float, float, float]:
    """Return what is under of a sphere whose centre stands at `height` over the surface.

    Returns
    -------
    tuple[float, float, float]
        Depth of the cap m, its volume m³, and its share of the frontal area.

    Examples
    --------
    >>> under, volume, share = cap(0.01, 0.0)
    >>> under, round(volume / (4 / 3 * math.pi * 1e-6), 6), round(share, 6)
    (0.01, 0.5, 0.5)
    """
    under = min(max(radius - height, 0.0), 2.0 * radius)
    cosine = min(max((radius - under) / radius, -1.0), 1.0)
    angle = math.acos(cosine)
    return (
        under,
        math.pi * under * under * (3.0 * radius - under) / 3.0,
        (angle - math.sin(angle) * cosine) / math.pi,
    )


@compiled
def hackle_share(height: float) -> float:
    """Return the share of its lift that a dry fly's hackle bears with the fly's centre at a height over the surface."""
    return min(max(-height / SUPPORT_DEPTH, 0.0), 1.0)


@compiled
def blow(radius: float, share: float, air_density: float) -> float:
    """Return what the wind pushes on a sphere with this share of it under, N·s²/m²: times gap x |gap| it is the force."""
    return 0.5 * air_density * AIR_DRAG * (1.0 - share) * math.pi * radius * radius


@compiled
def float_height(radius: float, support: float, heavy: float, need: float) -> float:
    """Return the height at which a sphere's cap and a hackle bear `need` N, m, by bisection; `heavy` is rho·g."""
    low, high = -radius - SUPPORT_DEPTH, radius
    for step in range(41):
        middle = low if step == 0 else 0.5 * (low + high)
        borne = heavy * cap(radius, middle)[1] + support * hackle_share(middle)
        if step == 0:
            if borne < need:
                return low
        elif borne > need:
            low = middle
        else:
            high = middle
    return 0.5 * (low + high)
