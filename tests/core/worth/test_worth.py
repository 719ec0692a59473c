"""Worth ranks rigs as practitioners do; every factor rises and falls where it should; what is ruled out says why."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

import numpy as np
import pytest

from jarana.core.engine.columns import AT_X, AT_Y, AT_Z, NEAR_M, UNDER
from jarana.core.errors import InputError
from jarana.core.heads.float import FloatHead
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet, Season
from jarana.core.situation import Person, Situation
from jarana.core.unknowns.drifts import MEMBER_GRID
from jarana.core.water.reach import COLD_C, LIVELY_C, Fish, Lane, Reach, TakingZone
from jarana.core.worth.accepted import (
    ON_BED_M,
    accepted,
    along_bed,
    apart,
    flies_of,
    follow,
    in_zone,
    lies,
    shown,
    together,
)
from jarana.core.worth.constants import Habits, check_habits, constants
from jarana.core.worth.excluded import excluded
from jarana.core.worth.freed import freed
from jarana.core.worth.judge import SAME, Worth, better_share, judge
from jarana.core.worth.noticed import (
    SITS_HEAVY,
    SITS_LIGHT,
    idle_pull,
    load_of,
    not_frightened,
    noticed,
    sits,
)
from tests.core.worth.pairs import PAIRS, pair_of
from tests.coverage import led, water
from tests.fishing import fished, setting, started

HABITS = Habits(Person())


def tracks_of(situation: Situation, members: int = 16) -> Tracks:
    (tracks,) = evaluate([situation], range(members), MEMBER_GRID) or [None]
    assert tracks is not None
    return tracks


def worth_of(situation: Situation) -> Worth:
    return judge(tracks_of(situation), situation)


def contact(**more: object) -> Situation:
    run = water(0.9, 0.62, **more)
    return fished(led(started("level-contact", run), 0.8), run)


@pytest.fixture(scope="module")
def usual() -> tuple[Situation, Tracks]:
    situation = contact()
    return situation, tracks_of(situation, 32)


@pytest.mark.parametrize("scene", PAIRS, ids=[f"{p['id']} {p['tells']}" for p in PAIRS])
def test_worth_ranks_what_practitioners_prefer_higher_by_a_twentieth(scene: dict[str, object]) -> None:
    better, worse = pair_of(scene)
    found = evaluate([better, worse], range(32), MEMBER_GRID)
    assert found is not None
    first, second = (judge(t, s) for t, s in zip(found, (better, worse), strict=True) if t is not None)
    assert first.minutes >= (1 + SAME) * second.minutes


def test_a_worth_is_its_factors_times_the_time_they_are_fished(usual: tuple[Situation, Tracks]) -> None:
    situation, tracks = usual
    worth = judge(tracks, situation)
    f = worth.factors
    made = 60 * f.stealth * f.fishing * f.zone * f.drag * f.shown * f.more * f.noticed * f.free
    assert worth.minutes == pytest.approx(made, rel=0.06)
    assert worth.p10 < worth.minutes < worth.p90
    assert all(0 <= getattr(f, name) <= 1 for name in f.LIMITS)


def test_no_drift_is_worth_more_than_the_time_its_flies_are_in_the_water() -> None:
    lake = water(3.5, 0.0, "lake")
    situation = fished(started("lake-team", lake), lake)
    tracks = tracks_of(situation)
    everywhere = situation.with_water(lake.model_copy(update={"zone_known": False, "wariness": "low"}))
    generous = judge(tracks, everywhere, alike=0.1)
    assert generous.factors.zone * generous.factors.more > 1.2, "three flies good at once count for more than one"
    for worth in (judge(tracks, situation), generous):
        most = 60 * worth.factors.stealth * worth.factors.fishing
        assert (worth.members <= 1.005 * most).all()
        assert worth.minutes <= most + 1e-9
        assert worth.members.min() <= worth.minutes <= worth.members.max() + 1e-9


def test_wary_fish_make_a_rig_worth_less_and_no_drift_is_computed_for_it(usual: tuple[Situation, Tracks]) -> None:
    situation, tracks = usual
    by = [
        judge(tracks, situation.with_water(situation.water.model_copy(update={"wariness": w}))).minutes
        for w in ("low", "usual", "high")
    ]
    assert by[0] > by[1] > by[2] > 0


@pytest.mark.parametrize(("speed", "share"), [(0.0, 1.0), (0.22, 0.5), (0.44, 1 / 9)])
def test_half_of_usual_fish_refuse_a_nymph_at_its_speed(speed: float, share: float) -> None:
    situation = contact()
    found = accepted(np.array([[speed]]), situation.rig.point, situation, HABITS)
    assert float(found[0, 0]) == pytest.approx(share, abs=0.01)


def test_a_fly_on_the_surface_is_refused_at_a_smaller_speed() -> None:
    situation, speed = contact(), np.array([[0.15]])
    nymph = accepted(speed, situation.rig.point, situation, HABITS)
    dry = accepted(speed, situation.rig.point, situation, HABITS, dry=True)
    assert dry[0, 0] < 0.5 * nymph[0, 0]


def test_a_small_fish_is_taken_when_it_flees_and_not_when_it_hangs() -> None:
    run = water(0.9, 0.62, off_m=9.0, fish=Fish(mass_kg=1.0))
    streamer = fished(started("streamer", run), run)
    speeds = np.array([[0.0, 0.19, 0.21, 1.19, 2.5]])
    hangs, slower, fled, fast, half = accepted(speeds, streamer.rig.point, streamer, HABITS)[0]
    assert hangs == pytest.approx(HABITS["fleeing-still"])
    assert slower < fled == fast == 1.0
    assert half == pytest.approx(0.5)
    small = streamer.with_water(run.model_copy(update={"fish": Fish(mass_kg=0.99)}))
    assert accepted(speeds, small.rig.point, small, HABITS)[0, 2] == HABITS["fleeing-small"]


@pytest.mark.parametrize(("kind", "depth"), [("river", 0.9), ("lake", 3.5)])
def test_as_near_a_zone_as_readings_count_in_it_half_of_the_fish_take(kind: str, depth: float) -> None:
    where = water(depth, 0.62 if kind == "river" else 0.0, kind, zone=TakingZone(low_m=0.3, high_m=0.5))
    method = "level-contact" if kind == "river" else "lake-team"
    situation = fished(started(method, where), where)
    z = np.array([[0.5 + where.nature.near_m - depth]])
    assert in_zone(np.full((1, 1), depth), z, situation, HABITS)[0, 0] == pytest.approx(0.5)


def test_what_lies_on_the_bed_is_moved_as_fast_as_it_goes_along_it_whatever_flows_over_it() -> None:
    run = water(0.9, 0.62, off_m=9.0)
    swung = fished(started("swung", run), run)
    along = np.array([[0.0, 0.5 * HABITS["soft-from"], HABITS["soft-from"], np.inf]])
    by = accepted(np.full_like(along, 0.3), swung.rig.point, swung, HABITS, along=along)[0]
    rests = HABITS["moved-rests"]
    assert by == pytest.approx([rests, 0.5 * (1.0 + rests), 1.0, 1.0])


def test_a_fly_is_moved_along_the_bed_only_while_it_lies_on_it() -> None:
    at, times = np.zeros((1, 5, 9)), np.array([[0.0, 2.0, 4.0, 6.0, 8.0]])
    at[0, :, AT_X], at[0, :, AT_Y], at[0, :, UNDER] = [0.0, 0.3, 0.3, 0.3, 0.3], [0.0, 0.4, 0.4, 0.4, 0.4], 0.9
    at[0, :, AT_Z] = [-0.9, -0.9, ON_BED_M - 0.901, ON_BED_M - 0.899, -0.5]
    assert along_bed(at, times)[0] == pytest.approx([0.25, 0.0, 0.0, np.inf, np.inf])


def test_a_swing_that_lies_on_the_bed_is_accepted_by_fewer_than_one_that_crosses_over_it() -> None:
    crept, swung = (fished(started("swung", run), run) for run in (water(0.9, 0.03), water(0.9, 0.25)))
    lain, off = (flies_of(tracks_of(s, 8), s, HABITS)[-1].accepted.mean() for s in (crept, swung))
    assert lain < 0.6 < 0.9 < off


@pytest.mark.parametrize(("z", "share"), [(-0.601, 1.0), (-0.599, 0.97), (-0.58, 0.5), (-0.559, 0.0)])
def test_the_edge_of_the_zone_is_soft(z: float, share: float) -> None:
    situation = contact()
    found = in_zone(np.array([[0.9]]), np.array([[z]]), situation, HABITS)
    assert float(found[0, 0]) == pytest.approx(share, abs=0.04)


def test_a_zone_of_the_surface_moves_with_the_depth() -> None:
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    situation = fished(started("lake-team", lake), lake)
    deep = in_zone(np.array([[3.0, 5.0]]), np.array([[-1.2, -1.2]]), situation, HABITS)
    assert deep.tolist() == [[1.0, 1.0]]


def test_slack_is_no_delay_up_to_a_hand_s_breadth_and_then_costs_takes() -> None:
    situation = contact()
    none, little, much = shown(np.array([[0.0, 0.049, 0.4]]), situation, HABITS)[0]
    assert none == little == 1.0
    assert much == pytest.approx(np.exp(-(0.4 / 0.2 - 0.25)))


def test_a_second_fly_as_good_counts_a_third_of_the_first(usual: tuple[Situation, Tracks]) -> None:
    from jarana.core.worth.accepted import FlyWorth

    one = np.ones((1, 1))
    fly = FlyWorth("a", one, one, one)
    assert float(together([fly], HABITS)[0, 0]) == pytest.approx(1.0)
    assert float(together([fly, fly], HABITS)[0, 0]) == pytest.approx(1.3)


@pytest.mark.parametrize(
    ("load", "share"),
    [(0.0, 0.4), (SITS_LIGHT - 0.01, 0.985), (SITS_LIGHT + 0.01, 1.0), (SITS_HEAVY - 0.01, 1.0), (1.0, 0.2)],
)
def test_a_float_shows_takes_best_between_two_loads(load: float, share: float) -> None:
    run = water(1.0, 0.5)
    situation = fished(started("float-pair", run), run)
    assert float(sits(np.array([[load]]), situation, HABITS)[0, 0]) == pytest.approx(share, abs=0.01)


@pytest.mark.parametrize(("pace", "share"), [(0.69, 1.0), (0.71, 0.85)])
def test_a_heavy_float_is_read_worse_in_broken_water(pace: float, share: float) -> None:
    run = water(1.0, pace)
    situation = fished(started("float-pair", run), run)
    assert float(sits(np.array([[0.9]]), situation, HABITS)[0, 0]) == share


def test_a_float_s_load_follows_from_how_deep_it_sits() -> None:
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    rig = started("lake-suspended", lake)
    head = rig.head
    assert isinstance(head, FloatHead)
    loads = []
    for lift in (1.0, 4.0):
        other = rig.rebuilt(head=head.model_copy(update={"body": head.body.model_copy(update={"lift_gf": lift})}))
        situation = fished(other, lake)
        found = load_of(tracks_of(situation, 8), situation)
        assert found is not None
        loads.append(float(np.median(found[:, -1])))
    assert loads[0] > loads[1] > 0
    assert load_of(tracks_of(contact(), 8), contact()) is None


def test_wind_and_a_stout_leader_hide_takes_on_a_held_one() -> None:
    calm, windy = contact(), contact(wind_m_s=8.0, blows="upstream")
    assert idle_pull(windy) > 2 * idle_pull(calm)
    assert judge(tracks_of(calm), windy).factors.noticed < judge(tracks_of(calm), calm).factors.noticed


def test_fish_are_frightened_by_nearness_and_by_heavy_bodies_in_clear_thin_water() -> None:
    near, far = not_frightened(contact(off_m=2.5), HABITS), not_frightened(contact(off_m=7.0), HABITS)
    assert near < 0.5 < far
    assert not_frightened(contact(clarity="coloured"), HABITS) > far


@pytest.mark.parametrize(("bed", "more"), [("silt", "cobble"), ("cobble", "boulder"), ("boulder", "weed")])
def test_rougher_beds_take_more_flies(usual: tuple[Situation, Tracks], bed: str, more: str) -> None:
    situation, tracks = usual
    found = [
        freed(tracks, situation.with_water(situation.water.model_copy(update={"bed": kind})), HABITS).hangs.mean()
        for kind in (bed, more)
    ]
    assert found[0] < found[1]


def test_flies_that_ride_different_water_are_felt_less(usual: tuple[Situation, Tracks]) -> None:
    situation, _ = usual
    assert apart(situation, HABITS) == 0.0
    thin = situation.with_water(situation.water.model_copy(update={"depth_m": 0.3}))
    assert apart(thin, HABITS) == 1.0
    one = thin.with_rig(thin.rig.rebuilt(attachments=(thin.rig.point,)))
    assert apart(one, HABITS) == 0.0


def one_fly(rig: Rig) -> Rig:
    return rig.rebuilt(attachments=(rig.point,))


def strict(**rules: object) -> RuleSet:
    return RuleSet.model_validate(
        {"id": "r", "name": "Upper", "source": "a board", "checked": date(2026, 1, 1)} | rules
    )


@pytest.mark.parametrize(
    ("water_", "rules", "said"),
    [
        ({"off_m": 8.4}, None, ""),
        ({"off_m": 8.6}, None, "farther than you fish"),
        ({"fish": Fish(mass_kg=3.0)}, None, "it holds a 3.0 kg fish on"),
        ({}, {"most_flies": 1}, "against a rule"),
        ({}, {"seasons": (Season(method="level-contact", first="07-01", last="09-30"),)}, "against a rule"),
    ],
)
def test_what_is_ruled_out_says_why(water_: dict[str, object], rules: dict[str, object] | None, said: str) -> None:
    run = Reach.model_validate(water(0.9, 0.62).model_dump() | water_)
    situation = Situation(started("level-contact", run), setting(run, rules=strict(**rules) if rules else None))
    found = excluded(situation, HABITS)
    assert said in found
    assert bool(found) is bool(said)
    if found:
        assert worth_of(situation).minutes == 0


def test_a_rod_cannot_hold_a_leader_over_a_lake() -> None:
    run, lake = water(0.9, 0.62), water(3.0, 0.0, "lake", off_m=8.0)
    rig = started("level-contact", run)
    assert "lake" in excluded(fished(rig, lake), HABITS)


def test_every_constant_is_the_persons_to_replace_within_its_range() -> None:
    for row in constants().values():
        assert row.low <= row.value <= row.high
        assert row.name
    person = Person(habits=(("cycle-held", 20.0),))
    situation = contact()
    slow = Situation(situation.rig, replace(situation.setting, person=person))
    tracks = tracks_of(situation)
    assert judge(tracks, slow).minutes < 0.8 * judge(tracks, situation).minutes
    check_habits({"cycle-held": 60.0})
    with pytest.raises(InputError) as refused:
        check_habits({"cycle-held": 60.1, "nobody": 1.0})
    assert [f.path for f in refused.value.faults] == ["habits.cycle-held", "habits.nobody"]


def test_rigs_are_compared_member_by_member(usual: tuple[Situation, Tracks]) -> None:
    situation, tracks = usual
    worth = judge(tracks, situation)
    assert better_share(worth, worth) == 0.5
    more = replace(worth, members=worth.members + 1.0)
    assert (better_share(more, worth), better_share(worth, more)) == (1.0, 0.0)
    other = replace(worth, numbers=worth.numbers + 1000)
    assert better_share(more, other) == 0.5


def test_a_faster_lane_between_makes_a_float_worth_less() -> None:
    lanes = (Lane(name="fast", width_m=4.0, pace_m_s=1.1), Lane(name="run", width_m=6.0, pace_m_s=0.6))
    even = water(0.8, 0.6)
    split = water(0.8, 0.6, lanes=lanes)
    rig = started("float-pair", even)
    assert worth_of(fished(rig, split)).factors.drag < worth_of(fished(rig, even)).factors.drag


@pytest.mark.parametrize(
    ("celsius", "share"), [(COLD_C - 3, 0.4), (COLD_C, 0.4), (8.5, 0.7), (LIVELY_C, 1.0), (16.0, 1.0)]
)
def test_few_fish_follow_a_moved_fly_in_cold_water_and_all_from_ten_degrees(celsius: float, share: float) -> None:
    assert follow(celsius, Habits(Person())) == pytest.approx(share)


def test_cold_water_makes_a_stripped_fly_worth_less_and_a_drifting_one_as_much() -> None:
    run = water(0.9, 0.62, zone=TakingZone(low_m=0.0, high_m=0.5, datum="surface"))
    for method, less in (("swung", True), ("float-pair", False)):
        rig = started(method, run)
        warm, cold = (
            judge(tracks_of(fished(rig, run), 8), fished(rig, run.model_copy(update={"temperature_c": c}))).minutes
            for c in (12.0, 5.0)
        )
        assert (cold < 0.7 * warm) == less
        assert (cold == warm) != less


def test_a_fly_line_that_lies_on_the_bed_tells_less_and_wedges() -> None:
    run = water(0.9, 0.3, zone=TakingZone(low_m=0.0, high_m=0.3, datum="bed"))
    situation = fished(started("streamer", run), run)
    tracks = tracks_of(situation, 8)
    end = tracks.at[:, -2]
    lifted, down = tracks.at.copy(), tracks.at.copy()
    lifted[:, -2, :, AT_Z] = ON_BED_M + 0.001 - end[:, :, UNDER]
    down[:, -2, :, AT_Z] = ON_BED_M - 0.001 - end[:, :, UNDER]
    habits = Habits(situation.setting.person)
    free, lain = replace(tracks, at=lifted), replace(tracks, at=down)
    assert not lies(free.at[:, -2]).any()
    assert lies(lain.at[:, -2]).all()
    assert noticed(lain, situation, habits) == pytest.approx(habits["felt-on-bed"] * noticed(free, situation, habits))
    raked = tracks.did.copy()
    raked[:, -2, NEAR_M] = 5.0
    assert (
        freed(replace(tracks, did=raked), situation, habits).hangs.min() > freed(tracks, situation, habits).hangs.max()
    )
