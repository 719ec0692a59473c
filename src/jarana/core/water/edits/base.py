"""What every edit of the water is: a frozen document with a name that says which fields change."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import numpy as np
from pydantic import ValidationError

from jarana.core.errors import FaultList, InputError
from jarana.core.model import Frozen
from jarana.core.units import Kind, parse
from jarana.core.water.reach import Reach

FIELDS = {
    "low_m": "low", "high_m": "high", "zone": "high", "x_m": "at", "depth_m": "depth", "width_m": "width",
    "length_m": "length", "height_m": "height", "distance_m": "distance", "seconds": "seconds",
}  # fmt: skip
"""Where the fields of the document are typed in an edit."""


class WaterEdit(Frozen):
    """An edit of the water. Subclasses carry ``op: Literal[...]`` and say what they change."""

    def changes(self, reach: Reach) -> dict[str, object]:
        """Return the fields that change; raise InputError with a path inside this edit."""
        raise NotImplementedError(type(self).__name__)

    def apply(self, reach: Reach) -> Reach:
        """Return the changed reach; faults of the document are told as faults of this edit.

        Depth and pace where the fish hold follow the soundings and the lanes.
        """
        fields: dict[str, Any] = reach.model_dump(mode="json") | self.changes(reach)
        try:
            return Reach.model_validate(_followed(fields))
        except ValidationError as error:
            faults = FaultList()
            for e in error.errors():
                name = FIELDS.get(str(e["loc"][-1]) if e["loc"] else "", "value")
                field = name if name in type(self).model_fields else "value"
                reason = e["msg"].removeprefix("Value error, ").replace("Input should be", "should be")
                if any(f.path == field for f in faults.faults):
                    continue
                faults.add(field, "" if isinstance(e.get("input"), dict) else e.get("input"), reason)
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
        fields["depth_m"] = round(float(np.interp(fields["fish_at_m"], places, [s["depth_m"] for s in soundings])), 4)
    if lanes:
        edge, lane = 0.0, lanes[-1]
        for row in lanes:
            edge += row["width_m"]
            if fields["off_m"] <= edge:
                lane = row
                break
        fields["pace_m_s"] = lane["pace_m_s"]
    return fields


def typed(kind: Kind, bare: str, faults: FaultList, field: str, text: str) -> float:
    """Return a typed quantity in SI, or keep its fault for later and return 1."""
    try:
        return round(parse(kind, text, bare, field), 4)
    except InputError as error:
        faults.faults.extend(error.faults)
        return 1.0
