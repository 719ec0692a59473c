"""A reach: depth, surface pace, bed, temperature, where the fish take."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Literal

from pydantic import Field, model_validator

from jarana.core.hydro.stream import bulk_speed, stream_speed
from jarana.core.hydro.water_properties import Water, water_at
from jarana.core.model import Frozen, Key, Text
from jarana.core.tables import TableRow, load_table


class BedKind(TableRow):
    """A kind of bed and its grain roughness."""

    ks_m: float

    @property
    def roughness(self) -> float:
        """z0 of the log law, m."""
        return self.ks_m / 30


@cache
def bed_kinds() -> dict[str, BedKind]:
    """Return the reference beds by key."""
    return load_table(Path(__file__).parent / "tables" / "beds.toml", BedKind)


class TakingZone(Frozen):
    """Where the fish take: a band measured up from the bed or down from the surface, m."""

    low_m: float = Field(ge=0, le=100)
    high_m: float = Field(gt=0, le=100)
    datum: Literal["bed", "surface"] = "bed"

    @model_validator(mode="after")
    def _ordered(self) -> TakingZone:
        if self.high_m <= self.low_m:
            raise ValueError("the zone ends farther from its datum than it begins")
        return self

    def heights(self, depth: float) -> tuple[float, float]:
        """Return the band as heights above the bed, m, kept inside the water."""
        if self.datum == "bed":
            return min(self.low_m, depth), min(self.high_m, depth)
        return max(depth - self.high_m, 0.0), max(depth - self.low_m, 0.0)


class Fish(Frozen):
    """What is hoped for."""

    species: Text = "trout"
    mass_kg: float = Field(default=0.5, gt=0, le=50)


class Reach(Frozen):
    """A stretch of river as an angler reads it; figures are today's."""

    version: Literal[1] = 1
    id: Key
    name: Text
    river: Text
    depth_m: float = Field(ge=0.1, le=12)
    pace_m_s: float = Field(ge=0.0, le=3.0)
    bed: Literal["silt", "fine-gravel", "coarse-gravel", "cobble", "boulder", "weed"]
    temperature_c: float = Field(ge=0, le=30)
    zone: TakingZone
    drift_m: float = Field(default=8.0, ge=1, le=60)
    fish: Fish = Fish()

    @property
    def bed_kind(self) -> BedKind:
        """The row of its bed."""
        return bed_kinds()[self.bed]

    @property
    def water(self) -> Water:
        """Properties of its water."""
        return water_at(self.temperature_c)

    def pace_at(self, height: float) -> float:
        """Speed of the water at a height above the bed, m/s."""
        return stream_speed(height, self.pace_m_s, self.depth_m, self.bed_kind.roughness)

    @property
    def bulk_pace(self) -> float:
        """Mean speed over the depth, m/s."""
        return bulk_speed(self.pace_m_s, self.depth_m, self.bed_kind.roughness)
