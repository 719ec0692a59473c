"""Fly pattern 1 → 2: its looks in one's own words, its role, what it stands for; nobody had said."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("fly-pattern",), 1


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the pattern at version 2."""
    return old | {"looks": "", "role": None, "stands_for": ""}
