"""What goes over the wire about the drawer."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import Any, Literal
from uuid import UUID

from pydantic import Field

from jarana.core.model import Frozen, Key, Typed
from jarana.core.sheet.shopping import Wanted
from jarana.core.stock.change import StockEdit
from jarana.core.stock.choices import SAID
from jarana.core.stock.column import Column
from jarana.core.stock.kind import Row, StockKind
from jarana.core.stock.ledger import Move, moves
from jarana.core.units import Writer
from jarana.storage.tables import EventRow
from jarana.usecases.keep_stock import moved_of

MOST_TEXT = 1_200_000
"""characters of a file; what is larger than the file format allows is told by it."""


class ColumnView(Frozen):
    """A column of a grid."""

    key: str
    title: str
    kind: Literal["words", "figure", "count", "choice", "yes", "date"]
    choices: tuple[str, ...]
    required: bool
    computed: bool
    shared: bool
    detail: bool
    glance: bool
    about: str


class ReferenceView(Frozen):
    """Something of the reference tables that can be added."""

    key: str
    name: str
    note: str


class KindView(Frozen):
    """A kind of tackle."""

    key: str
    title: str
    one: str
    empty: str
    counted: bool
    columns: tuple[ColumnView, ...]
    references: tuple[ReferenceView, ...]
    header: str

    @classmethod
    def of(cls, kind: StockKind[Any]) -> KindView:
        """Return a kind as the screen needs it."""
        return cls(
            key=kind.key,
            title=kind.title,
            one=kind.one,
            empty=kind.empty,
            counted="count" in kind.amounts,
            columns=tuple(
                ColumnView(
                    key=c.key,
                    title=c.title,
                    kind=c.kind,
                    choices=tuple(SAID[word] for word in ("yes", "no"))
                    if c.kind == "yes"
                    else tuple(c.choices.values()),
                    required=c.required,
                    computed=c.computed,
                    shared=c.shared,
                    detail=c.key in kind.beside,
                    glance=c.key in kind.glance,
                    about=c.about,
                )
                for c in kind.columns
            ),
            references=tuple(ReferenceView(key=r.key, name=r.name, note=r.note) for r in kind.references()),
            header=", ".join(c.header for c in kind.typed),
        )


class Kinds(Frozen):
    """Every kind of tackle, which devices there are, and the limits of an import."""

    kinds: tuple[KindView, ...]
    devices: tuple[str, ...]
    most_rows: int
    most_bytes: int


class RowView(Frozen):
    """A row: its cells as they are read and as they sort, in the order of the columns."""

    id: str
    item: str
    name: str
    low: bool
    shown: tuple[str, ...]
    sort: tuple[str | float | None, ...]

    @classmethod
    def of(cls, kind: StockKind[Any], row: Row, writer: Writer) -> RowView:
        """Return a row as the screen needs it."""
        values = [row.cells.get(c.key) for c in kind.columns]
        return cls(
            id=row.id,
            item=row.item,
            name=kind.name(row.cells),
            low=row.low,
            shown=tuple(c.shown(v, writer) for c, v in zip(kind.columns, values, strict=True)),
            sort=tuple(_sort(c, v) for c, v in zip(kind.columns, values, strict=True)),
        )


def _sort(column: Column, value: object) -> str | float | None:
    if value is None:
        return None
    if isinstance(value, bool | int | float):
        return float(value)
    if value in column.choices and str(value).isdigit():
        return float(list(column.choices).index(str(value)))
    return column.choices.get(str(value), str(value)).casefold()


class Shelf(Frozen):
    """Every row of a kind."""

    kind: str
    rows: tuple[RowView, ...]


class StockEdits(Frozen):
    """Edits of one kind of tackle, all or none."""

    id: UUID
    edits: tuple[StockEdit, ...] = Field(min_length=1, max_length=200)


class StockChange(Frozen):
    """A change to the drawer as the ledger shows it."""

    id: UUID
    why: str
    made_at: datetime
    undone: bool
    moves: tuple[Move, ...]
    more: int
    place: int

    @classmethod
    def of(cls, row: EventRow, writer: Writer) -> StockChange:
        """Return a change as the screen needs it."""
        told = moved_of(row)
        moved, more = moves(told.change, writer)
        return cls(id=row.id, why=told.why, made_at=row.at, undone=row.undone, moves=moved, more=more, place=row.place)


class Touched(Frozen):
    """The items of a kind a change touched, with their rows as they are now; an item without rows is gone."""

    kind: str
    items: tuple[str, ...]
    rows: tuple[RowView, ...]


class ChangeAnswer(Frozen):
    """A change and what it touched; `new` are rows it made."""

    change: StockChange
    touched: tuple[Touched, ...]
    new: tuple[str, ...] = ()


class Ledger(Frozen):
    """The newest changes to the drawer; `more` where there are older ones."""

    changes: tuple[StockChange, ...]
    more: bool = False


class WantedPart(Frozen):
    """A part of a rig; empty for its line, rod or float."""

    rig: UUID
    part: str


class WantedView(Frozen):
    """Something to buy; `cells` are what a row of it is typed as, empty where there is one already that runs low."""

    kind: str
    name: str
    why: tuple[str, ...]
    cells: dict[str, str]
    parts: tuple[WantedPart, ...]

    @classmethod
    def of(cls, wanted: Wanted, rigs: Sequence[UUID]) -> WantedView:
        """Show it."""
        return cls(
            kind=wanted.kind,
            name=wanted.name,
            why=tuple(wanted.why),
            cells=wanted.cells,
            parts=tuple(WantedPart(rig=rigs[number], part=part) for number, part in wanted.parts),
        )


class ShoppingList(Frozen):
    """What to buy: what runs low, and what one's rigs are tied of that is not in the drawer."""

    wanted: tuple[WantedView, ...]


class CsvText(Frozen):
    """A file's text."""

    text: str = Field(max_length=MOST_TEXT)


class CsvImport(Frozen):
    """A file to take into the drawer."""

    id: UUID
    text: str = Field(max_length=MOST_TEXT)


class FileFault(Frozen):
    """Something wrong with a file: the line it stands in (0 for the whole file), the column, and what."""

    line: int
    column: str
    value: str
    reason: str


class PreviewLine(Frozen):
    """A row of a file."""

    line: int
    cells: dict[str, str]


class PreviewView(Frozen):
    """What importing a file would do; the first lines and every line with something wrong."""

    rows: int
    new: int
    replaced: int
    faults: tuple[FileFault, ...]
    lines: tuple[PreviewLine, ...]


class JarRequest(Frozen):
    """Drops of a fly in a jar, typed in any unit."""

    row: Key
    distance: Typed
    seconds: tuple[Typed, ...] = Field(min_length=1, max_length=30)
    temperature: Typed


class MeasureRequest(Frozen):
    """How many readings are wanted."""

    n: int = Field(default=5, ge=1, le=30)


class RejectedView(Frozen):
    """A line a device sent that is no reading."""

    text: str
    why: str


class Measurement(Frozen):
    """Readings of a device; `cells` are what accepting them sets in a spool's row, empty where there are none."""

    shown: str
    spread_shown: str
    n: int
    readings: tuple[str, ...]
    rejected: tuple[RejectedView, ...]
    cells: dict[str, str]
