"""A column of a kind of tackle: how its cell is read from a person, written for a person, and written in a file."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from datetime import date
from typing import Literal

from jarana.core import units
from jarana.core.errors import FaultList, InputError, shorten
from jarana.core.stock.choices import SAID
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
missing = is missing
longer-than-characters = longer than { $longest_cell } characters
holds-characters-not-text = holds characters that are not text
not-number = not a number
from = from { $least } to { $most }{ $unit }
not-whole-number = not a whole number
could = could be { $which }
one = one of { $which }
yes-or-no = yes or no
day-2026-04-30 = a day as 2026-04-30
day-from-1950-2100 = a day from 1950 to 2100
""",
)

Value = str | float | int | bool | date | None
Cells = dict[str, Value]
Kind = Literal["words", "figure", "count", "choice", "yes", "date"]
LONGEST_CELL = 120
CONTROL = re.compile(r"[\x00-\x1f\x7f]")
YES, NO = {"yes", "y", "true", "1", "x"}, {"no", "n", "false", "0"}


@dataclass(frozen=True)
class Column:
    """One column.

    Attributes
    ----------
    unit
        Of the value in documents, in files and of a bare number; empty for words.
    quantity
        What may be typed in other units (:mod:`jarana.core.units`); None for a bare number.
    shown_as
        The rule it is written by on screen.
    choices
        What each is called by its key: files have the key, eyes the words, and either may be typed.
    least, most
        Of the value, in `unit`.
    computed
        Not typed: the core works it out from the rest; never in files.
    shared
        Belongs to the whole item, where an item has several rows (a pattern and its weights).
    """

    key: str
    title: str
    kind: Kind = "words"
    unit: str = ""
    quantity: units.Kind | None = None
    shown_as: str = ""
    choices: Mapping[str, str] = field(default_factory=dict)
    required: bool = False
    least: float = 0.0
    most: float = 1e6
    computed: bool = False
    shared: bool = False
    about: str = ""

    @property
    def header(self) -> str:
        """As it stands in a file: ``diameter [mm]``."""
        return f"{self.key} [{self.unit}]" if self.unit else self.key

    def read(self, text: str, unit: str = "") -> Value:
        """Return the value of a typed cell; None for an empty one.

        Parameters
        ----------
        unit
            Of a bare number, where a file's header says another than the column's own.

        Raises
        ------
        InputError
            With the column's key as path.
        """
        text = text.strip()
        if not text:
            if self.required:
                raise InputError.one(self.key, "", say("missing"))
            return None
        if len(text) > LONGEST_CELL:
            raise InputError.one(self.key, shorten(text), say("longer-than-characters", longest_cell=LONGEST_CELL))
        if CONTROL.search(text):
            raise InputError.one(self.key, repr(shorten(text)), say("holds-characters-not-text"))
        return READERS[self.kind](self, text, unit or self.unit)

    def plain(self, value: Value) -> str:
        """Return a value as it stands in a file: in the column's unit, with a point, nothing rounded."""
        if value is None:
            return ""
        if isinstance(value, bool):
            return "yes" if value else "no"
        return f"{value:.9g}" if isinstance(value, float) else str(value)

    def shown(self, value: Value, writer: Writer) -> str:
        """Return a value for a person's eyes."""
        if isinstance(value, float | int) and not isinstance(value, bool) and self.quantity and self.shown_as:
            return writer.text(self.shown_as, value * units.UNITS[self.quantity][self.unit])
        if isinstance(value, float):
            return writer.marked(f"{value:.4g}")
        plain = self.plain(value)
        return SAID[plain] if isinstance(value, bool) else self.choices.get(plain, plain)


def _words(_column: Column, text: str, _unit: str) -> Value:
    return text


def _figure(column: Column, text: str, unit: str) -> Value:
    bare = text.replace(",", ".", 1)
    if unit == column.unit and re.fullmatch(r"\d{0,12}(\.\d{0,12})?", bare) and bare != ".":
        value = float(bare)
    elif column.quantity is None:
        raise InputError.one(column.key, text, say("not-number"))
    else:
        si = units.parse(column.quantity, text, unit, column.key)
        value = float(f"{si / units.UNITS[column.quantity][column.unit]:.6g}")
    return _within(column, text, value)


def _within(column: Column, text: str, value: float) -> float:
    if not column.least <= value <= column.most:
        unit = f" {column.unit}" if column.unit else ""
        raise InputError.one(
            column.key, text, say("from", least=f"{column.least:g}", most=f"{column.most:g}", unit=unit)
        )
    return value


def _count(column: Column, text: str, _unit: str) -> Value:
    if not re.fullmatch(r"#?\d{1,6}([.,]0+)?", text):
        raise InputError.one(column.key, text, say("not-whole-number"))
    return int(_within(column, text, int(re.split(r"[.,]", text.lstrip("#"))[0])))


def _choice(column: Column, text: str, _unit: str) -> Value:
    word = text.casefold()
    names = {key: (key.casefold(), said.casefold()) for key, said in column.choices.items()}
    exact = [key for key, either in names.items() if word in either]
    begun = exact or [key for key, either in names.items() if any(name.startswith(word) for name in either)]
    if len(begun) == 1:
        return begun[0]
    told = [column.choices[key] for key in begun or column.choices]
    which = ("; " if any("," in said for said in told) else ", ").join(told)
    raise InputError.one(column.key, text, say("could", which=which) if begun else say("one", which=which))


def _yes(column: Column, text: str, _unit: str) -> Value:
    word = text.casefold()
    if word in YES or word in NO or word in (SAID["yes"].casefold(), SAID["no"].casefold()):
        return word in YES or word == SAID["yes"].casefold()
    raise InputError.one(column.key, text, say("yes-or-no"))


def _date(column: Column, text: str, _unit: str) -> Value:
    try:
        day = date.fromisoformat(text)
    except ValueError:
        raise InputError.one(column.key, text, say("day-2026-04-30")) from None
    if not 1950 <= day.year <= 2100:
        raise InputError.one(column.key, text, say("day-from-1950-2100"))
    return day


READERS = {"words": _words, "figure": _figure, "count": _count, "choice": _choice, "yes": _yes, "date": _date}


def read_cells(columns: Iterable[Column], texts: dict[str, str], given: dict[str, str] | None = None) -> Cells:
    """Return the values of typed cells; what is not there is empty.

    Parameters
    ----------
    given
        Units of bare numbers by column, where a file's header names them.

    Raises
    ------
    InputError
        Naming every column that cannot be read.
    """
    faults, cells = FaultList(), Cells()
    for column in columns:
        if not column.computed:
            with faults.under(""):
                cells[column.key] = column.read(texts.get(column.key, ""), (given or {}).get(column.key, ""))
    faults.raise_if_any()
    return cells
