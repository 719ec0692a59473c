"""What is told of members: worked out by hand from drifts made up for it."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from jarana.core.drift.nominal import nominal
from jarana.core.engine.batch import Ran
from jarana.core.engine.columns import AT_Z, BED_S, CONTACTS, FIRST_M, FIRST_S, REL_X, UNDER
from jarana.core.errors import SolverError
from jarana.core.outcomes.band import DRAWN_TIMES, Band, told
from jarana.core.outcomes.measure import LEAST_MEMBERS, OF, gains, measures_told
from jarana.core.outcomes.tracks import MOST_KEPT, AsWritten, Tracks, evaluate, members_of
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import deviates
from jarana.core.unknowns.drifts import MEMBER_GRID, SEARCH_GRID, base_of, factors_of
from jarana.core.watch import Watch
from jarana.core.water.reach import TakingZone
from tests.coverage import water
from tests.fishing import WATERS, fished, started

RUN = water(0.9, 0.62, zone=TakingZone(low_m=0.2, high_m=0.5, datum="bed"))
HERE = fished(started("level-contact", RUN), RUN)
TIMES = np.array([0.0, 1.0, 2.0, 3.0, 4.0])


def made_up(heights: dict[str, list[list[float]]], situation: Situation = HERE) -> Tracks:
    """Drifts of 4 s whose flies are at these heights over a bed 0.9 m deep, a list for each member."""
    names = tuple(heights)
    count = len(next(iter(heights.values())))
    at = np.zeros((count, len(names) + 2, len(TIMES), 9))
    at[..., UNDER] = 0.9
    for row, name in enumerate(names):
        at[:, row, :, AT_Z] = np.array(heights[name]) - 0.9
    did = np.zeros((count, len(names) + 2, 9))
    did[..., FIRST_S], did[..., FIRST_M] = np.nan, np.nan
    ones = np.ones(count)
    return Tracks(
        situation, names, np.arange(count), np.tile(TIMES, (count, 1)), at, did, np.zeros(len(names)), ones,
        AsWritten(lambda: Ran(TIMES, at[0], did[0])), top_held=False, led=True,
    )  # fmt: skip


IN, OVER, BED = 0.3, 0.7, 0.0


def band() -> Band:
    tracks = made_up(
        {
            "dropper": [[OVER, OVER, IN, IN, IN], [OVER, OVER, OVER, OVER, OVER]],
            "point": [[OVER, IN, IN, IN, BED], [OVER, OVER, IN, IN, IN]],
        }
    )
    tracks.did[0, 1, FIRST_S], tracks.did[0, 1, FIRST_M] = 3.5, 2.0
    tracks.did[0, 1, BED_S], tracks.did[0, 1, CONTACTS] = 0.4, 3.0
    tracks.at[:, 0, 2:, REL_X] = np.array([0.1, 0.3])[:, None]
    return told(tracks, HERE)


def test_a_fly_is_in_the_zone_for_the_seconds_that_end_in_it() -> None:
    upper, point = band().flies
    assert upper.in_zone == pytest.approx((3 / 4 + 0) / 2)
    assert point.in_zone == pytest.approx((3 / 4 + 3 / 4) / 2)
    assert (point.share_in_zone.p10, point.share_in_zone.p90) == (0.75, 0.75)
    assert (upper.first_in_zone_s.p10, upper.first_in_zone_s.p90) == (2.0, None)
    assert point.first_in_zone_s.p90 == 2.0


def test_all_flies_are_in_it_at_once_for_the_seconds_they_share() -> None:
    assert band().all_in_zone == pytest.approx((2 / 4 + 0) / 2)


def test_touches_contacts_and_time_on_the_stones_are_meaned_over_the_drifts() -> None:
    whole = band()
    upper, point = whole.flies
    assert (point.touches, upper.touches, whole.finds_bottom) == (0.5, 0.0, 0.5)
    assert point.bed_share == pytest.approx(0.5 * 0.4 / 4)
    assert point.contacts == pytest.approx(1.5)
    assert (point.seconds_to_bottom.p10, point.metres_to_bottom.p10, point.metres_to_bottom.p90) == (3.5, 2.0, None)


def test_drag_is_that_of_the_second_half() -> None:
    upper = band().flies[0]
    assert (upper.drag_m_s.p10, upper.drag_m_s.p90) == (0.1, 0.3)


def test_depths_are_told_at_the_counts_within_the_drift() -> None:
    point = band().flies[1]
    assert [d.seconds for d in point.depths] == [1, 2, 3]
    one, two = (d for d in point.depths[:2])
    assert (two.p10, two.p50, two.p90) == (0.6, 0.6, 0.6)
    assert one.p50 == pytest.approx(0.4, abs=1e-4)
    assert one.p10 < one.p50 < one.p90


def test_a_zone_from_the_bed_holds_a_fly_that_lies_a_little_in_it_and_one_from_the_surface_does_not() -> None:
    low = HERE.with_water(RUN.model_copy(update={"zone": TakingZone(low_m=0.0, high_m=0.3, datum="bed")}))
    pressed = made_up({"point": [[-0.001] * 5]}, low)
    assert told(pressed, low).flies[0].in_zone == 1.0
    off = HERE.with_water(RUN.model_copy(update={"zone": TakingZone(low_m=0.1, high_m=0.3, datum="bed")}))
    assert told(made_up({"point": [[-0.001] * 5]}, off), off).flies[0].in_zone == 0.0


def test_what_is_drawn_is_the_fine_track_moved_by_what_the_members_do_to_their_own() -> None:
    tracks = made_up({"point": [[0.5] * 5, [0.4] * 5, [0.3] * 5]})
    drawn = told(tracks, HERE).flies[0]
    drift = nominal(HERE)
    node = next(f.node for f in drift.flies if f.id == "point")
    shares = np.arange(1, DRAWN_TIMES + 1) / DRAWN_TIMES
    times = np.array(drift.times_s)
    fine = -np.interp(shares, times / times[-1], np.array(drift.z_mm)[:, node])
    assert np.abs(np.array(drawn.p10_mm) - fine).max() <= 21
    assert (np.array(drawn.p90_mm) - np.array(drawn.p10_mm)).max() == pytest.approx(160, abs=2)


def test_what_floats_is_under_where_it_ends_a_body_below_the_surface() -> None:
    float_ = fished(started("float-pair", RUN), RUN)
    top = float_.head.free_top(float_.rig, RUN.water)
    assert top is not None
    tracks = made_up({"point": [[IN] * 5, [IN] * 5]}, float_)
    edge = -2.0 * top.radius - 0.005
    tracks.at[:, -1, -1, AT_Z] = edge + 1e-4, edge - 1e-4
    assert told(tracks, float_).under == 0.5
    assert told(made_up({"point": [[IN] * 5]}), HERE).under == 0.0


@pytest.mark.parametrize("key", ["depth", "pace"])
def test_what_moves_a_figure_most_is_what_is_told_to_be_measured(key: str) -> None:
    """Metres to the bottom that hang on one unknown alone."""
    count = 128
    tracks = made_up({"point": [[IN] * 5] * count})
    tracks.did[:, 0, FIRST_M] = 3.0 + 0.5 * deviates()[:count, OF[key]]
    (said,) = measures_told(tracks, HERE)
    low, high = np.percentile(tracks.did[:, 0, FIRST_M], (10, 90))
    assert f"{low:.1f}" in said
    assert f"{high:.1f} m" in said
    narrower = said.rsplit(" ", 3)
    assert "nothing" not in said.lower(), narrower


def test_a_figure_that_hangs_on_nothing_measurable_says_that_no_measurement_helps() -> None:
    count = 128
    tracks = made_up({"point": [[IN] * 5] * count})
    tracks.did[:, 0, FIRST_M] = np.random.default_rng(1).normal(3.0, 0.5, count)
    (said,) = measures_told(tracks, HERE)
    assert "3" not in said
    assert "the metres to the bottom" in said
    assert measures_told(made_up({"point": [[IN] * 5] * count}), HERE) == (), (
        "the same on every drift: nothing to narrow"
    )
    few = made_up({"point": [[IN] * 5] * (LEAST_MEMBERS - 1)})
    few.did[:, 0, FIRST_M] = 3.0
    assert measures_told(few, HERE) == ()


def test_of_a_fly_that_seldom_touches_the_depth_is_told() -> None:
    count = 128
    heights = 0.3 + 0.05 * deviates()[:count, OF["depth"]]
    tracks = made_up({"point": [[float(h)] * 5 for h in heights]})
    (said,) = measures_told(tracks, HERE)
    assert "deep" in said.lower() or "depth" in said.lower()
    assert "0.6" in said


def test_members_computed_before_are_kept_and_more_of_them_begin_with_the_same() -> None:
    situation = fished(started("level-contact", deep(0.83)), deep(0.83))
    few = members_of(situation, 4)
    more = members_of(situation, 8)
    assert few is not None
    assert more is not None
    assert list(more.members) == list(range(8))
    assert np.array_equal(more.at[:4], few.at)
    assert members_of(situation, 8) is more
    again = members_of(situation, 4)
    assert again is not None
    assert np.array_equal(again.at, few.at)
    watch = Watch()
    watch.stop()
    assert members_of(fished(situation.rig, deep(0.84)), 8, watch) is None


def deep(metres: float) -> object:
    return water(metres, 0.62)


def test_joined_members_stand_one_behind_the_other() -> None:
    tracks = made_up({"point": [[IN] * 5, [OVER] * 5]})
    other = replace(tracks, members=np.array([2, 3]))
    both = Tracks.joined([tracks, other])
    assert list(both.members) == [0, 1, 2, 3]
    assert both.count == 4
    assert both.at.shape[0] == both.did.shape[0] == both.times.shape[0] == 4
    assert both.as_written is tracks.as_written
    assert (both.top_held, both.led, both.laws) == (tracks.top_held, tracks.led, tracks.laws)


def test_what_is_summed_over_the_moments_is_the_integral_by_trapezia() -> None:
    tracks = replace(made_up({"point": [[IN] * 5]}), times=np.array([[0.0, 1.0, 3.0, 4.0, 8.0]]))
    values = np.array([[1.0, 2.0, 0.0, 4.0, 4.0]])
    assert tracks.over_time(values) == pytest.approx(np.trapezoid(values, tracks.times, axis=1))
    assert tracks.over_time(np.ones((1, 5))) == pytest.approx([8.0])


def test_a_band_is_told_at_even_shares_of_the_drift_to_its_end() -> None:
    shares = band().shares
    assert len(shares) == DRAWN_TIMES
    assert shares[-1] == 1.0
    assert np.allclose(np.diff(shares), 1 / DRAWN_TIMES, atol=1e-4)


def test_where_nothing_hangs_nothing_finds_the_bottom() -> None:
    bare = made_up({"point": [[IN] * 5]})
    none = replace(bare, names=(), at=bare.at[:, 1:], did=bare.did[:, 1:])
    assert told(none, HERE).finds_bottom == 0.0
    assert told(none, HERE).flies == ()


def test_a_fly_settles_no_deeper_than_the_bed_it_ends_over() -> None:
    tracks = made_up({"point": [[0.0, 0.0, 0.0, 0.0, 0.0]]})
    tracks.at[:, 0, :, UNDER] = np.linspace(1.3, 0.5, 5)
    tracks.at[:, 0, :, AT_Z] = -0.8
    assert told(tracks, HERE).flies[0].settled_depth_m.p50 == 0.5


def test_members_carry_their_depth_and_their_times() -> None:
    situation = fished(started("level-contact", deep(0.77)), deep(0.77))
    tracks = members_of(situation, 6)
    assert tracks is not None
    base = base_of(situation, MEMBER_GRID)
    assert list(tracks.depth) == [factors_of(base, k).depth for k in range(6)]
    assert tracks.times.shape == tracks.at.shape[:1] + tracks.at.shape[2:3]
    assert (np.diff(tracks.times, axis=1) > 0).all()
    assert (tracks.times[:, 0] == 0.0).all()


@pytest.mark.parametrize(("drifts", "asked"), [(LEAST_MEMBERS - 1, False), (LEAST_MEMBERS, True)])
def test_of_so_many_drifts_it_is_told_what_to_measure(drifts: int, asked: bool) -> None:
    tracks = made_up({"point": [[IN] * 5] * drifts})
    figure = 3.0 + 0.5 * deviates()[:drifts, OF["depth"]]
    assert bool(gains(tracks, HERE, figure)) is asked


def test_what_hangs_is_found_by_its_name() -> None:
    tracks = made_up({"dropper": [[IN] * 5], "point": [[OVER] * 5]})
    assert (tracks.row("dropper"), tracks.row("point")) == (0, 1)


@pytest.mark.parametrize(("datum", "shallower"), [("bed", 1 / 1.25), ("surface", 1.0)])
def test_over_a_zone_on_the_bed_members_are_drawn_in_the_depth_that_is_written(datum: str, shallower: float) -> None:
    zone = TakingZone(low_m=0.2, high_m=0.5, datum=datum)
    here = HERE.with_water(RUN.model_copy(update={"zone": zone}))
    as_written = made_up({"point": [[0.7] * 5] * 3}, here)
    deeper = replace(as_written, depth=np.full(3, 1.25))
    one, other = (np.array(told(t, here).flies[0].p10_mm) for t in (as_written, deeper))
    assert one - other == pytest.approx(200.0 * (1.0 - shallower), abs=1.5)


def test_depths_at_counts_are_told_to_a_tenth_of_a_millimetre() -> None:
    depths = told(made_up({"point": [[0.7 + 0.123456 * 1e-2] * 5]}), HERE).flies[0].depths
    assert {(d.p10, d.p50, d.p90) for d in depths} == {(0.1988,) * 3}


def test_a_computation_tells_each_of_its_drifts_as_a_step() -> None:
    watch = Watch()
    situation = fished(started("level-contact", deep(0.79)), deep(0.79))
    (tracks,) = evaluate([situation], range(5), MEMBER_GRID, watch) or [None]
    assert (watch.done, watch.of) == (6, 6), "five members and the nominal run"
    assert tracks is not None
    assert np.array_equal(tracks.arcs, base_of(situation, MEMBER_GRID).arcs)
    assert (tracks.slack([0]) > 0).any()


def test_what_comes_to_no_answer_is_an_error_that_names_the_rig(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("jarana.core.outcomes.tracks.evaluate", lambda *_: [None])
    with pytest.raises(SolverError, match="did not come to an answer"):
        members_of(fished(HERE.rig, deep(0.78)), 2)


@pytest.mark.long
def test_so_many_situations_are_kept_and_the_oldest_let_go() -> None:
    rig = started("lake-vertical", WATERS["oskel-north"])
    lakes = [WATERS["oskel-north"].model_copy(update={"temperature_c": 8.0 + 0.01 * k}) for k in range(MOST_KEPT + 1)]
    first = members_of(fished(rig, lakes[0]), 1)
    second = members_of(fished(rig, lakes[1]), 1)
    for lake in lakes[2:MOST_KEPT]:
        members_of(fished(rig, lake), 1)
    assert members_of(fished(rig, lakes[1]), 1) is second
    assert members_of(fished(rig, lakes[0]), 1) is first
    members_of(fished(rig, lakes[MOST_KEPT]), 1)
    assert members_of(fished(rig, lakes[0]), 1) is not first


def test_the_run_as_written_beside_members_is_run_once_and_only_when_somebody_asks() -> None:
    (beside,) = evaluate([HERE], range(2), SEARCH_GRID) or [None]
    (later,) = evaluate([HERE], range(2), SEARCH_GRID, as_written=False) or [None]
    assert beside is not None
    assert later is not None
    assert np.array_equal(later.at, beside.at)
    assert "ran" not in vars(later.as_written)
    assert np.array_equal(later.nominal, beside.nominal)
    assert later.as_written.ran is later.as_written.ran


def test_a_run_as_written_that_comes_to_no_answer_is_said_by_whoever_asks() -> None:
    failed = AsWritten(lambda: Ran(TIMES, np.full((3, len(TIMES), 9), np.nan), np.zeros((3, 9))))
    with pytest.raises(SolverError):
        _ = failed.ran
