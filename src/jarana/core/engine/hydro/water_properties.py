"""Fresh water: density, viscosity and surface tension from its temperature."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.law import Law, Range
from jarana.core.unit_rules import STANDARD_GRAVITY

GRAVITY = STANDARD_GRAVITY
"""m/s²."""
GRAM_FORCE = GRAVITY / 1000
"""N."""

DENSITY = Law(
    "density of fresh water",
    "UNESCO Technical Papers in Marine Science 36 (1981), pure-water term",
    {"temperature": Range(0.0, 40.0, "the water", "temperature", "°C")},
    "what floats and sinks in it is a guess",
)
VISCOSITY = Law(
    "viscosity of water",
    "Vogel form as in Likhachev, Technical Physics 48 (2003); ±2.5 %",
    {"temperature": Range(0.0, 100.0, "the water", "temperature", "°C")},
    "the drag of thin line is a guess",
)
SURFACE_TENSION = Law(
    "surface tension of clean water",
    "straight line through IAPWS R1-76 (1994), 0 to 40 °C; 1 %",
    {"temperature": Range(0.0, 40.0, "the water", "temperature", "°C")},
    "what grease carries is a guess",
)


@dataclass(frozen=True)
class Water:
    """Water as the laws need it: density kg/m³, dynamic viscosity Pa·s, gravity m/s², surface tension N/m."""

    density: float
    viscosity: float
    gravity: float = GRAVITY
    surface_tension: float = 0.0728

    @property
    def kinematic_viscosity(self) -> float:
        """Viscosity over density, m²/s."""
        return self.viscosity / self.density


LIFT_WATER_C = 12.0
"""°C of the water in which lifts and falls are told."""


def density(temperature_c: float) -> float:
    """Return the density of fresh water.

    Parameters
    ----------
    temperature_c
        Temperature, °C, 0 to 40.

    Returns
    -------
    float
        Density, kg/m³.

    Examples
    --------
    >>> round(density(20.0), 2), round(density(10.0), 2)
    (998.21, 999.7)
    """
    DENSITY.ask(temperature=temperature_c)
    t = temperature_c
    return (
        999.842594 + 6.793952e-2 * t - 9.095290e-3 * t**2 + 1.001685e-4 * t**3 - 1.120083e-6 * t**4 + 6.536332e-9 * t**5
    )


def viscosity(temperature_c: float) -> float:
    """Return the dynamic viscosity of water, Pa·s, for 0 to 100 °C (Vogel form).

    Examples
    --------
    >>> f"{viscosity(20.0):.2e}"
    '1.00e-03'
    """
    VISCOSITY.ask(temperature=temperature_c)
    return float(2.414e-5 * 10.0 ** (247.8 / (temperature_c + 133.15)))


def surface_tension(temperature_c: float) -> float:
    """Return the surface tension of clean water, N/m, for 0 to 40 °C.

    Examples
    --------
    >>> round(surface_tension(20.0), 4)
    0.0727
    """
    SURFACE_TENSION.ask(temperature=temperature_c)
    return 0.0757 - 1.5e-4 * temperature_c


def water_at(temperature_c: float) -> Water:
    """Return the properties of fresh water at a temperature, °C."""
    return Water(
        density=density(temperature_c),
        viscosity=viscosity(temperature_c),
        surface_tension=surface_tension(temperature_c),
    )
