"""What a log taught is carried to other rigs and days, narrows what is not known, and is gone without a trace when it is left out."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import date, timedelta

import numpy as np
import pytest

from jarana.core.drift.nominal import nominal
from jarana.core.learn.taught import (
    HALF_YEAR,
    LEAST_TOLD,
    OTHER_LEVEL,
    Lesson,
    carried,
    corrected,
    lesson_of,
    said,
    share_left,
)
from jarana.core.learn.water import FORGETS, Belief12, learn, samples
from jarana.core.outcomes.tracks import evaluate
from jarana.core.situation import Situation, Taught
from jarana.core.units import Writer
from jarana.core.unknowns.deviates import DEPTH, HAND, PACE, ROUGHNESS, deviates
from jarana.core.unknowns.drifts import SEARCH_GRID, as_taught
from jarana.core.water.reach import LEAST_STONES, MOST_STONES
from tests.fishing import WATERS, setting, started

WATER = WATERS["weir-run"].model_copy(update={"soundings": (), "paced": ()})
LAKE = WATERS["oskel-north"]
HERE = Situation(started("level-contact", WATER), setting(WATER))
LAST = date(2026, 6, 1)
LESSON = Lesson(
    mean=(0.5, 1.0, -0.4, 0.6),
    spread=((0.8, -0.2, 0.1, 0.0), (-0.2, 0.5, 0.0, 0.1), (0.1, 0.0, 0.9, 0.0), (0.0, 0.1, 0.0, 0.9)),
    sigmas=(0.10, 0.08, 0.05, 0.5),
    drifts=40,
    depth_m=WATER.depth_m,
    last=LAST,
)
FREE = tuple(tuple(float(row == column) for column in range(4)) for row in range(4))


def taught(pace: float = 1.0, depth: float = 1.0, hand: float = 1.0, rougher: float = 1.0) -> Taught:
    return Taught((pace, depth, hand, rougher), FREE, 40)


def under(lesson: Taught | None) -> Situation:
    return Situation(HERE.rig, replace(HERE.setting, taught=lesson))


def test_a_deeper_water_lies_deeper_in_the_drift_and_a_faster_hand_leads_it_faster() -> None:
    plain, deep, quick = (nominal(under(t)) for t in (None, taught(depth=1.1), taught(hand=1.1)))
    assert deep.bed[0].depth_m == pytest.approx(1.1 * plain.bed[0].depth_m)
    gone = [d.x_mm[-1][d.hold] - d.x_mm[0][d.hold] for d in (plain, quick)]
    assert gone[1] > 1.03 * gone[0]


def test_over_a_bed_learnt_to_be_rougher_the_water_near_it_runs_slower_and_the_surface_as_before() -> None:
    plain, rough = (under(t).setting.fished for t in (None, taught(rougher=2.0)))
    assert rough.roughness == pytest.approx(2.0 * plain.roughness)
    assert rough.pace_at(0.1) < 0.95 * plain.pace_at(0.1)
    assert rough.pace_m_s == plain.pace_m_s
    assert under(taught(rougher=2.0)).setting.water == WATER


def test_without_what_was_taught_every_figure_is_as_it_was() -> None:
    assert Situation(HERE.rig, under(taught(pace=1.2)).setting.plain).key == HERE.key
    assert under(taught(pace=1.2)).key != HERE.key
    before = evaluate([HERE], range(4), SEARCH_GRID)
    none = evaluate([under(taught())], range(4), SEARCH_GRID)
    assert before is not None
    assert none is not None
    assert before[0] is not None
    assert none[0] is not None
    np.testing.assert_array_equal(before[0].at[0], none[0].at[0])


def test_what_is_left_of_it_spreads_as_the_lesson_says() -> None:
    root = ((0.5, 0.0, 0.0, 0.0), (-0.3, 0.8, 0.0, 0.0), (0.0, 0.0, 0.2, 0.0), (0.0, 0.0, 0.0, 0.7))
    z = np.array([as_taught(row, Taught((1.0, 1.0, 1.0, 1.0), root, 9)) for row in deviates()])
    plain = deviates()
    assert z[:, PACE].std() == pytest.approx(0.5 * plain[:, PACE].std())
    assert z[:, HAND].std() == pytest.approx(0.2 * plain[:, HAND].std())
    assert np.corrcoef(z[:, PACE], z[:, DEPTH])[0, 1] == pytest.approx(-0.3 / math.hypot(0.3, 0.8), abs=0.1)
    assert z[:, ROUGHNESS].std() == pytest.approx(0.7 * plain[:, ROUGHNESS].std())
    others = [k for k in range(z.shape[1]) if k not in (PACE, DEPTH, HAND, ROUGHNESS)]
    np.testing.assert_array_equal(z[:, others], plain[:, others])
    np.testing.assert_array_equal(as_taught(plain[0], None), plain[0])


def test_the_next_day_most_of_it_holds_and_half_a_year_later_half_of_that() -> None:
    assert share_left(LESSON, WATER, LAST) == pytest.approx(1 - FORGETS)
    assert share_left(LESSON, WATER, LAST + timedelta(days=HALF_YEAR)) == pytest.approx((1 - FORGETS) / 2)
    assert share_left(LESSON, WATER, LAST - timedelta(days=9)) == pytest.approx(1 - FORGETS)


def test_at_another_level_less_of_it_holds() -> None:
    high = WATER.scaled(1.0, math.exp(OTHER_LEVEL))
    assert share_left(LESSON, high, LAST) == pytest.approx((1 - FORGETS) / math.e)
    low = WATER.scaled(1.0, math.exp(-OTHER_LEVEL))
    assert share_left(LESSON, low, LAST) == pytest.approx((1 - FORGETS) / math.e)


def test_what_is_forgotten_goes_back_to_what_was_thought_before() -> None:
    fresh, old = carried(LESSON, WATER, LAST), carried(LESSON, WATER, LAST + timedelta(days=20 * HALF_YEAR))
    assert fresh.depth == pytest.approx(math.exp(0.08 * 0.85), abs=1e-3)
    assert 1.0 > fresh.hand > 0.95
    assert fresh.rougher == pytest.approx(math.exp(0.5 * 0.6 * 0.85), abs=1e-3)
    np.testing.assert_allclose(old.factors, 1.0, atol=1e-4)
    np.testing.assert_allclose(old.root, np.eye(4), atol=1e-3)
    assert np.linalg.norm(fresh.root) < np.linalg.norm(old.root)


def test_a_lake_learns_no_pace_and_no_hand() -> None:
    lesson = LESSON.model_copy(update={"depth_m": LAKE.depth_m})
    pace, _, hand, rougher = carried(lesson, LAKE, LAST).factors
    assert (pace, hand, rougher) == (1.0, 1.0, 1.0)


def test_only_what_is_off_by_a_hundredth_is_told() -> None:
    writer = Writer()
    assert "as you wrote it" in said(taught(depth=1.0 + 0.9 * LEAST_TOLD), WATER, writer)
    assert "deeper" in said(taught(depth=1.0 + 1.1 * LEAST_TOLD), WATER, writer)
    text = said(taught(0.9, 0.95, 1.04), WATER, writer)
    assert "shallower" in text
    assert "10 % slower water" in text
    assert "lead 4 % faster" in text
    assert "faster water" not in text
    assert "a bed 20 % rougher" in said(taught(rougher=1.2), WATER, writer)
    assert "a bed 20 % smoother" in said(taught(rougher=0.8), WATER, writer)


def test_a_log_that_nothing_explains_is_no_lesson_and_one_of_blanks_is() -> None:
    belief, found = learn([HERE], [])
    assert lesson_of(belief, found, HERE, 0.9, LAST) is None
    z, weights = samples()
    told = found.model_copy(update={"drifts": 12, "explained": False})
    assert lesson_of(Belief12(z, weights, None), told, HERE, 0.9, LAST) is None
    kept = lesson_of(Belief12(z, weights, None), told.model_copy(update={"explained": True}), HERE, 0.9, LAST)
    assert kept is not None
    np.testing.assert_allclose(kept.mean, 0.0, atol=0.02)
    assert kept.sigmas[1] == pytest.approx(0.12, abs=0.1)


def test_a_water_is_written_down_as_it_was_learnt_to_be() -> None:
    now = corrected(WATER, taught(1.0549, 1.1))
    assert now.depth_m == pytest.approx(round(WATER.depth_m * 1.1, 2))
    assert now.pace_m_s == pytest.approx(round(WATER.pace_m_s * 1.0549, 2))
    assert now.paced == ()


def test_the_size_of_the_stones_is_corrected_where_it_was_told_and_a_bed_of_a_kind_keeps_its_kind() -> None:
    told = WATER.model_copy(update={"stones_m": 0.2})
    assert corrected(told, taught(rougher=1.5)).stones_m == pytest.approx(0.3)
    assert corrected(told, taught(rougher=30.0)).stones_m == MOST_STONES
    assert corrected(told, taught(rougher=0.01)).stones_m == LEAST_STONES
    assert WATER.stones_m is None
    assert corrected(WATER, taught(rougher=1.5)).stones_m is None
