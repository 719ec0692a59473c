"""A day pack holds what the engine computes, for what is owned, and says what it is."""

from __future__ import annotations

import gzip
import math
from collections.abc import Iterator
from dataclasses import replace
from datetime import date

import numpy as np
import pytest

import jarana.core.bank.pack as pack_module
from jarana.core.bank.look_up import between, depth_at, seconds_at
from jarana.core.bank.pack import (
    MOST_RIGS,
    _doubts,
    _expect,
    _plan,
    _shares,
    _told_factor,
    _touch_share,
    depths_at,
    pack,
    times_of,
)
from jarana.core.bank.pack_parts import Pack
from jarana.core.bank.taps import FIRST, every_tap, first_row
from jarana.core.engine.columns import AT_Z
from jarana.core.errors import InputError
from jarana.core.learn.belief import Belief
from jarana.core.learn.family import Family
from jarana.core.learn.options import options_of
from jarana.core.learn.sounding import SHARES
from jarana.core.learn.taught import LEAST_TOLD
from jarana.core.outcomes.tracks import evaluate
from jarana.core.rules.rule_set import RuleSet
from jarana.core.search.valued import Stopped
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.situation import Setting, Situation, Taught
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.watch import Watch
from tests.core.learn.test_belief import touches
from tests.fishing import DRAWER, WATERS, started

MADE = "2026-06-01T08:00:00+00:00"


def made(method: str, water: str, whole: bool = False) -> Pack:
    setting = Setting(WATERS[water], DRAWER)
    return pack([("a", started(method, WATERS[water]))], setting, MADE, whole)


DRIFTS = 24
"""Drifts of a pack that is only looked at for what it holds."""


@pytest.fixture(scope="module", autouse=True)
def few_drifts() -> Iterator[None]:
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(pack_module, "ALONE_MEMBERS", DRIFTS)
        patch.setattr(pack_module, "ALONE_FITTED", DRIFTS)
        yield


@pytest.fixture(scope="module")
def contact() -> Pack:
    return made("level-contact", "weir-run")


def test_depths_at_a_second_are_those_of_the_members(contact: Pack) -> None:
    setting = Setting(WATERS["weir-run"], DRAWER)
    here = Situation(started("level-contact", WATERS["weir-run"]), setting)
    (tracks,) = evaluate([here], range(DRIFTS), SEARCH_GRID) or [None]
    assert tracks is not None
    option = contact.rigs[0].options[0]
    times = times_of(option.seconds[0])
    for curve in option.curves:
        row = tracks.row(curve.fly)
        deep = [
            np.interp(times, t, -a[row, :, AT_Z], right=np.nan) for t, a in zip(tracks.times, tracks.at, strict=True)
        ]
        wanted = np.nanpercentile(np.maximum(deep, 0.0), 50, axis=0)
        assert np.abs(np.array(curve.p50[0]) / 100 - wanted).max() < 0.006
        assert all(a <= b <= c for a, b, c in zip(curve.p10[0], curve.p50[0], curve.p90[0], strict=True))


@pytest.fixture(scope="module")
def short_and_led() -> Pack:
    return made("short-and-led", "weir-run", whole=True)


@pytest.mark.long
@pytest.mark.parametrize(("pace", "depth"), [(1.12, 1.12), (1.0, 1.12), (0.9, 0.9)])
def test_a_depth_between_the_waters_of_a_pack_is_the_engines_within_two_centimetres(
    short_and_led: Pack, pace: float, depth: float
) -> None:
    """Of a rig that dives, ticks and is lifted out: what goes by the second and what by the part of the drift."""
    option = short_and_led.rigs[0].options[0]
    here = Situation(short_and_led.rigs[0].rig, Setting(short_and_led.water, DRAWER))
    there = here.with_water(here.water.scaled(pace, depth))
    (tracks,) = evaluate([there], range(128), SEARCH_GRID) or [None]
    assert tracks is not None
    water, seconds = there.water, float(tracks.nominal_times[-1])
    assert seconds_at(short_and_led, option, water.depth_m, water.pace_m_s) == pytest.approx(seconds, rel=0.01)
    at = np.linspace(0.0, seconds * 0.98, 60)
    for curve in option.curves:
        wanted = depths_at(tracks, curve.fly, at)[1]
        found = [depth_at(short_and_led, option, curve.p50, t, water.depth_m, water.pace_m_s) for t in at]
        off = np.abs(found - wanted)
        assert np.percentile(off, 95) < 0.02
        assert off.max() < 0.03


def test_between_three_waters_lies_the_parabola_through_them_and_outside_them_the_nearest() -> None:
    assert between((0.8, 1.0, 1.25), 1.0) == pytest.approx((0, 1, 0))
    for power in (0, 1, 2):
        values = [math.log(v) ** power for v in (0.8, 1.0, 1.25)]
        found = sum(w * v for w, v in zip(between((0.8, 1.0, 1.25), 1.1), values, strict=True))
        assert found == pytest.approx(math.log(1.1) ** power)
    assert between((0.8, 1.0, 1.25), 0.7) == (1, 0, 0)
    assert between((0.8, 1.0, 1.25), 1.3) == (0, 0, 1)


def test_a_pack_is_small_and_comes_back_from_its_json(contact: Pack) -> None:
    text = contact.model_dump_json()
    assert len(gzip.compress(text.encode())) < 100_000
    assert Pack.model_validate_json(text) == contact


@pytest.mark.long
def test_the_planned_water_alone_is_one_water_and_a_whole_pack_has_the_grid_of_its_kind(contact: Pack) -> None:
    assert (len(contact.depths), len(contact.paces), contact.whole) == (1, 1, False)
    lake = made("lake-team", "oskel-north", whole=True)
    assert lake.depths == tuple(WATERS["oskel-north"].depth_m * s for s in SHARES)
    assert len(lake.paces) == 1
    rig = lake.rigs[0]
    assert rig.plan is not None
    assert len(rig.plan.tables) == 3
    for option in rig.options:
        assert len(option.seconds) == 3
        assert all(len(curve.p50) == 3 for curve in option.curves)
    assert "retrieve" in {m.name for m in rig.options[0].marks}


def test_costs_are_told_between_all_options_and_edits_make_them(contact: Pack) -> None:
    rig = contact.rigs[0]
    count = len(rig.options)
    for i, option in enumerate(rig.options):
        assert len(option.knots) == len(option.minutes) == count
        assert (option.knots[i], option.minutes[i]) == (0, 0.0)
        assert (option.edits == ()) == (i == 0)
    assert any(max(option.knots) for option in rig.options)


def test_every_way_of_fishing_has_its_own_first_row() -> None:
    rows = {
        "level-contact": ("weir-run", "touch"), "swung": ("weir-run", "swing"), "dry-fly": ("alder-flats", "dry"),
        "lake-team": ("oskel-north", "lake"),
    }  # fmt: skip
    for method, (water, row) in rows.items():
        here = Situation(started(method, WATERS[water]), Setting(WATERS[water], DRAWER))
        assert first_row(here) == FIRST[row], method
    assert all(row[0].key == "nothing" for row in FIRST.values())
    assert len({tap.label for tap in every_tap().values()}) == len(every_tap())


def test_a_dry_fly_has_no_plan_but_counsel() -> None:
    found = made("dry-fly", "alder-flats").rigs[0]
    assert found.plan is None
    assert "refused" in {c.key for c in found.counsel}


def test_no_rig_and_too_many_are_refused_and_a_stopped_pack_is_none() -> None:
    setting = Setting(WATERS["weir-run"], DRAWER)
    rig = started("level-contact", WATERS["weir-run"])
    for rigs in ([], [(str(k), rig) for k in range(MOST_RIGS + 1)]):
        with pytest.raises(InputError, match="rigs"):
            pack(rigs, setting, MADE)
    watch = Watch()
    watch.stop()
    with pytest.raises(Stopped):
        pack([("a", rig)], setting, MADE, watch=watch)


def table(hand: float, depth: float, pace: float) -> Family:
    return Family(**(vars(touches()) | {"of_hand": hand, "of_depth": depth, "of_pace": pace}))


def test_a_doubt_names_the_hand_first_and_never_one_cause_alone_where_more_would_do() -> None:
    less, more = _doubts(table(-0.7, -0.4, -0.4))
    assert less.index("lead") < less.index("deeper") < less.index("runs")
    assert "faster than you think" in less
    assert "slower than you think" in more
    assert "shallower" in more
    assert f"{math.expm1(0.05 * 1.28 / 0.7) * 100:.0f} %" in less


def test_a_float_is_not_doubted_for_the_hand_and_a_small_part_is_not_named() -> None:
    less, _ = _doubts(table(0.0, -0.98, -0.14))
    assert "lead" not in less
    assert "runs" not in less
    assert "15 %" not in less or "deeper" in less
    assert _doubts(table(0.0, 0.0, 0.0)) == ("", "")


def test_shares_of_rows_that_lack_figures_are_those_of_the_rest() -> None:
    rows = np.random.default_rng(1).random((48, 20))
    rows[10:, 5:] = np.nan
    rows[:, 19], rows[3, 19] = np.nan, 0.2
    wanted = np.nanpercentile(rows, (10, 35, 50, 90), axis=0)
    assert np.abs(_shares(rows, (10, 35, 50, 90)) - wanted).max() < 1e-12
    assert np.isnan(_shares(np.full((3, 1), np.nan), (50,))).all()


def test_depths_of_drifts_that_ended_are_those_of_the_ones_that_go_on() -> None:
    here = Situation(started("level-contact", WATERS["weir-run"]), Setting(WATERS["weir-run"], DRAWER))
    (tracks,) = evaluate([here], range(8), SEARCH_GRID) or [None]
    assert tracks is not None
    found = depths_at(tracks, tracks.names[0], np.array([0.5, 500.0, 600.0]))
    assert np.isfinite(found).all()
    assert found[1, 1] == found[1, 2] == found[1, 0]


def test_a_pack_tells_which_rules_of_the_day_a_rig_breaks_and_holds_its_cut_list() -> None:
    water = WATERS["weir-run"]
    rig = started("dry-fly", water)
    short = RuleSet(
        id="r", name="Short leaders", source="a board", checked=date(2026, 1, 1), longest_m=rig.length - 0.1
    )

    def against(rules: RuleSet | None) -> tuple[str, ...]:
        return pack([("a", rig)], Setting(water, DRAWER, rules), MADE, whole=False).rigs[0].against

    assert against(None) == ()
    assert len(against(short)) == 1
    held = pack([("a", rig)], Setting(water, DRAWER), MADE, whole=False, zone="Europe/Vienna")
    assert len(held.rigs[0].cuts) == len(cuts_of(rig, Setting(water, DRAWER).writer, Measures()))
    assert held.rigs[0].ladder is None
    assert held.light is not None
    assert held.light[0] < 12 < held.light[1]


def test_a_swing_steps_on_and_spawning_fish_are_left_alone() -> None:
    taps = every_tap()
    assert [t.key for t in FIRST["swing"] if t.steps] == ["step"]
    assert taps["step"].shows == "nothing"
    assert [t.key for t in taps.values() if t.stops] == ["spawning"]
    assert not taps["spawning"].ends


def test_a_touch_is_expected_as_the_plan_thinks_after_what_outings_taught() -> None:
    table = touches()
    assert _touch_share(None, 0) is None
    usual = _touch_share(table, 0)
    assert usual is not None
    assert usual == pytest.approx(Belief.begun(table).p @ (1 - table.codes["nothing"][0]))
    less = replace(table, prior=table.prior * (table.bins < 0))
    assert (_touch_share(less, 0) or 0.0) < usual


@pytest.mark.parametrize(("method", "says"), [("level-contact", "is worth about"), ("float-pair", "under a float")])
def test_a_sounding_is_asked_for_where_it_pays_and_told_of_what_is_fished(method: str, says: str) -> None:
    bare = WATERS["weir-run"].model_copy(update={"soundings": ()})
    options = options_of(Situation(started(method, bare), Setting(bare, DRAWER)))
    unsure = replace(touches(), spreads=(0.6, 0.1, 0.05))
    plan = _plan(options, [unsure], 0)
    assert plan is not None
    assert says in plan.sound_first
    assert ("float" in plan.sound_first) == (method == "float-pair")


def test_no_sounding_is_asked_for_where_it_brings_nothing() -> None:
    options = options_of(Situation(started("level-contact", WATERS["weir-run"]), Setting(WATERS["weir-run"], DRAWER)))
    plan = _plan(options, [touches(of_depth=0.0)], 0)
    assert plan is not None
    assert plan.sound_first == ""


def test_what_is_thought_to_touch_is_told_though_no_drift_of_the_written_water_did(contact: Pack) -> None:
    here = Situation(contact.rigs[0].rig, Setting(WATERS["weir-run"], DRAWER))
    (tracks,) = evaluate([here], range(8), SEARCH_GRID) or [None]
    assert tracks is not None
    none = replace(tracks, did=np.full_like(tracks.did, np.nan))
    assert _expect(none, here, 0.3) == "Expect a touch on 3 drifts of 10"
    assert _expect(none, here, None) == "No touch expected"
    assert _expect(tracks, here, 0.0) == "No touch expected"


def as_learnt(*factors: float) -> Pack:
    water = WATERS["weir-run"]
    free = tuple(tuple(float(row == column) for column in range(4)) for row in range(4))
    return pack(
        [("a", started("level-contact", water))],
        replace(Setting(water, DRAWER), taught=Taught(factors, free, 30)),
        MADE,
        False,  # type: ignore[arg-type]
    )


def test_what_was_learnt_of_the_water_says_in_which_of_the_waters_flies_are_looked_up(contact: Pack) -> None:
    deep = as_learnt(0.9, 1.1, 1.0, 1.0)
    assert (contact.deeper, contact.faster) == (1.0, 1.0)
    assert (deep.deeper, deep.faster) == (1.1, 0.9)
    assert deep.key == contact.key
    assert deep.rigs[0].options[0].curves == contact.rigs[0].options[0].curves
    assert deep.rigs[0].plan == contact.rigs[0].plan


@pytest.mark.long
def test_the_hand_that_was_learnt_leads_in_all_waters_of_a_pack(contact: Pack) -> None:
    assert as_learnt(1.0, 1.0, 1.15, 1.0).rigs[0].options[0].curves != contact.rigs[0].options[0].curves


def test_in_a_water_of_a_given_pace_and_depth_hand_and_bed_stay_as_learnt() -> None:
    learnt = Taught((0.9, 1.1, 1.15, 1.4), ((1.0,),), 30)
    assert learnt.at_a_pace_and_depth.factors == (1.0, 1.0, 1.15, 1.4)
    assert learnt.at_a_pace_and_depth.root == learnt.root


def test_a_factor_too_near_to_one_to_be_told_changes_no_water() -> None:
    assert _told_factor(1.0 + 0.9 * LEAST_TOLD) == _told_factor(1.0 - 0.9 * LEAST_TOLD) == 1.0
    assert _told_factor(1.0 + 1.1 * LEAST_TOLD) == 1.0 + 1.1 * LEAST_TOLD
    assert _told_factor(1.0 - 1.1 * LEAST_TOLD) == 1.0 - 1.1 * LEAST_TOLD
