"""Where practitioners disagree, told with this rig's own figures for every side: its members' shares, and what it is worth."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.errors import InputError, SolverError
from jarana.core.methods import method_of, methods
from jarana.core.outcomes.band import told
from jarana.core.outcomes.tracks import members_of
from jarana.core.questions import questions
from jarana.core.questions.base import Question, Side
from jarana.core.readings import heard, reading_kinds
from jarana.core.readings.with_band import told_by
from jarana.core.rig.edits.base import RigEdit
from jarana.core.search.bench import apply_edits
from jarana.core.search.valued import Stopped
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import FIRST
from jarana.core.watch import Watch
from jarana.core.water.edits.base import WaterEdit
from jarana.core.worth.judge import judge


@dataclass(frozen=True)
class SideTold:
    """A school with its figures on this rig; `edits` fish it so (none for another rig, or for what is on the bench).

    `minutes` are the good ones in the hour, `ruled_out` is why there are none.
    """

    name: str
    lines: tuple[str, ...]
    edits: Sequence[RigEdit | WaterEdit]
    method: str | None
    now: bool
    minutes: float = 0.0
    ruled_out: str = ""


@dataclass(frozen=True)
class QuestionTold:
    """A question and its schools."""

    key: str
    asks: str
    sides: tuple[SideTold, ...]


def two_schools(situation: Situation, watch: Watch | None = None) -> tuple[QuestionTold, ...] | None:
    """Return every question that can be asked of a situation, each side by the members of a first answer; None when the watch stopped it.

    A question whose sides give this rig the same figures does not touch it and is not asked.
    """
    watch = watch or Watch()
    asked = [(question, tuple(question.sides(situation))) for question in questions()]
    watch.expects(sum(len(sides) for _, sides in asked))
    answered = []
    for question, offered in asked:
        sides = []
        for side in offered:
            try:
                sides.append(_told(question, side, situation, watch))
            except Stopped:
                return None
            watch.step()
        found = [side for side in sides if side is not None]
        differ = len({side.lines for side in found}) > 1
        if found and (differ or question.one_side):
            answered.append(QuestionTold(question.key, question.asks, tuple(found)))
    return tuple(answered)


def _told(question: Question, side: Side, situation: Situation, watch: Watch) -> SideTold | None:
    """Return a side as it is fished; None where it cannot be tied, or comes to no answer."""
    rig = situation.rig
    try:
        other = side.method is not None and side.method != rig.method
        start = (
            situation.with_rig(methods()[side.method or rig.method].start(situation.setting)) if other else situation
        )
        then = apply_edits(start, side.edits)
        tracks = None if watch.stopped else members_of(then, FIRST, Watch())
        if tracks is None:
            raise Stopped
        band, worth = told(tracks, then), judge(tracks, then)
        lines = list(question.figures(then, band)) if question.figures else []
        own = method_of(then.rig).keys(then.water, then.head)
        kinds = [reading_kinds()[key] for key in question.readings if key in own]
        for reading in (told_by(then, (heard(kind, then),), band)[0] for kind in kinds if kind.speaks(then)):
            figure = f"{reading.figure} {reading.unit}".strip()
            said = reading.value is None or figure in ("–", "") or figure in reading.title
            lines.append(reading.title if said else f"{reading.title}: {figure}")
    except (InputError, SolverError):
        return None
    now = not other and then.rig == rig and then.water == situation.water
    return SideTold(
        side.name,
        tuple(lines),
        side.edits,
        side.method if other else None,
        now,
        worth.minutes,
        worth.excluded,
    )
