"""A float on a lake held on a tight line, or left to drift; when a line hangs plumb; water over big stones."""

from __future__ import annotations

import pytest

from jarana.core.drift.lower import lower
from jarana.core.drift.nominal import nominal, story
from jarana.core.outcomes.band import band_of
from jarana.core.questions import questions
from jarana.core.readings.settle import PLUMB_DEG, plumb_s
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.situation import Situation
from jarana.core.water.edits.figures import SetStones
from tests.fishing import DRAWER, REACHES, WATERS, drift, fished, read, started

LAKE = next(reach for reach in REACHES if reach.kind == "lake")


def hung(motion: str, wind: float = 3.0, blows: str = "away from you") -> Situation:
    water = LAKE.model_copy(update={"wind_m_s": wind, "blows": blows})
    rig = SetMotion(kind=motion).apply(started("lake-suspended", water), DRAWER)
    return fished(rig, water)


def went(situation: Situation) -> float:
    rows = nominal(situation).x_mm
    return (rows[-1][0] - rows[0][0]) / 1000


def test_a_float_held_tight_stays_and_one_left_alone_goes_with_the_wind() -> None:
    assert went(hung("tight")) == 0.0
    assert went(hung("still", wind=6.0)) > went(hung("still")) + 0.5 > 1.0


def test_a_wind_towards_the_rod_brings_a_drifting_float_back() -> None:
    assert went(hung("still", wind=6.0, blows="towards you")) < went(hung("still", wind=0.0)) - 1.0


def test_a_team_swings_down_sooner_under_a_float_that_may_follow_it() -> None:
    slow, quick = (max(f.settled_s for f in nominal(hung(m)).flies) for m in ("tight", "still"))
    assert quick < 0.7 * slow


def test_what_is_told_of_a_held_float_is_that_it_stays() -> None:
    assert "stays where it was put" in story(hung("tight"))


def test_adrift_or_held_is_asked_of_a_float_on_a_lake_and_of_nothing_else() -> None:
    (question,) = [q for q in questions() if q.key == "adrift"]
    assert len(question.sides(hung("still"))) == 2
    assert not question.sides(fished(started("lake-team", LAKE), LAKE))
    assert not question.sides(fished(started("float-pair", WATERS["weir-run"]), WATERS["weir-run"]))
    assert question.figures is not None
    band = band_of(hung("tight"), members=8)
    assert band is not None
    assert "goes 0.0 m in 90 s" in question.figures(hung("tight"), band)[-1]


def test_plumb_is_told_from_the_first_second_it_stays_so() -> None:
    situation = hung("still", wind=0.0)
    track = nominal(situation)
    deepest = max(track.flies, key=lambda f: f.settled_depth_m)
    since, ends = plumb_s(track, deepest)
    assert since is not None
    assert ends < PLUMB_DEG
    frame = track.times_s.index(since)
    node = deepest.node

    def leans(k: int) -> bool:
        aside = abs(track.x_mm[k][0] - track.x_mm[k][node])
        return aside > 0.0875 * (track.z_mm[k][0] - track.z_mm[k][node])  # tan 5°

    assert leans(frame - 1)
    assert not any(leans(k) for k in range(frame, len(track.times_s)))
    why = read("settle", situation.rig, situation.water).why
    assert any(f"{since:.0f} s on the line" in row for row in why)


def test_a_line_that_the_wind_keeps_out_of_plumb_is_told_by_its_angle() -> None:
    situation = hung("tight", wind=12.0)
    since, ends = plumb_s(nominal(situation), max(nominal(situation).flies, key=lambda f: f.settled_depth_m))
    if since is None:
        assert any(f"{ends:.0f}° out of plumb" in row for row in read("settle", situation.rig, situation.water).why)
    assert ends > plumb_s(nominal(hung("tight", 0.0)), nominal(hung("tight", 0.0)).flies[-1])[1]


@pytest.mark.parametrize(("stones", "shallow"), [("8.4 cm", False), ("8.6 cm", True)])
def test_big_stones_in_shallow_water_are_run_by_the_power_law(stones: str, shallow: bool) -> None:
    run = WATERS["weir-run"].model_copy(update={"depth_m": 0.85, "soundings": (), "lanes": ()})
    water = SetStones(value=stones).apply(run)
    assert (lower(fished(started("level-contact", run), water)).scenario.stream.power > 0) is shallow


def test_a_rig_led_at_the_leafs_pace_is_pulled_up_farther_where_big_stones_hold_the_water_back() -> None:
    run = WATERS["weir-run"].model_copy(update={"soundings": (), "lanes": ()})
    rig = started("level-contact", run)
    small, big = (drift(rig, SetStones(value=v).apply(run)).flies[-1] for v in ("2 cm", "35 cm"))
    assert big.settled_depth_m < small.settled_depth_m - 0.05
