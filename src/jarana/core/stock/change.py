"""Changes to the drawer: what a person asks for, what it does to documents, and how it is taken back."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from contextlib import contextmanager
from typing import Annotated, Any, ClassVar, Literal

from pydantic import Field, JsonValue, StringConstraints

from jarana.core.documents import Document
from jarana.core.errors import FaultList, InputError
from jarana.core.model import Frozen, Key
from jarana.core.stock.column import Cells, read_cells
from jarana.core.stock.kind import Row, StockKind
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-longer = this { $one } is no longer in the drawer
not-tables = is not in the tables
not-counted = a { $one } is not counted
there-none-box-lose = there is none in the box to lose
row = { $reason } (row { $index } of { $rows })
""",
)

MOST_ROWS = 2000
"""Rows one change may touch: an import, a bulk edit."""
Typed = Annotated[str, StringConstraints(max_length=400)]
Kind = StockKind[Any]
Items = dict[str, Any]


class SetCells(Frozen):
    """Cells typed anew, by column, in one row or in many."""

    op: Literal["set"] = "set"
    rows: tuple[Key, ...] = Field(min_length=1, max_length=MOST_ROWS)
    cells: dict[Key, Typed] = Field(min_length=1, max_length=40)


class AddRow(Frozen):
    """A new row: from the reference tables, typed cells over it."""

    op: Literal["add"] = "add"
    reference: Key | None = None
    cells: dict[Key, Typed] = Field(default={}, max_length=40)


class Duplicate(Frozen):
    """Rows again; a fly's weight again with the next bead."""

    op: Literal["duplicate"] = "duplicate"
    rows: tuple[Key, ...] = Field(min_length=1, max_length=200)


class ThrowAway(Frozen):
    """Rows gone from the drawer."""

    op: Literal["throw_away"] = "throw_away"
    rows: tuple[Key, ...] = Field(min_length=1, max_length=MOST_ROWS)


class Lose(Frozen):
    """One fly of each row lost."""

    op: Literal["lose"] = "lose"
    rows: tuple[Key, ...] = Field(min_length=1, max_length=200)


StockEdit = Annotated[SetCells | AddRow | Duplicate | ThrowAway | Lose, Field(discriminator="op")]


class Entry(Frozen):
    """A document before and after; None where it was not there."""

    kind: Key
    item: Key
    before: dict[str, JsonValue] | None
    after: dict[str, JsonValue] | None


class Entries(Document):
    """Everything one change did.

    `act` is ``tie`` for what tying a rig took, ``flies`` for what became of a tied rig's flies. `out`, `back` and
    `lost` are weights of the box, by id: hung on the rig, put back into the box, lost.
    """

    TYPE: ClassVar[str] = "stock-change"
    VERSION: ClassVar[int] = 1

    act: Literal["edit", "tie", "flies"] = "edit"
    entries: tuple[Entry, ...]
    out: tuple[Key, ...] = Field(default=(), max_length=40)
    back: tuple[Key, ...] = Field(default=(), max_length=40)
    lost: tuple[Key, ...] = Field(default=(), max_length=40)


class Shelf:
    """The items of one kind while a change is made to them.

    Parameters
    ----------
    items
        Documents by id; not changed.
    new_id
        Gives ids to new items and rows.
    """

    def __init__(self, kind: Kind, items: Items, new_id: Callable[[], str]) -> None:
        self.kind, self.before, self.new_id = kind, dict(items), new_id
        self.items = dict(items)
        self.where = {row: item for item, doc in items.items() for row in kind.row_ids(doc)}
        self.groups = {group: item for item, doc in items.items() if (group := kind.group_of(doc))}

    def row(self, row_id: str) -> Row:
        """Return a row by id."""
        item = self.where.get(row_id)
        if item is None or item not in self.items:
            raise InputError.one("rows", "", say("no-longer", one=self.kind.one))
        return next(r for r in self.kind.rows(self.items[item]) if r.id == row_id)

    def put(self, row: Row) -> None:
        """Put a row in the place of the one of its id, or as a new one; shared columns go to all rows of its item."""
        shared = {c.key: row.cells.get(c.key) for c in self.kind.typed if c.shared}
        rows = self.kind.rows(self.items[row.item]) if row.item in self.items else []
        others = [Row(r.id, r.item, r.cells | shared) for r in rows if r.id != row.id]
        made = self.kind.build(row.item, [*others, row], self.items.values())
        self.items[row.item] = made
        self.where[row.id] = row.item
        if group := self.kind.group_of(made):
            self.groups.setdefault(group, row.item)

    def put_new(self, cells: Cells, row_id: str | None = None, item: str | None = None) -> str:
        """Put a new row, or over the one it really is; return its id."""
        if row_id and row_id in self.where:
            self.put(Row(row_id, self.where[row_id], cells))
            return row_id
        home = item or self.groups.get(self.kind.group(cells))
        same = self.kind.same_row(cells, self.items[home]) if home and home in self.items else None
        key = row_id or same or self.new_id()
        self.put(Row(key, home or key, cells))
        return key

    def drop(self, row_id: str) -> None:
        """Take a row away, and its item with the last of them."""
        row = self.row(row_id)
        left = [r for r in self.kind.rows(self.items[row.item]) if r.id != row_id]
        if left:
            self.items[row.item] = self.kind.build(row.item, left, self.items.values())
        else:
            del self.items[row.item]
        del self.where[row_id]

    def entries(self) -> tuple[Entry, ...]:
        """Return what was changed, in the order of the items."""
        keys = [*self.before, *(k for k in self.items if k not in self.before)]
        return tuple(
            Entry(kind=self.kind.key, item=k, before=_plain(self.before.get(k)), after=_plain(self.items.get(k)))
            for k in keys
            if self.before.get(k) != self.items.get(k)
        )


def make_edits(shelf: Shelf, edits: Sequence[StockEdit]) -> list[str]:
    """Make edits on a shelf, all or none; return the ids of rows that are new.

    Raises
    ------
    InputError
        Everything wrong, as ``edits[0].diameter``.
    """
    faults, new = FaultList(), list[str]()
    for i, edit in enumerate(edits):
        with faults.under(f"edits[{i}]"):
            new += _make(shelf, edit)
    faults.raise_if_any()
    return new


def _make(shelf: Shelf, edit: StockEdit) -> list[str]:
    kind = shelf.kind
    if isinstance(edit, SetCells):
        typed = read_cells([kind.column(key) for key in edit.cells], dict(edit.cells))
        for key in edit.rows:
            row = shelf.row(key)
            with _first(edit.rows, key):
                shelf.put(Row(row.id, row.item, row.cells | typed))
        return []
    if isinstance(edit, AddRow):
        texts = dict(edit.cells)
        for key in texts:
            kind.column(key)
        if edit.reference:
            known = next((r for r in kind.references() if r.key == edit.reference), None)
            if known is None:
                raise InputError.one("reference", edit.reference, say("not-tables"))
            texts = known.cells | texts
        return [shelf.put_new(read_cells(kind.typed, texts))]
    if isinstance(edit, Duplicate):
        made = []
        for key in edit.rows:
            item, cells = kind.copied(shelf.row(key), shelf.items.values())
            made.append(
                shelf.put_new(cells | ({"number": None} if "number" in cells else {}), item=item or shelf.new_id())
            )
        return made
    if isinstance(edit, ThrowAway):
        for key in edit.rows:
            shelf.drop(key)
        return []
    return _lose(shelf, edit)


def _lose(shelf: Shelf, edit: Lose) -> list[str]:
    if "count" not in shelf.kind.amounts:
        raise InputError.one("op", "lose", say("not-counted", one=shelf.kind.one))
    for key in edit.rows:
        row = shelf.row(key)
        count = row.cells.get("count")
        if not isinstance(count, int) or count < 1:
            raise InputError.one("count", str(count or 0), say("there-none-box-lose"))
        shelf.put(Row(row.id, row.item, row.cells | {"count": count - 1}))
    return []


@contextmanager
def _first(rows: Sequence[str], key: str) -> Iterator[None]:
    """Say which row a fault of a bulk edit is in."""
    try:
        yield
    except InputError as error:
        if len(rows) == 1:
            raise
        first = error.faults[0]
        raise InputError.one(
            first.path, first.value, say("row", reason=first.reason, index=rows.index(key) + 1, rows=len(rows))
        ) from None


def take_back(kind: Kind, entry: Entry, now: dict[str, JsonValue] | None) -> dict[str, JsonValue] | None:
    """Return a document with one change taken out of it, whatever else was done to it since.

    Fields the change altered go back to what they were; amounts get the difference back, never below nothing.

    Parameters
    ----------
    now
        The document as it is; None where it is gone.
    """
    if entry.before is None:
        return None
    if entry.after is None or now is None:
        return entry.before if entry.after is None else None
    return _back(entry.before, entry.after, now, kind.amounts)


def turned(entry: Entry) -> Entry:
    """Return the change that undoes an entry: taking it back makes it again."""
    return Entry(kind=entry.kind, item=entry.item, before=entry.after, after=entry.before)


def _back(
    before: dict[str, JsonValue], after: dict[str, JsonValue], now: dict[str, JsonValue], amounts: Sequence[str]
) -> dict[str, JsonValue]:
    out = dict(now)
    for key in {**before, **after}:
        was, became, is_now = before.get(key), after.get(key), now.get(key)
        if was == became:
            continue
        if key in amounts and (amount := _amount(was, became, is_now)) is not None:
            out[key] = amount
        elif isinstance(was, dict) and isinstance(became, dict) and isinstance(is_now, dict):
            out[key] = _back(was, became, is_now, amounts)
        elif _rows(was) and _rows(became) and _rows(is_now):
            out[key] = _back_rows(was, became, is_now, amounts)  # type: ignore[arg-type]
        else:
            out[key] = was
    return out


def _back_rows(
    before: list[dict[str, JsonValue]],
    after: list[dict[str, JsonValue]],
    now: list[dict[str, JsonValue]],
    amounts: Sequence[str],
) -> list[JsonValue]:
    was, became = ({str(r["id"]): r for r in rows} for rows in (before, after))
    out: list[JsonValue] = []
    for row in now:
        key = str(row["id"])
        if key in was and key in became:
            out.append(_back(was[key], became[key], row, amounts))
        elif key not in became:
            out.append(row)
    here = {str(row["id"]) for row in now}
    out += [row for key, row in was.items() if key not in became and key not in here]
    return out


def _amount(was: JsonValue, became: JsonValue, now: JsonValue) -> float | int | None:
    """Return an amount with a difference given back; None where they are not all numbers."""
    if isinstance(was, int) and isinstance(became, int) and isinstance(now, int):
        return max(now + was - became, 0)
    if isinstance(was, int | float) and isinstance(became, int | float) and isinstance(now, int | float):
        return round(max(now + was - became, 0.0), 6)
    return None


def _rows(value: JsonValue) -> bool:
    return isinstance(value, list) and all(isinstance(v, dict) and "id" in v for v in value)


def _plain(doc: Frozen | None) -> dict[str, JsonValue] | None:
    return doc.model_dump(mode="json") if doc else None
