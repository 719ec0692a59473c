"""Read a river gauge; where it is late, garbled or gone, the last good reading stands and is marked."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.water.gauge import GaugeReading
from jarana.core.words import phrases
from jarana.ports.gauge import GaugeTroubleError, read_gauge
from jarana.storage.work import Work

say = phrases(
    __name__,
    """
the-gauge-has-not-measured = the gauge has not measured for a while
no-gauge-service-is-configured = no gauge service is configured
the-gauge-s-clock-is = the gauge's clock is wrong
""",
)

OLD_SECONDS = 3 * 3600.0
"""An older reading is marked."""


@dataclass(frozen=True)
class GaugeNow:
    """The reading to go by, its age in seconds, and what is wrong where it is not fresh."""

    reading: GaugeReading | None
    age_s: float
    trouble: str


def gauge_now(work: Work, address: str | None, station: str) -> GaugeNow:
    """Return a station's reading; a good one is kept for later."""
    gauges, now = work.gauges, work.now
    trouble = ""
    try:
        if not address:
            raise GaugeTroubleError(say("no-gauge-service-is-configured"))
        reading = read_gauge(address, station)
        if (reading.at - now).total_seconds() > 3600:
            raise GaugeTroubleError(say("the-gauge-s-clock-is"))
        with work.writing():
            gauges.keep(reading)
    except GaugeTroubleError as error:
        trouble = str(error)
        last = gauges.last(station)
        if last is None:
            return GaugeNow(None, 0.0, trouble)
        reading = last
    age = max((now - reading.at).total_seconds(), 0.0)
    if not trouble and age > OLD_SECONDS:
        trouble = say("the-gauge-has-not-measured")
    return GaugeNow(reading, age, trouble)
