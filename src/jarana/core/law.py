"""A law of physics or of practice has a source and a range in which it was found; who uses it asks it, and it speaks.

A law is asked with the arguments it is used on. Whoever makes a result listens (:func:`listening`) and hands on what was
asked: the least and the greatest argument of every law, its source, and in plain words what an argument outside its range
means. docs/physics.md lists all laws.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass, field
from functools import lru_cache, wraps
from typing import TYPE_CHECKING, TypeVar

from jarana.core.model import Frozen

if TYPE_CHECKING:
    from jarana.core.units import Writer

Given = TypeVar("Given")
Found = TypeVar("Found")
KEPT = 64
"""Results of a kind that are told again."""


@dataclass(frozen=True)
class Range:
    """The closed interval of one argument in which a source vouches for a law.

    Attributes
    ----------
    words
        What the argument is, as it stands in a sentence: ``the thinnest line``.
    rule
        By which rule of the units its figures are written; empty for a bare number.
    unit
        Of the figures; empty for a bare number.
    """

    low: float
    high: float
    words: str
    rule: str = ""
    unit: str = ""


class Asked(Frozen):
    """A law a result came from: what it was asked with, and where it holds.

    Attributes
    ----------
    law, source
        Its name and where it is written.
    argument, least, greatest, low, high, rule
        The argument in words, the least and the greatest value met, its range, and the unit rule of all four.
    means
        What it means for the figures when the argument lies outside.
    """

    law: str
    source: str
    argument: str
    least: float
    greatest: float
    low: float
    high: float
    rule: str = ""
    means: str

    @property
    def outside(self) -> bool:
        """Whether any argument lay outside the range."""
        return self.least < self.low or self.greatest > self.high

    def sentence(self, writer: Writer) -> str:
        """Say in plain words what was left and what it means."""
        met = self.greatest if self.greatest > self.high else self.least
        said = [
            writer.text(self.rule, v) if self.rule else writer.marked(f"{v:.3g}") for v in (met, self.low, self.high)
        ]
        return f"{self.argument[0].upper()}{self.argument[1:]} is {said[0]}; {self.law} is known from {said[1]} to {said[2]}: {self.means}."


@dataclass(frozen=True)
class Law:
    """Where a formula comes from and where it holds.

    Parameters
    ----------
    name
        What an angler or engineer would call it.
    source
        Author, year, and where to find it; for practice and starting values, that.
    valid
        The range of each argument.
    means
        What leaving a range means for the figures, as it ends a sentence.
    """

    name: str
    source: str
    valid: dict[str, Range]
    means: str

    def ask(self, **met: float | tuple[float, float]) -> None:
        """Tell whoever listens with what this law is used: one figure, or the least and the greatest.

        Examples
        --------
        >>> law = Law("a law", "a book", {"x": Range(0.0, 1.0, "the x")}, "the figure is a guess")
        >>> with listening() as heard:
        ...     law.ask(x=0.5)
        ...     law.ask(x=(0.2, 3.0))
        >>> [(row.least, row.greatest, row.outside) for row in heard.rows]
        [(0.2, 3.0, True)]
        """
        heard = _listener.get()
        if heard is None:
            return
        for key, value in met.items():
            low, high = value if isinstance(value, tuple) else (value, value)
            heard.take(self, key, low, high)


@dataclass
class Heard:
    """What was asked while listening, a row for each argument of each law."""

    _met: dict[tuple[str, str], tuple[Law, float, float]] = field(default_factory=dict)

    def take(self, law: Law, key: str, low: float, high: float) -> None:
        """Widen what is known of an argument."""
        before = self._met.get((law.name, key))
        if before:
            low, high = min(low, before[1]), max(high, before[2])
        self._met[law.name, key] = (law, low, high)

    def hear(self, other: Heard) -> None:
        """Take all that another heard."""
        for (_, key), (law, low, high) in other._met.items():
            self.take(law, key, low, high)

    @property
    def rows(self) -> tuple[Asked, ...]:
        """Return what was asked, by law and argument."""
        return tuple(
            Asked(
                law=law.name, source=law.source, argument=law.valid[key].words, least=float(low), greatest=float(high),
                low=law.valid[key].low, high=law.valid[key].high, rule=law.valid[key].rule, means=law.means,
            )
            for (_, key), (law, low, high) in sorted(self._met.items())
        )  # fmt: skip


_listener: ContextVar[Heard | None] = ContextVar("_listener", default=None)


@contextmanager
def listening() -> Iterator[Heard]:
    """Hear every law asked inside; what an inner result hears is its own."""
    heard = Heard()
    token = _listener.set(heard)
    try:
        yield heard
    finally:
        _listener.reset(token)


@contextmanager
def quiet() -> Iterator[None]:
    """Ask nothing inside: what is only tried on the way to an answer is no argument of the result."""
    token = _listener.set(None)
    try:
        yield
    finally:
        _listener.reset(token)


def told_again(work: Callable[[Given], Found]) -> Callable[[Given], Found]:
    """Compute once for what is given (it must be frozen); who asks again hears the same laws.

    Examples
    --------
    >>> law, worked = Law("a law", "a book", {"x": Range(0.0, 1.0, "the x")}, "a guess"), []
    >>> @told_again
    ... def double(x: float) -> float:
    ...     law.ask(x=x)
    ...     worked.append(x)
    ...     return 2 * x
    >>> with listening() as first, listening() as second:
    ...     double(0.5)
    1.0
    >>> with listening() as again:
    ...     double(0.5)
    1.0
    >>> again.rows == second.rows, worked
    (True, [0.5])
    """

    @lru_cache(maxsize=KEPT)
    def once(given: Given) -> tuple[Found, Heard]:
        with listening() as heard:
            found = work(given)
        return found, heard

    @wraps(work)
    def told(given: Given) -> Found:
        found, heard = once(given)
        listener = _listener.get()
        if listener is not None:
            listener.hear(heard)
        return found

    return told


def doubts(asked: Iterable[Asked], writer: Writer) -> tuple[str, ...]:
    """Return a sentence for every law that was used outside its range."""
    return tuple(row.sentence(writer) for row in asked if row.outside)


def merged(asked: Iterable[Asked]) -> tuple[Asked, ...]:
    """Return one row for each argument of each law, with the least and greatest of all."""
    found: dict[tuple[str, str], Asked] = {}
    for row in asked:
        before = found.get((row.law, row.argument), row)
        span = {"least": min(row.least, before.least), "greatest": max(row.greatest, before.greatest)}
        found[row.law, row.argument] = before.model_copy(update=span)
    return tuple(found[key] for key in sorted(found))
