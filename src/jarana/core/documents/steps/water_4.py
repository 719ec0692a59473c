"""Water 4 → 5: its surface, the light and what is about can be told; the surface was as the wind makes it, nothing was told."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("water",), 4


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the water at version 5."""
    return {"surface": None, "light": "even", "about": ""} | old
