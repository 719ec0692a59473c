"""Rules 1 → 2: a rule set says its type."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("rules",), 1


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the rule set at version 2."""
    return old | {"type": "rules"}
