"""What one's outings teach of a water, given to the clubs it is of, where one wished so."""

from __future__ import annotations

from dataclasses import asdict

from jarana.core.learn.pool import given_of
from jarana.core.learn.taught import Lesson
from jarana.storage.clubs import Clubs
from jarana.storage.work import Work


def give_again(work: Work, water: str, lesson: Lesson | None) -> None:
    """Replace what was given of a water of one's own: what is forgotten here is forgotten there."""
    for row in Clubs(work.session, work.owner).copies_of(water):
        row.given = asdict(given_of(lesson)) if lesson else None


def give_no_more(work: Work, water: str) -> None:
    """Give nothing of a water any more: it is no longer written as the club has it."""
    for row in Clubs(work.session, work.owner).copies_of(water):
        row.gives, row.given = False, None
