"""What askers of the search are answered: every figure as it was found, rounded as it is shown."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from jarana.core.engine.columns import AT_Z
from jarana.core.methods import methods
from jarana.core.outcomes.tracks import members_of
from jarana.core.rig.cost import Cost
from jarana.core.rig.rerig import Rerig, Step
from jarana.core.search.answers import (
    RIDE_POINTS,
    CostView,
    FactorsView,
    RankingView,
    RerigView,
    RideView,
    TriesView,
    WorthView,
    WouldView,
)
from jarana.core.search.by_weight import bought
from jarana.core.search.cells import Cell, FlyAt
from jarana.core.search.ladder import _cell
from jarana.core.search.ranking import Ranking
from jarana.core.search.relax import Would
from jarana.core.search.rungs import Rung
from jarana.core.search.tries import Tried
from jarana.core.search.valued import Valued, Valuer
from jarana.core.tackle.shot import Shot
from jarana.core.worth.judge import Factors, Worth, judge
from tests.coverage import led, water
from tests.fishing import WATERS, fished, started

RUN = water(0.9, 0.62)
HERE = fished(led(started("level-contact", RUN), 1.0), RUN)
SHARES = {name: 0.1 * i + 0.00049 for i, name in enumerate(FactorsView.model_fields)}
WORTH = Worth(12.349, lambda: Factors(**SHARES), np.linspace(1.26375, 22.13625, 11), excluded="a rule")


def test_a_worth_is_shown_to_a_tenth_of_a_minute_and_its_factors_to_a_thousandth() -> None:
    told = WorthView.of(WORTH)
    assert (told.minutes, told.p10, told.p90, told.excluded) == (12.3, 3.4, 20.0, "a rule")
    assert told.factors.model_dump() == pytest.approx({name: round(v, 3) for name, v in SHARES.items()})


def test_a_cost_is_shown_in_knots_centimetres_and_tenths_of_a_minute() -> None:
    assert CostView.of(Cost(3, 0.4567, 2.449)) == CostView(knots=3, line_m=0.46, minutes=2.4)


def test_what_would_help_is_shown_with_what_it_would_give() -> None:
    told = WouldView.of((Would("a heavier bead", 4.449), Would("a finer tippet", 1.0)))
    assert [(w.text, w.minutes) for w in told] == [("a heavier bead", 4.4), ("a finer tippet", 1.0)]


def test_how_flies_ride_is_shown_at_even_shares_of_the_drift_from_its_members() -> None:
    tracks = members_of(HERE, 8)
    assert tracks is not None
    valued = Valued(HERE, judge(tracks, HERE, ""), tracks, 8)
    for row, ride in enumerate(RideView.of(valued)):
        hung = HERE.rig.attachment(tracks.names[row])
        assert (ride.id, ride.bead_mm) == (hung.id, hung.fly and hung.fly.bead and hung.fly.bead.diameter_mm)
        assert len(ride.p10_mm) == len(ride.p50_mm) == len(ride.p90_mm) == RIDE_POINTS
        ends = -tracks.at[:, row, -1, AT_Z] * 1000
        assert ride.p50_mm[-1] == pytest.approx(float(np.percentile(ends, 50)), abs=1.0)
        assert ride.p10_mm[-1] == pytest.approx(float(np.percentile(ends, 10)), abs=1.0)
        assert all(a <= b <= c for a, b, c in zip(ride.p10_mm, ride.p50_mm, ride.p90_mm, strict=True))


def test_a_ranking_is_shown_method_by_method_with_how_its_flies_ride_and_what_was_left_out() -> None:
    tracks = members_of(HERE, 8)
    assert tracks is not None
    valued = Valued(HERE, judge(tracks, HERE, ""), tracks, 8)
    method = methods()["level-contact"]
    told = RankingView.of(Ranking(((method, valued, 2),), (("swung", "no flow"),)))
    (row,) = told.methods
    assert (row.method, row.not_owned, row.head, row.rides) == ("level-contact", 2, "held", RideView.of(valued))
    assert row.worth == WorthView.of(valued.worth)
    assert [(o.method, o.reason) for o in told.left_out] == [("swung", "no flow")]


def test_tries_and_the_way_to_another_rig_are_shown_as_they_were_found() -> None:
    tried = Tried((), 7.349, "nothing", (Would("a float", 9.0),))
    assert TriesView.of(tried) == TriesView(
        readings=(),
        worth_min_per_hour=7.3,
        nothing_fits="nothing",
        what_would=(WouldView(text="a float", minutes=9.0),),
    )
    way = Rerig((Step("cut", Cost(1, 0.2, 1.0)),), Cost(1, 0.2, 1.3), ("mono",))
    told = RerigView.of(way, "1 knot")
    assert [(s.text, s.cost.knots, s.cost.line_m) for s in told.steps] == [("cut", 1, 0.2)]
    assert (told.cost.minutes, told.takes, told.stays_on_winder) == (1.3, "1 knot", ("mono",))


def test_what_most_cells_want_and_the_box_lacks_is_bought_first_and_no_more_than_two() -> None:
    shot = Shot(name="shot", mass_mg=200.0)
    rungs = [Rung(f"{k} g", shot, 1.0, owned=False) for k in range(4)]
    sold = [[Cell(rung=k, text="", mark="sold") for k in row] for row in ([0, 1, 1], [2, 2, 2])]
    owned = [[Cell(rung=3, text="")] * 9, [Cell(rung=None, text="–", mark="sold")]]
    said = bought(sold + owned, rungs)
    assert len(said) == 2
    assert "2 g" in said[0]
    assert "3" in said[0]
    assert "1 g" in said[1]
    assert bought(owned, rungs) == ()


AT_1_M = FlyAt(m=1.0, takes=False, lies=False)


@pytest.mark.parametrize(("count", "today"), [(17.6, True), (17.4, False), (22.4, True), (22.6, False)])
def test_the_count_one_uses_is_todays_within_two_and_a_half_seconds(count: float, today: bool) -> None:
    lake = WATERS["oskel-north"]
    rig = started("lake-team", lake)
    counted = fished(rig.rebuilt(motion=rig.motion.model_copy(update={"count_s": count})), lake)
    assert _cell(counted, (AT_1_M,), 20.0, 0, lake=True).today is today
    assert not _cell(counted, (AT_1_M,), 20.0, 1, lake=True).today, "only on the line that is on"
    assert _cell(counted, (), 20.0, 0, lake=True).mark == "none"


def test_in_a_river_todays_pace_is_todays_column() -> None:
    swung = fished(started("swung", RUN), RUN)
    assert _cell(swung, (AT_1_M,), RUN.pace_m_s, 0, lake=False).today
    assert not _cell(swung, (AT_1_M,), RUN.pace_m_s + 0.1, 0, lake=False).today


def test_what_holds_a_fish_is_worked_out_anew_where_a_knot_or_the_water_differs() -> None:
    value = Valuer()
    rig = HERE.rig
    joint = rig.joints[-1]
    weak = joint.model_copy(
        update={"knot": joint.knot.model_copy(update={"key": "weaker", "nylon": 0.3, "fluorocarbon": 0.3})}
    )
    other = HERE.with_rig(rig.rebuilt(joints=(*rig.joints[:-1], weak)))
    big = RUN.model_copy(update={"fish": RUN.fish.model_copy(update={"mass_kg": 3.0})})
    held = value._held(HERE)
    assert value._held(other) < held
    assert value._held(HERE.with_water(big)) < held
    assert value._held(HERE) == held
    assert len(value._shares) == 3
    assert replace(HERE) == HERE
