"""Fly pattern 0 → 1: its dressing says how it is drawn, whether its lift lasts, how it is treated."""

from __future__ import annotations

from typing import Any

from jarana.core.documents.steps.history import fly

TYPES, FROM = ("fly-pattern",), 0


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the pattern at version 1."""
    return fly(old)
