"""Floats: what holds a rig up and shows a take."""

from __future__ import annotations

import math
from functools import cache
from typing import Literal

from pydantic import Field

from jarana.core.hydro.water_properties import water_at
from jarana.core.model import Frozen, Key, Text
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.material import TABLES

Look = Literal["foam", "yarn", "ball"]
WATER = water_at(12.0).density
"""Lifts are told in water of 12 °C."""


class FloatRow(TableRow):
    """A float of the table."""

    look: Look
    lift_gf: float
    diameter_mm: float


class Float(Frozen):
    """A float: its greatest net lift in grams-force and its diameter; `releasing` where it slides once a fish is on."""

    id: Key
    name: Text
    look: Look = "ball"
    lift_gf: float = Field(gt=0, le=50)
    diameter_mm: float = Field(gt=1, le=80)
    releasing: bool = False

    @property
    def radius(self) -> float:
        """m."""
        return self.diameter_mm / 2000

    @property
    def mass(self) -> float:
        """What the water lifts less the net lift, kg; at least a hundredth of the water it displaces."""
        displaced = WATER * 4 / 3 * math.pi * self.radius**3
        return max(displaced - self.lift_gf / 1000, 0.01 * displaced)


@cache
def floats() -> dict[str, FloatRow]:
    """Return the reference floats by key."""
    return load_table(TABLES / "floats.toml", FloatRow)


def float_of(key: str) -> Float:
    """Return a float of the table."""
    row = floats()[key]
    return Float(id=key, name=row.name, look=row.look, lift_gf=row.lift_gf, diameter_mm=row.diameter_mm)
