"""What is not known: the members are kept points, their eddies have the variance and the memory of the law, and measurements replace spreads."""

from __future__ import annotations

import math
from dataclasses import replace
from statistics import NormalDist

import numpy as np
import pytest
from scipy.stats import qmc

from jarana.core.engine.batch import run_batch
from jarana.core.engine.chain import Steps
from jarana.core.engine.columns import AT_X, AT_Z
from jarana.core.engine.scenario import HeldTop
from jarana.core.rig.model import Rig
from jarana.core.search.moves.weight import kinds_for
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import ALONG_1, BASIS, MEMBERS, STEP, UP_1, deviates, paths
from jarana.core.unknowns.drifts import (
    MEMBER_GRID,
    MOST_SLACK,
    RANK_GRID,
    SCREEN_GRID,
    SEARCH_GRID,
    STEEPEST,
    UPPER,
    Factors,
    Grid,
    base_of,
    factors_of,
    member_drift,
    member_drifts,
    nominal_drift,
    with_other_bodies,
    with_other_motion,
)
from jarana.core.unknowns.spreads import spreads_of
from jarana.core.unknowns.table import unknowns
from jarana.core.water.reach import Reach, Sounding, Throw
from tests.coverage import led, water
from tests.fishing import DRAWER, WATERS, fished, setting, started


@pytest.fixture(scope="module")
def contact() -> Situation:
    run = water(0.9, 0.62)
    return fished(led(started("level-contact", run), 1.0), run)


def test_the_members_are_the_sobol_points_of_a_kept_seed() -> None:
    points = qmc.Sobol(d=19, scramble=True, seed=20260501).random(MEMBERS)
    normal = NormalDist()
    assert deviates() == pytest.approx(np.array([[normal.inv_cdf(v) for v in row] for row in points]), abs=1e-3)
    assert np.abs(deviates().mean(axis=0)).max() < 0.03


def test_who_counts_slowly_pulls_no_farther_for_it() -> None:
    lake = water(3.0, 0.0, "lake", off_m=12.0)
    base = base_of(fished(started("lake-vertical", lake), lake), MEMBER_GRID)
    counted, pulled = np.log([(f.count, f.taken) for f in (factors_of(base, k) for k in range(MEMBERS))]).T
    assert counted.std() == pytest.approx(0.05, rel=0.1)
    assert pulled.std() == pytest.approx(0.08, rel=0.1)
    assert abs(np.corrcoef(counted, pulled)[0, 1]) < 0.1


@pytest.mark.parametrize("column", [0, 1])
def test_eddies_have_unit_variance_and_forget_by_e_in_a_turn(column: int) -> None:
    path = paths()[:, :, column]
    assert path.std() == pytest.approx(1.0, abs=0.08)
    late = path[:, BASIS + 20 :]
    turn = round(1 / STEP)
    kept = float((late[:, :-turn] * late[:, turn:]).mean() / late.var())
    assert kept == pytest.approx(math.exp(-1), abs=0.05)
    early = path[:, :BASIS]
    assert float((early[:, :-turn] * early[:, turn:]).mean() / early.var()) == pytest.approx(math.exp(-1), abs=0.06)


@pytest.mark.parametrize(("column", "first"), [(0, ALONG_1), (1, UP_1)])
def test_the_leading_mode_of_a_path_is_a_dimension_of_the_members(column: int, first: int) -> None:
    early = paths()[:, :20, column].mean(axis=1)
    assert abs(np.corrcoef(early, deviates()[:, first])[0, 1]) > 0.85


def test_a_member_in_which_nothing_differs_is_the_nominal_drift(contact: Situation) -> None:
    base = base_of(contact, MEMBER_GRID)
    same = replace(
        base,
        situation=contact.with_rig(contact.rig.rebuilt(stance=contact.rig.stance.model_copy(update={"lay": "tuck"}))),
    )
    plain, member = run_batch([nominal_drift(base), member_drift(same, Factors())]) or ()
    assert np.abs(plain.tracks[..., AT_X : AT_Z + 1] - member.tracks[..., AT_X : AT_Z + 1]).max() < 0.03


def test_slack_holds_the_top_back_for_the_first_second_alone(contact: Situation) -> None:
    base = base_of(contact, MEMBER_GRID)
    plain, late = member_drift(base, Factors()), member_drift(base, Factors(slack=0.2))
    assert [row[1] for row in late.drive.moves] == pytest.approx(
        [plain.drive.moves[0][1] - 0.2, plain.drive.moves[0][1]]
    )
    assert [row[0] for row in late.drive.moves] == [0.0, 1.0]
    assert 0 <= factors_of(base, 5).slack <= MOST_SLACK


@pytest.mark.parametrize(("method", "depth", "steep"), [("float-pair", 1.2, STEEPEST), ("level-contact", 0.4, None)])
def test_a_rig_falls_in_at_its_angle_but_never_deeper_than_the_upper_water(
    method: str, depth: float, steep: float | None
) -> None:
    run = water(depth, 0.6)
    situation = fished(started(method, run), run)
    base = base_of(situation, MEMBER_GRID)
    drift = member_drift(base, Factors(entry=STEEPEST))
    point = drift.start[0][int(base.nodes[base.names.index("point")])]
    hold = drift.start[0][int(base.nodes[-1])]
    angle = math.atan2(hold[2] - point[2], math.hypot(*(hold - point)[:2]))
    if steep is not None:
        assert angle == pytest.approx(steep, abs=0.01)
    else:
        assert hold[2] - point[2] == pytest.approx(UPPER * depth, abs=0.02)


def test_a_faster_hand_moves_the_top_and_a_faster_water_ends_the_drift_sooner(contact: Situation) -> None:
    base = base_of(contact, MEMBER_GRID)
    plain, quick, fast = (member_drift(base, f) for f in (Factors(), Factors(hand=1.1), Factors(pace=1.1)))
    assert quick.drive.moves[0][1] == pytest.approx(1.1 * plain.drive.moves[0][1])
    assert quick.drive.times[-1] == plain.drive.times[-1]
    assert fast.drive.times[-1] == pytest.approx(plain.drive.times[-1] / 1.1)


def test_a_count_is_as_even_as_the_hand_that_counts() -> None:
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    base = base_of(fished(started("lake-team", lake), lake), MEMBER_GRID)
    plain, late = member_drift(base, Factors()), member_drift(base, Factors(count=1.2, taken=1.1))
    begins = [next(row[0] for row in d.drive.moves if row[4] > 0) for d in (plain, late)]
    assert begins[1] == pytest.approx(1.2 * begins[0])
    assert late.drive.moves[:, 4].max() == pytest.approx(1.1 * plain.drive.moves[:, 4].max())


def test_lighter_bodies_take_the_place_of_others_on_the_same_mesh(contact: Situation) -> None:
    base = base_of(contact, MEMBER_GRID)
    light = DRAWER.fly("slim-olive-20")
    other = contact.with_rig(contact.rig.replace_attachment("point", body=light))
    made, anew = with_other_bodies(base, other), base_of(other, MEMBER_GRID)
    assert made is not None
    assert made.mesh.wet_weight == anew.mesh.wet_weight < base.mesh.wet_weight
    one, two = run_batch([nominal_drift(made), nominal_drift(anew)]) or ()
    assert np.array_equal(one.tracks, two.tracks), "a rig drifts the same, whatever was looked at before it"


@pytest.mark.parametrize(
    ("method", "where", "changes"),
    [
        ("level-contact", water(0.9, 0.6), {"kind": "led", "lead": 0.8}),
        ("level-contact", water(0.9, 0.6), {"kind": "natural"}),
        ("swung", water(0.9, 0.6), {"count_s": 3.0}),
        ("lake-team", water(2.0, 0.0, "lake", off_m=12.0), {"count_s": 45.0}),
    ],
)
def test_a_rig_moved_otherwise_takes_the_place_of_one_on_the_same_mesh(
    method: str, where: Reach, changes: dict[str, object]
) -> None:
    here = fished(started(method, where), where)
    motion = here.rig.motion.model_copy(update=changes)
    other = here.with_rig(here.rig.rebuilt(motion=motion))
    made, anew = with_other_motion(base_of(here, MEMBER_GRID), other, MEMBER_GRID), base_of(other, MEMBER_GRID)
    assert made is not None
    one, two = (member_drifts(base, [factors_of(base, k) for k in range(2)]) for base in (made, anew))
    for a, b in zip(run_batch(one) or (), run_batch(two) or (), strict=True):
        assert np.array_equal(a.tracks, b.tracks), "a rig drifts the same, whatever was looked at before it"


def test_what_lies_otherwise_or_goes_by_itself_is_put_into_the_water_anew() -> None:
    lake = water(3.0, 0.0, "lake", off_m=12.0)
    hangs = fished(started("lake-vertical", lake), lake)
    drawn = hangs.with_rig(hangs.rig.rebuilt(motion=hangs.rig.motion.model_copy(update={"kind": "strip"})))
    assert with_other_motion(base_of(hangs, MEMBER_GRID), drawn, MEMBER_GRID) is None
    run = water(0.9, 0.6)
    fed = fished(started("swung", run), run)
    base = base_of(fed, MEMBER_GRID)
    top = base.lowered.scenario.top
    assert isinstance(top, HeldTop)
    longer = replace(base.lowered.scenario, top=replace(top, reserve=top.reserve + 1.0))
    assert with_other_motion(replace(base, lowered=replace(base.lowered, scenario=longer)), fed, MEMBER_GRID) is None


@pytest.mark.parametrize("grid", [MEMBER_GRID, SEARCH_GRID, RANK_GRID, SCREEN_GRID])
def test_every_dry_lies_on_still_water_however_long_the_steps_it_is_computed_in(grid: Grid) -> None:
    lake = water(4.0, 0.0, "lake", off_m=11.0)
    rig = started("dry-fly", lake)
    dries = [rig.replace_attachment(rig.point.id, body=fly) for _, fly in kinds_for(DRAWER, rig.point)]
    for ran in run_batch([nominal_drift(base_of(fished(dry, lake), grid)) for dry in dries]) or ():
        assert abs(ran.tracks[-1, :, AT_Z]).max() < 0.01


def test_members_made_together_are_those_made_one_by_one() -> None:
    for method, run in (("level-contact", water(0.9, 0.6)), ("lake-team", water(2.0, 0.0, "lake", off_m=12.0))):
        base = base_of(fished(started(method, run), run), MEMBER_GRID)
        members = [factors_of(base, k) for k in range(5)]
        for one, together in zip((member_drift(base, f) for f in members), member_drifts(base, members), strict=True):
            assert np.array_equal(one.start, together.start)
            assert np.array_equal(one.line.links, together.line.links)
            assert np.array_equal(one.loads.values, together.loads.values)
    assert member_drifts(base, []) == []


def spread(of: str, rig: Rig | None = None, **reach: object) -> float:
    run = Reach.model_validate(water(0.9, 0.62).model_dump() | reach)
    found = spreads_of(fished(rig or started("level-contact", run), run))
    value = getattr(found, of)
    return float(value["point"] if isinstance(value, dict) else value)


def test_measurements_replace_spreads() -> None:
    sounded = (Sounding(x_m=0, depth_m=0.9), Sounding(x_m=8, depth_m=0.9))
    assert (spread("depth"), spread("depth", soundings=sounded)) == (0.07, 0.03)
    assert (spread("roughness"), spread("roughness", stones_m=0.05)) == (0.7, 0.35)
    throws = tuple(Throw(distance_m=5, seconds=s) for s in (7.5, 8.1, 8.6))
    assert 0.02 <= spread("pace", paced=throws) < spread("pace") == 0.10
    one = throws[:1]
    assert spread("pace", paced=one) == 0.10, "one throw has no spread of its own"


def test_a_weighed_fly_is_known_to_its_scale_and_a_timed_one_to_its_jar() -> None:
    run = water(0.9, 0.62)
    rig = started("level-contact", run)
    fly = rig.point.fly
    assert fly is not None
    known = fly.model_copy(update={"weighed_mg": fly.mass * 1e6, "timed_drag": 1.0, "timed_spread": 0.11})
    found = spreads_of(fished(rig.replace_attachment("point", body=known), run))
    assert (found.mass["point"], found.drag["point"]) == (0.02, 0.11)
    assert (found.mass["dropper"], found.drag["dropper"]) == (0.10, 0.30)
    assert {"mass", "drag"} <= set(found.measured)


def test_what_is_only_guessed_is_wider() -> None:
    run = water(0.9, 0.62)
    guessed = replace(setting(run), guessed=("depth",))
    assert spreads_of(Situation(started("level-contact", run), guessed)).depth == unknowns()["depth"].guessed
    assert Situation(started("level-contact", run), guessed).key != fished(started("level-contact", run), run).key


def test_every_unknown_that_can_be_measured_says_how() -> None:
    for row in unknowns().values():
        assert bool(row.measured_by) is (row.belongs != "drift")


def test_a_led_top_is_held(contact: Situation) -> None:
    assert isinstance(base_of(contact, MEMBER_GRID).lowered.scenario.top, HeldTop)


@pytest.mark.parametrize(
    ("method", "depth", "pace", "kind"),
    [("level-contact", 0.9, 0.62, "river"), ("float-pair", 1.2, 0.5, "river"), ("swung", 0.7, 0.4, "river"), ("lake-team", 3.5, 0.0, "lake")],
)  # fmt: skip
def test_long_steps_move_a_member_by_a_sixth_of_the_spread_at_most(
    method: str, depth: float, pace: float, kind: str
) -> None:
    here = water(depth, pace, kind)
    situation = fished(started(method, here), here)
    short = replace(MEMBER_GRID, moving=Steps(0.006, 0.02, 0.5), still=Steps(0.008, 0.02, 0.3, 0.1, 0.1))
    depths = []
    for grid in (MEMBER_GRID, short):
        base = base_of(situation, grid)
        ran = run_batch([member_drift(base, factors_of(base, k)) for k in range(16)]) or []
        depths.append(np.stack([one.tracks[: len(base.names), :, AT_Z] for one in ran]))
    off = float(np.sqrt(np.mean((depths[0] - depths[1]) ** 2)))
    assert off < depths[1].std(axis=0).mean() / 6


def test_only_what_floats_over_lanes_takes_short_steps() -> None:
    lanes = next(r for r in WATERS.values() if len(r.lanes) > 1)
    one = lanes.model_copy(update={"lanes": ()})
    steps = {
        (method, len(here.lanes)): base_of(fished(started(method, here), here), MEMBER_GRID).steps
        for method in ("dry-and-nymph", "level-contact")
        for here in (lanes, one)
    }
    assert steps["dry-and-nymph", len(lanes.lanes)] == MEMBER_GRID.seams
    assert steps["dry-and-nymph", 0] == MEMBER_GRID.moving
    assert steps["level-contact", len(lanes.lanes)] == steps["level-contact", 0] == MEMBER_GRID.moving
