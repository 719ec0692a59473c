"""Where a rig ends on a coarse mesh: enough for the difference of two drifts, at a quarter of the cost."""

from __future__ import annotations

from functools import lru_cache

from jarana.core.drift.lower import lower
from jarana.core.drift.result import hold_node, hung
from jarana.core.engine.chain import Steps, run
from jarana.core.engine.scenario import Point
from jarana.core.situation import Situation

COARSE = 0.5
"""Share of the node density of a coarse run."""
COARSE_STEPS = Steps(0.0125, 0.05, 0.5)
STILL_COARSE_STEPS = Steps(0.015, 0.05, 0.3, 0.2, 0.2)


@lru_cache(maxsize=64)
def coarse_end(situation: Situation) -> Point:
    """Return where the last fly, or what holds it up, is at the end of a coarse run: downstream, across, up, m.

    Raises
    ------
    InputError
        When the rig cannot be put into the water.
    SolverError
        When the computation failed.
    """
    lowered = lower(situation)
    still = situation.setting.fished.still
    chain = run(lowered.scenario, STILL_COARSE_STEPS if still else COARSE_STEPS, COARSE)
    flies = hung(chain, situation.rig)
    node = chain.node_of(flies[-1]) if flies else hold_node(chain, lowered)
    x, y, z = (float(v) for v in chain.place[-1, node])
    return x, y, z
