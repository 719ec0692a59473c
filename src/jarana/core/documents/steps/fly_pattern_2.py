"""Fly pattern 2 → 3: a weight may be one of turns of wire; all were of beads, or of nothing."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("fly-pattern",), 2


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the pattern at version 3."""
    weights = old.get("weights")
    if not isinstance(weights, list | tuple):
        return old
    return old | {"weights": [{"wraps": None} | w if isinstance(w, dict) else w for w in weights]}
