"""Measures 2 → 3: the units a person reads and types in; until then a browser kept them."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("measures",), 2


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the measures at version 3."""
    return {"units": ""} | old
