"""Practice: what is due, and a guess written down."""

from __future__ import annotations

from datetime import date
from uuid import UUID

from jarana.core.bank.practice import exercise_kinds
from jarana.core.bank.practice.base import Exercise, Scored, scored
from jarana.core.bank.practised import Progress, progress_of
from jarana.core.documents import written
from jarana.core.errors import InputError
from jarana.core.journal import event_kinds
from jarana.core.journal.kinds.practised import PractisedGuess
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.storage.work import Work
from jarana.usecases.happen import happened
from jarana.usecases.quota import may_add
from jarana.usecases.today import Asking

say = phrases(
    __name__,
    """
there-is-no-such-exercise = there is no such exercise
from-to = from { $low } to { $high }
names-no-choice = names no choice
no-figure = no figure is written by that
""",
)

MOST_READ = 2000
"""Guesses a progress is told from, the newest."""
SECONDS, COUNT = "seconds", "count"


def write_figure(writer: Writer, rule: str, value: float) -> str:
    """Return a figure of an exercise in words."""
    if rule == SECONDS:
        return f"{writer.number(value, 1)} s"
    return f"{value:.0f}" if rule == COUNT else writer.text(rule, value)


def progress(work: Work, asking: Asking) -> Progress:
    """Return how practice went, what is due first."""
    with work.reading():
        rows = [row for row in reversed(work.journal.newest("practised", MOST_READ)) if not row.undone]
        today = asking.day(work.now)
    guesses: list[tuple[date, str, float]] = []
    for row in rows:
        told = event_kinds()["practised"].of(row.event)
        if isinstance(told, PractisedGuess):
            guesses.append((asking.day(row.at), told.exercise, told.widths))
    return progress_of(guesses, {k: v.name for k, v in exercise_kinds().items()}, today)


def guess(work: Work, key: UUID, exercise: Exercise, value: float, asking: Asking) -> Scored:
    """Hold a guess against its exercise and write it down, once.

    Raises
    ------
    InputError
        When there is no such kind of exercise, or the guess lies outside what can be guessed.
    """
    if exercise.kind not in exercise_kinds():
        raise InputError.one("exercise.kind", exercise.kind, say("there-is-no-such-exercise"))
    choice = exercise.control == "choice"
    low, high = (0.0, len(exercise.choices) - 1.0) if choice else (exercise.low, exercise.high)
    if not low <= value <= high:
        raise InputError.one("guess", value, say("from-to", low=f"{low:g}", high=f"{high:g}"))
    if any(not 0 <= b < len(exercise.choices) for b in exercise.best):
        raise InputError.one("exercise.best", "", say("names-no-choice"))
    writer = Writer(asking.units)
    if not choice and exercise.rule not in (SECONDS, COUNT, *writer.rules):
        raise InputError.one("exercise.rule", exercise.rule, say("no-figure"))
    found = scored(exercise, value, lambda rule, v: write_figure(writer, rule, v))
    found = found.model_copy(update={"text": writer.marked(found.text)})
    with work.writing():
        if work.journal.get(key) is None:
            may_add(work, "events")
            told = PractisedGuess(exercise=exercise.kind, guess=value, widths=min(found.widths, 99.0))
            happened(work, key, "practised", written(told))
    return found
