"""Floats: what holds a rig up and shows a take."""

from __future__ import annotations

import math
from functools import cache
from typing import ClassVar, Literal

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.engine.hydro.water_properties import LIFT_WATER_C, water_at
from jarana.core.model import Key, Text
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.material import TABLES

Look = Literal["foam", "yarn", "ball"]
WATER = water_at(LIFT_WATER_C).density
"""kg/m³ of the water lifts are told in."""


class FloatRow(TableRow):
    """A float of the table."""

    look: Look
    lift_gf: float
    diameter_mm: float
    mass_mg: float | None = None


class Float(Document):
    """A float: its greatest net lift in grams-force and its diameter; `releasing` where it slides once a fish is on.

    `mass_mg` is what it weighs. Without it the float is taken for a closed ball that fills its diameter.
    """

    TYPE: ClassVar[str] = "float"
    VERSION: ClassVar[int] = 1

    id: Key
    name: Text
    look: Look = "ball"
    lift_gf: float = Field(gt=0, le=50)
    diameter_mm: float = Field(gt=1, le=80)
    releasing: bool = False
    mass_mg: float | None = Field(default=None, gt=0, le=100_000)

    @property
    def mass(self) -> float:
        """What it weighs, kg: measured, else what a ball of its diameter displaces less the net lift (at least a hundredth)."""
        if self.mass_mg is not None:
            return self.mass_mg * 1e-6
        displaced = WATER * math.pi / 6 * (self.diameter_mm / 1000) ** 3
        return max(displaced - self.lift_gf / 1000, 0.01 * displaced)

    @property
    def volume(self) -> float:
        """What it displaces when it is pulled under, m³: its mass and its lift (a yarn is mostly water between fibres)."""
        return (self.mass + self.lift_gf / 1000) / WATER

    @property
    def radius(self) -> float:
        """Of the ball of that volume, m."""
        return float((3 * self.volume / (4 * math.pi)) ** (1 / 3))

    @property
    def drag_area(self) -> float:
        """C·A of what stands out beyond that ball, m² (yarn's fringe; a sphere's C of 0.45)."""
        return 0.45 * math.pi * max((self.diameter_mm / 2000) ** 2 - self.radius**2, 0.0)


@cache
def floats() -> dict[str, FloatRow]:
    """Return the reference floats by key."""
    return load_table(TABLES / "floats.toml", FloatRow)


def float_of(key: str) -> Float:
    """Return a float of the table."""
    row = floats()[key]
    return Float(
        id=key,
        name=row.name,
        look=row.look,
        lift_gf=row.lift_gf,
        diameter_mm=row.diameter_mm,
        mass_mg=row.mass_mg,
    )
