"""How much one person may keep: far more than anybody writes, and an end to what a broken phone sends."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from sqlalchemy import func, select

from jarana.core.words import phrases
from jarana.storage.tables import EventRow, ItemRow, ReachRow, RigRevisionRow, RigRow
from jarana.storage.work import Work

say = phrases(
    __name__,
    """
full = You keep { $most } { $what }: that is as many as one person may.
rigs = rigs
revisions = revisions of rigs
waters = waters
things = things in the drawer
events = events
""",
)

MOST: dict[str, tuple[Any, str, int]] = {
    "rigs": (RigRow, say("rigs"), 2_000), "revisions": (RigRevisionRow, say("revisions"), 60_000),
    "waters": (ReachRow, say("waters"), 500), "things": (ItemRow, say("things"), 20_000),
    "events": (EventRow, say("events"), 400_000),
}  # fmt: skip
"""Rows of one person, those thrown away included (guesses: fifty seasons of a busy person)."""


@dataclass
class FullError(Exception):
    """A person keeps as much of something as one may."""

    what: str
    most: int

    def __str__(self) -> str:
        """In a sentence."""
        return say("full", most=self.most, what=self.what)


def may_add(work: Work, what: str, more: int = 1) -> None:
    """Say whether a person may keep so many more of something.

    Raises
    ------
    FullError
        When that would be too many.
    """
    if more < 1:
        return
    table, called, most = MOST[what]
    query = select(func.count()).select_from(table).where(table.owner_id == work.owner)
    if int(work.session.scalar(query) or 0) + more > most:
        raise FullError(called, most)
