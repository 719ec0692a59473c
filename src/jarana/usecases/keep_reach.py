"""Keep a water: the newest reading of it, and a dated copy of the day."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime

from sqlalchemy.orm import Session

from jarana.core.errors import InputError
from jarana.core.water.reach import Reach
from jarana.storage.repositories import Belongings
from jarana.storage.tables import ReachRow


@dataclass
class StaleReachError(Exception):
    """The water was changed elsewhere since; carries its newest state so that both can be offered."""

    newest: ReachRow


class UnknownReachError(Exception):
    """There is no such water of one's own."""


def keep_reach(session: Session, belongings: Belongings, reach: Reach, base: int | None, day: date) -> ReachRow:
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
    if reach.rules is not None and reach.rules not in {r.id for r in belongings.rule_sets()}:
        raise InputError.one("reach.rules", reach.rules, "there is no such rule set of yours")
    row = belongings.reach_row(reach.id, lock=True)
    if row is None:
        if base is not None:
            raise UnknownReachError(reach.id)
        if belongings.reach_row(reach.id, deleted=True) is not None:
            raise InputError.one("reach.id", reach.id, "was thrown away; bring it back first")
        row = belongings.add_reach(reach)
    elif row.document != reach:
        if row.number != base:
            raise StaleReachError(row)
        row.document, row.number = reach, row.number + 1
    session.flush()
    belongings.keep_day(reach, day)
    return row


def throw_reach_away(belongings: Belongings, reach_id: str, now: datetime) -> None:
    """Put a water out of sight; :func:`bring_reach_back` undoes it."""
    row = belongings.reach_row(reach_id, deleted=True, lock=True)
    if row is None:
        raise UnknownReachError(reach_id)
    row.deleted_at = row.deleted_at or now


def bring_reach_back(belongings: Belongings, reach_id: str) -> ReachRow:
    """Undo :func:`throw_reach_away`."""
    row = belongings.reach_row(reach_id, deleted=True, lock=True)
    if row is None:
        raise UnknownReachError(reach_id)
    row.deleted_at = None
    return row
