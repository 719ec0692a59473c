"""What was seen moves a belief as it should: the right way, in any order, and no farther than it tells."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.special import ndtr
from scipy.stats import norm

from jarana.core.engine.arrays import Floats
from jarana.core.learn.belief import LEAST_SHARE, LEAST_SPEAKS, MISTAPS, Belief
from jarana.core.learn.family import Family

BINS = np.linspace(-4, 4, 41)
FREE = np.zeros(2)


def touches(middle: tuple[float, float] = (-0.5, 0.5), of_depth: float = -0.6) -> Family:
    touch = ndtr(np.array([[middle[0]], [middle[1]]]) + BINS)
    drag = np.minimum(ndtr(np.array([[-2.0], [-1.0]]) + BINS), touch)
    prior: Floats = norm.pdf(BINS)
    parts = np.array([0.2, 0.5, 0.3])
    return Family(
        kind="touch",
        bins=BINS,
        prior=prior / prior.sum(),
        good=np.vstack([np.full(41, 0.4), np.clip(0.4 - 0.2 * BINS, 0, 1)]),
        codes={"nothing": 1 - touch, "ticked": touch - drag, "dragging": drag},
        at={"ticked": touch[:, None, :] * parts[None, :, None]},
        edges=np.array([0.0, 2.0, 4.0, 10.0]),
        of_depth=of_depth,
        spreads=(0.07, 0.1, 0.05),
    )


BEGUN = Belief.begun(touches())
SEEN = st.lists(
    st.tuples(st.integers(0, 1), st.sampled_from(["nothing", "ticked", "dragging"]), st.none() | st.floats(0, 12)),
    max_size=12,
)


def test_blanks_say_less_and_ticks_say_more() -> None:
    assert BEGUN.saw(0, "nothing").mean < BEGUN.mean < BEGUN.saw(0, "ticked").mean
    assert BEGUN.saw(0, "ticked").mean < BEGUN.saw(0, "dragging").mean


@given(SEEN, st.randoms(use_true_random=False))
@settings(max_examples=60, deadline=None)
def test_the_order_of_what_was_seen_does_not_matter(seen: list[tuple[int, str, float | None]], random: object) -> None:
    other = list(seen)
    random.shuffle(other)  # type: ignore[attr-defined]
    first, second = BEGUN, BEGUN
    for one in seen:
        first = first.saw(*one)
    for one in other:
        second = second.saw(*one)
    np.testing.assert_allclose(first.p, second.p, atol=1e-9)
    assert first.p.sum() == pytest.approx(1.0)


@given(st.integers(1, 8), st.integers(0, 8))
@settings(max_examples=40, deadline=None)
def test_a_batch_that_is_told_exactly_is_the_same_as_its_drifts(drifts: int, touched: int) -> None:
    touched = min(touched, drifts)
    batch = BEGUN.saw_batch(0, drifts, touched, touched)
    sure = replace(touches(), codes={"nothing": touches().codes["nothing"]})
    each = Belief.begun(sure).p
    touch = 1 - sure.codes["nothing"][0]
    touch = (1 - 1.5 * MISTAPS) * touch + MISTAPS / 2
    each = each * touch**touched * (1 - touch) ** (drifts - touched)
    np.testing.assert_allclose(batch.p, each / each.sum(), atol=1e-9)


def test_a_batch_of_any_number_teaches_nothing() -> None:
    np.testing.assert_allclose(BEGUN.saw_batch(0, 6, 0, 6).p, BEGUN.p, atol=1e-12)


def test_the_second_of_a_tick_teaches_where_its_parts_differ_and_a_word_nobody_knows_teaches_nothing() -> None:
    early = touches()
    share = ndtr(BINS)
    parts = np.stack([share, 0.5 * (1 - share), 0.5 * (1 - share)])
    tells = replace(early, at={"ticked": early.codes["ticked"][:, None, :] * parts[None]})
    begun = Belief.begun(tells)
    assert begun.saw(0, "ticked", 1.0).mean > begun.saw(0, "ticked").mean > begun.saw(0, "ticked", 5.0).mean
    assert BEGUN.saw(0, "take", 3.0) is BEGUN


def test_one_wrong_tap_does_not_settle_anything() -> None:
    sure = touches(middle=(-9.0, -9.0))
    belief = Belief.begun(sure)
    for _ in range(30):
        belief = belief.saw(0, "nothing")
    assert abs(belief.saw(0, "ticked").mean - belief.mean) < 1.0


def test_a_sounding_moves_the_index_by_as_much_of_it_as_is_depth() -> None:
    deeper, shallower = BEGUN.sounded(1.15), BEGUN.sounded(0.87)
    assert deeper.mean < BEGUN.mean < shallower.mean
    nothing = Belief.begun(touches(of_depth=0.0))
    np.testing.assert_allclose(nothing.sounded(1.15).p, nothing.p)
    known = BEGUN.saw(0, "nothing").sounded(1.0)
    other = BEGUN.sounded(1.0).saw(0, "nothing")
    np.testing.assert_allclose(known.p, other.p, atol=1e-9)


@pytest.mark.parametrize(("left", "gain_each"), [(40, LEAST_SHARE * 40), (5, LEAST_SPEAKS)])
def test_it_speaks_only_when_a_change_brings_more_than_the_least(left: int, gain_each: float) -> None:
    def plan(more: float) -> object:
        family = replace(touches(), good=np.vstack([np.full(41, 0.4), np.full(41, 0.4 + (gain_each + more) / left)]))
        return Belief.begun(family).next(0, left, FREE)

    assert plan(-0.01) is None
    assert plan(0.01) is not None


def test_a_change_that_costs_more_drifts_than_it_gains_is_not_made() -> None:
    family = replace(touches(), good=np.vstack([np.full(41, 0.4), np.full(41, 0.6)]))
    belief = Belief.begun(family)
    assert belief.next(0, 40, np.array([0.0, 4.0])) == (1, pytest.approx(0.6 * 36 - 0.4 * 40))
    assert belief.next(0, 40, np.array([0.0, 14.0])) is None
    assert belief.next(1, 40, np.array([4.0, 0.0])) is None


def test_a_sounding_is_worth_most_where_the_depth_is_all_that_matters_and_the_best_rig_hangs_on_it() -> None:
    split = np.vstack([np.clip(0.5 + 0.2 * BINS, 0, 1), np.clip(0.5 - 0.2 * BINS, 0, 1)])
    deep = Belief.begun(replace(touches(of_depth=-0.98), good=split)).sounding_brings(40)
    some = Belief.begun(replace(touches(of_depth=-0.3), good=split)).sounding_brings(40)
    none = Belief.begun(replace(touches(of_depth=-0.98), good=np.full((2, 41), 0.5))).sounding_brings(40)
    assert deep > 4 > some > none
    assert none == pytest.approx(0.0, abs=1e-9)
