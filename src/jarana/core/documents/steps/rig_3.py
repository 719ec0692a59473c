"""Rig 3 → 4: a float sits on a span of the leader; it was told by its height above the point."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("rig",), 3


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the rig at version 4, its float where it was."""
    head, spans = old.get("head"), old.get("spans")
    if not (isinstance(head, dict) and head.get("kind") == "float" and isinstance(spans, list)):
        return old
    try:
        above = float(head["above_point_mm"])
        down = max(sum(float(span["length_mm"]) for span in spans) - above, 0.0)
        for span in spans:
            if down < float(span["length_mm"]) - 1e-6:
                return old | {"head": _at(head, span["id"], down)}
            down -= float(span["length_mm"])
        return old | {"head": _at(head, spans[-1]["id"], float(spans[-1]["length_mm"]))}
    except (KeyError, TypeError, ValueError, IndexError):
        return old


def _at(head: dict[str, Any], span: str, mm: float) -> dict[str, Any]:
    kept = {key: value for key, value in head.items() if key != "above_point_mm"}
    return kept | {"span": span, "mm": round(mm, 1)}
