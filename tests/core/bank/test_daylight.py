"""When a screen is read by day follows the sun, by the clock of the person's zone."""

from __future__ import annotations

from datetime import date

import pytest

from jarana.core.bank.daylight import LATITUDE, light_hours


def test_at_the_turn_of_the_seasons_day_and_night_are_alike_everywhere() -> None:
    for latitude in (0.0, LATITUDE, 60.0):
        rises, sets = light_hours(date(2026, 9, 21), "UTC", latitude)
        assert sets - rises == pytest.approx(12.0, abs=0.25)


@pytest.mark.parametrize(("day", "hours"), [(date(2026, 6, 21), 15.6), (date(2026, 12, 21), 8.4)])
def test_the_longest_and_the_shortest_day_at_47_degrees_are_as_almanacs_have_them(day: date, hours: float) -> None:
    """15 h 50 min and 8 h 27 min, of which refraction makes a quarter of an hour."""
    rises, sets = light_hours(day, "UTC")
    assert sets - rises == pytest.approx(hours, abs=0.15)


def test_summer_time_moves_both_by_an_hour() -> None:
    plain, summer = (light_hours(date(2026, 6, 1), zone) for zone in ("UTC", "Europe/Vienna"))
    assert summer[0] - plain[0] == pytest.approx(1.0)
    assert summer[1] - plain[1] == pytest.approx(1.0)
    assert light_hours(date(2026, 12, 1), "Europe/Vienna") == light_hours(date(2026, 12, 1), "UTC")
