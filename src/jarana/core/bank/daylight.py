"""When it is light enough to read a bright screen: from sunrise to sunset by the clock of the person's zone."""

from __future__ import annotations

import math
from datetime import date, datetime, timedelta
from zoneinfo import ZoneInfo

from jarana.core.law import Law, Range

LATITUDE = 47.0
"""Degrees north our valley is thought to lie at; nobody is asked (a guess: half an hour for every five degrees, in winter)."""
TILT, SOLSTICE_DAY, YEAR = 23.44, 172, 365.25
DAYLIGHT = Law(
    "length of the day",
    "cos of the half day's angle = -tan(latitude) tan(declination); declination = 23.44° cos(2π (day - 172) / 365.25) (astronomy)",
    {"latitude": Range(0.0, 60.0, "latitude, °")},
    "dusk by the clock",
)
NOON = 12.0


def light_hours(day: date, zone: str, latitude: float = LATITUDE) -> tuple[float, float]:
    """Return sunrise and sunset, hours of the clock, to a quarter of an hour or so: where in its zone one stands is not known.

    Examples
    --------
    >>> [round(h, 1) for h in light_hours(date(2026, 6, 21), "UTC")]
    [4.2, 19.8]
    """
    DAYLIGHT.ask(latitude=latitude)
    number = day.timetuple().tm_yday
    declination = math.radians(TILT) * math.cos(2.0 * math.pi * (number - SOLSTICE_DAY) / YEAR)
    half = math.degrees(math.acos(-math.tan(math.radians(latitude)) * math.tan(declination))) / 15.0
    summer = datetime(day.year, day.month, day.day, 12, tzinfo=ZoneInfo(zone)).dst() or timedelta()
    noon = NOON + summer.total_seconds() / 3600.0
    return noon - half, noon + half
