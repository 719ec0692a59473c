"""Write down that something happened, once; and take it back, as an event of its own."""

from __future__ import annotations

from datetime import datetime
from typing import Any
from uuid import UUID, uuid4

from jarana.core.journal import Event, event_kinds
from jarana.storage.tables import EventRow
from jarana.storage.work import HERE, Work


def happened(
    work: Work,
    event_id: UUID,
    kind: str,
    payload: dict[str, Any],
    about: UUID | None = None,
    undoes: UUID | None = None,
    at: datetime | None = None,
) -> EventRow:
    """Return the event of that id, written down now where it is not there yet.

    Raises
    ------
    KeyError
        When there is no such kind.
    """
    there = work.journal.get(event_id)
    if there is not None:
        return there
    event = Event(
        id=event_id,
        device=HERE,
        seq=work.journal.next_seq(HERE),
        at=at or work.now,
        kind=event_kinds()[kind].key,
        about=about,
        payload=payload,
        undoes=undoes,
    )
    return work.journal.append(event)


def turn(work: Work, row: EventRow, back: bool) -> bool:
    """Take an event back, or make it again; say whether that changed anything."""
    if row.undone == back:
        return False
    target = row.id
    if not back:
        undo = work.journal.standing_undo(row.id)
        if undo is None:
            return False
        target = undo.id
    happened(work, uuid4(), "undo", {"type": "undo", "version": 1}, about=row.about, undoes=target)
    work.session.refresh(row)
    return True
