"""Edits of single figures and words of the water; every figure typed freely."""

from __future__ import annotations

from typing import Literal, get_args

from pydantic import Field

from jarana.core.errors import FaultList, InputError
from jarana.core.model import Key, Text, Typed
from jarana.core.units import Writer
from jarana.core.water.edits.base import RULES, WaterEdit, rows, typed
from jarana.core.water.kinds import water_kinds
from jarana.core.water.reach import Bed, Blows, Light, Reach, Surface, bed_of_stones
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
level-would-fall-below = the level would fall below the shallowest sounding
one = one of: { $words }
wants-name = wants a name
as-the-wind = by the wind
""",
)

FIGURES: dict[str, str] = {"off": "off_m", "drift": "drift_m", "fish_at": "fish_at_m", "wind": "wind_m_s"}
"""Fields of the figures that need no care; each is written by its rule (:data:`jarana.core.water.edits.base.RULES`)."""
AS_WIND = say("as-the-wind")
WORDS: dict[str, tuple[str, ...]] = {
    "kind": tuple(water_kinds()),
    "blows": get_args(Blows),
    "clarity": ("clear", "tinged", "coloured"),
    "wariness": ("low", "usual", "high"),
    "surface": (AS_WIND, *get_args(Surface)),
    "light": get_args(Light),
}


class SetDepth(WaterEdit):
    """Set the depth where the fish hold; with soundings the whole level rises or falls by as much."""

    op: Literal["set_depth"] = "set_depth"
    value: Typed

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new depth, m."""
        depth = round(writer.read("depth", self.value), 4)
        rise = depth - reach.depth_m
        shifted = [row | {"depth_m": round(row["depth_m"] + rise, 4)} for row in rows(reach.soundings)]
        if any(row["depth_m"] < 0.02 for row in shifted):
            raise InputError.one("value", self.value, say("level-would-fall-below"))
        return {"depth_m": depth, "soundings": shifted}


class SetPace(WaterEdit):
    """Set the surface pace over the fish; the throws it was paced with are put aside."""

    op: Literal["set_pace"] = "set_pace"
    value: Typed

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new pace, m/s, in the lane of the fish too."""
        return paced(reach, round(writer.read("speed", self.value), 4)) | {"paced": []}


def paced(reach: Reach, pace: float) -> dict[str, object]:
    """Return the fields of a reach whose fish hold in water of that surface pace, m/s."""
    lanes = rows(reach.lanes)
    if lanes:
        lanes[reach.fish_lane]["pace_m_s"] = pace
    return {"pace_m_s": pace, "lanes": lanes}


class SetTemperature(WaterEdit):
    """Set the temperature."""

    op: Literal["set_temperature"] = "set_temperature"
    value: Typed

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new temperature, °C."""
        return {"temperature_c": round(writer.read("temperature", self.value), 2)}


class SetFigure(WaterEdit):
    """Set how far off the fish are, the length of the drift, where along the water they hold, or the wind."""

    op: Literal["set_figure"] = "set_figure"
    field: Literal["off", "drift", "fish_at", "wind"]
    value: Typed

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new figure, SI."""
        field = FIGURES[self.field]
        return {field: round(writer.read(RULES[field], self.value), 4)}


class SetWord(WaterEdit):
    """Choose one of a few words: kind of water, where the wind blows, clarity, wariness, surface, light."""

    op: Literal["set_word"] = "set_word"
    field: Literal["kind", "blows", "clarity", "wariness", "surface", "light"]
    value: Text

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new word."""
        if self.value not in WORDS[self.field]:
            raise InputError.one("value", self.value, say("one", words=", ".join(WORDS[self.field])))
        if self.field == "kind":
            kind = water_kinds()[self.value]
            blows = reach.blows if reach.blows in kind.winds else None
            return {"kind": self.value, "blows": blows} | dict(kind.gone)
        return {self.field: None if self.value == AS_WIND else self.value}


class SetText(WaterEdit):
    """Name the water, its river, the fish, or what insect is about."""

    op: Literal["set_text"] = "set_text"
    field: Literal["name", "river", "species", "about"]
    value: Text

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new name."""
        text = self.value.strip()
        if not text and self.field not in ("river", "about"):
            raise InputError.one("value", self.value, say("wants-name"))
        return {"fish": reach.fish.model_dump() | {"species": text}} if self.field == "species" else {self.field: text}


class SetFish(WaterEdit):
    """Set the usual weight of the fish hoped for."""

    op: Literal["set_fish"] = "set_fish"
    value: Typed

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new fish."""
        return {"fish": reach.fish.model_dump() | {"mass_kg": round(writer.read("fish", self.value), 4)}}


class SetZone(WaterEdit):
    """Set the taking zone, from its datum; an edge or a datum that is not given stays, so two edges typed at once both hold.

    Not known is the whole of the water.
    """

    op: Literal["set_zone"] = "set_zone"
    low: Typed | None = None
    high: Typed | None = None
    datum: Literal["bed", "surface"] | None = None
    known: bool = True

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new zone."""
        if not self.known:
            return {"zone": {"low_m": 0.0, "high_m": reach.depth_m, "datum": "bed"}, "zone_known": False}
        faults = FaultList()
        zone = reach.zone.model_dump()
        if self.low is not None:
            zone["low_m"] = typed("short", writer, faults, "low", self.low)
        if self.high is not None:
            zone["high_m"] = typed("short", writer, faults, "high", self.high)
        faults.raise_if_any()
        return {"zone": zone | ({"datum": self.datum} if self.datum else {}), "zone_known": True}


class SetBed(WaterEdit):
    """Set the kind of bed; the size of stones that was told is put aside."""

    op: Literal["set_bed"] = "set_bed"
    bed: Bed

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new bed."""
        return {"bed": self.bed, "stones_m": None}


class SetStones(WaterEdit):
    """Set the size of the bed's bigger stones, and its kind with it; nothing typed goes back to the kind alone."""

    op: Literal["set_stones"] = "set_stones"
    value: Typed

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new size, m, and the kind of bed it makes."""
        if not self.value.strip():
            return {"stones_m": None}
        stones = round(writer.read("short", self.value), 4)
        return {"stones_m": stones, "bed": bed_of_stones(max(stones, 0.0))}


class SetRules(WaterEdit):
    """Attach a rule set, or none."""

    op: Literal["set_rules"] = "set_rules"
    rules: Key | None = Field(default=None)

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new rule set's id."""
        return {"rules": self.rules}
