"""Keep a water: the newest reading of it, and a dated copy of the day."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from jarana.core.documents.both import Both
from jarana.core.errors import FaultList, InputError
from jarana.core.units import Writer
from jarana.core.water.both import both
from jarana.core.water.reach import Reach
from jarana.core.words import phrases
from jarana.storage.tables import ReachDayRow, ReachRow
from jarana.storage.work import Work
from jarana.usecases.quota import may_add

say = phrases(
    __name__,
    """
there-is-no-such-rule = there is no such rule set of yours
another-water = is the id of another water
was-thrown-away-bring-it = was thrown away; bring it back first
""",
)


@dataclass
class StaleReachError(Exception):
    """The water was changed elsewhere since; carries its newest state so that both can be offered."""

    newest: ReachRow


class UnknownReachError(Exception):
    """There is no such water of one's own."""


def keep_reach(work: Work, reach: Reach, base: int | None, day: date) -> ReachRow:
    """Save a water as it is on a day and return it; the same document again changes nothing.

    Parameters
    ----------
    base
        The number the change was made on; None for a new water.

    Raises
    ------
    StaleReachError
        When it has moved on since `base`.
    """
    with work.writing():
        mine = work.belongings
        if reach.rules is not None and mine.rules_of(reach) is None:
            raise InputError.one("reach.rules", reach.rules, say("there-is-no-such-rule"))
        row = mine.reach_row(reach.id, lock=True)
        if row is None:
            if base is not None:
                raise UnknownReachError(reach.id)
            if mine.reach_row(reach.id, deleted=True) is not None:
                raise InputError.one("reach.id", reach.id, say("was-thrown-away-bring-it"))
            may_add(work, "waters")
            row = mine.add_reach(reach)
        elif row.document != reach:
            if row.number != base:
                raise StaleReachError(row)
            row.document, row.number = reach, row.number + 1
        work.session.flush()
        mine.keep_day(reach, day)
        return row


def both_of(work: Work, reach_id: str, base: Reach, mine: Reach, writer: Writer) -> tuple[ReachRow, Both[Reach]]:
    """Return a water as it was last seen, and what that and a state of one's own changed since a third, in one.

    Raises
    ------
    UnknownReachError
        When there is no such water of one's own.
    InputError
        When one of the states is of another water.
    """
    faults = FaultList()
    for path, state in (("base.id", base), ("reach.id", mine)):
        if state.id != reach_id:
            faults.add(path, state.id, say("another-water"))
    faults.raise_if_any()
    row = work.belongings.reach_row(reach_id)
    if row is None:
        raise UnknownReachError(reach_id)
    return row, both(base, mine, row.document, writer)


def throw_reach_away(work: Work, reach_id: str) -> None:
    """Put a water out of sight; :func:`bring_reach_back` undoes it."""
    with work.writing():
        row = _any(work, reach_id)
        row.deleted_at = row.deleted_at or work.now


def bring_reach_back(work: Work, reach_id: str) -> ReachRow:
    """Undo :func:`throw_reach_away`."""
    with work.writing():
        row = _any(work, reach_id)
        row.deleted_at = None
        return row


def days_of(work: Work, reach_id: str) -> Sequence[ReachDayRow]:
    """Return the dated copies of a water, newest first."""
    if work.belongings.reach_row(reach_id) is None:
        raise UnknownReachError(reach_id)
    return work.belongings.days(reach_id)


def _any(work: Work, reach_id: str) -> ReachRow:
    row = work.belongings.reach_row(reach_id, deleted=True, lock=True)
    if row is None:
        raise UnknownReachError(reach_id)
    return row
