"""How fine a tippet: what the fly asks for, what the fish and its water ask for, and what each owned spool gives away."""

from __future__ import annotations

import math
from dataclasses import dataclass

from jarana.core.engine.hydro.water_properties import GRAVITY
from jarana.core.law import Law, Range, quiet
from jarana.core.strength.fish import pull_of_fish
from jarana.core.tackle.drawer import Rod, Spool
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.line_strength import wet_strength
from jarana.core.tackle.material import STRESS_OF_LINE, Material
from jarana.core.unit_rules import INCH
from jarana.core.units import ZERO_X
from jarana.core.water.reach import Reach

TIPPET_FOR_FLY = Law(
    "tippet for a fly",
    "practice: hook size over 3 is the X number; over 4 for bulky or weighted flies",
    {"hook": Range(6, 22, "the size of the hook")},
    "the tippet it asks for is a guess",
)
FIGHT = Law(
    "time of a fight",
    "work a fish has in it over pull and speed; an order of magnitude, no measurement behind it",
    {"mass": Range(0.1, 10.0, "the fish", "fish", "kg"), "force": Range(0.5, 20.0, "the pull on it", "force", "N")},
    "how long the fight lasts is a guess",
)
KNOTTED = 0.8
"""Share of a line a usual knot leaves, where no knot has been chosen yet (knots table, the middle of them)."""
FIGHT_SHARE = 0.5
"""Of its strength an angler dares to use."""
WARY = {"low": 1.15, "usual": 1.0, "high": 0.85}
CLEAR = {"clear": 1.0, "tinged": 1.1, "coloured": 1.25}
LIGHT = {"bright": 0.95, "even": 1.0, "low": 1.15}
"""Factors on what the fly asks for; those of the light are guesses."""
SNAGS = 1.5
"""In snaggy water plan to hold half as much again as its weight."""
FIGHT_J_PER_KG = 160.0
"""Work a fish does before it tires, J per kg of fish (order of magnitude); against pull x 0.5 m/s."""
FIGHT_SPEED = 0.5


@dataclass(frozen=True)
class TippetRange:
    """Diameters, m: the least the fish asks for, the two schools' for the fly, and the most the fly bears."""

    fish_least: float
    by_three: float
    by_four: float
    low: float
    high: float


def x_diameter(x: float) -> float:
    """Return the diameter of an X number, m."""
    return (ZERO_X - x / 1000) * INCH


def by_hook(size: int, over: float) -> float:
    """Return the diameter a hook size asks for: size over 3 (or 4) as an X number, m.

    Examples
    --------
    >>> round(by_hook(16, 3) * 1000, 3), round(by_hook(16, 4) * 1000, 3)
    (0.144, 0.178)
    """
    TIPPET_FOR_FLY.ask(hook=size)
    return x_diameter(size / over)


def diameter_for_force(material: Material, force: float, knot: float = KNOTTED) -> float:
    """Return the finest diameter of a material that holds a force wet, tied with a knot of that share, m; by bisection."""
    low, high = 0.05e-3, 0.6e-3
    with quiet():
        for _ in range(50):
            middle = 0.5 * (low + high)
            if wet_strength(material, middle) * knot < force:
                low = middle
            else:
                high = middle
    found = 0.5 * (low + high)
    STRESS_OF_LINE.ask(diameter=found)
    return found


def wanted_force(reach: Reach, rod: Rod) -> float:
    """Return what a tippet should hold knotted, N.

    Twice the steady pull that is put on: the fish's in its current, no more than the rod's bend gives; among snags one and a half
    times its weight.
    """
    pull = min(pull_of_fish(reach.fish.mass_kg, reach.pace_m_s), rod.steady_pull_n) / FIGHT_SHARE
    return max(pull, SNAGS * reach.fish.mass_kg * GRAVITY) if reach.snags else pull


def tippet_range(fly: Fly, reach: Reach, rod: Rod, material: Material) -> TippetRange:
    """Return the range for a fly and a fish; `low` may pass `high` where the fish asks for more than the fly bears."""
    factor = WARY[reach.wariness] * CLEAR[reach.clarity] * LIGHT[reach.light]
    three, four = by_hook(fly.hook.size, 3), by_hook(fly.hook.size, 4)
    least = diameter_for_force(material, wanted_force(reach, rod))
    low = max(least, 0.85 * three * factor)
    return TippetRange(least, three, four, low, max(four * factor, three * factor))


def fight_seconds(mass: float, force: float) -> float:
    """Return how long a fish is fought at a steady pull, s: the work it has in it over pull x speed (order of magnitude)."""
    FIGHT.ask(mass=mass, force=force)
    return FIGHT_J_PER_KG * mass / max(force * FIGHT_SPEED, 1e-3)


def dared_pull(spool_force: float, rod: Rod) -> float:
    """Return the pull an angler dares on a tippet, N: half its knotted strength, and what the rod puts on."""
    return min(FIGHT_SHARE * spool_force, rod.steady_pull_n)


def spool_force(spool: Spool, knot: float = KNOTTED) -> float:
    """Return what a spool's line holds wet and knotted, N."""
    return spool.wet_strength * knot


def in_range(diameter: float, wanted: TippetRange) -> bool:
    """Say whether a diameter (m) lies in a range, to a hundredth of a millimetre."""
    return wanted.low - 1e-5 <= diameter <= max(wanted.high, wanted.low) + 1e-5 and math.isfinite(diameter)
