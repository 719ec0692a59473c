"""What a fish pulls, and what size a rig holds."""

from __future__ import annotations

from jarana.core.engine.hydro.water_properties import GRAVITY
from jarana.core.law import Law, Range, quiet

FISH_PULL = Law(
    "pull of a fish",
    "order of magnitude: 0.5 to 0.8 of its weight in open water, and its drag in the current",
    {"mass": Range(0.1, 10.0, "the fish", "fish", "kg")},
    "how hard it pulls is a guess",
)
PULL_SHARE = 0.65
"""Pull in open water as a share of its weight: the middle of 0.5 to 0.8."""
FISH_DRAG = 0.3
"""Drag coefficient of a fish held across the current."""
FISH_AREA = 0.02
"""m² per kg^(2/3)."""


def pull_of_fish(mass: float, pace: float, water_density: float = 1000.0) -> float:
    """Return the steady pull of a fish, N.

    Parameters
    ----------
    mass
        kg, 0.1 to 10.
    pace
        Of the current it is held against, m/s.
    water_density
        kg/m³.
    """
    FISH_PULL.ask(mass=mass)
    area: float = FISH_AREA * mass ** (2 / 3)
    drag = 0.5 * water_density * FISH_DRAG * area * pace * pace
    return PULL_SHARE * mass * GRAVITY + drag


def fish_held_by(force: float, pace: float) -> float:
    """Return the mass of the fish whose pull equals `force` (N) in a current (m/s), kg; by bisection."""
    low, high = 0.0, max(force, 1e-6)
    with quiet():
        for _ in range(60):
            middle = 0.5 * (low + high)
            if pull_of_fish(middle, pace) < force:
                low = middle
            else:
                high = middle
    FISH_PULL.ask(mass=low)
    return low
