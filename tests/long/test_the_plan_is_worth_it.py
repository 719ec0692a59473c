"""The bank plan in hidden waters, by the engine: beside knowing, leaving the rig on, and rules of thumb. About a quarter of an hour."""

from __future__ import annotations

import pytest

from jarana.core.learn.simulate import Simulated, simulate_plan
from tests.outings import SCENES, WRONG, Scene

WATERS = 100


def simulated(scene: Scene, batch: int = 1) -> Simulated:
    return simulate_plan(scene.situation(), waters=WATERS, off=scene.off, batch=batch)


def test_in_the_mean_it_comes_near_to_knowing_and_never_far_below_leaving() -> None:
    shares = []
    for scene in SCENES:
        found = simulated(scene)
        good = found.good_drifts
        shares.append(good["plan"] / good["known"])
        assert good["plan"] >= 0.95 * good["leave"], scene.name
        assert found.plan_minus["slower_bead"] >= -2 * found.plan_minus_se["slower_bead"], scene.name
        print(scene.name, found.model_dump())
    assert sum(shares) / len(shares) >= 0.92


@pytest.mark.parametrize("scene", WRONG, ids=lambda s: s.name)
def test_notes_that_are_wrong_by_a_seventh_cost_little(scene: Scene) -> None:
    good = simulated(scene).good_drifts
    assert good["plan"] >= 0.85 * good["known"]


def test_half_of_the_drifts_told_by_the_batch_cost_next_to_nothing() -> None:
    each, batch = simulated(SCENES[3]), simulated(SCENES[3], batch=6)
    assert batch.good_drifts["plan"] >= 0.97 * each.good_drifts["plan"]
