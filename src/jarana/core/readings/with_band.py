"""Readings with P10 and P90 beside their figures, once a band has been computed."""

from __future__ import annotations

from jarana.core.drift.band import Band, Spread, band_of
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings.base import Reading
from jarana.core.situation import Situation
from jarana.core.units import Writer
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
waters-like = { $sentence } In { $count } of { $members } waters like it, { $does }.
""",
)


def readings_with_band(situation: Situation, watch: Watch | None = None) -> tuple[Band, tuple[Reading, ...]] | None:
    """Return the band and the readings with P10 and P90 beside their figures; None when the watch stopped it on the way.

    Raises
    ------
    SolverError
        When too many members fail.
    """
    readings = readings_of(situation)
    band = band_of(situation, watch)
    if band is None:
        return None
    return band, tuple(_with_band(r, band, situation.writer) for r in readings)


def _with_band(reading: Reading, band: Band, writer: Writer) -> Reading:
    kind = reading_kinds()[reading.key]
    if kind.counted is not None:
        share, does = kind.counted
        count = round(getattr(band, share) * band.members)
        reading = reading.model_copy(
            update={
                "sentence": say("waters-like", sentence=reading.sentence, count=count, members=band.members, does=does)
            }
        )
    rule = kind.banded
    if rule is None:
        return reading
    figure, shown = rule
    flies = [f for f in band.flies if f.id in reading.parts]
    if not flies:
        return reading
    fly = max(flies, key=lambda f: f.share_in_zone.p50 or 0.0) if shown == "share" else flies[0]
    spread: Spread = getattr(fly, figure)

    def write(value: float | None) -> str:
        if value is None:
            return "never"
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
