"""Readings: short sentences with one figure each. A new reading is one file here; it is found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.law import doubts, listening
from jarana.core.methods import method_of
from jarana.core.readings.base import ORDER, Reading, ReadingKind, with_mark
from jarana.core.situation import Situation


@cache
def reading_kinds() -> dict[str, ReadingKind]:
    """Return every reading by key."""
    found: dict[str, ReadingKind] = {}
    for module in pkgutil.iter_modules(__path__):
        kind = getattr(importlib.import_module(f"{__name__}.{module.name}"), "READING", None)
        if isinstance(kind, ReadingKind):
            found[kind.key] = kind
    return found


def readings_of(situation: Situation, by_shares: bool = False) -> tuple[Reading, ...]:
    """Return the readings that matter to a rig's method and those every rig has, worst first, otherwise in its own order.

    Where it is so asked only those that are judged `by_shares`.
    """
    kinds = reading_kinds()
    own = [kinds[key] for key in method_of(situation.rig).keys(situation.water, situation.head)]
    if by_shares:
        own = [kind for kind in own if kind.judge is not None]
    made = [heard(kind, situation) for kind in own if kind.speaks(situation)]
    return tuple(sorted(made, key=lambda reading: ORDER[reading.severity]))


def heard(kind: ReadingKind, situation: Situation) -> Reading:
    """Return a reading with the laws behind it; a law used outside its range says so among the reasons."""
    with listening() as asked:
        reading = kind.read(situation)
    rows = asked.rows
    said = doubts(rows, situation.writer)
    whole = reading.model_copy(update={"laws": rows, "why": (*reading.why, *said), "by_shares": kind.judge is not None})
    return with_mark(whole, situation.writer)
