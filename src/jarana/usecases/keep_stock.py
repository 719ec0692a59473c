"""Change the drawer: edits, imports, what tying takes; every change stands in a ledger and can be taken back."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID, uuid5

from jarana.core.errors import InputError
from jarana.core.stock.change import Entries, Entry, Shelf, StockEdit, make_edits, take_back, turned
from jarana.core.stock.kind import StockKind
from jarana.core.stock.kinds import kinds
from jarana.formats.stock_csv import Read, put_rows, read_stock
from jarana.storage.repositories import Belongings
from jarana.storage.tables import StockChangeRow


class UnknownChangeError(Exception):
    """There is no such change to one's own drawer."""


class UnknownKindError(Exception):
    """There is no such kind of tackle."""


@dataclass(frozen=True)
class Preview:
    """A file read against the drawer, nothing kept: rows that are new and that stand in the place of another."""

    read: Read
    new: int
    replaced: int


def shelf_of(belongings: Belongings, kind: StockKind[Any], seed: UUID) -> Shelf:
    """Return what is owned of a kind, to be changed; ids of new rows follow from `seed`, so a repeated send is the same."""
    items = {doc.id: doc for doc in belongings.shelf(kind.key)}
    return Shelf(kind, items, ids_from(seed))


def ids_from(seed: UUID) -> Callable[[], str]:
    """Return a maker of ids."""
    count = 0

    def new_id() -> str:
        nonlocal count
        count += 1
        return uuid5(seed, str(count)).hex[:20]

    return new_id


def change_stock(
    belongings: Belongings, change_id: UUID, kind: StockKind[Any], edits: Sequence[StockEdit], now: datetime
) -> tuple[StockChangeRow, list[str]]:
    """Make edits to one kind of tackle, all or none; return the change and the rows that are new.

    A change that was made already is returned as it is.

    Raises
    ------
    InputError
        Everything wrong with the edits.
    """
    belongings.lock()
    done = _done(belongings, change_id)
    if done:
        return done, []
    shelf = shelf_of(belongings, kind, change_id)
    new = make_edits(shelf, edits)
    why = _why(kind, edits, len(new))
    return keep_entries(belongings, change_id, why, Entries(entries=shelf.entries()), now), new


def preview_import(belongings: Belongings, kind: StockKind[Any], text: str, seed: UUID) -> tuple[Preview, Shelf]:
    """Return what importing a file would do; nothing is kept."""
    read = read_stock(kind, text)
    shelf = shelf_of(belongings, kind, seed)
    before = set(shelf.where)
    put_rows(shelf, read)
    new = len(set(shelf.where) - before)
    return Preview(read, new, max(sum(c is not None for c in read.cells) - new, 0)), shelf


def import_stock(
    belongings: Belongings, change_id: UUID, kind: StockKind[Any], text: str, now: datetime
) -> StockChangeRow:
    """Take a file into the drawer, all of it or nothing.

    Raises
    ------
    InputError
        Everything wrong with it, by row and column.
    """
    belongings.lock()
    done = _done(belongings, change_id)
    if done:
        return done
    preview, shelf = preview_import(belongings, kind, text, change_id)
    preview.read.faults.raise_if_any()
    why = f"imported {len(preview.read.lines)} rows: {kind.title.casefold()}"
    return keep_entries(belongings, change_id, why, Entries(entries=shelf.entries()), now)


def keep_entries(
    belongings: Belongings,
    change_id: UUID,
    why: str,
    entries: Entries,
    now: datetime,
    tie_id: UUID | None = None,
) -> StockChangeRow:
    """Write what a change does into the drawer and the ledger."""
    for entry in entries.entries:
        _put(belongings, entry, entry.after, now)
    row = belongings.add_change(change_id, why, entries, tie_id)
    belongings.session.flush()
    return row


def undo_change(belongings: Belongings, change_id: UUID, now: datetime) -> StockChangeRow:
    """Take a change back, whatever else was done since; one taken back already stays so."""
    return _turn(belongings, change_id, now, back=True)


def redo_change(belongings: Belongings, change_id: UUID, now: datetime) -> StockChangeRow:
    """Make a change again that was taken back."""
    return _turn(belongings, change_id, now, back=False)


def _turn(belongings: Belongings, change_id: UUID, now: datetime, back: bool) -> StockChangeRow:
    belongings.lock()
    row = belongings.change(change_id)
    if row is None:
        raise UnknownChangeError(str(change_id))
    if (row.undone_at is None) == back:
        if row.entries.act == "tie" and row.tie_id and back:
            # A rig that was never tied has no flies out: what became of them is taken back first.
            for later in belongings.changes_of_tie(row.tie_id):
                if later.id != row.id and later.undone_at is None:
                    _turn_one(belongings, later, now, back)
        _turn_one(belongings, row, now, back)
        if row.entries.act == "tie" and row.tie_id:
            belongings.mark_tie(row.tie_id, now if back else None)
        belongings.session.flush()
    return row


def _turn_one(belongings: Belongings, row: StockChangeRow, now: datetime, back: bool) -> None:
    for entry in row.entries.entries:
        document = belongings.item(entry.kind, entry.item)
        plain = document.model_dump(mode="json") if document else None
        _put(belongings, entry, take_back(kinds()[entry.kind], entry if back else turned(entry), plain), now)
    row.undone_at = now if back else None


def _put(belongings: Belongings, entry: Entry, plain: dict[str, Any] | None, now: datetime) -> None:
    document = kinds()[entry.kind].document.model_validate(plain) if plain is not None else None
    belongings.put_item(entry.kind, entry.item, document, now)


def _done(belongings: Belongings, change_id: UUID) -> StockChangeRow | None:
    done = belongings.change(change_id)
    if done is None and belongings.change_taken(change_id):
        raise InputError.one("id", str(change_id), "is taken")
    return done


def _why(kind: StockKind[Any], edits: Sequence[StockEdit], new: int) -> str:
    """Return a change in a few words, for the ledger."""
    words = []
    for edit in edits:
        if edit.op == "set":
            many = f" in {len(edit.rows)} rows" if len(edit.rows) > 1 else ""
            cells = [(kind.column(key).title.casefold(), text.strip() or "empty") for key, text in edit.cells.items()]
            short = len(cells) <= 2
            words.append(", ".join(f"{title} → {text}" if short else title for title, text in cells) + many)
        elif edit.op == "add":
            words.append(f"added a {kind.one}")
        elif edit.op == "duplicate":
            words.append(f"duplicated {len(edit.rows)}")
        elif edit.op == "lose":
            words.append(f"lost {len(edit.rows)}")
        else:
            words.append(f"threw away {len(edit.rows)}")
    more = f" and {len(words) - 3} more" if len(words) > 3 else ""
    return f"{kind.title}: " + ", ".join(words[:3]) + more
