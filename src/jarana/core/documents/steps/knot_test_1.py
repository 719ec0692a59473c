"""Knot test 1 → 2: fish may tell what a knot keeps, where nobody pulled it."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("knot-test",), 1


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the test at version 2: pulled, as all were."""
    return old | {"fish": 0}
