"""A lake: no pace and no lanes; it is read against seconds."""

from __future__ import annotations

from jarana.core.water.kinds.base import WaterKind
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
out-from-shore = Out from the shore
""",
)

KIND = WaterKind(
    key="lake",
    flows=False,
    winds={
        "away from you": (1.0, 0.0),
        "towards you": (-1.0, 0.0),
        "from your left": (0.0, 1.0),
        "from your right": (0.0, -1.0),
    },
    axis="seconds",
    along=say("out-from-shore"),
    near_m=0.05,
    gone={"pace_m_s": 0.0, "lanes": (), "paced": (), "gauge": None, "gauged": None},
)
