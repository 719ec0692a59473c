"""Cells of a CSV a spreadsheet will not take for a formula, and back."""

from __future__ import annotations

import csv
import io
import re
import unicodedata
from collections.abc import Collection

BOM = "\ufeff"
"""What makes a spreadsheet read a file as UTF-8."""
FIGURE = re.compile(r"-?[0-9]{1,12}\.[0-9]{1,12}\Z")
STARTS = "=+-@\t\r"


def _formula(text: str) -> bool:
    """Say whether a spreadsheet might take a text for a formula: wide forms and marks without width are looked through."""
    for mark in text:
        plain = unicodedata.normalize("NFKC", mark)
        if plain[:1] in STARTS and plain:
            return True
        if mark != "'" and unicodedata.category(mark) not in ("Cf", "Cc", "Zs", "Mn"):
            return False
    return False


def quoted(text: str) -> str:
    """Return a text a spreadsheet will not take for a formula: an apostrophe stands before it.

    Examples
    --------
    >>> quoted("=1+1"), quoted("olive"), unquoted(quoted("'=1"))
    ("'=1+1", 'olive', "'=1")
    >>> quoted("\uff1d1+1")[0], quoted("\\u200b=1")[0]
    ("'", "'")
    """
    return f"'{text}" if _formula(text) else text


def unquoted(text: str) -> str:
    """Return the text :func:`quoted` was given."""
    return text[1:] if text.startswith("'") and _formula(text) else text


def with_semicolons(text: str, words: Collection[str] = ()) -> str:
    """Return a CSV as spreadsheets of countries with decimal commas read it: semicolons between cells, a mark of UTF-8 ahead.

    Columns of `words`, by their header, are left as they are written: a label ``5.5`` is no figure.

    Examples
    --------
    >>> with_semicolons("name,share\\r\\n\\"a, b\\",0.25\\r\\n").removeprefix(BOM)
    'name;share\\r\\na, b;0,25\\r\\n'
    """
    out = io.StringIO()
    write = csv.writer(out, delimiter=";")
    rows = csv.reader(io.StringIO(text, newline=""))
    header = next(rows, [])
    write.writerow(header)
    figures = [name not in words for name in header]
    for row in rows:
        write.writerow([c.replace(".", ",") if f and FIGURE.match(c) else c for c, f in zip(row, figures, strict=True)])
    return BOM + out.getvalue()
