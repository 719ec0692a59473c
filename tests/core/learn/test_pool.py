"""What several people's logs say of one water together."""

from __future__ import annotations

import math
from datetime import date

import numpy as np
import pytest

from jarana.core.learn.pool import LEAST_PEOPLE, Given, given_of, pool_said, pooled
from jarana.core.learn.taught import Lesson
from jarana.core.units import Writer
from tests.coverage import water

SIGMA = (0.15, 0.20, 0.25)
"""Of pace, depth and hand, as they are written down."""


def lesson(truth: tuple[float, float], hand: float, draw: np.random.Generator, drifts: int = 12) -> Lesson:
    """What ticks teach somebody: one sum of pace, depth and their own hand, and a little of depth alone."""
    looks = np.array([[0.6, -1.0, 0.8]] * drifts + [[0.0, 1.0, 0.0]]) * np.array(SIGMA)
    noise = np.array([0.1] * drifts + [0.25])
    z = np.array([truth[0] / SIGMA[0], truth[1] / SIGMA[1], hand / SIGMA[2]])
    seen = looks @ z + draw.normal(0.0, noise)
    precision = np.eye(3) + looks.T @ (looks / noise[:, None] ** 2)
    spread = np.linalg.inv(precision)
    mean = spread @ (looks.T @ (seen / noise**2))
    a, b, c = (float(v) for v in mean)
    rows = tuple((float(r[0]), float(r[1]), float(r[2]), 0.0) for r in spread)
    bed = (0.0, 0.0, 0.0, 1.0)
    return Lesson(
        mean=(a, b, c, 0.0),
        spread=(*rows, bed),
        sigmas=(*SIGMA, 0.5),
        drifts=drifts,
        depth_m=0.9,
        last=date(2026, 6, 1),
    )


def people(truth: tuple[float, float], count: int, seed: int) -> list[Given]:
    draw = np.random.default_rng(seed)
    return [given_of(lesson(truth, float(draw.normal(0.0, SIGMA[2])), draw)) for _ in range(count)]


def test_fewer_than_three_people_show_nothing_and_three_do() -> None:
    given = people((0.0, 0.1), LEAST_PEOPLE, 1)
    assert pooled(given[:-1]) is None
    found = pooled(given)
    assert found is not None
    assert (found.people, found.drifts) == (3, 36)


def test_neither_the_hand_nor_a_day_is_given() -> None:
    one = lesson((0.0, 0.1), 0.3, np.random.default_rng(2))
    given = given_of(one)
    assert given.mean == pytest.approx([SIGMA[k] * one.mean[k] for k in range(2)])
    assert given.spread == pytest.approx([s * SIGMA[i] * SIGMA[j] for i, j, s in ((0, 0, one.spread[0][0]), (0, 1, one.spread[0][1]), (1, 1, one.spread[1][1]))])  # fmt: skip
    assert not {"hand", "last", "depth_m"} & set(vars(given))


def test_eight_waters_of_ten_lie_within_what_six_people_say_and_it_is_narrower_than_what_each_says() -> None:
    draw = np.random.default_rng(3)
    held, widths, alone = [], [], []
    for seed in range(200):
        truth = (float(draw.normal(0.0, SIGMA[0])), float(draw.normal(0.0, SIGMA[1])))
        given = people(truth, 6, 1000 + seed)
        found = pooled(given)
        assert found is not None
        for (low, _, high), there in zip((found.pace, found.depth), truth, strict=True):
            held.append(low <= math.exp(there) <= high)
        widths.append(math.log(found.depth[2] / found.depth[0]))
        alone.append(2.0 * 1.2816 * math.sqrt(given[0].spread[2]))
    assert 0.74 <= np.mean(held) <= 0.88
    assert np.median(widths) < 0.6 * np.median(alone)


def test_who_logged_nothing_changes_nothing() -> None:
    given = people((0.05, 0.1), 4, 5)
    empty = Given((0.0, 0.0), (SIGMA[0] ** 2, 0.0, SIGMA[1] ** 2), (SIGMA[0] ** 2, SIGMA[1] ** 2), 0)
    one, other = pooled(given), pooled([*given, empty])
    assert one is not None
    assert other is not None
    assert other.depth == pytest.approx(one.depth, abs=0.012)


def test_order_does_not_matter_and_people_who_contradict_widen_it_and_it_is_said() -> None:
    given = people((0.0, 0.1), 5, 7)
    found, back = pooled(given), pooled(given[::-1])
    assert found is not None
    assert back is not None
    assert back.depth == pytest.approx(found.depth)
    assert not found.disagree
    sure = (0.001, 0.0, 0.0004)
    far = [Given((0.0, m), sure, (0.02, 0.04), 30) for m in (-0.3, 0.0, 0.3)]
    near = [Given((0.0, m), sure, (0.02, 0.04), 30) for m in (-0.01, 0.0, 0.01)]
    apart, together = pooled(far), pooled(near)
    assert apart is not None
    assert together is not None
    assert apart.disagree
    assert not together.disagree
    assert apart.depth[2] / apart.depth[0] > 2.0 * together.depth[2] / together.depth[0] - 1.0
    assert "disagree" in pool_said(apart, 3, water(0.9, 0.62), Writer())


def test_it_is_told_in_a_sentence_with_its_range_and_of_a_lake_without_a_pace() -> None:
    given = [Given((-0.1, 0.1), (0.0005, 0.0, 0.0005), (0.02, 0.04), 20)] * 4
    found = pooled(given)
    river = pool_said(found, 4, water(0.9, 0.62), Writer())
    assert river.startswith("4 people, 80 drifts: 0.10 m deeper than written (0.08 m to 0.11 m)")
    assert "% slower (" in river
    lake = pool_said(found, 4, water(3.5, 0.0, "lake", off_m=12.0), Writer())
    assert "slower" not in lake
    assert pool_said(None, 2, water(0.9, 0.62), Writer()) == "Shown from 3 people on; 2 so far."
    flat = pooled([Given((0.0, 0.0), (0.0005, 0.0, 0.0005), (0.02, 0.04), 20)] * 3)
    assert "about as it is written" in pool_said(flat, 3, water(0.9, 0.62), Writer())


def test_three_who_say_the_same_are_as_sure_as_their_precisions_add_up_to() -> None:
    same = Given((-0.05, 0.1), (0.01, 0.002, 0.01), (0.04, 0.04), 10)
    found = pooled([same] * 3)
    assert found is not None
    own = np.linalg.inv(np.array([[0.0101, 0.002], [0.002, 0.0101]]))
    joint = np.linalg.inv(np.eye(2) / 0.04 + 3.0 * (own - np.eye(2) / 0.04))
    middle = joint @ (3.0 * own @ np.array([-0.05, 0.1]))
    for told, where, spread in zip((found.pace, found.depth), middle, np.sqrt(np.diag(joint)), strict=True):
        assert told == pytest.approx([math.exp(where + k * 1.2816 * spread) for k in (-1, 0, 1)], rel=1e-9)


def test_the_widest_of_what_was_known_before_is_what_the_logs_are_added_to() -> None:
    vague, sure = (Given((0.0, 0.1), (0.01, 0.0, 0.01), (v, v), 10) for v in (0.09, 0.04))
    found = pooled([vague, sure, sure])
    assert found is not None
    precision = 1 / 0.09 + (1 / 0.0101 - 1 / 0.09) + 2 * (1 / 0.0101 - 1 / 0.04)
    assert math.log(found.depth[2] / found.depth[1]) == pytest.approx(1.2816 / math.sqrt(precision), rel=1e-9)


@pytest.mark.parametrize(("apart", "disagree"), [(0.24, False), (0.25, True)])
def test_people_disagree_from_twice_what_chance_makes_of_them_on(apart: float, disagree: bool) -> None:
    far = [Given((0.0, m), (0.01, 0.0, 0.0099), (1e6, 1e6), 10) for m in (-apart, 0.0, 0.0, apart)]
    # Two of four lie off by so much: two squares over a variance of 0.01, where chance makes six.
    assert (2.0 * apart**2 / 0.01 > 2.0 * 6.0) is disagree
    found = pooled(far)
    assert found is not None
    assert found.disagree is disagree


def test_shallower_and_slower_are_told_with_the_nearer_end_first() -> None:
    given = [Given((0.1, -0.1), (0.0005, 0.0, 0.0005), (0.02, 0.04), 20)] * 4
    told = pool_said(pooled(given), 4, water(0.9, 0.62), Writer())
    assert told == "4 people, 80 drifts: 0.09 m shallower than written (0.07 m to 0.10 m), 11 % faster (9 % to 13 %)."
    slow = [Given((-0.1, 0.0), (0.0005, 0.0, 0.0005), (0.02, 0.04), 20)] * 4
    assert pool_said(pooled(slow), 4, water(0.9, 0.62), Writer()) == "4 people, 80 drifts: 10 % slower (8 % to 11 %)."
