"""A reach or a lake: its bed in section, its lanes, where the fish hold, the day's conditions."""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import cache
from itertools import accumulate, pairwise
from pathlib import Path
from typing import ClassVar, Literal, TypeVar, cast

import numpy as np
from numpy.typing import NDArray
from pydantic import Field, model_validator

from jarana.core.documents import Document
from jarana.core.engine.ground import bed_depth
from jarana.core.engine.hydro.stream import bulk_speed, power_over_stones, roughness_of, stones_of, stream_speed
from jarana.core.engine.hydro.water_properties import Water, water_at
from jarana.core.model import Frozen, Key, Text
from jarana.core.tables import TableRow, load_table
from jarana.core.water.gauge import GaugeReading
from jarana.core.water.kinds import water_kinds
from jarana.core.water.kinds.base import WaterKind, Way
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
zone-ends-farther-from = the zone ends farther from its datum than it begins
has-no = a { $which } has no { $split }
river-so-deep = a river is at most { $m } m ({ $feet } ft) deep
wind-blows = on a { $which } a wind blows { $winds }
bed-section-wants-two = a bed in section wants two soundings or more, each farther along than the one before
fish-hold-between-first = the fish hold between the first and the last sounding
depth-soundings-where-fish = the depth is that of the soundings where the fish hold
pace-lane-fish-hold = the pace is that of the lane the fish hold in
new-water = New water
""",
)

Depths = TypeVar("Depths", float, NDArray[np.float64])
AGREE = 0.005
"""How far a derived figure may be from the sounding or lane it comes from, m or m/s."""
DEEPEST_RIVER_M = 12.0
WARM = 19.0
"""°C from which trout are better left alone: one that was fought long may not live (practice)."""
Blows = Literal["upstream", "downstream", "towards you", "away from you", "from your left", "from your right"]
Bed = Literal["silt", "fine-gravel", "coarse-gravel", "cobble", "boulder", "weed"]
LEAST_STONES, MOST_STONES = 0.01, 1.0
"""m a bed's bigger stones may be told to have."""


class BedKind(TableRow):
    """A kind of bed, its grain roughness, and the size of its stones from which on it is called so; None: no stones make it.

    `hangs_per_m` and `fouls_per_m`: how often a fly close over it hangs up, and picks up leaf or weed, 1/m.
    """

    ks_m: float
    hangs_per_m: float
    fouls_per_m: float
    stones_from_m: float | None = None

    @property
    def roughness(self) -> float:
        """z0 of the log law, m."""
        return self.ks_m / 30


@cache
def bed_kinds() -> dict[str, BedKind]:
    """Return the reference beds by key."""
    return load_table(Path(__file__).parent / "tables" / "beds.toml", BedKind)


def bed_of_stones(stones: float) -> Bed:
    """Return the kind of bed that stones of a size, m, make: the classes of Wentworth (1922).

    Examples
    --------
    >>> bed_of_stones(0.015), bed_of_stones(0.016), bed_of_stones(0.3)
    ('fine-gravel', 'coarse-gravel', 'boulder')
    """
    sized = [(row.stones_from_m, row.key) for row in bed_kinds().values() if row.stones_from_m is not None]
    return cast("Bed", max(row for row in sized if row[0] <= stones)[1])


LEAST_BAND_M = 0.1
"""m of a taking zone that are left inside water too shallow for it (guess: the height in which a fish takes)."""


EDGE_M = 1e-9
"""m: what is on an edge of a zone is in it."""


class TakingZone(Frozen):
    """Where the fish take: a band measured up from the bed or down from the surface, m."""

    low_m: float = Field(ge=0, le=100)
    high_m: float = Field(gt=0, le=100)
    datum: Literal["bed", "surface"] = "bed"

    @model_validator(mode="after")
    def _ordered(self) -> TakingZone:
        if self.high_m <= self.low_m:
            raise ValueError(say("zone-ends-farther-from"))
        return self

    def heights(self, depth: Depths) -> tuple[Depths, Depths]:
        """Return the band as heights above the bed, m, kept inside the water; a depth, or an array of them.

        Of a band that lies under the bed, or over the surface, as much is left inside as a fish needs: the water is shallower there
        than where they were seen to take, and they have come that near to the bed or to the top.

        Examples
        --------
        >>> TakingZone(low_m=0.6, high_m=1.8, datum="surface").heights(0.6)
        (0.0, 0.1)
        """
        least = min(self.high_m - self.low_m, LEAST_BAND_M)
        up = self.datum == "bed"
        if isinstance(depth, float | int):
            if up:
                return max(min(self.low_m, depth - least), 0.0), min(self.high_m, depth)
            return max(depth - self.high_m, 0.0), min(max(depth - self.low_m, least), depth)
        if up:
            return np.maximum(np.minimum(self.low_m, depth - least), 0.0), np.minimum(self.high_m, depth)
        return np.maximum(depth - self.high_m, 0.0), np.minimum(np.maximum(depth - self.low_m, least), depth)

    def holds(self, height: NDArray[np.float64], depth: NDArray[np.float64], near: float = 0.0) -> NDArray[np.bool_]:
        """Return whether what is at heights over the bed, m, where it is so deep, m, is in the band, or as `near` to it, m.

        What lies on the bed gives it a little way: it is in every band that reaches the bed.
        """
        low, high = self.heights(depth)
        off = near + EDGE_M
        return np.asarray((height <= high + off) & ((height >= low - off) | (low <= 0.0)))


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
    """A strip of water of one pace between the angler and the far bank, nearest first; as deep as the fish's water unless told."""

    name: Text
    width_m: float = Field(gt=0, le=60)
    pace_m_s: float = Field(ge=0, le=3)
    depth_m: float | None = Field(default=None, ge=0.05, le=12)


Surface = Literal["glass", "ripple", "wave"]
Light = Literal["bright", "even", "low"]
CALM_M_S, WAVE_M_S = 2.0, 4.0
"""m/s of wind up to which a surface is glass, or nearly, and from which it is a wave, where nobody looked (practice)."""
COLD_C, LIVELY_C = 7.0, 10.0
"""°C up to which fish sit tight, and from which they move for a fly (practice)."""


ObstacleKind = Literal["weed", "boulder", "snag", "branch", "undercut", "left alone"]
LEFT_ALONE: ObstacleKind = "left alone"
"""A stretch nobody fishes or wades: fish spawn there, or rest."""


class Obstacle(Frozen):
    """Something a fly can be lost to: it stands on the bed, a branch hangs from the surface; m. Or a stretch that is left alone."""

    kind: ObstacleKind
    x_m: float = Field(ge=0, le=300)
    length_m: float = Field(gt=0, le=100)
    height_m: float = Field(gt=0, le=40)


class Throw(Frozen):
    """One timing of a leaf or a bubble over a paced distance."""

    distance_m: float = Field(gt=0, le=100)
    seconds: float = Field(gt=0, le=600)


def lane_at(widths: Sequence[float], off: float) -> int:
    """Return which lane, nearest first, lies so far off; the last where it is farther than all.

    Examples
    --------
    >>> lane_at([2.0, 3.0], 2.0), lane_at([2.0, 3.0], 2.1), lane_at([2.0, 3.0], 9.0)
    (0, 1, 1)
    """
    return next((i for i, edge in enumerate(accumulate(widths)) if off <= edge), len(widths) - 1)


class Reach(Document):
    """A stretch of river or a piece of lake as an angler reads it; figures are those of one day.

    Attributes
    ----------
    depth_m
        Where the fish hold; with soundings it is theirs at `fish_at_m`.
    pace_m_s
        Of the surface over the fish; with lanes it is that of the lane `off_m` lies in.
    zone_known
        Whether anybody knows where they take; else the zone is the whole water.
    stones_m
        Size of the bigger stones of the bed, m: of six, the largest (D84); None where only its kind is told.
    soundings
        The bed along the water, downstream (or out from the shore); empty for a level bed.
    paced
        The throws the pace comes from, when it was paced.
    rules
        Id of the rule set that holds here.
    blows
        Where the wind blows; None for the first word of its kind of water.
    surface
        How it looks; None for what the wind makes of it.
    light
        Of the day.
    about
        The insect and its stage that is about, in the person's own words.
    gauge, gauged
        The river gauge it follows, and the reading its depth belongs to.
    """

    TYPE: ClassVar[str] = "water"
    VERSION: ClassVar[int] = 5

    type: Literal["water"] = "water"
    version: Literal[5] = 5
    id: Key
    name: Text = Field(min_length=1)
    river: Text
    kind: Literal["river", "lake"] = "river"
    depth_m: float = Field(ge=0.1, le=40)
    pace_m_s: float = Field(ge=0.0, le=3.0)
    bed: Bed
    stones_m: float | None = Field(default=None, ge=LEAST_STONES, le=MOST_STONES)
    temperature_c: float = Field(ge=0, le=30)
    zone: TakingZone
    zone_known: bool = True
    drift_m: float = Field(default=8.0, ge=1, le=60)
    fish: Fish = Fish()
    off_m: float = Field(default=6.0, ge=0.5, le=40)
    fish_at_m: float = Field(default=0.0, ge=0, le=300)
    soundings: tuple[Sounding, ...] = Field(default=(), max_length=40)
    lanes: tuple[Lane, ...] = Field(default=(), max_length=9)
    obstacles: tuple[Obstacle, ...] = Field(default=(), max_length=20)
    paced: tuple[Throw, ...] = Field(default=(), max_length=30)
    wind_m_s: float = Field(default=0.0, ge=0, le=30)
    blows: Blows | None = None
    surface: Surface | None = None
    light: Light = "even"
    about: Text = ""
    clarity: Literal["clear", "tinged", "coloured"] = "clear"
    wariness: Literal["low", "usual", "high"] = "usual"
    rules: Key | None = None
    gauge: Key | None = None
    gauged: GaugeReading | None = None

    @model_validator(mode="after")
    def _agrees(self) -> Reach:
        kind = self.nature
        for name, nothing in kind.gone.items():
            if getattr(self, name) != nothing:
                raise ValueError(say("has-no", which=kind.key, split=name.split("_")[0]))
        if kind.flows and self.depth_m > DEEPEST_RIVER_M:
            raise ValueError(say("river-so-deep", m=f"{DEEPEST_RIVER_M:g}", feet=f"{DEEPEST_RIVER_M / 0.3048:.0f}"))
        if self.blows is not None and self.blows not in kind.winds:
            raise ValueError(say("wind-blows", which=kind.key, winds=", ".join(kind.winds)))
        if self.soundings:
            places = [s.x_m for s in self.soundings]
            if len(places) < 2 or any(b <= a for a, b in pairwise(places)):
                raise ValueError(say("bed-section-wants-two"))
            if not places[0] <= self.fish_at_m <= places[-1]:
                raise ValueError(say("fish-hold-between-first"))
            if abs(self.depth_at(self.fish_at_m) - self.depth_m) > AGREE:
                raise ValueError(say("depth-soundings-where-fish"))
        if self.lanes and abs(self.lanes[self.fish_lane].pace_m_s - self.pace_m_s) > AGREE:
            raise ValueError(say("pace-lane-fish-hold"))
        return self

    @property
    def full_name(self) -> str:
        """Its river's name and its own."""
        return f"{self.river}, {self.name}" if self.river else self.name

    @property
    def nature(self) -> WaterKind:
        """What kind of water it is: whether it flows, how a wind lies to it."""
        return water_kinds()[self.kind]

    @property
    def still(self) -> bool:
        """Whether nothing moves in it: a lake, or a river of no pace."""
        return self.pace_m_s <= 0

    @property
    def wind_vector(self) -> tuple[float, float]:
        """The wind downstream and across, away from the angler's bank (in a lake: away and to the side), m/s."""
        x, y = self.nature.winds[self.blows or self.nature.usual_wind]
        return x * self.wind_m_s, y * self.wind_m_s

    def head_wind(self, cast: Way) -> float:
        """Return the wind against a cast made that way, m/s; negative from behind."""
        return self.nature.head_wind(self.blows or self.nature.usual_wind, self.wind_m_s, cast)

    @property
    def looks(self) -> Surface:
        """How its surface looks: as it was seen, else as the wind makes it."""
        if self.surface is not None:
            return self.surface
        return "glass" if self.wind_m_s <= CALM_M_S else "wave" if self.wind_m_s >= WAVE_M_S else "ripple"

    @property
    def snags(self) -> tuple[Obstacle, ...]:
        """What a fly can be lost to."""
        return tuple(o for o in self.obstacles if o.kind != LEFT_ALONE)

    @property
    def bed_kind(self) -> BedKind:
        """The row of its bed."""
        return bed_kinds()[self.bed]

    @property
    def roughness(self) -> float:
        """z0 of its bed, m: from its stones where they were told, else that of its kind."""
        return roughness_of(self.stones_m) if self.stones_m is not None else self.bed_kind.roughness

    def power_over(self, depth: float, rougher: float = 1.0) -> float:
        """Return the exponent of the pace's power law where it is so deep; 0 for the log law: deep, still, or no stones.

        `rougher` is how many times as rough the bed is taken to be.
        """
        stony = self.nature.flows and self.bed_kind.stones_from_m is not None
        return power_over_stones(depth, self.roughness * rougher) if stony else 0.0

    @property
    def water(self) -> Water:
        """Properties of its water."""
        return water_at(self.temperature_c)

    @property
    def fish_lane(self) -> int:
        """Index of the lane that lies `off_m` from the angler; the last where it is farther than all."""
        return lane_at([lane.width_m for lane in self.lanes], self.off_m)

    @property
    def lane_edges(self) -> tuple[float, ...]:
        """Where one lane ends and the next begins, m from the angler."""
        return tuple(accumulate(lane.width_m for lane in self.lanes[:-1]))

    def depth_at(self, x: float) -> float:
        """Depth at a place along the water, m; straight between soundings, level beyond them."""
        if not self.soundings:
            return self.depth_m
        return float(bed_depth([(s.x_m, s.depth_m) for s in self.soundings], x))

    def pace_at(self, height: float) -> float:
        """Speed of the water at a height above the bed where the fish hold, m/s."""
        return stream_speed(height, self.pace_m_s, self.depth_m, self.roughness, self.power_over(self.depth_m))

    def scaled(self, pace: float = 1.0, depth: float = 1.0, rougher: float = 1.0) -> Reach:
        """Return the same water with another pace, depth and roughness, all its lanes with it; its throws are left out.

        A rougher bed has stones as big as make it so.
        """
        soundings = tuple(s.model_copy(update={"depth_m": s.depth_m * depth}) for s in self.soundings)
        changed = {"pace_m_s": self.pace_m_s * pace, "depth_m": self.depth_m * depth, "soundings": soundings}
        lanes = tuple(
            lane.model_copy(
                update={
                    "pace_m_s": lane.pace_m_s * pace,
                    "depth_m": None if lane.depth_m is None else lane.depth_m * depth,
                }
            )
            for lane in self.lanes
        )
        stones = self.stones_m if math.isclose(rougher, 1.0) else stones_of(self.roughness * rougher)
        return self.model_copy(update={**changed, "lanes": lanes, "paced": (), "stones_m": stones})

    @property
    def bulk_pace(self) -> float:
        """Mean speed over the depth where the fish hold, m/s."""
        return bulk_speed(self.pace_m_s, self.depth_m, self.roughness, self.power_over(self.depth_m))

    def surface_pace_at(self, x: float) -> float:
        """Surface pace at a place along the lane, m/s: the same flow, spread over the depth there."""
        depth = self.depth_at(x)
        return self.bulk_pace * self.depth_m / depth / bulk_speed(1.0, depth, self.roughness, self.power_over(depth))


def blank_reach() -> Reach:
    """Return the water a new one starts as: knee-deep and walking pace, to be changed."""
    return Reach(
        id="blank",
        name=say("new-water"),
        river="",
        depth_m=0.6,
        pace_m_s=0.5,
        bed="coarse-gravel",
        temperature_c=10,
        zone=TakingZone(low_m=0.0, high_m=0.3),
    )
