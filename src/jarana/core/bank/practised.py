"""What was practised, and what comes back when: what was missed soon, what was hit later and later."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, timedelta

from jarana.core.model import Frozen

BOXES_DAYS = (1, 2, 4, 9, 21, 45)
"""A kind of exercise that was hit goes a box on and comes back after so many days; missed it begins anew (five boxes and their doubling
are usual; the days are a guess)."""
HIT = 1.0
"""A guess at most a width beside the band is a hit."""
A_DAY = 5
KEPT = 30


class Practised(Frozen):
    """A kind of exercise as it went: widths of the last guesses, oldest first; how often it was hit in a row, and when it comes back."""

    kind: str
    name: str
    times: int
    widths: tuple[float, ...]
    box: int
    due: date | None


class Progress(Frozen):
    """Every kind with its progress, what is due first, and how many are left of today's five."""

    kinds: tuple[Practised, ...]
    left: int


def progress_of(guesses: Iterable[tuple[date, str, float]], names: dict[str, str], today: date) -> Progress:
    """Return the progress from guesses, oldest first: day, kind, widths; of the kinds that are known."""
    done: dict[str, list[tuple[date, float]]] = {key: [] for key in names}
    now = 0
    for day, kind, widths in guesses:
        if kind in done:
            done[kind].append((day, widths))
            now += day == today
    kinds = [_told(key, names[key], rows) for key, rows in done.items()]
    return Progress(
        kinds=tuple(sorted(kinds, key=lambda k: (k.due or date.min, k.times, k.kind))), left=max(A_DAY - now, 0)
    )


def _told(key: str, name: str, rows: list[tuple[date, float]]) -> Practised:
    box, last = -1, None
    for day, widths in rows:
        box = min(box + 1, len(BOXES_DAYS) - 1) if widths <= HIT else -1
        last = day
    due = last + timedelta(days=BOXES_DAYS[box]) if last and box >= 0 else last
    recent = tuple(widths for _, widths in rows[-KEPT:])
    return Practised(kind=key, name=name, times=len(rows), widths=recent, box=box + 1, due=due)
