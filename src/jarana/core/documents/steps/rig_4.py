"""Rig 4 → 5: knots have a scatter; what is harder to tie scatters more."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("rig",), 4
BY_EASE = {1: 0.08, 2: 0.09, 3: 0.11, 4: 0.13, 5: 0.15}


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the rig at version 5: every knot with the scatter the table gave its ease then."""
    parts = {
        key: [_told(part) if isinstance(part, dict) else part for part in old[key]]
        for key in ("joints", "attachments")
        if isinstance(old.get(key), list | tuple)
    }
    return old | parts


def _told(part: dict[str, Any]) -> dict[str, Any]:
    knots = {key: part[key] for key in ("knot", "loop") if isinstance(part.get(key), dict)}
    return part | {key: {"scatter": _by(knot.get("ease"))} | knot for key, knot in knots.items()}


def _by(ease: object) -> float:
    return BY_EASE.get(ease, 0.1) if isinstance(ease, int) else 0.1
