"""How sure a drift is: P10 to P90 of every track and figure, from many waters like it."""

from __future__ import annotations

from typing import Literal

from jarana.core.model import Frozen
from jarana.core.outcomes.band import Band
from jarana.core.outcomes.measure import measures_told
from jarana.core.outcomes.tracks import members_of
from jarana.core.readings.base import Reading
from jarana.core.readings.with_band import readings_with_band
from jarana.core.search.answers import WorthView
from jarana.core.unknowns.deviates import FIRST, MEMBERS
from jarana.core.watch import Watch
from jarana.core.worth.judge import judge
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind, RigInWater
from jarana.usecases.situations import situation_of
from jarana.usecases.today import Asking


class BandAsked(RigInWater):
    """A rig in a water, to be run in many waters like it."""

    kind: Literal["band"] = "band"


class BandFound(Frozen):
    """The band of a drift, the readings that are judged by it with P10 and P90, what the rig is worth, and what to measure.

    The other readings stand as the workbench told them. A first answer comes from fewer members.
    """

    kind: Literal["band"] = "band"
    band: Band
    readings: tuple[Reading, ...]
    worth: WorthView
    measure: tuple[str, ...] = ()


def _run(work: Work, asked: BandAsked, asking: Asking, watch: Watch) -> BandFound | None:
    situation = situation_of(work, asked.rig, asked.water, asking)
    for members in (MEMBERS,) if watch.told else (FIRST, MEMBERS):
        if watch.gives_way():
            return None
        told = readings_with_band(situation, watch, members)
        tracks = members_of(situation, members, watch)
        if told is None or tracks is None:
            return None
        band, readings = told
        watch.first = BandFound(
            band=band.model_copy(update={"laws": ()}),
            readings=tuple(reading.model_copy(update={"laws": ()}) for reading in readings),
            worth=WorthView.of(judge(tracks, situation)),
            measure=measures_told(tracks, situation),
        )
    assert isinstance(watch.first, BandFound)
    return watch.first


JOB = JobKind("band", BandAsked, BandFound, _run)
