"""Where the angler's rod is, from what was said of it and what is usual: tip, reach, way of the cast.

The angler stands at the origin: x downstream, y across, z up from the water.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from jarana.core.engine.scenario import Point
from jarana.core.motions.base import MotionKind
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach

HAND_M, ARM_M = 1.0, 0.4
"""Height of the rod hand of a wading angler over the water and how far the arm holds it out, m (practice)."""
REACH_SHARE = 0.5
"""A rod that casts a line stands out at most so much of the way to the fish."""
SHORTEST_REACH = 0.3
"""A tip is held out at least by this share of the rod."""


@dataclass(frozen=True)
class Stood:
    """Where rod and tip are.

    Attributes
    ----------
    tip
        m.
    reach_m
        How far the tip stands out from the angler, m.
    angle
        Way of the cast from straight across, rad, downstream positive.
    follows
        The tip goes along with the drift.
    """

    tip: Point
    reach_m: float
    angle: float
    follows: bool


def reach_of(rod_m: float, height: float) -> float:
    """Return how far from the angler a tip at a height stands, m: the rod's other side of the triangle, and the arm.

    Examples
    --------
    >>> round(reach_of(3.0, 1.0), 2), round(reach_of(3.0, 2.8), 2)
    (3.4, 2.8)
    """
    up = height - HAND_M
    return max(math.sqrt(max(rod_m * rod_m - up * up, 0.0)), SHORTEST_REACH * rod_m) + ARM_M


def stood(rig: Rig, water: Reach, motion: MotionKind) -> Stood | None:
    """Return where the rod is over a river; None on a lake, and where what floats is led by itself."""
    if not water.nature.flows or (rig.head.floats and motion.leads):
        return None
    stance, height = rig.stance, rig.tip_m
    reach = reach_of(rig.rod.length_mm / 1000, height)
    angle = math.radians(motion.cast_deg if stance.angle_deg is None else stance.angle_deg)
    follows = stance.follows if stance.follows is not None else not motion.swings
    if not (rig.head.floats or rig.head.on_line):
        # A rod that holds the leader stands straight out over its lane.
        out = min(reach, water.off_m)
        return Stood((0.0, out, height), reach, 0.0, True)
    out = min(reach, REACH_SHARE * water.off_m / max(math.cos(angle), 0.1))
    return Stood((out * math.sin(angle), out * math.cos(angle), height), reach, angle, follows)
