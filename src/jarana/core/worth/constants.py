"""The constants of worth: each a row with its source or "guess", and each the person's to replace."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from jarana.core.errors import FaultList
from jarana.core.situation import Person
from jarana.core.tables import TableRow, load_table
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-such = there is no such figure
between = { $low } to { $high }
""",
)


class Constant(TableRow):
    """A constant of worth: its value, the range a person may set it in, and its unit."""

    value: float
    low: float
    high: float
    unit: str


@cache
def constants() -> dict[str, Constant]:
    """Return every constant by key."""
    return load_table(Path(__file__).parent / "tables" / "constants.toml", Constant)


@cache
def _of_the_table() -> dict[str, float]:
    return {key: row.value for key, row in constants().items()}


class Habits:
    """The constants as a person has them.

    Attributes
    ----------
    asked
        Keys of those that were asked for.
    """

    def __init__(self, person: Person, **changed: float) -> None:
        self._figures = {**_of_the_table(), **dict(person.habits), **changed}
        self.asked: set[str] = set()

    def __getitem__(self, key: str) -> float:
        """Return a constant: the person's own, or the table's."""
        self.asked.add(key)
        return self._figures[key]


def check_habits(own: dict[str, float]) -> None:
    """Raise an InputError that names every figure which is not known or out of its range."""
    faults = FaultList()
    for key, value in own.items():
        row = constants().get(key)
        if row is None:
            faults.add(f"habits.{key}", value, say("no-such"))
        else:
            inside = row.low <= value <= row.high
            faults.check(inside, f"habits.{key}", value, say("between", low=f"{row.low:g}", high=f"{row.high:g}"))
    faults.raise_if_any()
