"""Find and the ranking of methods: best first by worth, within what is asked, with why not and what would."""

from __future__ import annotations

from dataclasses import replace

import pytest

from jarana.core.engine.columns import AT_Z
from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.methods.chosen import Missing
from jarana.core.rig.model import Rig
from jarana.core.search.best import BESIDE_M, Search, rides_as_meant
from jarana.core.search.find import LEAST_RIGS, WORTH_SHOWING, Found, FoundRig, _ranked, find, turns_on
from jarana.core.search.ranking import Ranking, ranking
from jarana.core.search.relax import NOTHING_MIN, Would, fits, limits, relaxations, would_help
from jarana.core.search.side_by_side import side_by_side
from jarana.core.search.start import Best, start, with_reasons
from jarana.core.search.valued import SOME, Stopped, Valuer
from jarana.core.search.wanted import Wanted
from jarana.core.situation import Setting, Situation
from jarana.core.tackle.drawer import Drawer
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach, TakingZone
from tests.coverage import led, water
from tests.fishing import DRAWER, begun, fished, setting, started

RUN = water(0.9, 0.62)


def by_minutes(found: Found, *minutes: tuple[float, int]) -> list[FoundRig]:
    """Found rigs of so many good minutes and knots."""
    rows = []
    for worth, knots in minutes:
        valued = replace(found.rigs[0].valued, worth=replace(found.rigs[0].worth, minutes=worth))
        cost = found.rigs[0].cost
        assert cost is not None
        rows.append(replace(found.rigs[0], valued=valued, cost=replace(cost, knots=knots)))
    return rows


@pytest.fixture(scope="module")
def once() -> Found:
    return find(setting(RUN), Wanted(only=("level-contact", "float-pair"), hand=hand()))


def hand() -> Rig:
    return led(started("level-contact", RUN), 1.0)


def test_find_ranks_rigs_of_several_methods_against_the_one_in_hand(once: Found) -> None:
    found = once
    assert {r.method.key for r in found.rigs} == {"level-contact", "float-pair"}
    assert found.hand is not None
    assert found.rigs[0].worth.minutes > found.hand.minutes
    assert found.rigs[0].gives_up == ()
    assert all(r.cost is not None and r.moved for r in found.rigs)
    assert found.settled


def test_first_answers_come_before_the_last_word_and_nothing_settled_is_called_so() -> None:
    heard: list[Found] = []
    last = find(setting(RUN), Wanted(only=("level-contact",)), tell=heard.append)
    assert heard
    assert not any(h.settled for h in heard)
    assert last.rigs[0].worth.minutes >= 0.95 * heard[0].rigs[0].worth.minutes


def test_among_rigs_about_equal_fewest_knots_lead(once: Found) -> None:
    rows = _ranked(by_minutes(once, (20.0, 5), (19.2, 1), (18.0, 0)))
    assert [(r.worth.minutes, r.cost.knots if r.cost else None) for r in rows] == [(19.2, 1), (20.0, 5), (18.0, 0)]


def test_a_find_of_few_knots_tunes_the_rig_in_hand_within_them() -> None:
    knots = {most: find(setting(RUN), Wanted(only=("level-contact",), most_knots=most, hand=hand())) for most in (0, 2)}
    for most, found in knots.items():
        assert [r.method.key for r in found.rigs] == ["level-contact"]
        cost = found.rigs[0].cost
        assert cost is not None
        assert cost.knots <= most
        assert found.hand is not None
        assert found.rigs[0].worth.minutes > found.hand.minutes
    assert knots[2].rigs[0].worth.minutes > 1.05 * knots[0].rigs[0].worth.minutes


def test_where_every_rig_takes_too_many_knots_the_fewest_are_told() -> None:
    found = find(setting(RUN), Wanted(only=("float-pair",), most_knots=1, hand=hand()))
    assert found.rigs == ()
    assert found.nothing_fits.startswith(
        "Nothing fits within one knot of the rig in hand: Two nymphs under a float would take "
    )


def test_methods_of_other_waters_say_where_they_are_fished_and_unknown_ones_are_refused() -> None:
    found = find(setting(RUN), Wanted(only=("lake-team",)))
    assert found.nothing_fits == "Nothing may be fished here: Lake, straight line is fished in a lake."
    with pytest.raises(InputError) as refused:
        find(setting(RUN), Wanted(only=("level-contact", "nobody")))
    assert [(f.path, f.value) for f in refused.value.faults] == [("methods", "nobody")]


def test_a_fly_the_search_took_from_the_box_is_not_missing_any_more() -> None:
    usual = begun("level-contact", RUN)
    mine = usual.rig
    lacking = replace(usual, missing=(Missing(mine.point.id, "a fly nobody has", ""), Missing("rod", "a rod", "")))
    kept = with_reasons(lacking, mine, setting(RUN))
    assert [m.part for m in kept.missing] == ["rod"]
    bare = mine.replace_attachment(mine.point.id, body=mine.point.fly.model_copy(update={"source": None}))  # type: ignore[union-attr]
    assert [m.part for m in with_reasons(lacking, bare, setting(RUN)).missing] == [mine.point.id, "rod"]


def test_where_nothing_may_be_fished_it_is_said_why() -> None:
    found = find(setting(water(0.9, 0.6, off_m=30.0)))
    assert found.rigs == ()
    assert found.nothing_fits
    assert found.left_out


def test_a_zone_nobody_knows_is_found_for_too() -> None:
    where = RUN.model_copy(update={"zone_known": False})
    found = find(Setting(where, DRAWER), Wanted(only=("level-contact",)))
    assert found.rigs


def test_the_order_of_two_rigs_far_apart_turns_on_nothing_or_says_on_what(once: Found) -> None:
    assert turns_on(by_minutes(once, (20.0, 1))) == ""
    same = by_minutes(once, (20.0, 1), (19.9, 1))
    assert turns_on(same) == "", "about equal: fewer knots decide, not a guess"


def test_what_limits_a_rig_most_comes_first(once: Found) -> None:
    factors = once.rigs[0].worth.factors
    rows = limits(replace(factors, zone=0.1, drag=0.5, shown=1.0, noticed=1.0, free=1.0, stealth=1.0))
    assert [name for name, _ in rows[:2]] == ["zone", "drag"]
    assert sum(share for _, share in rows) == pytest.approx(1.0)


def shallow_box(most_mm: float) -> Drawer:
    """The drawer with beads up to a size."""
    rows = []
    for pattern in DRAWER.patterns:
        weights = tuple(w for w in pattern.weights if w.bead is None or w.bead.diameter_mm <= most_mm)
        if weights:
            rows.append(pattern.model_copy(update={"weights": weights}))
    return DRAWER.model_copy(update={"patterns": tuple(rows)})


def test_in_a_deep_fast_run_with_small_beads_zone_and_drag_limit_and_what_would_help_is_told_most_first() -> None:
    where = water(2.2, 0.9, bed="coarse-gravel")
    situation = fished(led(started("level-contact", where), 1.0), where, shallow_box(2.9))
    value = Valuer()
    (now,) = value([situation], SOME)
    assert {name for name, _ in limits(now.worth.factors)[:2]} == {"zone", "drag"}
    found = would_help(situation, now.worth.minutes, value)
    kinds = {kind for kind, *_ in relaxations(situation)}
    assert {"heavier", "longer", "slower", "one-fly", "finer", "float"} <= kinds
    assert found
    assert [w.minutes for w in found] == sorted((w.minutes for w in found), reverse=True)
    assert not any("nearer" in w.text for w in found[:1])


@pytest.mark.parametrize(
    ("minutes", "would", "fit"),
    [
        (NOTHING_MIN - 0.1, None, False),
        (NOTHING_MIN + 0.1, None, True),
        (9.9, 30.0, False),
        (10.1, 30.0, True),
    ],
)
def test_nothing_fits_below_a_few_minutes_or_a_third_of_what_one_change_gives(
    minutes: float, would: float | None, fit: bool, once: Found
) -> None:
    (row,) = by_minutes(once, (minutes, 1))
    assert fits(row.valued, (Would("x", would),) if would else ()) is fit
    assert not fits(None, ())


def test_methods_are_ranked_by_what_the_best_rig_a_first_look_met_is_worth(weir_run: Reach) -> None:
    heard: list[Ranking] = []
    found = ranking(setting(weir_run), tell=heard.append)
    minutes = [valued.worth.minutes for _, valued, _ in found.rows]
    assert minutes == sorted(minutes, reverse=True)
    assert {m.key for m, _, _ in found.rows} == {m.key for m in methods().values() if "river" in m.waters}
    assert [len(h.rows) for h in heard] == list(range(1, len(found.rows) + 1))
    assert found.rows[-1][1].worth.minutes == 0.0
    assert found.left_out == ()


@pytest.mark.long
def test_methods_that_cannot_reach_the_fish_are_left_out_of_the_ranking_with_the_reason() -> None:
    far = ranking(setting(water(0.9, 0.5, off_m=12.0)))
    assert {"level-contact", "short-and-led"}.isdisjoint(m.key for m, _, _ in far.rows)
    assert any("farther than you fish with the rod" in reason for _, reason in far.left_out)


def test_a_ranking_nobody_wants_stops(weir_run: Reach) -> None:
    watch = Watch()
    watch.stop()
    with pytest.raises(Stopped):
        ranking(setting(weir_run), watch)


@pytest.mark.long
def test_the_heavy_fly_in_the_middle_is_the_lowest_of_what_is_offered_where_the_current_allows(weir_run: Reach) -> None:
    made = start(methods()["three-in-line"], setting(weir_run))
    best = made.valued if isinstance(made, Best) else made.best
    assert best is not None
    assert rides_as_meant(best)
    point = best.tracks.row("point")
    sunk = best.tracks.at.copy()
    sunk[:, point, :, AT_Z] = sunk[:, best.tracks.row("middle-fly"), :, AT_Z] - BESIDE_M - 0.01
    assert not rides_as_meant(replace(best, tracks=replace(best.tracks, at=sunk)))


def test_what_is_nominally_worth_too_little_is_not_judged_by_members(weir_run: Reach) -> None:
    here = Situation(begun("level-contact", weir_run).rig, setting(weir_run))
    value = Valuer()
    search = Search(here, value, climbs=False)
    first = search.first()
    assert first is not None
    assert search.nominal > 0
    assert Search(here, value, climbs=False).first(search.nominal * 1.01) is None
    assert Search(here, value, climbs=False).first(search.nominal) == first


@pytest.mark.long
def test_a_find_of_few_knots_does_not_search_what_is_many_knots_away_and_shows_nothing_hopeless(
    weir_run: Reach,
) -> None:
    hand = started("level-contact", weir_run)
    few, any_ = Watch(), Watch()
    found = find(setting(weir_run), Wanted((), 1, hand), few)
    assert {r.method.key for r in found.rigs} == {"level-contact"}
    whole = find(setting(weir_run), Wanted((), None, hand), any_)
    assert found.drifts < 0.5 * whole.drifts
    assert min(r.worth.minutes for r in whole.rigs) >= WORTH_SHOWING * max(r.worth.minutes for r in whole.rigs)


@pytest.mark.long
def test_two_rigs_are_shown_where_two_can_be_fished_and_all_that_were_asked_for(weir_run: Reach) -> None:
    poor = find(setting(weir_run), Wanted(("level-contact", "hand-tied", "streamer")))
    assert {r.method.key for r in poor.rigs} == {"level-contact", "hand-tied", "streamer"}
    assert poor.rigs[-1].worth.minutes < WORTH_SHOWING * poor.rigs[0].worth.minutes
    deep = water(1.3, 0.85, zone=TakingZone(low_m=0.0, high_m=0.1, datum="bed"))
    only = DRAWER.model_copy(update={"floats": (), "shots": ()})
    assert len(find(setting(deep, only)).rigs) >= LEAST_RIGS


@pytest.mark.long
def test_a_ranking_counts_what_of_a_rig_is_not_owned(weir_run: Reach) -> None:
    assert all(lacks == 0 for _, _, lacks in ranking(setting(weir_run)).rows)
    bare = ranking(setting(weir_run, Drawer()))
    assert bare.rows
    assert all(lacks > 2 for _, _, lacks in bare.rows)


def test_two_rods_are_fished_on_the_same_drifts_and_the_better_is_named(weir_run: Reach) -> None:
    pair = fished(started("level-contact", weir_run), weir_run)
    found = side_by_side(pair, started("dry-fly", weir_run))
    assert found.one is not None
    assert found.other is not None
    assert list(found.one.tracks.members) == list(found.other.tracks.members)
    assert found.told == "Two nymphs, level contact is worth more on every drift of the same water, hand and eddies."
    turned = side_by_side(pair.with_rig(found.other.rig), pair.rig)
    assert turned.told == found.told
    assert side_by_side(pair, pair.rig).told.startswith("Neither is worth more")


def test_a_rod_that_is_ruled_out_is_said_to_be_with_the_reason(weir_run: Reach) -> None:
    far = weir_run.model_copy(update={"off_m": 12.0, "lanes": ()})
    told = side_by_side(fished(started("float-pair", weir_run), far), started("level-contact", weir_run)).told
    assert told.startswith("Two nymphs, level contact is ruled out here: 12.0 m off is farther")


@pytest.mark.long
@pytest.mark.parametrize("where", [water(0.9, 0.62), water(0.4, 0.5), water(2.5, 0.3)], ids=lambda w: f"{w.depth_m}")
def test_no_method_by_itself_comes_to_more_than_the_best_of_all(where: Reach) -> None:
    here = setting(where)
    best = find(here).rigs[0].worth.minutes
    alone = {m.key: find(here, Wanted(only=(m.key,))).rigs for m in methods().values() if where.kind in m.waters}
    more = {key: rigs[0].worth.minutes for key, rigs in alone.items() if rigs and rigs[0].worth.minutes > 1.05 * best}
    assert not more
