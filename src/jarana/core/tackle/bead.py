"""Beads: material, size, mass."""

from __future__ import annotations

import math
from functools import cache

from pydantic import Field

from jarana.core.model import Frozen
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.material import TABLES


class BeadRow(TableRow):
    """A bead material of the table and the sizes sold."""

    density_kg_m3: float = Field(ge=100, le=25_000)
    metal_share: float = Field(gt=0, le=1)
    sizes_mm: tuple[float, ...]


class Bead(Frozen):
    """A bead as it is on a fly."""

    material: str = Field(max_length=64)
    diameter_mm: float = Field(gt=0, le=30)
    density_kg_m3: float = Field(ge=100, le=25_000)
    metal_share: float = Field(gt=0, le=1)

    @property
    def mass(self) -> float:
        """Mass, kg: density x pi/6 x d³ x the share of metal the bore leaves."""
        return self.density_kg_m3 * self.volume

    @property
    def volume(self) -> float:
        """Volume of its metal, m³."""
        return math.pi / 6 * (self.diameter_mm / 1000) ** 3 * self.metal_share


@cache
def beads() -> dict[str, BeadRow]:
    """Return the reference beads by material."""
    return load_table(TABLES / "beads.toml", BeadRow)


def bead(material: str, diameter_mm: float) -> Bead:
    """Return a bead of a material in the table, of any size.

    Examples
    --------
    >>> round(bead("tungsten", 3.0).mass * 1e6)
    186
    """
    row = beads()[material]
    return Bead(
        material=material,
        diameter_mm=diameter_mm,
        density_kg_m3=row.density_kg_m3,
        metal_share=row.metal_share,
    )
