"""Hidden waters are the same for all who decide, and who decides well does well."""

from __future__ import annotations

import numpy as np
import pytest

from jarana.core.learn.family import family
from jarana.core.learn.options import options_of
from jarana.core.learn.simulate import (
    BLANKS,
    Outing,
    Rows,
    Water,
    costs_between,
    outing_by_plan,
    outing_by_thumb,
    outing_known,
    outing_left,
    simulate_plan,
)
from jarana.core.situation import Setting, Situation
from tests.core.learn.test_belief import touches
from tests.fishing import DRAWER, WATERS, started


class MadeUp:
    """A water in which rig 1 is good and touches, and rig 0 neither."""

    drifts, takes, depth = 40, False, 0.0
    level = np.array([0.1, 0.8])

    def of(self, rig: int) -> Rows:
        return Rows(np.full(40, rig), np.full(40, np.nan), np.full(40, self.level[rig]))

    def seen(self, rig: int, k: int) -> tuple[int, float]:
        return rig, float("nan")


WATER: Water = MadeUp()  # type: ignore[assignment]
COSTS = np.array([[0.0, 4.0], [4.0, 0.0]])


def test_who_leaves_the_rig_on_gets_what_it_gives_and_who_knows_changes_at_once() -> None:
    assert outing_left(WATER, COSTS).good == pytest.approx(4.0)
    known = outing_known(WATER, COSTS)
    assert (known.changes, known.good) == (1, pytest.approx(0.8 * 36))


def test_knowing_that_a_change_costs_more_than_it_brings_leaves_it() -> None:
    assert outing_known(WATER, COSTS * 9.5).changes == 0


def test_the_rule_of_thumb_changes_after_so_many_blanks() -> None:
    out = outing_by_thumb(WATER, COSTS, [0, 1])
    assert out.changes == 1
    assert out.good == pytest.approx(0.1 * BLANKS + 0.8 * (40 - BLANKS - 4))


def test_a_part_of_a_drift_that_is_left_counts_as_a_part() -> None:
    out = Outing(WATER, COSTS, at=39.5)
    out.drift()
    assert out.good == pytest.approx(0.05)


def test_the_plan_keeps_fishing_where_nothing_is_to_be_gained() -> None:
    table = touches()
    flat = type(table)(**(vars(table) | {"good": np.full((2, 41), 0.5)}))
    out = outing_by_plan(WATER, flat, COSTS, np.random.default_rng(1))
    assert out.changes == 0
    assert out.soundings == 0


@pytest.mark.long
def test_hidden_waters_of_a_seed_are_the_same_and_the_plan_is_not_worse_than_leaving_a_bad_rig_on() -> None:
    water = WATERS["weir-run"]
    here = Situation(started("float-pair", water), Setting(water, DRAWER))
    first = simulate_plan(here, waters=4, drifts=12, knot=1.0, seed=3)
    assert first == simulate_plan(here, waters=4, drifts=12, knot=1.0, seed=3)
    assert first.good_drifts["plan"] >= 0.9 * first.good_drifts["leave"]
    assert first.changes["leave"] == 0
    assert first.waters == 4
    assert len(first.rigs) == len(options_of(here))


def test_all_fish_the_same_drifts_and_a_free_change_costs_no_knot() -> None:
    water = WATERS["weir-run"]
    here = Situation(started("level-contact", water), Setting(water, DRAWER))
    options = options_of(here)[:3]
    costs = costs_between(options, 4.0)
    assert (np.diag(costs) == 0).all()
    assert set(np.unique(costs)) <= {0.0, 0.5, 4.0}
    hidden = Water(options, np.random.default_rng(2), 1.0, 6)
    np.testing.assert_array_equal(hidden.of(1).good, hidden.of(1).good)
    assert hidden.level.shape == (3,)
    assert family(options, members=16).good.shape[0] == 3
