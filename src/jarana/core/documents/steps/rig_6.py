"""Rig 6 → 7: a fly may have come off a winder, tied to its line already; none did."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("rig",), 6


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the rig at version 7."""
    return old
