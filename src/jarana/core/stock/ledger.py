"""A change to the drawer in words and figures: what moved."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

from jarana.core.model import Frozen
from jarana.core.stock.change import Entries, Entry
from jarana.core.stock.column import Column
from jarana.core.stock.kind import Row, StockKind
from jarana.core.stock.kinds import kinds
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
thrown-away = thrown away
""",
)

MOST_MOVES = 12


class Move(Frozen):
    """One thing that moved: what, and by how much."""

    kind: str
    name: str
    amount: str


def moves(entries: Entries, writer: Writer) -> tuple[tuple[Move, ...], int]:
    """Return what moved, the first few, and how many more did."""
    every = [move for entry in entries.entries for move in _moves(entry, writer)]
    every += [Move(kind="flies", name=weight, amount="lost") for weight in entries.lost]
    return tuple(every[:MOST_MOVES]), max(len(every) - MOST_MOVES, 0)


def _moves(entry: Entry, writer: Writer) -> Iterator[Move]:
    kind = kinds()[entry.kind]
    before, after = _rows(kind, entry.before), _rows(kind, entry.after)
    for key in {**before, **after}:
        was, now = before.get(key), after.get(key)
        row = now or was
        name = kind.name(row.cells) if row else ""
        if was is None or now is None:
            yield Move(kind=entry.kind, name=name, amount="added" if was is None else say("thrown-away"))
            continue
        amounts = [text for column in kind.typed if (text := _amount(column, was, now, writer))]
        if amounts:
            yield Move(kind=entry.kind, name=name, amount=", ".join(amounts))


def _amount(column: Column, was: Row, now: Row, writer: Writer) -> str:
    """Return how a cell changed; nothing when it did not."""
    a, b = was.cells.get(column.key), now.cells.get(column.key)
    if a == b:
        return ""
    if isinstance(a, int | float) and isinstance(b, int | float) and column.key in ("left", "count"):
        return ("+" if b > a else "−") + column.shown(abs(b - a), writer)
    return f"{column.title.casefold()} {column.shown(a, writer) or '–'} → {column.shown(b, writer) or '–'}"


def _rows(kind: StockKind[Any], plain: dict[str, Any] | None) -> dict[str, Row]:
    return {row.id: row for row in kind.rows(kind.document.model_validate(plain))} if plain is not None else {}
