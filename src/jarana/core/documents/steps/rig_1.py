"""Rig 1 → 2: dressings and knots carry what used to be asked by their names; spools may carry own pulls."""

from __future__ import annotations

from typing import Any

from jarana.core.documents.steps.history import fly, knot

TYPES, FROM = ("rig",), 1


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the rig at version 2; what is not a rig at all is left for the check to name."""
    new = old | {"type": "rig"}
    if isinstance(old.get("joints"), list):
        new["joints"] = [_knotted(row, ("knot", "loop")) for row in old["joints"]]
    if isinstance(old.get("attachments"), list):
        new["attachments"] = [_attached(row) for row in old["attachments"]]
    return new


def _knotted(row: Any, fields: tuple[str, ...]) -> Any:
    if not isinstance(row, dict):
        return row
    return row | {name: knot(row[name]) for name in fields if isinstance(row.get(name), dict)}


def _attached(row: Any) -> Any:
    made = _knotted(row, ("knot",))
    return made | {"body": fly(made["body"])} if isinstance(made, dict) and isinstance(made.get("body"), dict) else made
