"""Apply edits to a rig and its water, and compute everything the workbench shows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.caution import Caution
from jarana.core.drift.document import Drift
from jarana.core.drift.nominal import nominal, story
from jarana.core.errors import FaultList
from jarana.core.law import Asked, doubts, listening, merged
from jarana.core.methods import method_of
from jarana.core.methods.cautions import cautions_of
from jarana.core.readings import readings_of
from jarana.core.readings.base import Reading
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Rig
from jarana.core.situation import Situation
from jarana.core.strength.chain import StrengthLink, strength_chain
from jarana.core.units import Writer
from jarana.core.water.edits.base import WaterEdit
from jarana.core.water.reach import Reach
from jarana.core.water.section import Section, section_of

MOST_EDITS = 50


@dataclass(frozen=True)
class Bench:
    """What the workbench shows of a rig in its water."""

    rig: Rig
    water: Reach
    drift: Drift
    readings: tuple[Reading, ...]
    strength: tuple[StrengthLink, ...]
    section: Section
    cautions: tuple[Caution, ...]
    story: str
    laws: tuple[Asked, ...]
    """Every law behind all of it, with what it was asked."""
    doubts: tuple[str, ...]
    """A sentence for every law that was used outside the range in which it is known."""


def work_on_water(water: Reach, edits: Sequence[WaterEdit], writer: Writer) -> tuple[Reach, Section]:
    """Return the water after the edits and what is drawn of it; every edit that fails is named."""
    faults = FaultList()
    for i, edit in enumerate(edits):
        with faults.under(f"edits[{i}]"):
            water = edit.apply(water, writer)
    faults.raise_if_any()
    return water, section_of(water, writer)


def apply_edits(situation: Situation, edits: Sequence[RigEdit | WaterEdit]) -> Situation:
    """Apply edits in order; every one that fails is named, and then none counts."""
    faults = FaultList()
    rig, water, writer = situation.rig, situation.water, situation.writer
    for i, edit in enumerate(edits):
        with faults.under(f"edits[{i}]"):
            if isinstance(edit, RigEdit):
                rig = edit.apply(rig, situation.drawer, writer)
            else:
                water = edit.apply(water, writer)
    faults.raise_if_any()
    return situation.with_rig(rig).with_water(water)


def work_on_rig(situation: Situation, edits: Sequence[RigEdit | WaterEdit] = ()) -> Bench:
    """Return the rig and water after the edits, with drift, readings, strengths and the water in section.

    Raises
    ------
    InputError
        Naming every edit that cannot be done, or what of the rig cannot be put into the water.
    """
    method_of(situation.rig)
    now = apply_edits(situation, edits)
    with listening() as heard:
        strength = strength_chain(now.rig)
    section = section_of(now.water, now.writer)
    drift, readings = nominal(now), readings_of(now)
    behind = (*drift.laws, *section.laws, *heard.rows)
    return Bench(
        rig=now.rig,
        water=now.water,
        drift=drift,
        readings=readings,
        strength=strength,
        section=section,
        cautions=cautions_of(now),
        story=story(now),
        laws=merged((*behind, *(row for reading in readings for row in reading.laws))),
        doubts=doubts(behind, now.writer),
    )
