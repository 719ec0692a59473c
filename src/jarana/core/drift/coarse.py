"""Where a rig ends on a coarse mesh: enough for the difference of two drifts, at a quarter of the cost."""

from __future__ import annotations

from functools import lru_cache

from jarana.core.drift.lower import lower
from jarana.core.drift.result import hold_node, hung
from jarana.core.engine.chain import Steps, floats_over_lanes, run
from jarana.core.engine.scenario import Point
from jarana.core.situation import Situation

COARSE = 0.5
"""Share of the node density of a coarse run."""
STRAIN = 0.015
"""Strain of a link in a long step: its length is set right after every step, its way bends a little wider."""
LONG_STEPS, LONG_STILL_STEPS = Steps(0.03, 0.1, 0.5, strain=STRAIN), Steps(0.03, 0.125, 0.3, 0.3, 1.0, STRAIN)
"""Where drifts are held against each other and none is drawn (docs/decisions/0037)."""
SEAM_STEPS = Steps(0.0125, 0.05, 0.5)
"""Where something floats over lanes: each seam pulls on its line anew."""


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
    lowered = lower(situation, COARSE)
    moving = SEAM_STEPS if floats_over_lanes(lowered.scenario) else LONG_STEPS
    chain = run(lowered.scenario, LONG_STILL_STEPS if lowered.scenario.stream.still else moving, COARSE)
    flies = hung(chain, situation.rig)
    node = chain.node_of(flies[-1]) if flies else hold_node(chain, lowered)
    x, y, z = (float(v) for v in chain.place[-1, node])
    return x, y, z
