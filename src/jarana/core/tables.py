"""Loads the reference tables: plain data files, one table each, strict about every key."""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import TypeVar

from pydantic import ValidationError

from jarana.core.errors import FaultList, path_of
from jarana.core.model import Frozen

Row = TypeVar("Row", bound="TableRow")


class TableRow(Frozen):
    """A row of a reference table; its `key` names it in documents."""

    key: str
    name: str


HEAD = ("about", "sources", "row")
"""What a table file says, in this order."""


def load_table(path: Path, row: type[Row]) -> dict[str, Row]:
    """Return the rows of a table by key.

    A table file says what it is `about`, names its `sources`, and then has its rows, each with the name of the `source` its
    figures come from; units are in the names of the columns.

    Raises
    ------
    InputError
        Naming the file, the row and the column of everything wrong.
    """
    data = tomllib.loads(path.read_text(encoding="utf-8"))
    faults = FaultList()
    for key in HEAD:
        faults.check(key in data, f"{path.name}.{key}", "", "is missing")
    for key in data:
        faults.check(key in HEAD, f"{path.name}.{key}", "", "is not known")
    sources, used = data.get("sources", {}), set()
    rows: dict[str, Row] = {}
    for i, cells in enumerate(data.get("row", [])):
        source = cells.pop("source", "")
        used.add(source)
        faults.check(source in sources, f"{path.name}.row[{i}].source", source, "is none of the table's sources")
        try:
            made = row.model_validate(cells)
        except ValidationError as error:
            for e in error.errors():
                faults.add(f"{path.name}.row[{i}].{path_of(e['loc'])}", e.get("input"), e["msg"])
            continue
        faults.check(made.key not in rows, f"{path.name}.row[{i}].key", made.key, "stands twice")
        rows[made.key] = made
    for name, text in sources.items():
        faults.check(name in used and bool(text), f"{path.name}.sources.{name}", text, "is said of no row")
    faults.raise_if_any()
    return rows
