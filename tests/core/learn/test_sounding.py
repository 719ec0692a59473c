"""A sounding is asked for where a wrong depth costs an outing, and what it finds is what is fished by."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from jarana.core.learn import sounding
from jarana.core.learn.belief import LEAST_SPEAKS, Belief
from jarana.core.learn.family import Family, family
from jarana.core.learn.options import options_of
from jarana.core.learn.simulate import SOUNDING_COSTS, outing_by_plan
from jarana.core.learn.sounding import SHARES, Depths, in_depths, why_first
from jarana.core.situation import Setting, Situation
from tests.core.learn.test_belief import BINS, touches
from tests.core.learn.test_simulate import COSTS, WATER
from tests.fishing import DRAWER, WATERS, started

FLAT = replace(touches(), good=np.full((2, 41), 0.5))


def fished(method: str, water: str, sounded: bool) -> Situation:
    reach = WATERS[water]
    if not sounded:
        reach = reach.model_copy(update={"soundings": ()})
    return Situation(started(method, reach), Setting(reach, DRAWER))


@pytest.mark.parametrize(
    ("method", "water", "sounded", "why"),
    [
        ("float-pair", "weir-run", False, "float"),
        ("float-pair", "weir-run", True, ""),
        ("level-contact", "weir-run", False, ""),
        ("lake-suspended", "oskel-north", False, ""),
    ],
)
def test_it_is_asked_for_under_a_float_in_a_current_that_nobody_sounded(
    method: str, water: str, sounded: bool, why: str
) -> None:
    assert why_first(fished(method, water, sounded), FLAT) == why


@pytest.mark.parametrize(("over", "why"), [(0.01, "pays"), (-0.01, "")])
def test_elsewhere_it_is_asked_for_where_it_brings_more_than_the_drift_it_takes(
    over: float, why: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    brings = LEAST_SPEAKS + float(Belief.begun(FLAT).worth().max()) + over
    monkeypatch.setattr(Belief, "sounding_brings", lambda _self, left: brings if left == sounding.OUTING_DRIFTS else 99)
    assert why_first(fished("level-contact", "weir-run", sounded=False), FLAT) == why


def good_by(first: float, second: float) -> Family:
    return replace(touches(), good=np.vstack([np.full(41, first), np.full(41, second)]))


THREE = Depths((0.8, 1.0, 1.25), (good_by(0.9, 0.1), good_by(0.5, 0.5), good_by(0.1, 0.9)))


@pytest.mark.parametrize(
    ("share", "first"), [(0.5, 0.9), (0.8, 0.9), (0.9, 0.7), (1.0, 0.5), (1.125, 0.3), (1.25, 0.1), (2.0, 0.1)]
)
def test_a_depth_is_looked_up_between_those_it_was_computed_for_and_at_the_ends_the_nearest(
    share: float, first: float
) -> None:
    there = THREE.at(share)
    assert there.good[0] == pytest.approx(first)
    assert there.good[1] == pytest.approx(1.0 - first)
    assert there.codes["nothing"] == pytest.approx(touches().codes["nothing"])
    assert there.at["ticked"] == pytest.approx(touches().at["ticked"])


def test_where_it_was_sounded_the_water_is_believed_to_be_as_it_was_found() -> None:
    there = THREE.at(1.25)
    assert there.prior == pytest.approx(THREE.families[2].sounded(1.0))
    spread = np.sqrt(there.prior @ BINS**2)
    assert spread < 0.95 * np.sqrt(touches().prior @ BINS**2)


def test_the_plan_sounds_before_the_first_drift_and_fishes_what_is_best_in_the_depth_it_found() -> None:
    wide = Depths((0.999, 1.001), (good_by(0.0, 0.9), good_by(0.0, 0.9)))
    out = outing_by_plan(WATER, good_by(0.9, 0.0), COSTS, np.random.default_rng(1), depths=wide)
    assert (out.soundings, out.changes) == (1, 1)
    assert out.good == pytest.approx(0.8 * (40 - SOUNDING_COSTS - 4))
    left = outing_by_plan(WATER, good_by(0.9, 0.0), COSTS, np.random.default_rng(1))
    assert (left.soundings, left.changes) == (0, 0)


def test_the_depths_beside_the_written_one_are_computed_in_water_of_that_depth() -> None:
    here = fished("level-contact", "weir-run", sounded=False)
    options = options_of(here)[:2]
    planned = family(options, members=32)
    found = in_depths(options, planned)
    assert found.shares == SHARES
    assert found.families[SHARES.index(1.0)] is planned
    touched = [1.0 - t.codes["nothing"][0] @ t.prior for t in found.families]
    assert touched[0] > touched[1] > touched[2]
