"""Ask the log its ready questions."""

from __future__ import annotations

from uuid import UUID
from zoneinfo import ZoneInfo

from jarana.core.bank.asked import questions
from jarana.core.bank.asked.base import Answered, Logged
from jarana.core.rig.model import Rig
from jarana.core.units import Writer
from jarana.storage.work import Work
from jarana.usecases.keep_outing import list_outings
from jarana.usecases.today import Asking

MOST_RIGS = 400
"""Revisions that are read."""


def answers(work: Work, asking: Asking, water: str = "") -> tuple[Answered, ...]:
    """Return every question with its answer, of one water or of all; outings kept apart are left out."""
    outings = [o for o in list_outings(work) if not o.apart and (not water or o.water == water)]
    wanted = list(dict.fromkeys(a.revision for o in outings for a in o.rigs if a.revision))[:MOST_RIGS]
    rigs: dict[str, Rig] = {}
    with work.reading():
        for key in wanted:
            try:
                row = work.rigs.revision(UUID(key))
            except ValueError:
                continue
            if row is not None:
                rigs[key] = row.document
    zone = ZoneInfo(asking.zone)
    log = Logged(outings, rigs, Writer(asking.units), lambda at: f"{at.astimezone(zone):%B}")
    told = []
    for question in questions().values():
        rows, says = question.answer(log)
        told.append(Answered(key=question.key, asks=question.asks, of=question.of, says=says, rows=tuple(rows)))
    return tuple(told)
