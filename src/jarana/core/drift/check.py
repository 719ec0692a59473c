"""A depth somebody saw, at a pool's wall or from a bridge, beside what is computed for it."""

from __future__ import annotations

import numpy as np

from jarana.core.drift.nominal import nominal
from jarana.core.motions import motions
from jarana.core.rig.check import Check
from jarana.core.rig.model import Motion
from jarana.core.situation import Situation
from jarana.core.water.edits.figures import SetWord
from jarana.core.water.kinds import water_kinds

POOL_M = 8.0
"""m of a pool nobody's rig reaches the bottom of in a check."""


def computed(situation: Situation, check: Check) -> float | None:
    """Return how deep that fly is computed to be then, m, or when what floats parts from its leaf, s; None where it does not.

    In a pool: still water, no wind, the rig laid out straight and its upper end held at the surface.
    """
    if check.where == "leaf":
        across = nominal(situation).across
        return across.drag_free_s if across is not None and situation.head.floats else None
    where = situation if check.where == "water" else _pool(situation)
    drift = nominal(where)
    fly = next((f for f in drift.flies if f.id == check.fly), None)
    if fly is None or check.after_s > drift.times_s[-1]:
        return None
    depths = [-row[fly.node] / 1000 for row in drift.z_mm]
    return max(float(np.interp(check.after_s, drift.times_s, depths)), 0.0)


def _pool(situation: Situation) -> Situation:
    """Return the same rig hung into a pool."""
    bare = situation.water.model_copy(update={"soundings": (), "lanes": (), "wind_m_s": 0.0})
    still = next(kind for kind in water_kinds().values() if not kind.flows)
    pool = SetWord(field="kind", value=still.key).apply(bare).model_copy(update={"depth_m": POOL_M})
    resting = next(motion for motion in motions().values() if motion.rests)
    return situation.with_rig(situation.rig.rebuilt(motion=Motion(kind=resting.key))).with_water(pool)
