"""A log moves what is believed of a water the right way, in any order, by no more than it tells, and never beyond it."""

from __future__ import annotations

import random

import numpy as np
import pytest

from jarana.core.learn.causes import LEAST_PART, MOST_OFF, causes, would_tell
from jarana.core.learn.draws import KEPT, fit_draw, fitted, hidden, hidden_draw
from jarana.core.learn.family import Surface, surface_of
from jarana.core.learn.options import options_of
from jarana.core.learn.shown import shown
from jarana.core.learn.water import (
    FEWEST,
    LEAST_SHIFT,
    Belief12,
    Sight,
    chances,
    learn,
    prior_log,
    samples,
    sounded_of,
    told,
    weigh,
)
from jarana.core.outcomes.tracks import evaluate
from jarana.core.situation import Setting, Situation
from jarana.core.unknowns.deviates import DEPTH, HAND, PACE
from jarana.core.unknowns.drifts import SEARCH_GRID
from tests.fishing import DRAWER, WATERS, started

WATER = WATERS["weir-run"].model_copy(update={"soundings": (), "paced": ()})
HERE = Situation(started("level-contact", WATER), Setting(WATER, DRAWER))


@pytest.fixture(scope="module")
def rigs() -> list[Situation]:
    options = [o.situation for o in options_of(HERE)]
    return [options[0], options[len(options) // 2], options[-1]]


@pytest.fixture(scope="module")
def surface(rigs: list[Situation]) -> Surface:
    sets = [fitted(i, 64) for i in range(len(rigs))]
    tracks = evaluate(rigs, range(64), SEARCH_GRID, draw=fit_draw(sets))
    assert tracks is not None
    return surface_of(rigs, sets, tracks)


def believed(surface: Surface, rigs: list[Situation], sights: list[Sight]) -> Belief12:
    return weigh(*samples(surface.way), surface, rigs, sights)


def test_nothing_logged_teaches_nothing(rigs: list[Situation], surface: Surface) -> None:
    belief, found = learn(rigs, [])
    assert found.drifts == 0
    assert found.unknowns == ()
    assert belief.effective > 1000
    none = believed(surface, rigs, [])
    index = none.z @ surface.way
    assert abs(none.mean(index)) < 0.05


def test_a_sounding_settles_the_depth_and_leaves_the_blanks_to_the_hand(
    rigs: list[Situation], surface: Surface
) -> None:
    blanks = [Sight(0, "nothing")] * 8
    before = believed(surface, rigs, blanks)
    after = weigh(*samples(surface.way), surface, rigs, blanks, [1.0])
    assert abs(after.mean(after.z[:, DEPTH])) < 0.3 < before.mean(before.z[:, DEPTH])
    assert after.mean(after.z[:, HAND]) > before.mean(before.z[:, HAND])
    found = told(after, surface, rigs, blanks, [1.0])
    assert (found.soundings, found.drifts) == (1, 8)
    assert "found it as deep as it was said to be" in found.said
    assert "sounding would tell" not in found.tell


@pytest.mark.parametrize(
    ("soundings", "says"),
    [([1.12], "A sounding made it 12 % deeper"), ([0.9, 0.9], "2 soundings made it 10 % shallower"), ([1.009], "as deep"), ([1.011], "1 % deeper")],
)  # fmt: skip
def test_what_soundings_made_of_the_depth_is_said(
    rigs: list[Situation], surface: Surface, soundings: list[float], says: str
) -> None:
    belief = weigh(*samples(surface.way), surface, rigs, [Sight(0, "nothing")], soundings)
    assert says in told(belief, surface, rigs, [Sight(0, "nothing")], soundings).said


def test_many_soundings_are_no_surer_than_one_and_less_where_they_do_not_agree() -> None:
    assert sounded_of([1.1]) == pytest.approx(sounded_of([1.1] * 9))
    assert sounded_of([0.9, 1.1])[1] > 3 * sounded_of([1.0, 1.0])[1]


def test_blanks_move_the_index_down_and_ticks_up_and_narrow_it(rigs: list[Situation], surface: Surface) -> None:
    def index(code: str) -> tuple[float, float]:
        belief = believed(surface, rigs, [Sight(0, code)] * 6 + [Sight(1, code)] * 6)
        return told(belief, surface, rigs, [Sight(0, code)]).index

    assert index("nothing")[0] < -0.3 < 0.1 < index("dragging")[0]
    assert index("nothing")[1] < 1.0


def test_the_order_of_a_log_does_not_matter(rigs: list[Situation], surface: Surface) -> None:
    log = [Sight(k % 3, code) for k, code in enumerate(["nothing", "ticked", "dragging", "ticked", "nothing"] * 3)]
    mixed = list(log)
    random.Random(4).shuffle(mixed)
    np.testing.assert_allclose(
        believed(surface, rigs, log).weights, believed(surface, rigs, mixed).weights, rtol=1e-6, atol=1e-12
    )


def test_a_batch_told_exactly_teaches_as_its_drifts_do(rigs: list[Situation], surface: Surface) -> None:
    batch = believed(surface, rigs, [Sight(0, "", 5, 0, 0)])
    each = believed(surface, rigs, [Sight(0, "nothing")] * 5)
    index = batch.z @ surface.way
    assert batch.mean(index) == pytest.approx(each.mean(index), abs=0.15)


def test_nothing_is_learnt_of_takes_or_of_a_code_that_tells_nothing(rigs: list[Situation], surface: Surface) -> None:
    np.testing.assert_allclose(believed(surface, rigs, [Sight(0, "weed")]).weights, believed(surface, rigs, []).weights)


def test_hidden_waters_are_held_and_the_index_is_learnt(rigs: list[Situation], surface: Surface) -> None:
    """The interval of eight of ten holds most hidden indices, and is much narrower than before."""
    numbers = np.random.default_rng(8)
    held, widths, waters = 0, [], 24
    for _ in range(waters):
        stays = hidden(numbers)
        tracks = evaluate(rigs, range(8), SEARCH_GRID, draw=hidden_draw(stays, numbers, 8))
        assert tracks is not None
        sights = []
        for i, (track, rig) in enumerate(zip(tracks, rigs, strict=True)):
            assert track is not None
            one = shown(track, rig)
            pairs = zip(one.touched, one.dragged, strict=True)
            sights += [Sight(i, "dragging" if d else "ticked" if t else "nothing") for t, d in pairs]
        belief = believed(surface, rigs, sights)
        index = belief.z @ surface.way
        low, high = belief.quantile(index, 0.1), belief.quantile(index, 0.9)
        held += low <= float(stays @ surface.way) <= high
        widths.append(high - low)
    assert held >= 0.6 * waters
    assert np.mean(widths) < 0.75 * 2.56


def test_too_few_samples_are_drawn_anew_where_they_matter(rigs: list[Situation]) -> None:
    belief, found = learn(rigs, [Sight(0, "nothing")] * 30 + [Sight(2, "nothing")] * 30)
    assert belief.effective > FEWEST / 2
    assert found.drifts == 60
    assert found.touched == 0
    assert found.expected > 10


def test_a_prior_of_the_next_plan_is_moved_but_never_all_the_way(rigs: list[Situation], surface: Surface) -> None:
    bins = np.linspace(-4, 4, 41)
    belief = believed(surface, rigs, [Sight(0, "nothing")] * 12)
    plain = believed(surface, rigs, []).prior_of(surface.way, bins)
    moved, kept = belief.prior_of(surface.way, bins), belief.prior_of(surface.way, bins, forgets=1.0)
    assert moved @ bins < plain @ bins - 0.2
    np.testing.assert_allclose(kept, plain, atol=0.01)
    assert moved.sum() == pytest.approx(1.0)


def test_samples_count_as_the_law_they_come_from() -> None:
    z, weights = samples()
    assert weights.sum() == pytest.approx(1.0)
    assert z[:, DEPTH].std() > z[:, 2].std() * 1.2
    way = np.zeros(KEPT)
    way[PACE] = 1.0
    along, by = samples(way)
    assert float(by @ along[:, PACE] ** 2) == pytest.approx(float(z[:, PACE].var()), rel=0.1)
    assert np.abs(along[:, PACE]).max() > 5
    assert prior_log(np.zeros((1, KEPT)))[0] > prior_log(np.ones((1, KEPT)))[0]


def test_chances_follow_the_index(rigs: list[Situation], surface: Surface) -> None:
    z, _ = samples()
    touch, drag = chances(z, surface, rigs)
    assert (drag <= touch).all()
    assert np.corrcoef(z @ surface.way, touch[:, 0])[0, 1] > 0.5


def test_a_cause_is_named_for_what_it_is_part_of_and_the_hand_first() -> None:
    spreads = {"hand": 0.05, "depth": 0.07, "pace": 0.1}
    told_ = causes({"hand": -0.6, "depth": -0.4, "pace": -0.4}, spreads, -1.0)
    assert told_.index("lead") < told_.index("deeper") < told_.index("runs")
    just = causes({"hand": -LEAST_PART, "depth": -(LEAST_PART - 0.01)}, spreads, -0.5)
    assert "lead" in just
    assert "deeper" not in just
    assert causes({"pace": -0.2}, {"pace": 0.3}, -0.2 * np.log1p(MOST_OFF) / 0.3 * 1.01) == ""
    assert causes({"pace": -0.2}, {"pace": 0.3}, -0.2 * np.log1p(MOST_OFF) / 0.3 * 0.99) != ""
    assert "lead" in would_tell({"hand": -0.5})
    assert "lead" not in would_tell({"hand": 0.0})
    assert "sounding" not in would_tell({"hand": -0.5}, sounded=True) + would_tell({"hand": 0.0}, sounded=True)


def test_a_small_shift_is_said_to_be_as_written(rigs: list[Situation], surface: Surface) -> None:
    z, _ = samples()
    first = float(np.sqrt(np.mean((z @ surface.way) ** 2)))

    def said(shift: float) -> str:
        moved = np.outer(np.full(len(z), shift * first), surface.way) * np.ones_like(z)
        belief = Belief12(moved, np.full(len(z), 1 / len(z)), surface)
        touch, _ = chances(moved, surface, rigs)
        many = round(20 * float(touch[:, 0].mean()))
        sights = [Sight(0, "ticked")] * many + [Sight(0, "nothing")] * (20 - many)
        return told(belief, surface, rigs, sights).said

    assert "as it should be" in said(-(LEAST_SHIFT - 0.05))
    assert "less than it should" in said(-(LEAST_SHIFT + 0.05))
