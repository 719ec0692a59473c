"""Water 2 → 3: a lane has a depth of its own; none was told."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("water",), 2


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the water at version 3."""
    lanes = old.get("lanes")
    if not isinstance(lanes, list):
        return old
    return old | {"lanes": [lane | {"depth_m": None} if isinstance(lane, dict) else lane for lane in lanes]}
