"""A water with other figures, and what is drawn of it: by hand, from the demo's run."""

from __future__ import annotations

import pytest

from jarana.core.engine.hydro.stream import stream_speed
from jarana.core.units import Writer
from jarana.core.water.edits.figures import SetStones
from jarana.core.water.reach import WARM, Reach, Throw, blank_reach
from jarana.core.water.section import HEIGHTS, section_of

WRITER = Writer()


def test_a_water_that_is_faster_deeper_and_rougher_is_so_in_all_of_its_lanes_and_corners(weir_run: Reach) -> None:
    deep = weir_run.lanes[0].model_copy(update={"depth_m": 0.4})
    run = weir_run.model_copy(update={"lanes": (deep, *weir_run.lanes[1:]), "paced": (Throw(distance_m=5, seconds=8),)})
    new = run.scaled(2.0, 1.5, 4.0)
    assert (new.pace_m_s, new.depth_m) == (run.pace_m_s * 2.0, run.depth_m * 1.5)
    assert [s.depth_m for s in new.soundings] == [s.depth_m * 1.5 for s in run.soundings]
    assert [s.x_m for s in new.soundings] == [s.x_m for s in run.soundings]
    assert [lane.pace_m_s for lane in new.lanes] == [lane.pace_m_s * 2.0 for lane in run.lanes]
    assert [lane.depth_m for lane in new.lanes] == pytest.approx([0.6, *([None] * (len(run.lanes) - 1))])
    assert new.paced == ()
    assert new.roughness == pytest.approx(run.roughness * 4.0, rel=0.01)
    assert new.name == run.name


def test_a_bed_that_is_no_rougher_keeps_the_stones_somebody_looked_at(weir_run: Reach) -> None:
    seen = SetStones(value="20 cm").apply(weir_run)
    assert seen.stones_m is not None
    assert seen.scaled(1.2, 0.9).stones_m == seen.stones_m
    assert seen.scaled().model_copy(update={"paced": seen.paced}) == seen
    rougher = seen.scaled(rougher=1.3)
    assert rougher.stones_m is not None
    assert rougher.stones_m > seen.stones_m


def test_a_new_water_is_knee_deep_and_walking_pace() -> None:
    new = blank_reach()
    assert (new.depth_m, new.pace_m_s, new.temperature_c, new.river) == (0.6, 0.5, 10, "")
    assert (new.zone.low_m, new.zone.high_m) == (0.0, 0.3)


def test_arrows_stand_at_even_heights_from_near_the_surface_to_near_the_bed(weir_run: Reach) -> None:
    section = section_of(weir_run, WRITER)
    for column in section.columns:
        depth, surface = weir_run.depth_at(column.x_m), weir_run.surface_pace_at(column.x_m)
        heights = [depth - arrow.depth_m for arrow in column.paces]
        assert heights == pytest.approx([depth * (1 - (k + 0.25) / HEIGHTS) for k in range(HEIGHTS)], abs=6e-4)
        power = weir_run.power_over(depth)
        assert [a.pace_m_s for a in column.paces] == pytest.approx(
            [stream_speed(h, surface, depth, weir_run.roughness, power) for h in heights], abs=2e-3
        )
    assert len({column.x_m for column in section.columns}) == len(section.columns)


def test_throws_are_told_each_and_together_and_the_one_that_disagrees_is_marked(weir_run: Reach) -> None:
    throws = tuple(Throw(distance_m=5, seconds=s) for s in (8.1, 7.9, 8.3, 4.0))
    section = section_of(weir_run.model_copy(update={"paced": throws}), WRITER)
    assert [(t.distance, t.seconds, t.speed, t.outlier) for t in section.throws] == [
        ("5.0 m", "8.1 s", "0.62 m/s", False), ("5.0 m", "7.9 s", "0.63 m/s", False), ("5.0 m", "8.3 s", "0.60 m/s", False),
        ("5.0 m", "4.0 s", "1.25 m/s", True),
    ]  # fmt: skip
    assert section.paced == "0.62 ± 0.02 m/s" or section.paced == "0.62 ± 0.01 m/s"
    one = section_of(weir_run.model_copy(update={"paced": throws[:1]}), WRITER)
    assert one.paced == "0.62 m/s"
    assert section_of(weir_run.model_copy(update={"paced": ()}), WRITER).throws == ()


@pytest.mark.parametrize(("degrees", "cautioned"), [(17.9, False), (18.0, True), (23.0, True)])
def test_water_that_is_warm_for_its_fish_is_cautioned_by_its_temperature(
    weir_run: Reach, degrees: float, cautioned: bool
) -> None:
    warm = weir_run.model_copy(update={"temperature_c": degrees - 18.0 + WARM})
    told = [c for c in section_of(warm, WRITER).cautions if c.key == "warm-water"]
    assert bool(told) is cautioned
    if told:
        assert WRITER.text("temperature", warm.temperature_c) in told[0].full
