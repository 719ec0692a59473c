"""Water 1 → 2: a lake has no pace and no lanes, and a wind has a side."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("water",), 1
RIVER_WINDS = ("upstream", "downstream", "towards you", "away from you")
LAKE_WINDS = {"upstream": "towards you", "downstream": "away from you", "across": "from your left"}


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the water at version 2. "Across" had no side: on a river it now blows in one's face, on a lake from the left."""
    new = old | {"type": "water"}
    blows = old.get("blows")
    if old.get("kind") == "lake":
        new |= {"pace_m_s": 0.0, "lanes": [], "paced": [], "gauge": None, "gauged": None}
        if isinstance(blows, str):
            new["blows"] = LAKE_WINDS.get(blows, blows)
    elif isinstance(blows, str) and blows not in RIVER_WINDS:
        new["blows"] = "towards you"
    return new
