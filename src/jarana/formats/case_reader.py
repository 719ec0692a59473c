"""Reads JSON objects key by key: right types, finite numbers, no unknown key; every fault is collected."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping
from typing import cast

from jarana.core.engine.limits import MOST_TIMES
from jarana.core.errors import FaultList
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
object = an object is wanted
no-number = is missing; a number is wanted
number = a finite number is wanted
numbers = { $count } finite numbers are wanted
between = lies between { $least } and { $most }
text = a text is wanted
flag = true or false is wanted
no-object = is missing; an object is wanted
no-list = is missing; a list is wanted
list = a list is wanted
number-list = a list of numbers is wanted
one-entry = at least one entry
entries = at most { $most } entries
unknown-key = is not a key that is known here
one-of = { $known } are known
""",
)

COMMENT_KEYS = {"tol", "result", "note", "v_scale", "T_scale", "refinements"}
"""Keys that belong to whoever made the case."""


class Reader:
    """Reads one JSON object key by key: right types, finite numbers, no unknown key; collects every fault."""

    def __init__(self, data: object, path: str, faults: FaultList) -> None:
        self.path, self.faults = path, faults
        self.data: Mapping[str, object] = data if isinstance(data, dict) else {}
        if not isinstance(data, dict):
            faults.add(path, data, say("object"))
        self.seen: set[str] = set()

    def _at(self, key: str) -> str:
        return f"{self.path}.{key}" if self.path else key

    def has(self, key: str) -> bool:
        """Say whether the key is there."""
        return key in self.data

    def raw(self, key: str) -> object:
        """Return a value unread; None where it is missing."""
        self.seen.add(key)
        return self.data.get(key)

    def number(self, key: str, default: float | None = None, least: float = -1e12, most: float = 1e12) -> float:
        """Return a finite number within [least, most], or record why not (and return 1)."""
        value = self.raw(key)
        if value is None and key not in self.data and default is not None:
            return default
        good = isinstance(value, int | float) and not isinstance(value, bool)
        if not self.faults.check(key in self.data, self._at(key), "", say("no-number")):
            return 1.0
        if not self.faults.check(good and math.isfinite(cast("float", value)), self._at(key), value, say("number")):
            return 1.0
        number = float(cast("float", value))
        self.faults.check(
            least <= number <= most, self._at(key), number, say("between", least=f"{least:g}", most=f"{most:g}")
        )
        return number

    def text(self, key: str, default: str) -> str:
        """Return a string."""
        value = self.raw(key) if key in self.data else default
        if not self.faults.check(isinstance(value, str), self._at(key), value, say("text")):
            return default
        return cast("str", value)

    def one_of(self, key: str, default: str, known: Iterable[str]) -> str:
        """Return a text that is one of those known, or record which are."""
        value, names = self.text(key, default), tuple(known)
        self.faults.check(value in names, self._at(key), value, say("one-of", known=", ".join(names)))
        return value

    def flag(self, key: str, default: bool) -> bool:
        """Return true or false."""
        value = self.raw(key) if key in self.data else default
        if not self.faults.check(isinstance(value, bool), self._at(key), value, say("flag")):
            return default
        return cast("bool", value)

    def inner(self, key: str) -> Reader:
        """Return a reader of an object inside."""
        value = self.raw(key)
        if key not in self.data:
            self.faults.add(self._at(key), "", say("no-object"))
            value = {}
        return Reader(value, self._at(key), self.faults)

    def items(self, key: str, most: int = 500, required: bool = False) -> list[Reader]:
        """Return readers of a list of objects."""
        value = self.raw(key) if key in self.data else []
        if required:
            self.faults.check(key in self.data, self._at(key), "", say("no-list"))
        if not self.faults.check(isinstance(value, list), self._at(key), value, say("list")):
            return []
        rows = cast("list[object]", value)
        if not self.faults.check(len(rows) <= most, self._at(key), len(rows), say("entries", most=most)):
            return []
        if required:
            self.faults.check(bool(rows), self._at(key), "[]", say("one-entry"))
        return [Reader(row, f"{self._at(key)}[{i}]", self.faults) for i, row in enumerate(rows)]

    def rows(self, key: str, width: int) -> list[tuple[float, ...]]:
        """Return a list of rows of `width` finite numbers (width 1: plain numbers)."""
        value = self.raw(key)
        if not self.faults.check(isinstance(value, list) and len(value) > 0, self._at(key), value, say("number-list")):
            return []
        rows = cast("list[object]", value)
        if not self.faults.check(len(rows) <= MOST_TIMES, self._at(key), len(rows), say("entries", most=MOST_TIMES)):
            return []
        out = []
        for i, row in enumerate(rows):
            cells = row if isinstance(row, list) else [row]
            good = len(cells) == width and all(
                isinstance(c, int | float) and not isinstance(c, bool) and math.isfinite(c) for c in cells
            )
            wanted = say("number") if width == 1 else say("numbers", count=width)
            if self.faults.check(good, f"{self._at(key)}[{i}]", row, wanted):
                out.append(tuple(float(cast("float", c)) for c in cells))
        return out

    def done(self) -> None:
        """Refuse every key that was never asked for, by name."""
        for key in self.data:
            if key not in self.seen and key not in COMMENT_KEYS:
                self.faults.add(self._at(str(key)), "", say("unknown-key"))
