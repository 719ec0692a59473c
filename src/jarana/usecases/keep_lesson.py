"""The lesson of a water: kept, left out, forgotten, or written into the water itself."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from jarana.core.learn.taught import Lesson, carried, corrected, said
from jarana.core.units import Writer
from jarana.storage.tables import LessonRow
from jarana.storage.work import Work
from jarana.usecases.give import give_again, give_no_more
from jarana.usecases.keep_reach import UnknownReachError, keep_reach
from jarana.usecases.today import Asking

Act = Literal["use", "leave", "forget", "remember", "correct"]
FORGOTTEN, CORRECTED = "forgotten", "corrected"


@dataclass(frozen=True)
class LessonTold:
    """A lesson as it is told.

    Attributes
    ----------
    text
        In a sentence; empty where there is none.
    used
        Everything on this water is computed with it.
    since
        Outings begun before are not learnt from; None where all are.
    forgotten
        Because the person wished so; else because they are written into the water.
    """

    text: str
    drifts: int
    used: bool
    since: datetime | None
    forgotten: bool


def keep_lesson(work: Work, water: str, lesson: Lesson | None) -> None:
    """Keep what was learnt of a water of one's own in place of what was kept before; of any other nothing is kept."""
    with work.writing():
        if work.belongings.reach_row(water) is None:
            return
        row = work.belongings.lesson_row(water, lock=True)
        if row is None and lesson is None:
            return
        (row or work.belongings.add_lesson(water)).document = lesson
        give_again(work, water, lesson)


def is_left_out(work: Work, water: str) -> bool:
    """Say whether a person wished that nothing is computed with what was learnt of a water."""
    with work.reading():
        row = work.belongings.lesson_row(water)
    return row is not None and not row.used


def tell_lesson(work: Work, water: str, asking: Asking) -> LessonTold:
    """Return the lesson of a water.

    Raises
    ------
    UnknownReachError
        When the water is not one's own.
    """
    with work.reading():
        reach, row = work.belongings.reach_row(water), work.belongings.lesson_row(water)
    if reach is None:
        raise UnknownReachError(water)
    text, drifts = "", 0
    if row and row.document:
        taught = carried(row.document, reach.document, asking.day(work.now))
        text, drifts = said(taught, reach.document, Writer(asking.units)), taught.drifts
    if row is None:
        return LessonTold(text, drifts, False, None, False)
    return LessonTold(text, drifts, row.used, row.since, row.why == FORGOTTEN)


def do_with_lesson(work: Work, water: str, act: Act, asking: Asking) -> LessonTold:
    """Use a lesson, leave it out, forget it, learn anew from all outings, or write it into the water.

    Forgetting, and writing it in, leave out what was logged before from then on.

    Raises
    ------
    UnknownReachError
        When the water is not one's own.
    """
    with work.writing():
        reach = work.belongings.reach_row(water)
        if reach is None:
            raise UnknownReachError(water)
        row = work.belongings.lesson_row(water, lock=True)
        if row is not None:
            _do(work, row, act, asking)
            work.session.flush()
    return tell_lesson(work, water, asking)


def _do(work: Work, row: LessonRow, act: Act, asking: Asking) -> None:
    if act in ("use", "leave"):
        row.used = act == "use"
    elif act == "remember":
        if row.why == FORGOTTEN:
            row.since, row.why = None, ""
    elif row.document is not None:
        if act == "correct":
            reach = work.belongings.reach_row(row.reach_id)
            assert reach is not None
            day = asking.day(work.now)
            keep_reach(work, corrected(reach.document, carried(row.document, reach.document, day)), reach.number, day)
        row.document, row.since = None, work.now
        row.why = CORRECTED if act == "correct" else FORGOTTEN
        if act == "correct":
            give_no_more(work, row.reach_id)
        else:
            give_again(work, row.reach_id, None)


def unlearn(work: Work, water: str) -> None:
    """Drop the lesson of a water, whose log is no longer what it was; it is learnt anew when it is asked for."""
    row = work.belongings.lesson_row(water, lock=True)
    if row is not None:
        row.document = None
        give_again(work, water, None)
