"""Everything a rig says of itself in a water, as one document: what the screen shows, for the command line and for files."""

from __future__ import annotations

from typing import Literal

from jarana.core.model import Frozen
from jarana.core.outcomes.band import FlyBand, told
from jarana.core.outcomes.tracks import members_of
from jarana.core.readings.base import Reading
from jarana.core.readings.with_band import told_by
from jarana.core.search.answers import WorthView
from jarana.core.search.bench import work_on_rig
from jarana.core.situation import Situation
from jarana.core.worth.judge import judge


class Link(Frozen):
    """One thing that can break: N at which it goes tied fairly and wet, the flies lost with it, how the force comes about."""

    kind: Literal["span", "joint", "tag", "eye", "hook"]
    part: str
    name: str
    force_n: float
    loses: tuple[str, ...]
    why: str


class RigReport(Frozen):
    """The report of a rig, version 1: its readings worst first, by shares of `members` drifts, what it is worth, P10, P50 and P90
    of every fly's figures, its chain from the line to the hooks, its drift in words."""

    version: Literal[1] = 1
    rig: str
    water: str
    story: str
    readings: tuple[Reading, ...]
    strength: tuple[Link, ...]
    worth: WorthView
    flies: tuple[FlyBand, ...]
    members: int
    doubts: tuple[str, ...] = ()


def report_rig(situation: Situation) -> RigReport:
    """Return the report of a rig in a situation.

    Raises
    ------
    InputError
        When the rig cannot be put into the water.
    """
    bench = work_on_rig(situation)
    tracks = members_of(situation)
    assert tracks is not None
    band = told(tracks, situation)
    return RigReport(
        rig=bench.rig.name,
        water=bench.water.name,
        story=bench.story,
        readings=told_by(situation, bench.readings, band),
        worth=WorthView.of(judge(tracks, situation)),
        flies=band.flies,
        members=band.members,
        doubts=bench.doubts,
        strength=tuple(
            Link(kind=k.kind, part=k.part, name=k.name, force_n=k.force, loses=k.loses, why=k.why)
            for k in bench.strength
        ),
    )
