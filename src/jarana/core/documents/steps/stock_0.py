"""Stock changes 0 → 1: the documents before and after a change are upgraded with it, so that it can still be taken back."""

from __future__ import annotations

from typing import Any

from jarana.core.documents.steps.history import fly

TYPES, FROM = ("stock-change",), 0


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the change at version 1."""
    return old | {"entries": [_entry(row) for row in old.get("entries", [])]}


def _entry(row: dict[str, Any]) -> dict[str, Any]:
    if row.get("kind") != "flies":
        return row
    return row | {side: fly(row[side]) for side in ("before", "after") if isinstance(row.get(side), dict)}
