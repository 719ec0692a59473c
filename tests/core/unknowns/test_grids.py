"""However coarsely a rig is computed, its flies are where the fine drift has them: over rigs, waters and moves drawn by lot."""

from __future__ import annotations

import random

import numpy as np
import pytest

from jarana.core.engine.batch import run_batch
from jarana.core.engine.chain import MOVING, OVER_LANES, STILL
from jarana.core.engine.columns import AT_Z
from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.search.moves import coordinates
from jarana.core.search.moves.base import moved
from jarana.core.situation import Situation
from jarana.core.unknowns.drifts import MEMBER_GRID, SCREEN_GRID, SEARCH_GRID, Base, Grid, base_of, nominal_drift
from tests.coverage import water
from tests.fishing import setting, started

FINE = Grid(1.0, MOVING, STILL, OVER_LANES, 48, 96)
SHARES = (0.25, 0.5, 1.0)
"""Of the drift's time, at which depths are held against each other."""
CLOSE = {MEMBER_GRID: (0.2, 0.1), SEARCH_GRID: (0.25, 0.12), SCREEN_GRID: (0.4, 0.2)}
"""m, and share of the depth, by which a depth may be off; the greater counts."""


def drawn(lot: random.Random) -> Situation | None:
    """Return some rig in some water, moved a little; None where it cannot be fished there."""
    if lot.random() < 0.6:
        pace = lot.choice([0.0, 0.05, 0.15, 0.3, 0.6, 0.9, 1.3])
        where = water(lot.choice([0.3, 0.5, 0.9, 1.4, 2.2, 3.0]), pace, off_m=lot.choice([4.0, 7.0, 12.0]))
    else:
        where = water(lot.choice([0.8, 2.0, 4.0, 7.0]), 0.0, "lake", off_m=lot.choice([8.0, 14.0, 20.0]))
    where = where.model_copy(update={"wind_m_s": lot.choice([0.0, 4.0])})
    method = lot.choice([key for key, m in methods().items() if where.kind in m.waters])
    try:
        here = Situation(started(method, where), setting(where))
    except InputError:
        return None
    for _ in range(lot.choice([0, 1, 3])):
        found = list(lot.choice(coordinates()).values(here))
        here = moved(here, lot.choice(found)) or here if found else here
    return here


def folds(base: Base) -> bool:
    """Say whether line lighter than water hangs straight down at the start: where that folds is anybody's guess."""
    scenario = base.lowered.scenario
    return scenario.start.laid and any(s.density < scenario.water.density for s in scenario.main)


def off(coarse: Base, fine: Base) -> float:
    """Return how far a depth is off at most, m."""
    rows = [run_batch([nominal_drift(base)]) or [] for base in (coarse, fine)]
    z, right = (ran.tracks[:, :, AT_Z] for (ran,) in rows)
    last = z.shape[1] - 1, right.shape[1] - 1
    return max(float(np.abs(z[:, round(last[0] * s)] - right[:, round(last[1] * s)]).max()) for s in SHARES)


@pytest.mark.parametrize("seed", [1, *(pytest.param(k, marks=pytest.mark.long) for k in range(2, 25))])
def test_flies_drawn_by_lot_are_where_the_fine_drift_has_them(seed: int) -> None:
    lot = random.Random(seed)
    wrong = []
    for here in (drawn(lot) for _ in range(12)):
        try:
            fine = base_of(here, FINE) if here is not None else None
        except InputError:
            continue
        if here is None or fine is None or folds(fine):
            continue
        for grid, (metres, share) in CLOSE.items():
            gap = off(base_of(here, grid), fine)
            if not gap <= max(metres, share * here.water.depth_m):
                wrong.append((here.rig.method, here.water.depth_m, here.water.pace_m_s, grid.refine, gap))
    assert wrong == []
