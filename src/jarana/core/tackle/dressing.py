"""Dressings: what is tied round the hook."""

from __future__ import annotations

from functools import cache

from jarana.core.errors import InputError
from jarana.core.model import Frozen
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.material import TABLES


class DressingRow(TableRow):
    """A class of dressing with its mass by hook size."""

    mass_mg: dict[str, float]
    soaked_kg_m3: float
    c_beaded: float
    c_unbeaded: float
    width_share: float


class Dressing(Frozen):
    """A dressing as it is on a fly."""

    key: str
    name: str
    mass_mg: float
    soaked_kg_m3: float
    c_beaded: float
    c_unbeaded: float
    width_share: float


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
    if str(hook_size) not in row.mass_mg:
        sizes = ", ".join(f"#{s}" for s in row.mass_mg)
        raise InputError.one("hook_size", hook_size, f"{row.name} is known on {sizes}")
    return Dressing(
        key=key,
        name=row.name,
        mass_mg=row.mass_mg[str(hook_size)],
        soaked_kg_m3=row.soaked_kg_m3,
        c_beaded=row.c_beaded,
        c_unbeaded=row.c_unbeaded,
        width_share=row.width_share,
    )
