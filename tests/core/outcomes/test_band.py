"""What will probably happen: seeded, reproducible, the same whatever was asked before, and as wide as what is not known."""

from __future__ import annotations

import numpy as np
import pytest

from jarana.core.drift.nominal import nominal
from jarana.core.outcomes.band import Band, band_of, spread
from jarana.core.outcomes.measure import gains
from jarana.core.outcomes.shares import in_ten
from jarana.core.outcomes.tracks import evaluate, members_of
from jarana.core.readings.with_band import readings_with_band
from jarana.core.rig.edits.whole import SetLead
from jarana.core.rig.model import Rig
from jarana.core.unknowns.deviates import DEPTH, FIRST, MEMBERS, PACE, deviates
from jarana.core.unknowns.drifts import MEMBER_GRID
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from tests.coverage import share_between, water
from tests.fishing import DRAWER, fished, started


def stopped() -> Watch:
    watch = Watch()
    watch.stop()
    return watch


@pytest.fixture(scope="module")
def pulled(contact_rig: Rig) -> Rig:
    """The rig pulled along faster than its water: it finds the bottom in some waters only."""
    return SetLead(lead=1.15).apply(contact_rig, DRAWER)


@pytest.fixture(scope="module")
def band(pulled: Rig, weir_run: Reach) -> Band:
    made = band_of(fished(pulled, weir_run))
    assert made is not None
    return made


def test_the_same_rig_has_the_same_band(band: Band, pulled: Rig, weir_run: Reach) -> None:
    situation = fished(pulled, weir_run)
    (again,) = evaluate([situation], range(MEMBERS), MEMBER_GRID) or [None]
    tracks = members_of(situation)
    assert again is not None
    assert tracks is not None
    assert np.array_equal(again.at, tracks.at)
    assert band_of(situation) == band


def test_the_first_answer_is_the_beginning_of_the_last(weir_run: Reach, contact_rig: Rig) -> None:
    situation = fished(SetLead(lead=0.93).apply(contact_rig, DRAWER), weir_run)
    first = members_of(situation, FIRST)
    assert first is not None
    assert first.count == FIRST
    whole = members_of(situation)
    assert whole is not None
    assert whole.count == MEMBERS
    assert np.array_equal(whole.at[:FIRST], first.at)
    again = members_of(situation, FIRST)
    assert again is not None
    assert np.array_equal(again.at, first.at)


def test_percentiles_are_in_order_and_hold_the_nominal_track(band: Band, pulled: Rig, weir_run: Reach) -> None:
    drift = nominal(fished(pulled, weir_run))
    for fly in band.flies:
        assert all(a <= b for a, b in zip(fly.p10_mm, fly.p90_mm, strict=True))
        told = fly.settled_depth_m
        assert sorted([told.p10, told.p50, told.p90]) == [told.p10, told.p50, told.p90]
        now = next(f for f in drift.flies if f.id == fly.id).settled_depth_m
        assert (told.p10 or 0) - 0.1 <= now <= (told.p90 or 0) + 0.1
        assert [d.seconds for d in fly.depths] == [1, 2, 3, 5]
        assert all(d.p10 <= d.p50 <= d.p90 for d in fly.depths)


def test_what_is_seldom_reached_has_no_p90(band: Band) -> None:
    point = band.fly("point")
    assert point is not None
    assert 0 < band.finds_bottom < 0.9
    assert point.metres_to_bottom.p90 is None
    assert band.fly("nobody") is None


def test_a_figure_that_is_never_reached_counts_as_later_than_all() -> None:
    told = spread([3.0, 1.0, float("nan"), 2.0])
    assert (told.p10, told.p50, told.p90) == (1.0, 3.0, None)


def test_a_band_that_is_not_wanted_any_more_stops(contact_rig: Rig, weir_run: Reach) -> None:
    rig = SetLead(lead=0.77).apply(contact_rig, DRAWER)
    assert band_of(fished(rig, weir_run), stopped()) is None


def test_readings_carry_the_band_beside_their_figure(contact_rig: Rig, weir_run: Reach) -> None:
    told = readings_with_band(fished(contact_rig, weir_run))
    assert told is not None
    _, readings = told
    zone = next(r for r in readings if r.key == "zone")
    assert int(zone.low or 0) <= int(zone.figure) <= int(zone.high or 100)
    assert all(r.by_shares for r in readings), "what no drift decides stands as it was read"


def test_slack_is_the_line_beyond_the_straight_way() -> None:
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    tracks = members_of(fished(started("lake-suspended", lake), lake), 8)
    assert tracks is not None
    ends = [float(tracks.slack([row])[0, :, -1].max()) for row in range(len(tracks.names))]
    assert max(ends) < 0.1, "a team that hangs plumb is straight"


def test_a_measurement_narrows_what_hangs_on_it_and_nothing_else() -> None:
    run = water(0.9, 0.62)
    situation = fished(started("level-contact", run), run)
    tracks = members_of(situation)
    assert tracks is not None
    z = deviates()
    figure = 1.0 + 0.3 * z[:, DEPTH] + 0.01 * z[:, PACE]
    first, *rest = gains(tracks, situation, figure)
    assert first.key == "depth"
    assert first.share == pytest.approx(1.0, abs=0.05)
    assert first.then[1] - first.then[0] < 0.6 * (first.now[1] - first.now[0])
    assert all(g.share < 0.05 for g in rest)


def test_a_figure_of_few_drifts_is_asked_no_measurement(contact_rig: Rig, weir_run: Reach) -> None:
    tracks = members_of(fished(contact_rig, weir_run))
    assert tracks is not None
    assert gains(tracks, fished(contact_rig, weir_run), np.full(tracks.count, np.nan)) == ()


@pytest.mark.parametrize(
    ("share", "said"),
    [
        (0.049, "fewer than 1 drift of 20"),
        (0.051, "1 drift of 20"),
        (0.076, "1 drift of 10"),
        (0.16, "2 drifts of 10"),
        (0.94, "9 drifts of 10"),
        (0.96, "nearly every drift"),
        (1.0, "every drift"),
    ],
)
def test_shares_are_said_of_ten_drifts(share: float, said: str) -> None:
    assert in_ten(share) == said


def test_a_figure_on_a_limit_is_put_among_its_equals_at_random() -> None:
    same = np.zeros(1000)
    share = share_between(same, np.zeros(4000))
    assert share == pytest.approx(0.8, abs=0.03)
    assert share_between(np.full(20, np.inf), np.full(20, np.inf)) is None
