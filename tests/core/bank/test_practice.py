"""Exercises ask what the engine can answer of one's own rig, and score a guess by how sure anybody could be."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta
from itertools import product

import numpy as np
import pytest

from jarana.core.bank.practice import exercise_kinds
from jarana.core.bank.practice.base import Exercise, scored
from jarana.core.bank.practice.depth import SHARES
from jarana.core.bank.practice.sign import AT, BED, FISH, most_likely, on_stones
from jarana.core.bank.practised import A_DAY, BOXES_DAYS, HIT, Progress, progress_of
from jarana.core.drift.nominal import nominal
from jarana.core.engine.columns import AT_X, AT_Z, UNDER
from jarana.core.learn.options import way_of_moving
from jarana.core.outcomes.tracks import members_of
from jarana.core.readings.float_load import BROKEN, DROWNS, SLUGGISH
from jarana.core.rig.edits.stance import SetStance
from jarana.core.search.moves import coordinates
from jarana.core.search.moves.base import moved
from jarana.core.situation import Situation
from jarana.core.strength.loads import loads
from jarana.core.units import Writer
from jarana.core.unknowns.deviates import FIRST, MEMBERS
from jarana.core.watch import Watch
from jarana.core.worth.judge import judge
from tests import coverage
from tests.fishing import DRAWER, WATERS, fished, started

TODAY = date(2026, 6, 1)


def here(method: str, water: str) -> Situation:
    return fished(started(method, WATERS[water]), WATERS[water])


CONTACT = here("level-contact", "weir-run")
LAKE = here("lake-team", "oskel-north")
FLOAT = here("float-pair", "weir-run")
EVERYWHERE = (CONTACT, LAKE, FLOAT)


def made(kind: str, situation: Situation, number: int = 0) -> Exercise | None:
    return exercise_kinds()[kind].make(situation, number, Watch())


@pytest.mark.long
def test_every_exercise_applies_somewhere_and_plays_the_rig_it_asks_of() -> None:
    for key in exercise_kinds():
        found = [e for s in EVERYWHERE if (e := made(key, s)) is not None]
        assert found, key
        for one in found:
            assert one.kind == key
            assert one.asks.startswith(tuple(s.rig.name for s in EVERYWHERE))
            assert one.low <= one.p10 <= one.p50 <= one.p90 <= one.high + 1e-9
            assert one.courses
            assert all(0 <= b < len(one.choices) for b in one.best)


def test_how_deep_it_is_is_what_members_show_at_that_second() -> None:
    tracks = members_of(CONTACT, FIRST)
    assert tracks is not None
    for number in range(2):
        one = made("depth", CONTACT, number)
        assert one is not None
        at = round(one.seconds * SHARES[number], 1)
        row = tracks.row("point")
        deep = [np.interp(at, t, -a[row, :, AT_Z]) for t, a in zip(tracks.times, tracks.at, strict=True)]
        assert one.p50 == pytest.approx(float(np.median(deep)), abs=0.01)
        assert f"{at:.1f} s" in one.asks


def test_what_goes_first_is_the_weakest_of_the_way_to_the_stuck_fly() -> None:
    one = made("knot", CONTACT)
    assert one is not None
    snag = next(load for load in loads(CONTACT.rig, CONTACT.fished.pace_m_s) if load.kind == "snag")
    assert one.choices[one.best[0]] == snag.weakest.name
    assert len(set(one.choices)) == len(one.choices)


def test_beads_that_are_worth_nearly_as_much_are_right_too_and_only_owned_ones_are_asked() -> None:
    one = made("bead", CONTACT)
    assert one is not None
    assert 1 <= len(one.best) < len(one.choices)
    bare = CONTACT.setting.drawer.model_copy(update={"patterns": ()})
    assert made("bead", fished(CONTACT.rig, CONTACT.water, bare)) is None


def test_a_rig_with_a_shot_is_asked_which_shot_and_another_with_which_weight_its_point_is_fished() -> None:
    bead, shot = made("bead", CONTACT), made("bead", here("shot-below", "weir-run"))
    assert bead is not None
    assert shot is not None
    assert "is the point worth most" in bead.asks
    assert "which of your weights is worth most" in shot.asks
    assert all("shot" in choice for choice in shot.choices)


def test_touches_are_asked_where_a_touch_is_felt_and_the_zone_where_it_is_known() -> None:
    assert made("touches", LAKE) is None
    unknown = CONTACT.water.model_copy(update={"zone_known": False})
    assert made("zone", CONTACT.with_water(unknown)) is None
    assert made("zone", CONTACT) is not None


def test_what_stops_was_a_fish_where_no_fly_is_down_yet_and_the_bed_where_most_are() -> None:
    kinds = set()
    for number, where in product(range(len(AT)), (CONTACT, FLOAT)):
        one = made("sign", where, number)
        assert one is not None
        tracks = members_of(where, MEMBERS)
        assert tracks is not None
        assert one.stops_s is not None
        assert one.stops_s == pytest.approx(one.seconds * AT[number], abs=0.06)
        share = on_stones(tracks, one.stops_s)
        assert one.best == (most_likely(share),)
        kinds.add(one.best[0])
    assert kinds == {0, 1, 2}
    assert made("sign", LAKE) is None


def test_flies_on_the_stones_are_counted_a_drift_each() -> None:
    tracks = members_of(CONTACT, FIRST)
    assert tracks is not None
    assert on_stones(tracks, 0.0) == 0.0
    lying = replace(tracks, at=np.array(tracks.at))
    lying.at[:5, 0, :, AT_Z] = -lying.at[:5, 0, :, UNDER]
    assert on_stones(lying, 0.0) == pytest.approx(5 / tracks.count)


def test_the_way_of_moving_that_is_worth_most_is_right() -> None:
    one = made("film", CONTACT)
    assert one is not None
    pace = next(c for c in coordinates() if c.key == "pace")
    ways = [CONTACT, *(s for m in pace.values(CONTACT) if (s := moved(CONTACT, m)) is not None)]
    worth = {}
    for way in ways:
        tracks = members_of(way, FIRST)
        assert tracks is not None
        worth[way_of_moving(way)] = judge(tracks, way).minutes
    best = one.choices[one.best[0]]
    assert worth[best] > 0.8 * max(v for k, v in worth.items() if k in one.choices)
    assert one.tells.startswith(max((k for k in worth if k in one.choices), key=lambda k: worth[k])[:6])


@pytest.mark.parametrize(
    ("load", "right"),
    [(SLUGGISH - 0.01, 0), (SLUGGISH, 1), (BROKEN, 1), (BROKEN + 0.01, 2), (DROWNS - 0.01, 2), (DROWNS, 3)],
)
def test_how_a_float_sits_is_asked_by_its_load(load: float, right: int, monkeypatch: pytest.MonkeyPatch) -> None:
    found = nominal(FLOAT).model_copy(update={"load": load})
    monkeypatch.setattr("jarana.core.bank.practice.loaded.nominal", lambda _: found)
    one = made("loaded", FLOAT)
    assert one is not None
    assert one.best == (right,)
    assert made("loaded", CONTACT) is None


def test_how_far_ahead_of_a_fish_is_the_way_until_it_is_at_its_depth() -> None:
    one = made("ahead", CONTACT)
    tracks = members_of(CONTACT, FIRST)
    assert one is not None
    assert tracks is not None
    assert one.zone_m is not None
    row = tracks.row(CONTACT.rig.point.id)
    way = [
        at[row, (-at[row, :, AT_Z] >= one.zone_m[0]).argmax(), AT_X] - at[row, 0, AT_X]
        for at in tracks.at
        if (-at[row, :, AT_Z] >= one.zone_m[0]).any()
    ]
    assert one.p50 == pytest.approx(float(np.median(way)), abs=0.01)


def test_free_seconds_are_asked_of_what_floats_as_closely_as_anybody_counts() -> None:
    one = made("free", FLOAT)
    across = nominal(FLOAT).across
    assert one is not None
    assert across is not None
    assert one.p50 == across.drag_free_s
    assert one.p90 - one.p50 == pytest.approx(max(0.7, 0.2 * one.p50))
    assert made("free", CONTACT) is None
    even = coverage.water(0.9, 0.62)
    reach = SetStance(lay="reach", slack="0.4 m", mend="1 m").apply(started("dry-fly", even), DRAWER)
    reached = nominal(fished(reach, even)).across
    assert reached is not None
    assert reached.freed is not None, "moved at first, then let go: there is no one moment"
    assert made("free", fished(reach, even)) is None


SLIDE = Exercise(
    kind="depth", asks="", control="depth", rule="depth", high=1.0, p10=0.4, p50=0.5, p90=0.6, tells="", seconds=5.0,
    depth_m=1.0, zone_m=None, courses=(),
)  # fmt: skip
CHOICE = SLIDE.model_copy(update={"control": "choice", "choices": ("a", "b", "c", "d"), "best": (1,)})


def score(exercise: Exercise, guess: float) -> float:
    return scored(exercise, guess, Writer().text).widths


@pytest.mark.parametrize(
    ("guess", "widths"), [(0.4, 0.0), (0.6, 0.0), (0.39, 0.05), (0.7, 0.5), (0.8, 1.0), (0.2, 1.0), (1.0, 2.0)]
)
def test_a_guess_is_scored_in_widths_beside_the_band(guess: float, widths: float) -> None:
    assert score(SLIDE, guess) == pytest.approx(widths, abs=0.01)


def test_a_choice_beside_the_right_one_is_nearly_right_where_choices_stand_in_order() -> None:
    assert [score(CHOICE, k) for k in range(4)] == [1.0, 0.0, 1.0, 2.0]
    loose = CHOICE.model_copy(update={"ordered": False})
    assert [score(loose, k) for k in range(4)] == [2.0, 0.0, 2.0, 2.0]
    assert "Nearly" in scored(CHOICE, 0, Writer().text).text
    assert "b" in scored(CHOICE, 3, Writer().text).text


NAMES = {"depth": "how deep", "knot": "what goes"}


def went(*widths: float, today: date = TODAY) -> Progress:
    days = [(TODAY - timedelta(days=len(widths) - 1 - k), "depth", w) for k, w in enumerate(widths)]
    return progress_of(days, NAMES, today)


def due(progress: Progress) -> date | None:
    return next(k.due for k in progress.kinds if k.kind == "depth")


def test_what_was_hit_comes_back_later_and_later_and_what_was_missed_at_once() -> None:
    assert due(went(0.0)) == TODAY + timedelta(days=BOXES_DAYS[0])
    assert due(went(0.0, HIT)) == TODAY + timedelta(days=BOXES_DAYS[1])
    assert due(went(0.0, 0.0, HIT + 0.01)) == TODAY
    assert due(went(*[0.0] * 20)) == TODAY + timedelta(days=BOXES_DAYS[-1])


def test_what_was_never_asked_comes_first_and_a_day_has_five() -> None:
    progress = went(0.0)
    assert [k.kind for k in progress.kinds] == ["knot", "depth"]
    assert progress.left == A_DAY - 1
    many = progress_of([(TODAY, "depth", 0.0)] * (A_DAY + 2), NAMES, TODAY)
    assert many.left == 0
    assert progress_of([(TODAY - timedelta(days=1), "depth", 0.0)] * 9, NAMES, TODAY).left == A_DAY
    assert progress_of([(TODAY, "gone", 0.0)], NAMES, TODAY).left == A_DAY


def test_what_stopped_was_a_fish_where_few_are_down_the_bed_where_most_are_and_either_between() -> None:
    assert [most_likely(s) for s in (0.0, FISH, FISH + 0.01)] == [0, 0, 1]
    assert [most_likely(s) for s in (BED - 0.01, BED, 1.0)] == [1, 2, 2]
