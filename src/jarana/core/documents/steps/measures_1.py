"""Measures 1 → 2: the line a turn of the reel takes in; it was not measured."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("measures",), 1


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the measures at version 2."""
    return {"turn_mm": None} | old
