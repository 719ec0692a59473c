"""The water as people read it: soundings, lanes, pacing, the section that is drawn."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from jarana.core.errors import InputError
from jarana.core.units import Writer
from jarana.core.water.edits import water_edits
from jarana.core.water.edits.figures import SetBed, SetDepth, SetFigure, SetPace, SetStones, SetText, SetWord, SetZone
from jarana.core.water.edits.section import AddThrow, DropRow, DropThrow, SetLane, SetObstacle, SetSounding
from jarana.core.water.pacing import pace_of
from jarana.core.water.reach import Reach, TakingZone, Throw
from jarana.core.water.section import section_of
from jarana.core.water.sounding import depth_from_line
from tests.fishing import read, started


@pytest.fixture
def level(weir_run: Reach) -> Reach:
    """The same water without soundings, lanes or throws."""
    plain = weir_run.model_dump() | {"soundings": (), "lanes": (), "paced": (), "obstacles": ()}
    return Reach.model_validate(plain)


def test_three_throws_give_mean_and_sample_spread() -> None:
    pace = pace_of([Throw(distance_m=5, seconds=s) for s in (8.1, 7.9, 8.3)])
    speeds = [5 / 8.1, 5 / 7.9, 5 / 8.3]
    mean = sum(speeds) / 3
    assert pace.mean == pytest.approx(mean)
    assert pace.spread == pytest.approx((sum((v - mean) ** 2 for v in speeds) / 2) ** 0.5)
    assert pace.outliers == (False, False, False)


def test_a_throw_that_disagrees_is_marked_and_left_out() -> None:
    pace = pace_of([Throw(distance_m=5, seconds=s) for s in (8.1, 7.9, 8.3, 4.0)])
    assert pace.outliers == (False, False, False, True)
    assert pace.mean == pytest.approx(5 / 8.1, rel=0.01)


def test_hands_no_steadier_than_two_per_cent_make_no_outlier() -> None:
    assert not any(pace_of([Throw(distance_m=5, seconds=s) for s in (8.0, 8.0, 8.0, 8.3)]).outliers)


def test_pacing_sets_the_pace_of_the_lane_the_fish_hold_in(weir_run: Reach) -> None:
    reach = weir_run
    for seconds in ("8.1", "7,9 s", "8.3"):
        reach = AddThrow(distance="16 ft 5", seconds=seconds).apply(reach)
    assert reach.pace_m_s == pytest.approx(0.618, abs=2e-3)
    assert reach.lanes[reach.fish_lane].pace_m_s == reach.pace_m_s
    assert SetPace(value="0.5").apply(reach).paced == ()


def test_a_throw_taken_away_is_gone_from_the_mean() -> None:
    reach = level_reach()
    for seconds in ("8", "10"):
        reach = AddThrow(distance="5", seconds=seconds).apply(reach)
    assert reach.pace_m_s == pytest.approx((0.625 + 0.5) / 2)
    assert DropThrow(index=0).apply(reach).pace_m_s == pytest.approx(0.5)
    with pytest.raises(InputError):
        DropThrow(index=5).apply(reach)


@pytest.mark.parametrize(
    ("distance", "seconds", "paths"),
    [("x", "y", ["distance", "seconds"]), ("0", "5", ["distance"]), ("5", "0.5", ["seconds"]), ("5", "0", ["seconds"])],
)
def test_what_is_wrong_with_a_throw_is_named(distance: str, seconds: str, paths: list[str]) -> None:
    with pytest.raises(InputError) as error:
        AddThrow(distance=distance, seconds=seconds).apply(level_reach())
    assert [f.path for f in error.value.faults] == paths


def level_reach() -> Reach:
    return Reach.model_validate(
        {"id": "r", "name": "R", "river": "", "depth_m": 1, "pace_m_s": 0.5, "bed": "cobble", "temperature_c": 9,
         "zone": {"low_m": 0, "high_m": 0.3}}
    )  # fmt: skip


def test_the_level_rises_and_falls_as_a_whole(weir_run: Reach) -> None:
    higher = SetDepth(value="1.0 m").apply(weir_run)
    assert higher.depth_m == pytest.approx(1.0)
    for old, new in zip(weir_run.soundings, higher.soundings, strict=True):
        assert new.depth_m - old.depth_m == pytest.approx(0.1)
    with pytest.raises(InputError, match="shallowest sounding"):
        SetDepth(value="0.4").apply(weir_run)


def test_depth_follows_where_the_fish_hold(weir_run: Reach) -> None:
    assert SetFigure(field="fish_at", value="2.5").apply(weir_run).depth_m == pytest.approx(0.70)


def test_a_first_sounding_makes_a_bed_and_the_depth_stays_with_the_fish(level: Reach) -> None:
    reach = SetSounding(at="4", depth="2 ft").apply(level)
    assert [s.x_m for s in reach.soundings] == [0, 4, 10]
    assert reach.soundings[1].depth_m == pytest.approx(0.6096)


def test_a_sounding_by_weight_and_line_is_plane_geometry(level: Reach) -> None:
    assert depth_from_line(2.0, 0.5, 60.0) == pytest.approx(0.5)
    reach = SetSounding(at="4", line="3.2 m", above="1.8 m").apply(level)
    assert reach.soundings[1].depth_m == pytest.approx(1.4)
    with pytest.raises(InputError) as error:
        SetSounding(at="4", line="1 m", above="1.8 m").apply(level)
    assert error.value.faults[0].path == "line"


def test_soundings_cross_nothing_and_take_no_impossible_depth(weir_run: Reach) -> None:
    with pytest.raises(InputError) as error:
        SetSounding(index=1, at="x", depth="y").apply(weir_run)
    assert [f.path for f in error.value.faults] == ["at", "depth"]
    with pytest.raises(InputError, match=r"at most 40\.00 m"):
        SetSounding(index=1, depth="90 m").apply(weir_run)
    moved = SetSounding(index=0, at="10").apply(weir_run)
    assert [s.x_m for s in moved.soundings] == sorted(s.x_m for s in moved.soundings)


def test_the_lane_a_fish_lies_in_gives_the_pace(weir_run: Reach) -> None:
    assert SetFigure(field="off", value="1 m").apply(weir_run).pace_m_s == 0.35
    assert SetFigure(field="off", value="30 m").apply(weir_run).pace_m_s == 0.48
    wider = SetLane(index=0, width="6 m").apply(weir_run)
    assert wider.pace_m_s == 0.35
    assert DropRow(of="lanes", index=0).apply(weir_run).lanes[0].name == "main"


def test_the_same_flow_is_slower_where_it_is_deeper(weir_run: Reach) -> None:
    assert weir_run.surface_pace_at(weir_run.fish_at_m) == pytest.approx(weir_run.pace_m_s)
    assert weir_run.surface_pace_at(0) > weir_run.pace_m_s
    for x in (0.0, 6.7, 16.0):
        depth = weir_run.depth_at(x)
        there = weir_run.model_copy(update={"pace_m_s": weir_run.surface_pace_at(x), "depth_m": depth, "soundings": ()})
        assert there.bulk_pace * depth == pytest.approx(weir_run.bulk_pace * weir_run.depth_m)


def test_the_zone_follows_the_bed_or_the_surface(weir_run: Reach) -> None:
    bed = section_of(weir_run, Writer()).bed
    assert all(p.zone_end_m == pytest.approx(p.depth_m) for p in bed)
    high = SetZone(low="0", high="20 cm", datum="surface").apply(weir_run)
    assert all(p.zone_top_m == 0 and p.zone_end_m == pytest.approx(0.2) for p in section_of(high, Writer()).bed)


def test_deep_fast_water_is_cautioned_and_a_lake_is_not(weir_run: Reach) -> None:
    deep = SetDepth(value="1.3").apply(weir_run)
    assert "Staff" in section_of(deep, Writer()).cautions[0].full
    still = SetWord(field="kind", value="lake").apply(deep)
    assert section_of(still, Writer()).cautions == ()


@pytest.mark.parametrize(
    ("edit", "path"),
    [
        (SetWord(field="clarity", value="upstream"), "value"),
        (SetText(field="name", value="  "), "value"),
        (SetLane(index=7, pace="1"), "index"),
        (SetObstacle(index=None, height="x"), "height"),
        (DropRow(of="soundings", index=30), "index"),
    ],
)
def test_what_cannot_be_is_refused_by_field(weir_run: Reach, edit: object, path: str) -> None:
    with pytest.raises(InputError) as error:
        edit.apply(weir_run)
    assert error.value.faults[0].path == path


def test_every_edit_of_the_water_is_found_and_named_once() -> None:
    ops = [kind.model_fields["op"].default for kind in water_edits()]
    assert len(ops) == len(set(ops)) >= 14


@given(at=st.floats(0, 300), depth=st.floats(0.02, 12))
def test_any_sounding_keeps_depth_and_bed_in_agreement(at: float, depth: float) -> None:
    reach = SetSounding(at=f"{at:.3f}", depth=f"{max(depth, 0.1):.3f}").apply(level_reach())
    assert reach.depth_at(reach.fish_at_m) == pytest.approx(reach.depth_m, abs=1e-3)
    assert Reach.model_validate_json(reach.model_dump_json()) == reach


def test_a_lane_has_a_depth_of_its_own_until_it_is_as_deep_as_the_fish_s(weir_run: Reach) -> None:
    deeper = SetLane(index=2, depth="1.4 m").apply(weir_run)
    assert deeper.lanes[2].depth_m == pytest.approx(1.4)
    assert deeper.depth_m == weir_run.depth_m
    assert SetLane(index=2, depth=" ").apply(deeper).lanes[2].depth_m is None
    with pytest.raises(InputError, match="the fish hold in this lane"):
        SetLane(index=weir_run.fish_lane, depth="1 m").apply(weir_run)
    assert deeper.scaled(depth=0.5).lanes[2].depth_m == pytest.approx(0.7)


@pytest.mark.parametrize(
    ("typed", "bed"),
    [("1.5 cm", "fine-gravel"), ("1.6 cm", "coarse-gravel"), ("6.3 cm", "coarse-gravel"), ("6.4 cm", "cobble"),
     ("25.5 cm", "cobble"), ("25.6 cm", "boulder"), ("10 in", "cobble")],
)  # fmt: skip
def test_stones_that_were_looked_at_name_the_bed(level: Reach, typed: str, bed: str) -> None:
    assert SetStones(value=typed).apply(level).bed == bed


def test_bigger_stones_slow_the_water_near_them_and_leave_the_leaf_as_it_was(level: Reach) -> None:
    small, big = (SetStones(value=v).apply(level) for v in ("3 cm", "30 cm"))
    assert big.pace_at(0.1) < 0.7 * small.pace_at(0.1)
    assert big.bulk_pace < small.bulk_pace
    assert big.pace_at(big.depth_m) == small.pace_at(small.depth_m) == level.pace_m_s


def test_a_kind_of_bed_chosen_or_nothing_typed_puts_the_stones_aside(level: Reach) -> None:
    told = SetStones(value="12").apply(level)
    assert told.stones_m == 0.12
    assert SetBed(bed="silt").apply(told).stones_m is None
    assert SetStones(value=" ").apply(told) == told.model_copy(update={"stones_m": None})


@pytest.mark.parametrize(("typed", "said"), [("0.9 cm", "1 cm"), ("1.1 m", "1.00 m"), ("-5", "1 cm")])
def test_stones_nobody_could_measure_are_refused_in_the_persons_units(level: Reach, typed: str, said: str) -> None:
    with pytest.raises(InputError, match=said):
        SetStones(value=typed).apply(level)


def test_weed_and_still_water_keep_out_of_the_law_of_stones(level: Reach) -> None:
    shallow = level.model_copy(update={"depth_m": 0.3})
    assert shallow.model_copy(update={"bed": "boulder"}).power_over(0.3) > 0
    assert shallow.model_copy(update={"bed": "weed"}).power_over(0.3) == 0
    assert shallow.model_copy(update={"bed": "boulder", "kind": "lake"}).power_over(0.3) == 0


def test_a_zone_nobody_knows_is_the_whole_water_and_goes_with_its_depth(level: Reach) -> None:
    unknown = SetZone(known=False).apply(level)
    assert unknown.zone.heights(unknown.depth_m) == (0.0, unknown.depth_m)
    deeper = SetDepth(value="1.4").apply(unknown)
    assert deeper.zone.high_m == 1.4
    assert SetZone(low="0", high="30").apply(unknown).zone_known


def test_no_share_is_told_of_a_zone_nobody_knows(level: Reach) -> None:
    unknown = SetZone(known=False).apply(level)
    said = read("zone", started("level-contact", level), unknown)
    assert (said.severity, said.title, said.unit) == ("look", "Where they take is not known", "m")
    assert not said.tries


@pytest.mark.parametrize(
    ("kind", "depth", "fits"),
    [("river", 12.0, True), ("river", 12.1, False), ("lake", 40.0, True), ("lake", 40.1, False)],
)
def test_a_lake_may_be_deeper_than_any_river(level: Reach, kind: str, depth: float, fits: bool) -> None:
    water = SetWord(field="kind", value=kind).apply(level)
    if fits:
        assert SetDepth(value=f"{depth} m").apply(water).depth_m == depth
        return
    with pytest.raises(InputError, match="at most"):
        SetDepth(value=f"{depth} m").apply(water)


@pytest.mark.parametrize(("typed", "metres"), [("2 rods", 6.4), ("1.5 rod", 4.8), ("3 hands", 0.6), ("1 Arm", 0.9)])
def test_a_depth_is_typed_in_what_one_measures_with(level: Reach, typed: str, metres: float) -> None:
    own = Writer(own=(("rod", 3.2), ("hand", 0.2), ("arm", 0.9)))
    assert SetDepth(value=typed).apply(level, own).depth_m == pytest.approx(metres)
    with pytest.raises(InputError, match="not a length"):
        SetDepth(value=typed).apply(level)


@pytest.mark.parametrize(
    ("low", "high", "datum", "depth", "band"),
    [
        (0.2, 0.6, "bed", 0.9, (0.2, 0.6)),
        (0.2, 0.6, "bed", 0.5, (0.2, 0.5)),
        (0.2, 0.6, "bed", 0.29, (0.19, 0.29)),
        (0.2, 0.6, "bed", 0.05, (0.0, 0.05)),
        (0.2, 0.25, "bed", 0.1, (0.05, 0.1)),
        (0.6, 1.8, "surface", 2.5, (0.7, 1.9)),
        (0.6, 1.8, "surface", 0.71, (0.0, 0.11)),
        (0.6, 1.8, "surface", 0.69, (0.0, 0.1)),
        (0.6, 1.8, "surface", 0.3, (0.0, 0.1)),
        (0.6, 0.63, "surface", 0.5, (0.0, 0.03)),
        (0.6, 1.8, "surface", 0.06, (0.0, 0.06)),
    ],
)
def test_a_zone_is_kept_inside_the_water_and_a_fish_high_where_that_is_too_shallow_for_it(
    low: float, high: float, datum: str, depth: float, band: tuple[float, float]
) -> None:
    zone = TakingZone(low_m=low, high_m=high, datum=datum)  # type: ignore[arg-type]
    assert zone.heights(depth) == pytest.approx(band)
    for found, wanted in zip(zone.heights(np.array([depth, 9.0])), band, strict=True):
        assert found[0] == pytest.approx(wanted)


@pytest.mark.parametrize("datum", ["bed", "surface"])
@pytest.mark.parametrize(("height", "held"), [(-0.004, True), (0.0, True), (0.5, True), (0.5001, False), (1.0, False)])
def test_what_lies_on_the_bed_is_in_every_zone_that_reaches_it(datum: str, height: float, held: bool) -> None:
    """A fly that lies on the bed is a hair under it: it had been out of a zone counted from the surface."""
    low, high = (0.0, 0.5) if datum == "bed" else (3.0, 3.5)
    zone = TakingZone(low_m=low, high_m=high, datum=datum)  # type: ignore[arg-type]
    assert zone.holds(np.array([height]), np.array([3.5]))[0] == held


def test_what_lies_on_the_bed_is_not_in_a_zone_off_it() -> None:
    off = TakingZone(low_m=0.1, high_m=0.5)
    assert list(off.holds(np.array([-0.004, 0.0999, 0.1]), np.full(3, 0.9))) == [False, False, True]


@pytest.mark.parametrize(
    ("height", "near", "held"),
    [(0.319, 0.02, True), (0.321, 0.02, False), (0.081, 0.02, True), (0.079, 0.02, False), (0.349, 0.05, True), (0.351, 0.05, False)],
)  # fmt: skip
def test_what_is_so_near_a_zone_that_half_of_the_fish_take_counts_as_in_it(
    height: float, near: float, held: bool
) -> None:
    zone = TakingZone(low_m=0.1, high_m=0.3)
    assert zone.holds(np.array([height]), np.array([0.9]), near)[0] == held
