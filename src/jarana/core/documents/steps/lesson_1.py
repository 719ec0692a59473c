"""Lesson 1 → 2: the bed's roughness goes along; until then nothing was carried of it."""

from __future__ import annotations

from typing import Any

TYPES, FROM = ("lesson",), 1


def upgrade(old: dict[str, Any]) -> dict[str, Any]:
    """Return the lesson at version 2: of the roughness it says no more than was thought before, by the others alone."""
    spread = [[*row, 0.0] for row in old["spread"]]
    return old | {
        "mean": [*old["mean"], 0.0],
        "spread": [*spread, [0.0] * len(spread) + [1.0]],
        "sigmas": [*old["sigmas"], 0.0],
    }
