"""Split shot."""

from __future__ import annotations

import math
from functools import cache
from typing import Literal

from pydantic import Field

from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.model import Frozen, Text
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.material import TABLES
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
shot = shot { $name }
""",
)

TIN = 7300.0
"""kg/m³."""


class ShotRow(TableRow):
    """A size of shot."""

    mass_g: float


class Shot(Frozen):
    """A shot pinched on the line or a tag; tin unless said otherwise."""

    kind: Literal["shot"] = "shot"
    name: Text
    mass_mg: float = Field(gt=0, le=10000)
    density_kg_m3: float = Field(default=TIN, gt=2000, le=20000)

    @property
    def diameter(self) -> float:
        """Of the sphere it is, m."""
        return float((6 * self.mass_mg * 1e-6 / self.density_kg_m3 / math.pi) ** (1 / 3))

    @property
    def noun(self) -> str:
        """What it is called among other things."""
        return "shot"

    @property
    def label(self) -> str:
        """``shot BB``."""
        return say("shot", name=self.name)

    def body(self, name: str) -> Body:
        """Return the shot as the laws see it: a sphere."""
        mass = self.mass_mg * 1e-6
        return Body(mass=mass, volume=mass / self.density_kg_m3, bead_diameter=self.diameter, drag_area=0.0, name=name)


@cache
def shots() -> dict[str, ShotRow]:
    """Return the reference sizes by key."""
    return load_table(TABLES / "shots.toml", ShotRow)


def shot_of(key: str) -> Shot:
    """Return a tin shot of a size."""
    row = shots()[key]
    return Shot(name=row.name, mass_mg=row.mass_g * 1000)
