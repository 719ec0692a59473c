"""Change the drawer: edits, imports, what tying takes; every change stands in a ledger and can be taken back."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any
from uuid import UUID, uuid5

from jarana.core.documents import read, written
from jarana.core.errors import InputError
from jarana.core.journal import standing
from jarana.core.journal.kinds.stock import Moved
from jarana.core.sheet.shopping import Wanted, shopping
from jarana.core.stock.change import Entries, Entry, Shelf, StockEdit, make_edits, take_back, turned
from jarana.core.stock.kind import StockKind
from jarana.core.stock.kinds import kinds
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.formats.stock_csv import Read, put_rows, read_stock
from jarana.storage.tables import EventRow
from jarana.storage.work import Work
from jarana.usecases.happen import happened, turn
from jarana.usecases.quota import may_add

say = phrases(
    __name__,
    """
imported-rows = imported { $lines } rows: { $casefold }
and-more = { " " }and { $words } more
is-taken = is taken
in-rows = { " " }in { $rows } rows
added-a = added a { $one }
duplicated = duplicated { $rows }
lost = lost { $rows }
threw-away = threw away { $rows }
""",
)


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


def shelf_of(work: Work, kind: StockKind[Any], seed: UUID) -> Shelf:
    """Return what is owned of a kind, to be changed; ids of new rows follow from `seed`, so a repeated send is the same."""
    items = {doc.id: doc for doc in work.belongings.shelf(kind.key)}
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
    work: Work, change_id: UUID, kind: StockKind[Any], edits: Sequence[StockEdit]
) -> tuple[EventRow, list[str]]:
    """Make edits to one kind of tackle, all or none; return the event and the rows that are new.

    A change that was made already is returned as it is.

    Raises
    ------
    InputError
        Everything wrong with the edits.
    """
    with work.writing():
        done = _done(work, change_id)
        if done:
            return done, []
        shelf = shelf_of(work, kind, change_id)
        new = make_edits(shelf, edits)
        why = _why(kind, edits, len(new))
        return keep_entries(work, change_id, why, Entries(entries=shelf.entries())), new


def preview_import(work: Work, kind: StockKind[Any], text: str, seed: UUID) -> tuple[Preview, Shelf]:
    """Return what importing a file would do; nothing is kept."""
    read_file = read_stock(kind, text)
    shelf = shelf_of(work, kind, seed)
    before = set(shelf.where)
    put_rows(shelf, read_file)
    new = len(set(shelf.where) - before)
    return Preview(read_file, new, max(sum(c is not None for c in read_file.cells) - new, 0)), shelf


def import_stock(work: Work, change_id: UUID, kind: StockKind[Any], text: str) -> EventRow:
    """Take a file into the drawer, all of it or nothing.

    Raises
    ------
    InputError
        Everything wrong with it, by row and column.
    """
    with work.writing():
        done = _done(work, change_id)
        if done:
            return done
        preview, shelf = preview_import(work, kind, text, change_id)
        preview.read.faults.raise_if_any()
        why = say("imported-rows", lines=len(preview.read.lines), casefold=kind.title.casefold())
        return keep_entries(work, change_id, why, Entries(entries=shelf.entries()))


def keep_entries(work: Work, change_id: UUID, why: str, entries: Entries, tie_id: UUID | None = None) -> EventRow:
    """Write what a change does into the drawer, and that it happened into the journal."""
    with work.writing():
        may_add(work, "things", sum(entry.before is None for entry in entries.entries))
        for entry in entries.entries:
            _put(work, entry, entry.after)
        return happened(work, change_id, "stock", written(Moved(why=why[:200], change=entries)), about=tie_id)


def moved_of(row: EventRow) -> Moved:
    """Return what a stock event moved."""
    return read(Moved, row.payload)


MOST_RIGS = 100
"""Rigs that are looked through for what they lack, the newest."""


def shopping_of(work: Work, writer: Writer) -> tuple[tuple[Wanted, ...], tuple[UUID, ...]]:
    """Return what to buy, and the ids of the rigs its parts speak of."""
    with work.reading():
        drawer, rigs = work.belongings.drawer(), work.rigs.documents(MOST_RIGS)
    return shopping(drawer, [rig for _, rig in rigs], writer), tuple(key for key, _ in rigs)


def ledger_of(work: Work, most: int, before: int | None = None) -> Sequence[EventRow]:
    """Return the newest changes to the drawer, newest first, those written down before a place."""
    return work.journal.newest("stock", most, before)


def undo_change(work: Work, change_id: UUID) -> EventRow:
    """Take a change back, whatever else was done since; one taken back already stays so."""
    return _turn(work, change_id, back=True)


def redo_change(work: Work, change_id: UUID) -> EventRow:
    """Make a change again that was taken back."""
    return _turn(work, change_id, back=False)


def lay_out_again(work: Work) -> None:
    """Make the drawer anew from the journal: every stock event that stands, oldest first."""
    with work.writing():
        work.belongings.empty_items()
        for event in standing(row.event for row in work.journal.everything("stock")):
            for entry in read(Moved, event.payload).change.entries:
                _apply(work, entry)
        work.session.flush()


def _turn(work: Work, change_id: UUID, back: bool) -> EventRow:
    with work.writing():
        row = work.journal.get(change_id)
        if row is None or row.kind != "stock":
            raise UnknownChangeError(str(change_id))
        act = moved_of(row).change.act
        if row.undone != back:
            if act == "tie" and row.about and back:
                # A rig that was never tied has no flies out: what became of them is taken back first.
                for later in work.journal.about(row.about, "stock"):
                    if later.id != row.id:
                        _turn_one(work, later, back)
            _turn_one(work, row, back)
            tie = work.journal.get(row.about) if act == "tie" and row.about else None
            if tie is not None:
                turn(work, tie, back)
        return row


def _turn_one(work: Work, row: EventRow, back: bool) -> None:
    for entry in moved_of(row).change.entries:
        _apply(work, turned(entry) if back else entry)
    turn(work, row, back)


def _apply(work: Work, entry: Entry) -> None:
    """Make a change to whatever a document is now."""
    document = work.belongings.item(entry.kind, entry.item)
    plain = document.model_dump(mode="json") if document else None
    _put(work, entry, take_back(kinds()[entry.kind], turned(entry), plain))


def _put(work: Work, entry: Entry, plain: dict[str, Any] | None) -> None:
    document = kinds()[entry.kind].document.model_validate(plain) if plain is not None else None
    work.belongings.put_item(entry.kind, entry.item, document, work.now)


def _done(work: Work, change_id: UUID) -> EventRow | None:
    row = work.journal.get(change_id)
    if row is not None and row.kind != "stock":
        raise InputError.one("id", str(change_id), say("is-taken"))
    return row


def _why(kind: StockKind[Any], edits: Sequence[StockEdit], new: int) -> str:
    """Return a change in a few words, for the ledger."""
    words = []
    for edit in edits:
        if edit.op == "set":
            many = say("in-rows", rows=len(edit.rows)) if len(edit.rows) > 1 else ""
            cells = [(kind.column(key).title.casefold(), text.strip() or "empty") for key, text in edit.cells.items()]
            short = len(cells) <= 2
            words.append(", ".join(f"{title} → {text}" if short else title for title, text in cells) + many)
        elif edit.op == "add":
            words.append(say("added-a", one=kind.one))
        elif edit.op == "duplicate":
            words.append(say("duplicated", rows=len(edit.rows)))
        elif edit.op == "lose":
            words.append(say("lost", rows=len(edit.rows)))
        else:
            words.append(say("threw-away", rows=len(edit.rows)))
    more = say("and-more", words=len(words) - 3) if len(words) > 3 else ""
    return f"{kind.title}: " + ", ".join(words[:3]) + more
