"""Many drifts in one call give what one gives, whatever their company, and stop when told."""

from __future__ import annotations

import os
from dataclasses import replace

import numpy as np
import pytest

from jarana.core.drift.lower import lower
from jarana.core.engine.batch import Stop, begin_batch, run_batch
from jarana.core.engine.chain import MOVING, Ready, ready, run
from jarana.core.engine.columns import (
    AT_X,
    AT_Z,
    BED_S,
    CONTACTS,
    EDDY_ALONG,
    EDDY_UP,
    FIRST_M,
    FIRST_S,
    LEAST,
    REL_X,
    UNDER,
)
from jarana.core.engine.mesh import build_mesh
from jarana.core.engine.scenario import Eddies
from jarana.core.engine.step.flow import eddy
from jarana.core.unknowns.drifts import MEMBER_GRID, base_of, factors_of, member_drift
from tests.coverage import led, water
from tests.fishing import fished, started


@pytest.fixture(scope="module")
def drifts() -> list[Ready]:
    run_ = water(0.9, 0.62)
    made = []
    for key in ("level-contact", "float-pair", "swung"):
        base = base_of(fished(started(key, run_), run_), MEMBER_GRID)
        made += [member_drift(base, factors_of(base, k)) for k in range(3)]
    return made


def test_a_drift_of_a_batch_is_the_drift_run_alone() -> None:
    run_ = water(0.9, 0.62)
    lowered = lower(fished(led(started("level-contact", run_), 0.9), run_))
    mesh = build_mesh(lowered.scenario)
    point = int(mesh.body_node[mesh.names.index("point")])
    times = np.array(lowered.scenario.times)
    (one,) = run_batch([ready(lowered.scenario, mesh, MOVING, times, np.array([point]))]) or ()
    alone = run(lowered.scenario)
    assert np.array_equal(one.tracks[0, :, AT_X], alone.x[:, point])
    assert np.array_equal(one.tracks[0, :, AT_Z], alone.z[:, point])
    height = one.tracks[0, :, UNDER] + one.tracks[0, :, AT_Z]
    first = int(np.flatnonzero(height <= 0.02)[0])
    assert times[first - 1] <= one.did[0, FIRST_S] <= times[first]
    assert one.did[0, FIRST_M] == pytest.approx(abs(alone.x[first, point] - alone.x[0, point]), abs=0.08)
    assert one.did[0, LEAST] == pytest.approx(float(height.min()), abs=0.005)
    on_stones = float(np.diff(times)[height[1:] <= 0.005].sum())
    assert one.did[0, BED_S] == pytest.approx(on_stones, abs=0.3)
    assert (one.did[0, CONTACTS] > 0) == (on_stones > 0)
    assert one.tracks[0, -1, REL_X] == pytest.approx(
        alone.speed[-1, point, 0] - run_.pace_at(max(float(height[-1]), 0.03)), abs=0.01
    )


def test_neither_order_nor_company_nor_threads_change_a_bit(drifts: list[Ready]) -> None:
    there = run_batch(drifts, workers=1)
    back = run_batch(list(reversed(drifts)), workers=2)
    alone = run_batch(drifts[4:5])
    assert there is not None
    assert back is not None
    assert alone is not None
    for one, other in zip(there, reversed(back), strict=True):
        assert np.array_equal(one.tracks, other.tracks)
        assert np.array_equal(one.did, other.did, equal_nan=True)
    assert np.array_equal(alone[0].tracks, there[4].tracks)


def test_a_batch_stops_before_its_next_drift(drifts: list[Ready]) -> None:
    stop = Stop()
    stop.stop()
    assert run_batch(drifts, stop) is None
    assert run_batch([]) == []


def test_eddies_are_those_of_nezu_and_nakagawa_and_none_go_through_the_bed() -> None:
    stream = np.zeros(8)
    stream[EDDY_ALONG], stream[EDDY_UP] = 2.30, 1.27
    shear = 0.6 / np.log(501)  # Us / ln(1 + h/z0), h = 1 m, z0 = 2 mm
    friction = 0.41 * shear
    along, up = eddy(0.5, 1.0, shear, 0.0, stream)
    assert along == pytest.approx(2.30 * friction * np.exp(-0.5))
    assert up == pytest.approx(1.27 * friction * np.exp(-0.5))
    assert eddy(0.0, 1.0, shear, 0.0, stream) == pytest.approx((2.30 * friction, 0.0))
    assert eddy(1.0, 1.0, shear, 0.0, stream)[1] == 0.0
    assert eddy(0.025, 1.0, shear, 0.0, stream)[1] == pytest.approx(1.27 * friction * np.exp(-0.025) * 0.5)
    # Of a power law 0.41 p U, U its mean: Us p / (1 + p).
    assert eddy(0.5, 1.0, 0.6, 0.25, stream)[0] == pytest.approx(2.30 * 0.41 * 0.25 * 0.6 / 1.25 * np.exp(-0.5))


def test_a_lull_lets_a_rig_drop_and_still_water_has_none() -> None:
    run_ = water(0.9, 0.62)
    scenario = lower(fished(started("level-contact", run_), run_)).scenario
    lull = Eddies(np.tile([[-1.0, -0.5]], (10, 1)), np.array([1.0, 1.0]))
    plain, deep = run(scenario), run(replace(scenario, eddies=lull))
    early = 15
    assert deep.track("point")[1][early] > plain.track("point")[1][early] + 0.01
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    still = lower(fished(started("lake-team", lake), lake)).scenario
    still = replace(still, times=(5.0, 10.0))
    same = run(replace(still, eddies=lull))
    assert np.array_equal(run(still).place, same.place)


def test_a_forked_child_runs_batches_on_threads_of_its_own(drifts: list[Ready]) -> None:
    (first,) = begin_batch(drifts[:1]).result(timeout=60) or []
    child = os.fork()
    if child == 0:
        try:
            (again,) = begin_batch(drifts[:1]).result(timeout=20) or []
            os._exit(0 if np.array_equal(again.tracks, first.tracks) else 1)
        finally:
            os._exit(2)
    assert os.waitpid(child, 0)[1] == 0
