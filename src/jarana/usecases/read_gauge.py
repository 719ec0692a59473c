"""Read a river gauge; where it is late, garbled or gone, the last good reading stands and is marked."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from sqlalchemy.orm import Session

from jarana.core.water.gauge import GaugeReading
from jarana.ports.gauge import GaugeTroubleError, read_gauge
from jarana.storage.repositories import Gauges

OLD_SECONDS = 3 * 3600.0
"""An older reading is marked."""


@dataclass(frozen=True)
class GaugeNow:
    """The reading to go by, its age in seconds, and what is wrong where it is not fresh."""

    reading: GaugeReading | None
    age_s: float
    trouble: str


def gauge_now(session: Session, address: str | None, station: str, now: datetime) -> GaugeNow:
    """Return a station's reading; a good one is kept for later."""
    gauges = Gauges(session)
    trouble = ""
    try:
        if not address:
            raise GaugeTroubleError("no gauge service is configured")
        reading = read_gauge(address, station)
        if (reading.at - now).total_seconds() > 3600:
            raise GaugeTroubleError("the gauge's clock is wrong")
        gauges.keep(reading)
    except GaugeTroubleError as error:
        trouble = str(error)
        last = gauges.last(station)
        if last is None:
            return GaugeNow(None, 0.0, trouble)
        reading = last
    age = max((now - reading.at).total_seconds(), 0.0)
    if not trouble and age > OLD_SECONDS:
        trouble = "the gauge has not measured for a while"
    return GaugeNow(reading, age, trouble)
