"""A reach that follows a gauge."""

from __future__ import annotations

from datetime import UTC, datetime

import pytest

from jarana.core.errors import InputError
from jarana.core.water.edits.gauge import SetGauge, TakeGauge
from jarana.core.water.gauge import GaugeReading
from jarana.core.water.reach import Reach


def reading(level: float, temperature: float = 8.5, station: str = "bridge") -> GaugeReading:
    at = datetime(2026, 11, 25, tzinfo=UTC)
    return GaugeReading(station=station, at=at, level_m=level, flow_m3_s=4, temperature_c=temperature)


def test_the_first_reading_belongs_to_the_depth_as_it_is(weir_run: Reach) -> None:
    follows = SetGauge(station="bridge").apply(weir_run)
    took = TakeGauge(reading=reading(0.62)).apply(follows)
    assert took.depth_m == weir_run.depth_m
    assert took.temperature_c == 8.5


def test_depth_rises_and_falls_with_the_level(weir_run: Reach) -> None:
    follows = TakeGauge(reading=reading(0.62)).apply(SetGauge(station="bridge").apply(weir_run))
    higher = TakeGauge(reading=reading(0.80)).apply(follows)
    assert higher.depth_m == pytest.approx(weir_run.depth_m + 0.18)
    assert TakeGauge(reading=reading(0.62)).apply(higher).depth_m == pytest.approx(weir_run.depth_m)


def test_another_gauges_reading_and_a_level_below_the_bed_are_refused(weir_run: Reach) -> None:
    follows = TakeGauge(reading=reading(0.62)).apply(SetGauge(station="bridge").apply(weir_run))
    with pytest.raises(InputError, match="not the gauge of this water"):
        TakeGauge(reading=reading(0.62, station="other")).apply(follows)
    with pytest.raises(InputError):
        TakeGauge(reading=reading(-3.0)).apply(follows)


def test_letting_go_of_a_gauge_forgets_its_level(weir_run: Reach) -> None:
    follows = TakeGauge(reading=reading(0.62)).apply(SetGauge(station="bridge").apply(weir_run))
    free = SetGauge(station="").apply(follows)
    assert (free.gauge, free.gauged) == (None, None)
