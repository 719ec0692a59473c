"""Named, pure edits of today's water; every value typed freely."""

from __future__ import annotations

from typing import Literal

from pydantic import ValidationError

from jarana.core.errors import FaultList, InputError
from jarana.core.model import Frozen, Typed
from jarana.core.units import parse
from jarana.core.water.reach import Reach


class WaterEdit(Frozen):
    """An edit of the water. Subclasses carry ``op: Literal[...]`` and say what they change."""

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the fields that change."""
        raise NotImplementedError(type(self).__name__)

    def apply(self, reach: Reach) -> Reach:
        """Return the changed reach; faults of the document are told as faults of this edit."""
        try:
            return Reach.model_validate(reach.model_dump() | self.changes(reach))
        except ValidationError as error:
            faults = FaultList()
            for e in error.errors():
                inner = str(e["loc"][-1]) if e["loc"] else ""
                field = {"low_m": "low", "high_m": "high", "zone": "high"}.get(inner, "value")
                reason = e["msg"].removeprefix("Value error, ").replace("Input should be", "should be")
                faults.add(field, e.get("input") if not isinstance(e.get("input"), dict) else "", reason)
            raise InputError(faults.faults) from None


class SetDepth(WaterEdit):
    """Set the depth (bare: metres)."""

    op: Literal["set_depth"] = "set_depth"
    value: Typed

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new depth, m."""
        return {"depth_m": round(parse("length", self.value, "m"), 4)}


class SetPace(WaterEdit):
    """Set the surface pace (bare: m/s)."""

    op: Literal["set_pace"] = "set_pace"
    value: Typed

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new pace, m/s."""
        return {"pace_m_s": round(parse("speed", self.value, "m/s"), 4)}


class SetTemperature(WaterEdit):
    """Set the temperature (bare: °C)."""

    op: Literal["set_temperature"] = "set_temperature"
    value: Typed

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new temperature, °C."""
        return {"temperature_c": round(parse("temperature", self.value, "°C"), 2)}


class SetZone(WaterEdit):
    """Set the taking zone, from its datum (bare: centimetres)."""

    op: Literal["set_zone"] = "set_zone"
    low: Typed
    high: Typed
    datum: Literal["bed", "surface"] = "bed"

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new zone."""
        faults = FaultList()
        ends = {}
        for name, text in (("low", self.low), ("high", self.high)):
            try:
                ends[f"{name}_m"] = round(parse("length", text, "cm", name), 4)
            except InputError as error:
                faults.faults.extend(error.faults)
        faults.raise_if_any()
        return {"zone": {**ends, "datum": self.datum}}


class SetBed(WaterEdit):
    """Set the kind of bed."""

    op: Literal["set_bed"] = "set_bed"
    bed: Literal["silt", "fine-gravel", "coarse-gravel", "cobble", "boulder", "weed"]

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the new bed."""
        return {"bed": self.bed}


def water_edits() -> tuple[type[WaterEdit], ...]:
    """Return every kind of edit, in the order of their names."""
    return tuple(sorted(WaterEdit.__subclasses__(), key=lambda kind: kind.model_fields["op"].default))
