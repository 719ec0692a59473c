"""A river: it flows, also where its pace is nought."""

from __future__ import annotations

from jarana.core.water.kinds.base import WaterKind

KIND = WaterKind(
    key="river",
    flows=True,
    winds={
        "upstream": (-1.0, 0.0),
        "downstream": (1.0, 0.0),
        "towards you": (0.0, -1.0),
        "away from you": (0.0, 1.0),
    },
    axis="metres",
    along="Along",
    near_m=0.02,
)
