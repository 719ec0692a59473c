"""A kind of tackle as CSV: UTF-8, a header row with units, one row per row of the grid."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from jarana.core import units
from jarana.core.errors import FaultList, InputError, shorten
from jarana.core.model import Frozen
from jarana.core.stock.change import MOST_ROWS, Shelf
from jarana.core.stock.column import Cells, read_cells
from jarana.core.stock.kind import StockKind
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Drawer
from jarana.core.words import phrases
from jarana.formats.cells import quoted, unquoted

say = phrases(
    __name__,
    """
larger-than-kb = larger than 900 kB
is-empty-a-header-and = is empty: a header and at least one row are wanted
rows = { $table } rows
at-most-rows-at-a = at most { $most_rows } rows at a time
more-cells-than-the-header = more cells than the header has
columns = { $row } columns
at-most = at most { $most_columns }
is-not-a-table = is not a table: { $error }
longer-than-characters = longer than { $longest_header } characters
no-such-column-there-are = no such column; there are { $columns }
stands-twice = stands twice
this-column-is-missing = this column is missing
the-unit-is-one-of = the unit is one of{ " " }
letters-digits-dots-dashes-leave = letters, digits, dots, dashes; leave it empty for a new row
stands-twice-in-this-file = stands twice in this file
is-no-kind-of-tackle = is no kind of tackle:{ " " }
""",
)

MOST_BYTES = 900_000
MOST_COLUMNS = 60
MOST_FIRST = 20_000
"""Characters in which the first line is looked for to tell the delimiter."""
MOST_FAULTS = 200
ROW_ID = re.compile(r"[A-Za-z0-9_.-]{1,64}")
LONGEST_HEADER = 80
"""Characters of a header cell."""


@dataclass(frozen=True)
class Read:
    """A file read: `texts` as they stand by column, `cells` as values, for each row; and everything wrong.

    `lines` are the file's line numbers of the rows, the header being 1.
    """

    lines: tuple[int, ...]
    ids: tuple[str | None, ...]
    texts: tuple[dict[str, str], ...]
    cells: tuple[Cells | None, ...]
    faults: FaultList


def stock_csv(kind: StockKind[Any], items: Sequence[Any]) -> str:
    """Return every row of a kind; reading it back gives the same documents."""
    out = io.StringIO()
    write = csv.writer(out)
    write.writerow(["id", *(c.header for c in kind.typed)])
    for item in items:
        for row in kind.rows(item):
            write.writerow([row.id, *(quoted(c.plain(row.cells.get(c.key))) for c in kind.typed)])
    return out.getvalue()


def template(kind: StockKind[Any]) -> str:
    """Return a header with two rows from the reference tables to write over."""
    out = io.StringIO()
    write = csv.writer(out)
    write.writerow([c.header for c in kind.typed])
    for reference in kind.references()[:2]:
        write.writerow([quoted(reference.cells.get(c.key, "")) for c in kind.typed])
    return out.getvalue()


def read_stock(kind: StockKind[Any], text: str) -> Read:
    """Return the rows of a file with everything wrong in it.

    Commas, semicolons or tabs between cells; figures with a point or a comma, with or without a unit; columns in any
    order. What cannot be a table at all is one fault without rows.
    """
    faults = FaultList()
    empty = Read((), (), (), (), faults)
    if not faults.check(len(text.encode("utf-8", "surrogatepass")) <= MOST_BYTES, "file", "", say("larger-than-kb")):
        return empty
    text = text.removeprefix("\ufeff")
    try:
        table = [(n, row) for n, row in _table(text) if any(cell.strip() for cell in row)]
    except csv.Error as error:
        faults.add("file", "", say("is-not-a-table", error=error))
        return empty
    if not faults.check(bool(table), "file", "", say("is-empty-a-header-and")):
        return empty
    if not faults.check(
        len(table) - 1 <= MOST_ROWS,
        "file",
        say("rows", table=len(table) - 1),
        say("at-most-rows-at-a", most_rows=MOST_ROWS),
    ):
        return empty
    columns, given = _header(kind, table[0][1], faults)
    if columns is None:
        return empty
    lines: list[int] = []
    ids: list[str | None] = []
    texts: list[dict[str, str]] = []
    cells: list[Cells | None] = []
    for n, row in table[1:]:
        named = {key: unquoted(cell) for key, cell in zip(columns, row, strict=False) if key}
        row_id = named.pop("id", "").strip() or None
        lines.append(n)
        texts.append({k: shorten(v, 120) for k, v in named.items()})
        ids.append(row_id)
        try:
            _check(len(row) <= len(columns) or not any(c.strip() for c in row[len(columns) :]), row)
            if row_id and not ROW_ID.fullmatch(row_id):
                raise InputError.one("id", shorten(row_id), say("letters-digits-dots-dashes-leave"))
            cells.append(read_cells(kind.typed, named, given))
        except InputError as error:
            cells.append(None)
            if len(faults.faults) < MOST_FAULTS:
                faults.faults += error.under(f"rows[{len(cells) - 1}]").faults
    return Read(tuple(lines), tuple(ids), tuple(texts), tuple(cells), faults)


def put_rows(shelf: Shelf, read: Read) -> None:
    """Put the rows of a file on a shelf; what does not make a document is a fault of the file."""
    seen: set[str] = set()
    for i, (row_id, cells) in enumerate(zip(read.ids, read.cells, strict=True)):
        if cells is None or len(read.faults.faults) >= MOST_FAULTS:
            continue
        with read.faults.under(f"rows[{i}]"):
            if row_id in seen:
                raise InputError.one("id", row_id, say("stands-twice-in-this-file"))
            seen.add(shelf.put_new(cells, row_id))


def _check(good: bool, row: Sequence[str]) -> None:
    if not good:
        raise InputError.one("", shorten(row[-1]), say("more-cells-than-the-header"))


def _table(text: str) -> list[tuple[int, list[str]]]:
    first = next((line for line in text[:MOST_FIRST].splitlines() if line.strip()), "")
    bare = "".join(first.split('"')[::2])
    delimiter = max("\t;,", key=bare.count)
    reader = csv.reader(io.StringIO(text, newline=""), delimiter=delimiter)
    rows: list[tuple[int, list[str]]] = []
    for row in reader:
        rows.append((reader.line_num, row))
        if len(rows) > 10 * MOST_ROWS + 100:
            break
    return rows


def _header(kind: StockKind[Any], row: Sequence[str], faults: FaultList) -> tuple[list[str] | None, dict[str, str]]:
    known: dict[str, str] = {"id": "id"}
    for c in kind.columns:
        known[c.key] = known[c.title.casefold()] = c.key
    computed = {c.key for c in kind.columns if c.computed}
    keys: list[str] = []
    given: dict[str, str] = {}
    if not faults.check(
        len(row) <= MOST_COLUMNS, "header", say("columns", row=len(row)), say("at-most", most_columns=MOST_COLUMNS)
    ):
        return None, {}
    for text in row:
        if not faults.check(
            len(text) <= LONGEST_HEADER,
            "header",
            shorten(text),
            say("longer-than-characters", longest_header=LONGEST_HEADER),
        ):
            keys.append("")
            continue
        name, unit = header_parts(text)
        key = known.get(name.casefold(), "")
        if name and not key:
            columns = ", ".join(c.key for c in kind.typed)
            faults.add("header", shorten(text), say("no-such-column-there-are", columns=columns))
        if key and key in keys:
            faults.add("header", shorten(text), say("stands-twice"))
        if key and key != "id" and unit:
            _unit(kind, key, unit, given, faults)
        keys.append("" if key in computed else key)
    for column in kind.typed:
        if column.required:
            faults.check(column.key in keys, "header", column.header, say("this-column-is-missing"))
    return (None if faults.faults else keys), given


def header_parts(text: str) -> tuple[str, str]:
    """Return the name and the unit of a header cell: ``diameter [mm]`` → ``diameter``, ``mm``; no unit where there is none.

    Examples
    --------
    >>> header_parts(" diameter [ mm ] "), header_parts("name"), header_parts("a ] b [")
    (('diameter', 'mm'), ('name', ''), ('a ] b [', ''))
    """
    name, bracket, rest = text.strip().partition("[")
    unit, closed, after = rest.partition("]")
    if not bracket or not closed or after.strip() or "]" in name:
        return text.strip(), ""
    return name.strip(), unit.strip()


def _unit(kind: StockKind[Any], key: str, unit: str, given: dict[str, str], faults: FaultList) -> None:
    column = next(c for c in kind.columns if c.key == key)
    allowed = [*units.UNITS[column.quantity]] if column.quantity else [column.unit]
    if unit != column.unit and unit not in allowed:
        faults.add("header", shorten(f"{key} [{unit}]"), say("the-unit-is-one-of") + ", ".join(allowed))
    elif unit != column.unit:
        given[key] = unit


def drawer_of(texts: Mapping[str, str]) -> Drawer:
    """Return the drawer that CSV files, by kind, come to; a kind without a file is empty.

    Raises
    ------
    InputError
        Naming every line and column that cannot be read, and every file of no kind.
    """
    known, faults = kinds(), FaultList()
    items: dict[str, tuple[Frozen, ...]] = {}
    for key, text in texts.items():
        if not faults.check(key in known, key, "", say("is-no-kind-of-tackle") + ", ".join(known)):
            continue
        shelf = Shelf(known[key], {}, lambda: "new")
        read = read_stock(known[key], text)
        put_rows(shelf, read)
        with faults.under(key):
            read.faults.raise_if_any()
        items[known[key].drawer] = tuple(shelf.items.values())
    faults.raise_if_any()
    return Drawer.model_validate(items)
