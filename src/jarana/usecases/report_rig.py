"""Everything a rig says of itself in a water, as one document: what the screen shows, for the command line and for files."""

from __future__ import annotations

from typing import Any, Literal

from jarana.core.model import Frozen
from jarana.core.readings.base import Known, Reading
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import System
from jarana.core.water.reach import Reach
from jarana.usecases.work_on_rig import work_on_rig


class Link(Frozen):
    """One thing that can break: N at which it goes tied fairly and wet, the flies lost with it, how the force comes about."""

    kind: Literal["span", "joint", "tag", "eye", "hook"]
    part: str
    name: str
    force_n: float
    loses: tuple[str, ...]
    why: str


class RigReport(Frozen):
    """The report of a rig, version 1: its readings worst first, its chain from the line to the hooks, its drift in words."""

    version: Literal[1] = 1
    rig: str
    water: str
    story: str
    readings: tuple[Reading, ...]
    strength: tuple[Link, ...]


def report_rig(rig: Rig, water: Reach, units: System, known: Known) -> RigReport:
    """Return the report of a rig in a water.

    Raises
    ------
    InputError
        When the rig cannot be put into the water.
    """
    bench = work_on_rig(rig, water, [], known.drawer or Drawer(), units, known)
    return RigReport(
        rig=bench.rig.name,
        water=bench.water.name,
        story=bench.story,
        readings=bench.readings,
        strength=tuple(
            Link(kind=k.kind, part=k.part, name=k.name, force_n=k.force, loses=k.loses, why=k.why)
            for k in bench.strength
        ),
    )


def report_schema() -> dict[str, Any]:
    """Return the JSON Schema of a report, version 1."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **RigReport.model_json_schema()}
