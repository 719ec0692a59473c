"""Loads the reference tables: plain data files, one table each, strict about every key."""

from __future__ import annotations

import re
import tomllib
from collections.abc import Iterator
from pathlib import Path
from typing import Any, TypeVar

from pydantic import Field, ValidationError

from jarana.core.errors import FaultList, path_of
from jarana.core.model import Frozen, Text
from jarana.core.words.language import SETTING, language, spoken

Row = TypeVar("Row", bound="TableRow")


class TableRow(Frozen):
    """A row of a reference table; its `key` names it in documents."""

    key: str = Field(max_length=64)
    name: Text


WORDS = ("name", "short", "full", "text", "about", "remark", "how", "floatant", "measured_by")
"""Columns that are read by people, in their language."""
LISTED = "also"
"""The column that is a list of words."""
PLACED = re.compile(r"\{[a-z_ ]*\}")
"""What is put into a text."""
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
            made = row.model_validate(_in_the_language(path, cells))
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


def table_words(path: Path, rows: list[dict[str, Any]]) -> Iterator[tuple[str, str]]:
    """Yield what is read by people in some rows of a table file, under the name a language has it by."""
    for cells in rows:
        for column in (*WORDS, LISTED):
            text = cells.get(column, "")
            if text:
                yield _name(path, cells, column), ", ".join(text) if column == LISTED else text


def _in_the_language(path: Path, cells: dict[str, Any]) -> dict[str, Any]:
    """Return the cells of a row with what is read by people in their language."""
    if language().is_english:
        return cells
    said = {name: spoken(name, text) for name, text in table_words(path, [cells])}
    for name, text in table_words(path, [cells]):
        if set(PLACED.findall(said[name])) - set(PLACED.findall(text)):
            raise SystemExit(f"{SETTING}: tables.{name} asks for more than the English text is given: {text[:80]!r}")
    told = dict(cells)
    for column in WORDS:
        if cells.get(column):
            told[column] = said[_name(path, cells, column)]
    if cells.get(LISTED):
        told[LISTED] = said[_name(path, cells, LISTED)].split(", ")
    return told


def _name(path: Path, cells: dict[str, Any], column: str) -> str:
    return f"{path.stem}.{cells.get('key', '')}.{column}"
