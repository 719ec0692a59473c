"""How new spools are sold: the sizes of each material, and what is on a spool."""

from __future__ import annotations

from functools import cache

from pydantic import Field

from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.material import TABLES

USUAL_NEW_M = 30.0
"""m on a new spool of a material no table tells (practice)."""


class Sold(TableRow):
    """Sizes of a material that can be bought; its key is the material's.

    Attributes
    ----------
    mm
        Usual diameters, mm.
    x_numbers
        Whether it is sold by X numbers, too.
    new_m
        Line on a new spool, m.
    """

    mm: tuple[float, ...] = ()
    x_numbers: bool = False
    new_m: float = Field(gt=0, le=2000)


@cache
def sold() -> dict[str, Sold]:
    """Return how the materials that are bought on spools are sold, by the key of the material."""
    return load_table(TABLES / "sold.toml", Sold)


def new_spool_m(material: str) -> float:
    """Return how much line is on a new spool of a material, m.

    Examples
    --------
    >>> new_spool_m("coloured-mono"), new_spool_m("of a material of one's own")
    (100.0, 30.0)
    """
    row = sold().get(material)
    return USUAL_NEW_M if row is None else row.new_m
