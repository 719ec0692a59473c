"""Apply edits to a rig and its water, and compute everything the workbench shows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.caution import Caution
from jarana.core.drift.result import Drift, simulate
from jarana.core.errors import FaultList, InputError
from jarana.core.methods import methods
from jarana.core.methods.base import Method
from jarana.core.methods.cautions import cautions_of
from jarana.core.methods.story import story
from jarana.core.readings.base import Known, Reading
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Rig
from jarana.core.strength.chain import StrengthLink, strength_chain
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import System, Writer
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


def method_of(rig: Rig) -> Method:
    """Return the rig's method; a fault on `rig.method` when there is none of that name."""
    method = methods().get(rig.method)
    if method is None:
        raise InputError.one("rig.method", rig.method, f"the methods known are: {', '.join(methods())}")
    return method


def work_on_water(water: Reach, edits: Sequence[WaterEdit], units: System) -> tuple[Reach, Section]:
    """Return the water after the edits and what is drawn of it; every edit that fails is named."""
    faults = FaultList()
    for i, edit in enumerate(edits):
        with faults.under(f"edits[{i}]"):
            water = edit.apply(water)
    faults.raise_if_any()
    return water, section_of(water, Writer(units))


def apply_edits(rig: Rig, water: Reach, edits: Sequence[RigEdit | WaterEdit], drawer: Drawer) -> tuple[Rig, Reach]:
    """Apply edits in order; every one that fails is named, and then none counts."""
    faults = FaultList()
    for i, edit in enumerate(edits):
        with faults.under(f"edits[{i}]"):
            if isinstance(edit, RigEdit):
                rig = edit.apply(rig, drawer)
            else:
                water = edit.apply(water)
    faults.raise_if_any()
    return rig, water


def work_on_rig(
    rig: Rig,
    water: Reach,
    edits: Sequence[RigEdit | WaterEdit],
    drawer: Drawer,
    units: System,
    known: Known | None = None,
) -> Bench:
    """Return the rig and water after the edits, with drift, readings, strengths and the water in section.

    Raises
    ------
    InputError
        Naming every edit that cannot be done, or what of the rig cannot be put into the water.
    """
    method = method_of(rig)
    rig, water = apply_edits(rig, water, edits, drawer)
    drift = simulate(rig, water)
    writer = Writer(units)
    return Bench(
        rig=rig,
        water=water,
        drift=drift,
        readings=method.read(rig, water, drift, writer, known),
        strength=strength_chain(rig),
        section=section_of(water, writer),
        cautions=cautions_of(rig, water),
        story=story(rig, drift, writer),
    )
