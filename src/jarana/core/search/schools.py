"""Where practitioners disagree, told with this rig's own figures for every side."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.errors import InputError, SolverError
from jarana.core.methods import method_of, methods
from jarana.core.questions import questions
from jarana.core.questions.base import Question, Side
from jarana.core.readings import reading_kinds
from jarana.core.rig.edits.base import RigEdit
from jarana.core.search.bench import apply_edits
from jarana.core.situation import Situation
from jarana.core.watch import Watch
from jarana.core.water.edits.base import WaterEdit


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


def two_schools(situation: Situation, watch: Watch | None = None) -> tuple[QuestionTold, ...] | None:
    """Return every question that can be asked of a situation, each side computed in full; None when the watch stopped it.

    A question whose sides give this rig the same figures does not touch it and is not asked.
    """
    watch = watch or Watch()
    asked = [(question, tuple(question.sides(situation))) for question in questions()]
    watch.expects(sum(len(sides) for _, sides in asked))
    told = []
    for question, offered in asked:
        sides = []
        for side in offered:
            if watch.stopped:
                return None
            sides.append(_told(question, side, situation))
            watch.step()
        found = [side for side in sides if side is not None]
        differ = len({side.lines for side in found}) > 1
        if found and (differ or question.one_side):
            told.append(QuestionTold(question.key, question.asks, tuple(found)))
    return tuple(told)


def _told(question: Question, side: Side, situation: Situation) -> SideTold | None:
    rig = situation.rig
    try:
        other = side.method is not None and side.method != rig.method
        start = (
            situation.with_rig(methods()[side.method or rig.method].start(situation.setting)) if other else situation
        )
        then = apply_edits(start, side.edits)
        lines = list(question.figures(then)) if question.figures else []
        own = method_of(then.rig).keys(then.water, then.head)
        for key in question.readings:
            if key in own and reading_kinds()[key].speaks(then):
                reading = reading_kinds()[key].read(then)
                figure = f"{reading.figure} {reading.unit}".strip()
                lines.append(f"{reading.title}{': ' + figure if figure not in ('–', '') else ''}")
    except (InputError, SolverError):
        return None
    now = not other and then.rig == rig and then.water == situation.water
    return SideTold(side.name, tuple(lines), side.edits, side.method if other else None, now)
