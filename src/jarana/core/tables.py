"""Loads the reference tables: plain data files, one table each, strict about every key."""

from __future__ import annotations

import tomllib
from functools import cache
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


def load_table(path: Path, row: type[Row]) -> dict[str, Row]:
    """Return the rows of a table by key.

    A table file says its `source`, its `about`, whether it was `measured`, and then its rows; units are in
    the names of the columns.

    Raises
    ------
    InputError
        Naming the file, the row and the column of everything wrong.
    """
    data = tomllib.loads(path.read_text(encoding="utf-8"))
    faults = FaultList()
    for key in ("source", "about", "measured", "row"):
        faults.check(key in data, f"{path.name}.{key}", "", "is missing")
    for key in data:
        faults.check(key in ("source", "about", "measured", "row"), f"{path.name}.{key}", "", "is not known")
    rows: dict[str, Row] = {}
    for i, cells in enumerate(data.get("row", [])):
        try:
            made = row.model_validate(cells)
        except ValidationError as error:
            for e in error.errors():
                faults.add(f"{path.name}.row[{i}].{path_of(e['loc'])}", e.get("input"), e["msg"])
            continue
        faults.check(made.key not in rows, f"{path.name}.row[{i}].key", made.key, "stands twice")
        rows[made.key] = made
    faults.raise_if_any()
    return rows


@cache
def table_text(path: Path) -> dict[str, object]:
    """Return what a table says about itself: source, about, measured."""
    data = tomllib.loads(path.read_text(encoding="utf-8"))
    return {k: data[k] for k in ("source", "about", "measured")}
