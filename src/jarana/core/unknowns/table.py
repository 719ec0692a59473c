"""What is not known, as data: each with its spread, whose it is, and what a person can measure to replace it."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Literal

from jarana.core.tables import TableRow, load_table


class Unknown(TableRow):
    """A row of the table of unknowns.

    Attributes
    ----------
    sigma
        Spread of the logarithm when nothing better is known.
    measured
        The same once a person has measured it; None where the measurement brings its own spread, or none can be made.
    guessed
        The same where there is no more than a guess.
    belongs
        What keeps it from drift to drift; what belongs to a drift is new in every one.
    measured_by
        What a person would do, empty where nothing helps.
    """

    sigma: float
    measured: float | None = None
    guessed: float | None = None
    belongs: Literal["day", "place", "thing", "drift"]
    measured_by: str


@cache
def unknowns() -> dict[str, Unknown]:
    """Return every unknown by key."""
    return load_table(Path(__file__).parent / "tables" / "unknowns.toml", Unknown)
