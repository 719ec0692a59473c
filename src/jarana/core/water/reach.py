"""A reach or a lake: its bed in section, its lanes, where the fish hold, the day's conditions."""

from __future__ import annotations

from functools import cache
from itertools import pairwise
from pathlib import Path
from typing import Literal

import numpy as np
from pydantic import Field, model_validator

from jarana.core.engine.hydro.stream import bulk_speed, stream_speed
from jarana.core.engine.hydro.water_properties import Water, water_at
from jarana.core.model import Frozen, Key, Text
from jarana.core.tables import TableRow, load_table
from jarana.core.water.gauge import GaugeReading

AGREE = 0.005
"""How far a derived figure may be from the sounding or lane it comes from, m or m/s."""
WARM = 19.0
"""°C from which trout are better left alone: one that was fought long may not live (practice)."""
Bed = Literal["silt", "fine-gravel", "coarse-gravel", "cobble", "boulder", "weed"]


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


class Sounding(Frozen):
    """A depth measured at a place along the water; the bed runs straight from one to the next."""

    x_m: float = Field(ge=0, le=300)
    depth_m: float = Field(ge=0.02, le=40)
    name: Text = ""


class Lane(Frozen):
    """A strip of water of one pace between the angler and the far bank, nearest first."""

    name: Text
    width_m: float = Field(gt=0, le=60)
    pace_m_s: float = Field(ge=0, le=3)


class Obstacle(Frozen):
    """Something a fly can be lost to: it stands on the bed, a branch hangs from the surface; m."""

    kind: Literal["weed", "boulder", "snag", "branch"]
    x_m: float = Field(ge=0, le=300)
    length_m: float = Field(gt=0, le=100)
    height_m: float = Field(gt=0, le=40)


class Throw(Frozen):
    """One timing of a leaf or a bubble over a paced distance."""

    distance_m: float = Field(gt=0, le=100)
    seconds: float = Field(gt=0, le=600)


class Reach(Frozen):
    """A stretch of river or a piece of lake as an angler reads it; figures are those of one day.

    Attributes
    ----------
    depth_m
        Where the fish hold; with soundings it is theirs at `fish_at_m`.
    pace_m_s
        Of the surface over the fish; with lanes it is that of the lane `off_m` lies in.
    soundings
        The bed along the water, downstream (or out from the shore); empty for a level bed.
    paced
        The throws the pace comes from, when it was paced.
    rules
        Id of the rule set that holds here.
    gauge, gauged
        The river gauge it follows, and the reading its depth belongs to.
    """

    version: Literal[1] = 1
    id: Key
    name: Text = Field(min_length=1)
    river: Text
    kind: Literal["river", "lake"] = "river"
    depth_m: float = Field(ge=0.1, le=12)
    pace_m_s: float = Field(ge=0.0, le=3.0)
    bed: Bed
    temperature_c: float = Field(ge=0, le=30)
    zone: TakingZone
    drift_m: float = Field(default=8.0, ge=1, le=60)
    fish: Fish = Fish()
    off_m: float = Field(default=6.0, ge=0.5, le=40)
    fish_at_m: float = Field(default=0.0, ge=0, le=300)
    soundings: tuple[Sounding, ...] = Field(default=(), max_length=40)
    lanes: tuple[Lane, ...] = Field(default=(), max_length=9)
    obstacles: tuple[Obstacle, ...] = Field(default=(), max_length=20)
    paced: tuple[Throw, ...] = Field(default=(), max_length=30)
    wind_m_s: float = Field(default=0.0, ge=0, le=30)
    blows: Literal["upstream", "downstream", "across", "towards you", "away from you"] = "upstream"
    clarity: Literal["clear", "tinged", "coloured"] = "clear"
    wariness: Literal["low", "usual", "high"] = "usual"
    rules: Key | None = None
    gauge: Key | None = None
    gauged: GaugeReading | None = None

    @model_validator(mode="after")
    def _agrees(self) -> Reach:
        if self.soundings:
            places = [s.x_m for s in self.soundings]
            if len(places) < 2 or any(b <= a for a, b in pairwise(places)):
                raise ValueError("a bed in section wants two soundings or more, each farther along than the one before")
            if not places[0] <= self.fish_at_m <= places[-1]:
                raise ValueError("the fish hold between the first and the last sounding")
            if abs(self.depth_at(self.fish_at_m) - self.depth_m) > AGREE:
                raise ValueError("the depth is that of the soundings where the fish hold")
        if self.lanes and abs(self.lanes[self.fish_lane].pace_m_s - self.pace_m_s) > AGREE:
            raise ValueError("the pace is that of the lane the fish hold in")
        return self

    @property
    def bed_kind(self) -> BedKind:
        """The row of its bed."""
        return bed_kinds()[self.bed]

    @property
    def water(self) -> Water:
        """Properties of its water."""
        return water_at(self.temperature_c)

    @property
    def fish_lane(self) -> int:
        """Index of the lane that lies `off_m` from the angler; the last where it is farther than all."""
        edge = 0.0
        for i, lane in enumerate(self.lanes):
            edge += lane.width_m
            if self.off_m <= edge:
                return i
        return len(self.lanes) - 1

    def depth_at(self, x: float) -> float:
        """Depth at a place along the water, m; straight between soundings, level beyond them."""
        if not self.soundings:
            return self.depth_m
        return float(np.interp(x, [s.x_m for s in self.soundings], [s.depth_m for s in self.soundings]))

    def pace_at(self, height: float) -> float:
        """Speed of the water at a height above the bed where the fish hold, m/s."""
        return stream_speed(height, self.pace_m_s, self.depth_m, self.bed_kind.roughness)

    @property
    def bulk_pace(self) -> float:
        """Mean speed over the depth where the fish hold, m/s."""
        return bulk_speed(self.pace_m_s, self.depth_m, self.bed_kind.roughness)

    def surface_pace_at(self, x: float) -> float:
        """Surface pace at a place along the lane, m/s: the same flow, spread over the depth there."""
        depth, roughness = self.depth_at(x), self.bed_kind.roughness
        return self.bulk_pace * self.depth_m / depth / bulk_speed(1.0, depth, roughness)


def blank_reach() -> Reach:
    """Return the water a new one starts as: knee-deep and walking pace, to be changed."""
    return Reach(
        id="blank",
        name="New water",
        river="",
        depth_m=0.6,
        pace_m_s=0.5,
        bed="coarse-gravel",
        temperature_c=10,
        zone=TakingZone(low_m=0.0, high_m=0.3),
    )
