"""Edits of single figures and words of the water; every figure typed freely."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import FaultList, InputError
from jarana.core.model import Key, Text, Typed
from jarana.core.units import Kind, parse
from jarana.core.water.edits.base import WaterEdit, rows, typed
from jarana.core.water.reach import Bed, Reach

FIGURES: dict[str, tuple[Kind, str, str]] = {
    "off": ("length", "m", "off_m"),
    "drift": ("length", "m", "drift_m"),
    "fish_at": ("length", "m", "fish_at_m"),
    "wind": ("speed", "m/s", "wind_m_s"),
}
"""Kind, unit of a bare number and field of the figures that need no care."""
WORDS: dict[str, tuple[str, ...]] = {
    "kind": ("river", "lake"),
    "blows": ("upstream", "downstream", "across", "towards you", "away from you"),
    "clarity": ("clear", "tinged", "coloured"),
    "wariness": ("low", "usual", "high"),
}


class SetDepth(WaterEdit):
    """Set the depth where the fish hold (bare: metres); with soundings the whole level rises or falls by as much."""

    op: Literal["set_depth"] = "set_depth"
    value: Typed

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new depth, m."""
        depth = round(parse("length", self.value, "m"), 4)
        rise = depth - reach.depth_m
        shifted = [row | {"depth_m": round(row["depth_m"] + rise, 4)} for row in rows(reach.soundings)]
        if any(row["depth_m"] < 0.02 for row in shifted):
            raise InputError.one("value", self.value, "the level would fall below the shallowest sounding")
        return {"depth_m": depth, "soundings": shifted}


class SetPace(WaterEdit):
    """Set the surface pace over the fish (bare: m/s); the throws it was paced with are put aside."""

    op: Literal["set_pace"] = "set_pace"
    value: Typed

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new pace, m/s, in the lane of the fish too."""
        return paced(reach, round(parse("speed", self.value, "m/s"), 4)) | {"paced": []}


def paced(reach: Reach, pace: float) -> dict[str, object]:
    """Return the fields of a reach whose fish hold in water of that surface pace, m/s."""
    lanes = rows(reach.lanes)
    if lanes:
        lanes[reach.fish_lane]["pace_m_s"] = pace
    return {"pace_m_s": pace, "lanes": lanes}


class SetTemperature(WaterEdit):
    """Set the temperature (bare: °C)."""

    op: Literal["set_temperature"] = "set_temperature"
    value: Typed

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new temperature, °C."""
        return {"temperature_c": round(parse("temperature", self.value, "°C"), 2)}


class SetFigure(WaterEdit):
    """Set how far off the fish are, the length of the drift, where along the water they hold, or the wind."""

    op: Literal["set_figure"] = "set_figure"
    field: Literal["off", "drift", "fish_at", "wind"]
    value: Typed

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new figure, SI."""
        kind, bare, field = FIGURES[self.field]
        return {field: round(parse(kind, self.value, bare), 4)}


class SetWord(WaterEdit):
    """Choose one of a few words: kind of water, where the wind blows, clarity, wariness."""

    op: Literal["set_word"] = "set_word"
    field: Literal["kind", "blows", "clarity", "wariness"]
    value: Key | Literal["towards you", "away from you"]

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new word."""
        if self.value not in WORDS[self.field]:
            raise InputError.one("value", self.value, f"one of: {', '.join(WORDS[self.field])}")
        return {self.field: self.value}


class SetText(WaterEdit):
    """Name the water, its river or the fish."""

    op: Literal["set_text"] = "set_text"
    field: Literal["name", "river", "species"]
    value: Text

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new name."""
        text = self.value.strip()
        if not text and self.field != "river":
            raise InputError.one("value", self.value, "wants a name")
        return {"fish": reach.fish.model_dump() | {"species": text}} if self.field == "species" else {self.field: text}


class SetFish(WaterEdit):
    """Set the usual weight of the fish hoped for (bare: kilograms)."""

    op: Literal["set_fish"] = "set_fish"
    value: Typed

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new fish."""
        return {"fish": reach.fish.model_dump() | {"mass_kg": round(parse("mass", self.value, "kg"), 4)}}


class SetZone(WaterEdit):
    """Set the taking zone, from its datum (bare: centimetres)."""

    op: Literal["set_zone"] = "set_zone"
    low: Typed
    high: Typed
    datum: Literal["bed", "surface"] = "bed"

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new zone."""
        faults = FaultList()
        low = typed("length", "cm", faults, "low", self.low)
        high = typed("length", "cm", faults, "high", self.high)
        faults.raise_if_any()
        return {"zone": {"low_m": low, "high_m": high, "datum": self.datum}}


class SetBed(WaterEdit):
    """Set the kind of bed."""

    op: Literal["set_bed"] = "set_bed"
    bed: Bed

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new bed."""
        return {"bed": self.bed}


class SetRules(WaterEdit):
    """Attach a rule set, or none."""

    op: Literal["set_rules"] = "set_rules"
    rules: Key | None = Field(default=None)

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new rule set's id."""
        return {"rules": self.rules}
