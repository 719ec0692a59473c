"""A kind of tackle: its columns, and the way between its rows and its documents."""

from __future__ import annotations

from abc import ABC, abstractmethod
from collections.abc import Collection, Hashable, Sequence
from dataclasses import dataclass
from typing import Any, ClassVar, Generic, TypeVar

from pydantic import ValidationError

from jarana.core.documents import Document
from jarana.core.errors import FaultList, InputError
from jarana.core.stock.column import Cells, Column
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-such-column-can = no such column can be typed
""",
)

Doc = TypeVar("Doc", bound=Document)


@dataclass(frozen=True)
class Row:
    """A row of a kind: `item` is the document it belongs to. `low` where less is left than the person's mark."""

    id: str
    item: str
    cells: Cells
    low: bool = False


@dataclass(frozen=True)
class Reference:
    """A row of the reference tables that can be added as one's own."""

    key: str
    name: str
    note: str
    cells: dict[str, str]


class StockKind(ABC, Generic[Doc]):
    """One kind of tackle. A new kind is one file in `kinds` that defines a KIND.

    Attributes
    ----------
    key, title, one, empty
        For addresses; as a heading; one of them in a sentence; what an empty drawer of it says.
    order
        Where it stands among the others.
    document
        Its documents.
    drawer
        The field of :class:`jarana.core.tackle.drawer.Drawer` that holds them.
    amounts
        Fields that count what is left: taking back a change adds to them instead of overwriting.
    measured
        Rows are what somebody measured themselves: nobody can begin with another's.
    beside
        Columns shown beside the grid for the row one is in, not in it.
    glance
        Columns that tell a row and what is left of it: first where there is no room for all.
    """

    key: ClassVar[str]
    title: ClassVar[str]
    one: ClassVar[str]
    empty: ClassVar[str]
    order: ClassVar[int]
    drawer: ClassVar[str]
    document: type[Doc]
    columns: ClassVar[tuple[Column, ...]]
    amounts: ClassVar[tuple[str, ...]] = ()
    beside: ClassVar[tuple[str, ...]] = ()
    glance: ClassVar[tuple[str, ...]] = ()
    measured: ClassVar[bool] = False

    @property
    def typed(self) -> tuple[Column, ...]:
        """The columns that are not computed."""
        return tuple(c for c in self.columns if not c.computed)

    def column(self, key: str) -> Column:
        """Return a typed column by key."""
        found = next((c for c in self.typed if c.key == key), None)
        if found is None:
            raise InputError.one("column", key, say("no-such-column-can"))
        return found

    @abstractmethod
    def rows(self, item: Doc) -> list[Row]:
        """Return the rows of a document, computed columns with them."""

    @abstractmethod
    def build(self, item: str, rows: Sequence[Row], others: Collection[Doc]) -> Doc:
        """Return the document of its rows; an InputError names columns."""

    @abstractmethod
    def references(self) -> list[Reference]:
        """Return what can be added from the reference tables."""

    def name(self, cells: Cells) -> str:
        """Return a row in a few words."""
        return words(cells, "name")

    def drawn(self, item: Doc) -> tuple[Any, ...]:
        """Return what its items are ordered by in the drawer; by id where nothing is said."""
        return (item.id,)  # type: ignore[attr-defined]

    def lies(self, item: Doc) -> tuple[object, ...]:
        """Return what its items are ordered by on screen; as the drawer has them where nothing is said."""
        return ()

    def row_ids(self, item: Doc) -> list[str]:
        """Return the ids of the rows of a document."""
        return [row.id for row in self.rows(item)]

    def group(self, cells: Cells) -> Hashable:
        """Return what makes a new row part of an item there is already; None where every row is an item."""
        return None

    def group_of(self, item: Doc) -> Hashable:
        """Return the same of an item."""
        return None

    def same_row(self, cells: Cells, item: Doc) -> str | None:
        """Return the row of an item that a new row really is."""
        return None

    def copied(self, row: Row, others: Collection[Doc]) -> tuple[str | None, Cells]:
        """Return the cells of a duplicate, and the item it joins where an item has several rows."""
        return None, {k: v for k, v in row.cells.items() if k not in {c.key for c in self.columns if c.computed}}

    def made(self, **fields: Any) -> Doc:
        """Return a document of fields; what the model refuses is told by column."""
        try:
            return self.document.model_validate(fields)
        except ValidationError as error:
            faults = FaultList()
            for e in error.errors():
                faults.add(str(e["loc"][0]) if e["loc"] else "", e.get("input"), e["msg"])
            raise InputError(faults.faults) from None


def number(cells: Cells, key: str) -> float | None:
    """Return a figure of a row."""
    value = cells.get(key)
    return float(value) if isinstance(value, int | float) and not isinstance(value, bool) else None


def words(cells: Cells, key: str, default: str = "") -> str:
    """Return words of a row."""
    value = cells.get(key)
    return default if value is None else str(value)
