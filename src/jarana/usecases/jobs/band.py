"""How sure a drift is: P10 to P90 of every track and figure, from many waters like it."""

from __future__ import annotations

from typing import Literal

from jarana.core.outcomes.band import Band
from jarana.core.model import Frozen
from jarana.core.readings.base import Reading
from jarana.core.readings.with_band import readings_with_band
from jarana.core.watch import Watch
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind, RigInWater
from jarana.usecases.situations import situation_of
from jarana.usecases.today import Asking


class BandAsked(RigInWater):
    """A rig in a water, to be run in many waters like it."""

    kind: Literal["band"] = "band"


class BandFound(Frozen):
    """The band of a drift, and the readings with their P10 and P90."""

    kind: Literal["band"] = "band"
    band: Band
    readings: tuple[Reading, ...]


def _run(work: Work, asked: BandAsked, asking: Asking, watch: Watch) -> BandFound | None:
    told = readings_with_band(situation_of(work, asked.rig, asked.water, asking), watch)
    if told is None:
        return None
    band, readings = told
    bare = tuple(reading.model_copy(update={"laws": ()}) for reading in readings)
    return BandFound(band=band.model_copy(update={"laws": ()}), readings=bare)


JOB = JobKind("band", BandAsked, BandFound, _run)
