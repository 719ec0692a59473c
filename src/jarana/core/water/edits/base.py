"""What every edit of the water is: a frozen document with a name that says which fields change."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from pydantic import ValidationError

from jarana.core.engine.ground import bed_depth
from jarana.core.errors import FaultList, InputError
from jarana.core.model import Frozen
from jarana.core.units import Writer
from jarana.core.water.reach import Reach, lane_at

FIELDS = {
    "low_m": "low", "high_m": "high", "zone": "high", "x_m": "at", "depth_m": "depth", "width_m": "width",
    "length_m": "length", "height_m": "height", "distance_m": "distance", "seconds": "seconds",
}  # fmt: skip
"""Where the fields of the document are typed in an edit."""
RULES = {
    "low_m": "short", "high_m": "short", "x_m": "travel", "depth_m": "depth", "width_m": "travel", "length_m": "travel",
    "height_m": "depth", "distance_m": "travel", "pace_m_s": "speed", "wind_m_s": "wind", "temperature_c": "temperature",
    "mass_kg": "fish", "off_m": "travel", "drift_m": "travel", "fish_at_m": "travel",
    "stones_m": "short",
}  # fmt: skip
"""By which rule a field of the document is written."""
METRIC = Writer()


class WaterEdit(Frozen):
    """An edit of the water. Subclasses carry ``op: Literal[...]`` and say what they change."""

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the fields that change; raise InputError with a path inside this edit.

        `writer` reads what was typed: a bare number is in the unit its field shows.
        """
        raise NotImplementedError(type(self).__name__)

    def apply(self, reach: Reach, writer: Writer = METRIC) -> Reach:
        """Return the changed reach; faults of the document are told as faults of this edit, in the person's units.

        Depth and pace where the fish hold follow the soundings and the lanes.
        """
        fields: dict[str, Any] = reach.model_dump(mode="json") | self.changes(reach, writer)
        try:
            return Reach.model_validate(_followed(fields))
        except ValidationError as error:
            faults = FaultList()
            for e in error.errors():
                last = str(e["loc"][-1]) if e["loc"] else ""
                name = FIELDS.get(last, "value")
                field = name if name in type(self).model_fields else "value"
                reason = e["msg"].removeprefix("Value error, ").replace("Input should be", "should be")
                limit = writer.limit(RULES[last], last, e.get("ctx", {})) if last in RULES else ""
                if any(f.path == field for f in faults.faults):
                    continue
                given = e.get("input")
                if limit:
                    reason, given = limit, writer.text(RULES[last], float(given))
                faults.add(field, "" if isinstance(given, dict) else given, reason)
            raise InputError(faults.faults) from None


def rows(field: Sequence[Frozen]) -> list[dict[str, Any]]:
    """Return a list of the document as plain rows an edit may change."""
    return [row.model_dump() for row in field]


def _followed(fields: dict[str, Any]) -> dict[str, Any]:
    """Return the fields with the place of the fish kept inside, and depth and pace as soundings and lanes give them."""
    soundings, lanes = fields["soundings"], fields["lanes"]
    if soundings:
        places = [s["x_m"] for s in soundings]
        fields["fish_at_m"] = min(max(fields["fish_at_m"], min(places)), max(places))
        profile = [(s["x_m"], s["depth_m"]) for s in soundings]
        fields["depth_m"] = round(float(bed_depth(profile, fields["fish_at_m"])), 4)
    if not fields["zone_known"]:
        fields["zone"] = {"low_m": 0.0, "high_m": fields["depth_m"], "datum": "bed"}
    if lanes:
        fields["pace_m_s"] = lanes[lane_at([row["width_m"] for row in lanes], fields["off_m"])]["pace_m_s"]
    return fields


def typed(rule: str, writer: Writer, faults: FaultList, field: str, text: str) -> float:
    """Return a typed quantity in SI, or keep its fault for later and return 1."""
    try:
        return round(writer.read(rule, text, field), 4)
    except InputError as error:
        faults.faults.extend(error.faults)
        return 1.0
