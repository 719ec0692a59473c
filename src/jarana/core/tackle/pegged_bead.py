"""A bead pegged on the line above a bare hook."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.model import Frozen, Text
from jarana.core.tackle.bead import beads


class PeggedBead(Frozen):
    """A bead fixed on the line: a sphere of its material (tables/beads.toml), its bore left out of the reckoning."""

    kind: Literal["pegged bead"] = "pegged bead"
    name: Text
    material: Literal["glass", "plastic", "brass", "tungsten"] = "plastic"
    diameter_mm: float = Field(gt=1, le=20)

    @property
    def noun(self) -> str:
        """What it is called among other things."""
        return "bead"

    @property
    def label(self) -> str:
        """``orange bead``."""
        return self.name

    def body(self, name: str) -> Body:
        """Return the bead as the laws see it: a sphere."""
        d = self.diameter_mm / 1000
        volume = math.pi / 6 * d**3
        return Body(
            mass=beads()[self.material].density_kg_m3 * volume, volume=volume, bead_diameter=d, drag_area=0.0, name=name
        )
