"""How fast a body alone, or a level line alone, falls or rises."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from typing import TypeVar

from jarana.core.engine.arrays import Floats
from jarana.core.engine.hydro.cylinder_drag import cylinder_drag_factor
from jarana.core.engine.hydro.sphere_drag import sphere_drag_factor
from jarana.core.engine.hydro.water_properties import Water
from jarana.core.law import Law, Range

TERMINAL_SPEED = Law(
    "terminal speed",
    "balance of weight in water and drag (Newton's first law)",
    {"speed": Range(-20.0, 20.0, "a body falling alone", "speed", "m/s")},
    "how fast it falls is a guess",
)

Many = TypeVar("Many", float, Floats)
"""A figure, or many of them."""
ADDED_MASS = 0.5
"""Added mass of a sphere or fly as a share of the water it displaces (Lamb, Hydrodynamics, §92)."""


@dataclass(frozen=True)
class Body:
    """A small thing in the water: fly, bead, shot.

    Attributes
    ----------
    mass
        kg.
    volume
        m³ of water displaced.
    bead_diameter
        Diameter of the sphere that has its own sphere drag, m; 0 for none.
    drag_area
        C·A of dressing and hook, m² (quadratic drag).
    name
        How results call it.
    """

    mass: float
    volume: float
    bead_diameter: float = 0.0
    drag_area: float = 0.0
    name: str = "body"

    def submerged_weight(self, water: Water) -> float:
        """Weight in water, N; negative for a body that floats."""
        return (self.mass - water.density * self.volume) * water.gravity

    def drag(self, speed: float, water: Water) -> float:
        """Drag at a speed through the water, N; both ≥ 0."""
        k = 0.0
        if self.bead_diameter > 0.0:
            k = sphere_drag_factor(speed, self.bead_diameter, water.density, water.viscosity)[0]
        return k * speed + 0.5 * water.density * speed * speed * self.drag_area


def _balance(drag: Callable[[float], float], weight: float) -> float:
    """Return the speed at which `drag` (growing with speed) equals `weight` ≥ 0, by bisection."""
    high = 1e-3
    for _ in range(60):
        if drag(high) >= weight:
            break
        high *= 2.0
    low = 0.0
    for _ in range(80):
        middle = 0.5 * (low + high)
        if drag(middle) < weight:
            low = middle
        else:
            high = middle
    return 0.5 * (low + high)


def terminal_speed(body: Body, water: Water) -> float:
    """Return the speed at which a body falls alone, m/s; negative when it rises.

    A rising body is the mirror of a sinking one, so the sign of its weight only turns the answer round.

    Examples
    --------
    >>> from jarana.core.engine.hydro.water_properties import water_at
    >>> steel = Body(mass=7850 * math.pi / 6 * 0.003**3, volume=math.pi / 6 * 0.003**3, bead_diameter=0.003)
    >>> 0.80 < terminal_speed(steel, water_at(20.0)) < 0.85
    True
    """
    weight = body.submerged_weight(water)
    speed = math.copysign(_balance(lambda s: body.drag(s, water), abs(weight)), weight) if weight else 0.0
    TERMINAL_SPEED.ask(speed=speed)
    return speed


def line_weight(diameter: Many, line_density: Many, water: Water) -> Many:
    """Return the weight in water of a metre of line, N/m; negative when it floats."""
    return (line_density - water.density) * water.gravity * math.pi / 4.0 * diameter * diameter


def level_sink_speed(diameter: float, line_density: float, water: Water) -> float:
    """Return the speed at which a level line sinks broadside, m/s; negative when it rises.

    Parameters
    ----------
    diameter
        m.
    line_density
        kg/m³.
    water
        The water it sinks in.
    """
    weight = line_weight(diameter, line_density, water)

    def drag(speed: float) -> float:
        return cylinder_drag_factor(speed, diameter, water.density, water.viscosity)[0] * speed

    speed = _balance(drag, abs(weight))
    return math.copysign(speed, weight) if weight else 0.0


def density_for_level_sink(diameter: float, speed: float, water: Water) -> float:
    """Return the density a level line needs to sink broadside at `speed` (negative: to rise), kg/m³."""
    drag = cylinder_drag_factor(abs(speed), diameter, water.density, water.viscosity)[0] * speed
    return water.density + drag / (water.gravity * math.pi / 4.0 * diameter * diameter)
