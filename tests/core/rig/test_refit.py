"""The rig follows the water: what differs is told from a fifth on, and one press fits the rig again."""

from __future__ import annotations

import pytest

from jarana.core.methods import methods, ranked
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.edits.spans import SetLength
from jarana.core.search.bench import apply_edits
from jarana.core.search.refit import BETTER, NOTICED, differs, refit
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach
from tests.core.rig.test_structure import CONTACT, FLOAT, LAKE, RUN, do
from tests.fishing import WATERS, drift, fished, started

LEVEL = RUN.model_copy(update={"soundings": (), "lanes": (), "fish_at_m": 0.0})


def water(depth: float = 1.0, pace: float = 1.0) -> Reach:
    return LEVEL.scaled(pace, depth)


@pytest.mark.parametrize(
    ("depth", "pace", "said"),
    [
        (1 + NOTICED - 0.005, 1.0, ""),
        (1 + NOTICED, 1.0, "20% deeper than"),
        (1 - NOTICED + 0.005, 1.0, ""),
        (1 - NOTICED, 1.0, "20% shallower than"),
        (1.0, 1 + NOTICED, "20% faster than"),
        (1.5, 0.5, "50% deeper and 50% slower than"),
    ],
)
def test_a_fifth_is_told_and_less_is_not(depth: float, pace: float, said: str) -> None:
    rig = started("level-contact", LEVEL)
    found = differs(fished(rig, water(depth, pace)))
    assert said in found
    assert bool(found) == bool(said)


def test_another_kind_of_water_is_told_and_a_rig_that_was_never_fitted_tells_nothing() -> None:
    assert "today's water is a lake" in differs(fished(CONTACT, LAKE))
    assert differs(fished(CONTACT.rebuilt(fitted=None), LAKE)) == ""


@pytest.mark.parametrize("method", [m for m in methods() if "river" in methods()[m].waters])
def test_a_rig_that_was_just_started_fits(method: str) -> None:
    situation = fished(started(method, LEVEL), LEVEL)
    found = refit(situation)
    assert found.changes == ()
    assert apply_edits(situation, found.edits).rig == situation.rig


@pytest.mark.parametrize("method", ["level-contact", "float-pair", "shot-below", "pegged-bead"])
def test_a_rig_refitted_to_deeper_water_is_the_one_its_method_ties_there(method: str) -> None:
    deeper = water(1.5)
    situation = fished(started(method, LEVEL), deeper)
    found = refit(situation)
    after = apply_edits(situation, found.edits)
    fresh = started(method, deeper)
    assert after.rig.length == pytest.approx(fresh.length)
    assert [a.body.label for a in after.rig.attachments] == [a.body.label for a in fresh.attachments]
    assert differs(after) == ""
    assert found.changes
    assert found.cost.minutes > 0


def test_a_deeper_run_gets_a_heavier_rig_that_comes_deeper() -> None:
    deep = water(1.5)
    situation = fished(started("level-contact", LEVEL), deep)
    after = apply_edits(situation, refit(situation).edits)
    light, heavy = (drift(rig, deep).flies[-1] for rig in (situation.rig, after.rig))
    assert heavy.settled_depth_m > light.settled_depth_m + 0.05


def test_what_was_done_by_hand_stays() -> None:
    hand = do(CONTACT, RemoveFly(at="dropper"))
    after = apply_edits(fished(hand, water(1.5)), refit(fished(hand, water(1.5))).edits)
    assert [a.id for a in after.rig.attachments] == ["point"]


def test_an_empty_drawer_is_fitted_by_lengths_alone() -> None:
    situation = fished(do(FLOAT, SetLength(span=FLOAT.spans[-1].id, value="2 m")), LEVEL, drawer=Drawer())
    after = apply_edits(situation, refit(situation).edits)
    assert after.rig.attachments == situation.rig.attachments
    assert after.rig.spans[-1].length_mm < 2000


def test_a_method_that_suits_clearly_better_is_named_with_its_reason() -> None:
    cold = LEVEL.model_copy(update={"temperature_c": 3.0, "bed": "boulder", "depth_m": 1.4, "pace_m_s": 0.4})
    said = refit(fished(started("dry-fly", cold), cold)).better
    assert "suits this water better: " in said
    best = refit(fished(CONTACT, RUN)).better
    assert best == "" or "suits" in best


def test_another_method_is_named_from_two_points_on_and_not_below() -> None:
    gaps = set()
    for reach in WATERS.values():
        best, best_fit = ranked(reach)[0]
        for key, method in methods().items():
            if reach.kind not in method.waters or key == best.key:
                continue
            gap = best_fit.score - method.fit(reach).score
            gaps.add(min(gap, BETTER))
            said = refit(fished(started(key, reach), reach)).better
            assert said.startswith(best.name) is (gap >= BETTER)
    assert {BETTER - 1, BETTER} <= gaps
