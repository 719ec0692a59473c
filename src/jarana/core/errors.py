"""What can go wrong, said in the angler's words: faults name their field, doubts are notes."""

from __future__ import annotations

from collections.abc import Callable
from contextlib import contextmanager
from dataclasses import dataclass, field
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from collections.abc import Iterator


@dataclass(frozen=True)
class Fault:
    """One wrong value: where it stands, what it was, and what it should be."""

    path: str
    value: str
    reason: str

    def __str__(self) -> str:
        """``flies[2].mass_mg: -3; a mass is above 0``."""
        shown = f"{self.value}; " if self.value else ""
        return f"{self.path}: {shown}{self.reason}" if self.path else f"{shown}{self.reason}"


class InputError(Exception):
    """Everything wrong with an input, at once.

    Parameters
    ----------
    faults
        At least one fault; the order is that of the input.
    """

    def __init__(self, faults: list[Fault]) -> None:
        if not faults:
            raise ValueError("an InputError carries at least one fault")
        self.faults = faults
        super().__init__("; ".join(str(fault) for fault in faults))

    @classmethod
    def one(cls, path: str, value: object, reason: str) -> InputError:
        """Build an error with a single fault."""
        return cls([Fault(path, shorten(value), reason)])

    def under(self, prefix: str) -> InputError:
        """Return the same faults with `prefix` put before every path."""
        return InputError([Fault(join_path(prefix, f.path), f.value, f.reason) for f in self.faults])


class SolverError(Exception):
    """A computation that did not come to an answer; carries the scenario for a replay."""

    def __init__(self, message: str, scenario: object) -> None:
        self.scenario = scenario
        super().__init__(message)


@dataclass(frozen=True)
class Note:
    """A doubt the angler should see beside a figure (a law used outside its range, a slack rig)."""

    key: str
    text: str


@dataclass
class FaultList:
    """Collects faults so that a person hears of all of them at once."""

    faults: list[Fault] = field(default_factory=list)

    def add(self, path: str, value: object, reason: str) -> None:
        """Record one fault."""
        self.faults.append(Fault(path, shorten(value), reason))

    def check(self, good: bool, path: str, value: object, reason: str) -> bool:
        """Record a fault unless `good`; return `good`."""
        if not good:
            self.add(path, value, reason)
        return good

    @contextmanager
    def under(self, path: str) -> Iterator[None]:
        """Catch an :class:`InputError` raised inside and keep its faults under `path`."""
        try:
            yield
        except InputError as error:
            self.faults.extend(error.under(path).faults)

    def raise_if_any(self) -> None:
        """Raise one :class:`InputError` with everything collected."""
        if self.faults:
            raise InputError(self.faults)


def join_path(prefix: str, path: str) -> str:
    """Join two field paths: ``a`` + ``b`` is ``a.b``, ``a`` + ``[1]`` is ``a[1]``."""
    if not prefix or not path:
        return prefix or path
    return prefix + path if path.startswith("[") else f"{prefix}.{path}"


def path_of(parts: tuple[int | str, ...], keep: Callable[[str], bool] = lambda _part: True) -> str:
    """Turn a tuple of keys and indices into a path: ``('flies', 2, 'mass_mg')`` → ``flies[2].mass_mg``."""
    path = ""
    for part in parts:
        if isinstance(part, int):
            path += f"[{part}]"
        elif keep(part):
            path = join_path(path, part)
    return path


def shorten(value: object, most: int = 60) -> str:
    """Return a value as text short enough for a sentence."""
    text = value if isinstance(value, str) else repr(value)
    return text if len(text) <= most else text[: most - 1] + "…"
