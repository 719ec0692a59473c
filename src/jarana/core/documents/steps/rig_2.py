"""Rig 2 → 3: how the rod is held and the line laid; all of it as usual."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("rig",), 2


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the rig at version 3."""
    stance = {"tip_m": None, "angle_deg": None, "slack_m": 0.0, "lay": "straight"}
    return old | {"stance": stance | {"mend_m": 0.0, "mend_s": 0.0, "follows": None}}
