"""Reads JSON objects key by key: right types, finite numbers, no unknown key; every fault is collected."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import cast

from jarana.core.engine.scenario import MOST_TIMES
from jarana.core.errors import FaultList

COMMENT_KEYS = {"tol", "result", "note", "v_scale", "T_scale", "refinements"}
"""Keys that belong to whoever made the case."""


class Reader:
    """Reads one JSON object key by key: right types, finite numbers, no unknown key; collects every fault."""

    def __init__(self, data: object, path: str, faults: FaultList) -> None:
        self.path, self.faults = path, faults
        self.data: Mapping[str, object] = data if isinstance(data, dict) else {}
        if not isinstance(data, dict):
            faults.add(path, data, "an object {…} is wanted here")
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
        if not self.faults.check(key in self.data, self._at(key), "", "is missing; a number is wanted"):
            return 1.0
        if not self.faults.check(
            good and math.isfinite(cast("float", value)), self._at(key), value, "a finite number is wanted"
        ):
            return 1.0
        number = float(cast("float", value))
        self.faults.check(least <= number <= most, self._at(key), number, f"lies between {least:g} and {most:g}")
        return number

    def text(self, key: str, default: str) -> str:
        """Return a string."""
        value = self.raw(key) if key in self.data else default
        if not self.faults.check(isinstance(value, str), self._at(key), value, "a text is wanted"):
            return default
        return cast("str", value)

    def flag(self, key: str, default: bool) -> bool:
        """Return true or false."""
        value = self.raw(key) if key in self.data else default
        if not self.faults.check(isinstance(value, bool), self._at(key), value, "true or false is wanted"):
            return default
        return cast("bool", value)

    def inner(self, key: str) -> Reader:
        """Return a reader of an object inside."""
        value = self.raw(key)
        if key not in self.data:
            self.faults.add(self._at(key), "", "is missing; an object is wanted")
            value = {}
        return Reader(value, self._at(key), self.faults)

    def items(self, key: str, most: int = 500, required: bool = False) -> list[Reader]:
        """Return readers of a list of objects."""
        value = self.raw(key) if key in self.data else []
        if required:
            self.faults.check(key in self.data, self._at(key), "", "is missing; a list is wanted")
        if not self.faults.check(isinstance(value, list), self._at(key), value, "a list is wanted"):
            return []
        rows = cast("list[object]", value)
        if not self.faults.check(len(rows) <= most, self._at(key), len(rows), f"at most {most} entries"):
            return []
        return [Reader(row, f"{self._at(key)}[{i}]", self.faults) for i, row in enumerate(rows)]

    def rows(self, key: str, width: int) -> list[tuple[float, ...]]:
        """Return a list of rows of `width` finite numbers (width 1: plain numbers)."""
        value = self.raw(key)
        if not self.faults.check(
            isinstance(value, list) and len(value) > 0, self._at(key), value, "a list of numbers is wanted"
        ):
            return []
        rows = cast("list[object]", value)
        if not self.faults.check(len(rows) <= MOST_TIMES, self._at(key), len(rows), f"at most {MOST_TIMES} entries"):
            return []
        out = []
        for i, row in enumerate(rows):
            cells = row if isinstance(row, list) else [row]
            good = len(cells) == width and all(
                isinstance(c, int | float) and not isinstance(c, bool) and math.isfinite(c) for c in cells
            )
            wanted = "a finite number is wanted" if width == 1 else f"{width} finite numbers are wanted"
            if self.faults.check(good, f"{self._at(key)}[{i}]", row, wanted):
                out.append(tuple(float(cast("float", c)) for c in cells))
        return out

    def done(self) -> None:
        """Refuse every key that was never asked for, by name."""
        for key in self.data:
            if key not in self.seen and key not in COMMENT_KEYS:
                self.faults.add(self._at(str(key)), "", "is not a key that is known here")
