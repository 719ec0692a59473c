"""Water 3 → 4: a bed may be told by the size of its stones, and nobody need know where they take; none was told, all did."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("water",), 3


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the water at version 4."""
    return old | {"stones_m": None, "zone_known": True}
