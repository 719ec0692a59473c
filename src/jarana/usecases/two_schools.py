"""Where practitioners disagree, told with this rig's own figures for every side."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.drift.result import simulate
from jarana.core.errors import InputError, SolverError
from jarana.core.methods import methods
from jarana.core.methods.disagreements import QUESTIONS, Question, Side
from jarana.core.readings import reading_kinds
from jarana.core.readings.base import Known
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import System, Writer
from jarana.core.water.edits.base import WaterEdit
from jarana.core.water.reach import Reach
from jarana.usecases.work_on_rig import apply_edits, method_of


@dataclass(frozen=True)
class SideTold:
    """A school with its figures on this rig; `edits` fish it so (none for another rig, or for what is on the bench)."""

    name: str
    lines: tuple[str, ...]
    edits: Sequence[RigEdit | WaterEdit]
    method: str | None
    now: bool


@dataclass(frozen=True)
class QuestionTold:
    """A question and its schools."""

    key: str
    asks: str
    sides: tuple[SideTold, ...]


def two_schools(
    rig: Rig, water: Reach, drawer: Drawer, units: System, known: Known | None = None
) -> tuple[QuestionTold, ...]:
    """Return every question that can be asked of a rig in a water, each side computed in full."""
    writer, known = Writer(units), known or Known()
    told = []
    for question in QUESTIONS:
        sides = [_told(question, side, rig, water, drawer, writer, known) for side in question.sides(rig, water)]
        found = [side for side in sides if side is not None]
        if found and (len(found) > 1 or question.key == "trails"):
            told.append(QuestionTold(question.key, question.asks, tuple(found)))
    return tuple(told)


def _told(
    question: Question, side: Side, rig: Rig, water: Reach, drawer: Drawer, writer: Writer, known: Known
) -> SideTold | None:
    try:
        other = side.method is not None and side.method != rig.method
        start = methods()[side.method or rig.method].start(drawer, water) if other else rig
        changed, changed_water = apply_edits(start, water, side.edits, drawer)
        drift = simulate(changed, changed_water)
    except (InputError, SolverError):
        return None
    method = method_of(changed)
    context = method.context(changed, changed_water, drift, writer, known)
    lines = list(question.figures(changed, changed_water, drift, writer)) if question.figures else []
    own = method.keys(changed_water)
    for key in question.readings:
        if key in own:
            reading = reading_kinds()[key].read(context)
            figure = f"{reading.figure} {reading.unit}".strip()
            lines.append(f"{reading.title}{': ' + figure if figure not in ('–', '') else ''}")
    now = not other and changed == rig and changed_water == water
    return SideTold(side.name, tuple(lines), side.edits, side.method if other else None, now)
