"""Rig 5 → 6: a retrieve may end with a hang, and a boat come after the flies; none did."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("rig",), 5


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the rig at version 6."""
    more = {"motion": {"hang": None}, "stance": {"boat_m_s": 0.0}}
    return old | {key: old[key] | added for key, added in more.items() if isinstance(old.get(key), dict)}
