"""Readings with P10 and P90 beside their figures, once a band has been computed."""

from __future__ import annotations

from jarana.core.outcomes.band import Band, Spread, band_of
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings.base import ORDER, Reading, with_mark
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import MEMBERS
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(__name__, "never = never")


def readings_with_band(
    situation: Situation, watch: Watch | None = None, members: int = MEMBERS
) -> tuple[Band, tuple[Reading, ...]] | None:
    """Return the band and the readings judged by it, P10 and P90 beside their figures; None when the watch stopped it on the way.

    Readings that no drift decides are not among them: they stand as they were read.

    Raises
    ------
    SolverError
        When too many members fail.
    """
    readings = readings_of(situation, by_shares=True)
    band = band_of(situation, watch, members)
    if band is None:
        return None
    return band, told_by(situation, readings, band)


def told_by(situation: Situation, readings: tuple[Reading, ...], band: Band) -> tuple[Reading, ...]:
    """Return readings as they are told once it is known what happens in all members, worst first."""
    made = (with_mark(_with_band(r, band, situation), situation.writer) for r in readings)
    return tuple(sorted(made, key=lambda reading: ORDER[reading.severity]))


def _with_band(reading: Reading, band: Band, situation: Situation) -> Reading:
    kind, writer = reading_kinds()[reading.key], situation.writer
    if kind.judge is not None:
        reading = kind.judge(situation, reading, band)
    rule = kind.banded
    if rule is None:
        return reading
    figure, shown = rule
    flies = [f for f in band.flies if f.id in reading.parts]
    if not flies:
        return reading
    fly = max(flies, key=lambda f: f.in_zone) if shown == "share" else flies[0]
    spread: Spread = getattr(fly, figure)

    def write(value: float | None) -> str:
        if value is None:
            return say("never")
        if shown == "share":
            return f"{value * 100:.0f}"
        return writer.figure(shown, abs(value) if shown == "speed" else value).digits

    if shown == "travel" and (reading.value is None or spread.p10 is None):
        return reading
    low, high = write(spread.p10), write(spread.p90)
    if shown == "speed" and spread.p10 is not None and spread.p90 is not None:
        if spread.p10 < 0 < spread.p90:
            low, high = write(0.0), write(max(abs(spread.p10), abs(spread.p90)))
        elif spread.p90 < 0:
            low, high = high, low
    return reading.model_copy(update={"low": low, "high": high})
