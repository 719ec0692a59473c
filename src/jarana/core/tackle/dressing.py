"""Dressings: what is tied round the hook."""

from __future__ import annotations

from functools import cache
from typing import Literal

from pydantic import Field

from jarana.core.errors import InputError
from jarana.core.model import Frozen, Text
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.hook import size_label
from jarana.core.tackle.material import TABLES
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
known = { $name } is known on { $sizes }
""",
)

Use = Literal[
    "nymph", "anchor", "heavy", "jig", "belly", "neutral", "pupa", "dressed", "bare", "spreader", "light", "wet", "emerger",
    "mouthful", "floating", "buoyant", "any",
]  # fmt: skip
"""What a dressing is tied for: methods ask for a use, and the table says which dressing serves it first."""
Drawn = Literal["slim", "rough", "bushy", "hackled", "winged"]


class DressingRow(TableRow):
    """A class of dressing with its mass by hook size; `uses` ranks it, 1 first, `lift_gf` is what one of it bears.

    `moved`: as what fish take it when it is moved: not at all, as something soft that swims, as a small fish that flees.
    """

    uses: dict[Use, int]
    beaded: bool
    lift_gf: float | None = None
    drawn: Drawn
    moved: Literal["", "soft", "fleeing"] = ""
    lift_lasts: bool = False
    floatant: Text = ""
    mass_mg: dict[str, float]
    soaked_kg_m3: float = Field(gt=0, le=5000)
    c_beaded: float = Field(gt=0, le=20)
    c_unbeaded: float = Field(gt=0, le=20)
    width_share: float = Field(gt=0, le=5)


class Dressing(Frozen):
    """A dressing as it is on a fly.

    `lift_lasts` where its lift is in its body (foam) and not in a hackle on the surface; `floatant` says how it is treated.
    """

    key: str = Field(max_length=64)
    name: Text
    mass_mg: float = Field(ge=0, le=20_000)
    soaked_kg_m3: float = Field(gt=0, le=5000)
    c_beaded: float = Field(gt=0, le=20)
    c_unbeaded: float = Field(gt=0, le=20)
    width_share: float = Field(gt=0, le=5)
    drawn: Drawn = "slim"
    lift_lasts: bool = False
    floatant: Text = ""


@cache
def dressings() -> dict[str, DressingRow]:
    """Return the reference dressings by class."""
    return load_table(TABLES / "dressings.toml", DressingRow)


def dressing(key: str, hook_size: int) -> Dressing:
    """Return a dressing of the table for a hook size.

    Raises
    ------
    InputError
        When the class is not tied on that size.
    """
    row = dressings()[key]
    on = size_label(hook_size)
    if on not in row.mass_mg:
        sizes = ", ".join(f"#{s}" for s in row.mass_mg)
        raise InputError.one("hook_size", on, say("known", name=row.name, sizes=sizes))
    return Dressing(
        key=key,
        name=row.name,
        mass_mg=row.mass_mg[on],
        soaked_kg_m3=row.soaked_kg_m3,
        c_beaded=row.c_beaded,
        c_unbeaded=row.c_unbeaded,
        width_share=row.width_share,
        drawn=row.drawn,
        lift_lasts=row.lift_lasts,
        floatant=row.floatant,
    )


def dressings_for(use: Use) -> tuple[str, ...]:
    """Return the classes of the table that serve a use, the first choice first.

    Examples
    --------
    >>> dressings_for("nymph")
    ('slim', 'slick')
    """
    rows = [row for row in dressings().values() if use in row.uses]
    return tuple(row.key for row in sorted(rows, key=lambda row: row.uses[use]))
