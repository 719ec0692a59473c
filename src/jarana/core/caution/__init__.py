"""Cautions: short or in full, at the step they belong to. They never state the law and cannot be switched off."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Literal

from jarana.core.model import Frozen
from jarana.core.tables import TableRow, load_table


class CautionRow(TableRow):
    """A caution of the table, with places for figures."""

    step: Literal["water", "rig", "tie"]
    short: str
    full: str


class Caution(Frozen):
    """A caution as it is read: one glance, and in full."""

    key: str
    short: str
    full: str


@cache
def caution_rows() -> dict[str, CautionRow]:
    """Return every caution by key."""
    return load_table(Path(__file__).parent / "cautions.toml", CautionRow)


def caution(key: str, **figures: str) -> Caution:
    """Return a caution with its figures filled in.

    Raises
    ------
    KeyError
        When there is none of that key, or a figure it names is not given.
    """
    row = caution_rows()[key]
    return Caution(key=key, short=row.short.format(**figures), full=row.full.format(**figures))
