"""Moved 0 → 1: the change it carries is upgraded with it."""

from __future__ import annotations

from typing import Any

from jarana.core.documents.steps.stock_0 import upgrade as change

TYPES, FROM = ("moved",), 0


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the event's payload at version 1."""
    return old | {"change": change(old.get("change", {}))}
