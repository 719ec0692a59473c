"""When an outing has ended, learn from it, so that the next look at the water knows."""

from __future__ import annotations

from collections.abc import Sequence
from contextlib import suppress
from uuid import UUID

from jarana.core.journal import Event, event_kinds
from jarana.core.journal.kinds.outing import Outing
from jarana.storage.work import Work
from jarana.usecases.jobs.learn import LearnAsked
from jarana.usecases.queue import TooManyJobsError, begin_job
from jarana.usecases.today import Asking


def learn_after(work: Work, events: Sequence[Event], kept: Sequence[UUID], asking: Asking) -> None:
    """Ask for what the waters of outings that have just ended taught; nobody need look at the job."""
    known = set(kept)
    ended = {e.about for e in events if e.kind == "ended" and e.undoes is None and e.id in known}
    waters = []
    with work.reading():
        for about in ended:
            row = work.journal.get(about) if about else None
            told = event_kinds()["outing"].of(row.event) if row and row.kind == "outing" else None
            reach = work.belongings.reach_row(told.water) if isinstance(told, Outing) else None
            if reach is not None:
                waters.append(reach.document)
    for water in waters:
        with suppress(TooManyJobsError):
            begin_job(work, LearnAsked(water=water), asking, alone=True)
