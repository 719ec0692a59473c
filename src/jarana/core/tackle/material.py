"""Line materials: density, stiffness, strength."""

from __future__ import annotations

import math
from functools import cache
from pathlib import Path
from typing import Literal

from pydantic import Field

from jarana.core.law import Law, Range
from jarana.core.model import Text
from jarana.core.tables import TableRow, load_table

TABLES = Path(__file__).parent / "tables"

STRESS_OF_LINE = Law(
    "tensile strength of thin line",
    "drawn polymers grow stronger as they grow thinner; exponent fitted to unbranded spools, ±15 %",
    {"diameter": Range(0.08e-3, 0.60e-3, "a line of the rig", "diameter", "m")},
    "what it holds is a guess; pull some of it",
)
REFERENCE_DIAMETER_MM = 0.15
STRESS_EXPONENT = -0.3


class Material(TableRow):
    """A line material; copied into every span, so a rig keeps its meaning when the table changes."""

    short: Text
    family: Literal["nylon", "fluorocarbon", "braid", "coated"]
    density_kg_m3: float = Field(ge=100, le=20_000)
    e_gpa: float = Field(gt=0, le=1000)
    stress_015_mpa: float = Field(ge=1, le=10_000)
    wet_share: float = Field(gt=0, le=1)
    look: Literal["mono", "clear", "sighter", "fluorocarbon", "braid", "coated"]


@cache
def materials() -> dict[str, Material]:
    """Return the reference materials by key."""
    return load_table(TABLES / "materials.toml", Material)


def dry_strength(material: Material, diameter: float) -> float:
    """Return the force that breaks a dry, unknotted line, N.

    ``stress_0.15 (d/0.15 mm)^-0.3 x area``.

    Parameters
    ----------
    material
        Its stress at 0.15 mm.
    diameter
        m, 0.08e-3 to 0.60e-3.

    Examples
    --------
    >>> round(dry_strength(materials()["nylon-tippet"], 0.152e-3) / 9.80665, 1)
    2.1
    """
    STRESS_OF_LINE.ask(diameter=diameter)
    mm = diameter * 1000
    stress: float = material.stress_015_mpa * 1e6 * (mm / REFERENCE_DIAMETER_MM) ** STRESS_EXPONENT
    return stress * math.pi / 4 * diameter * diameter
