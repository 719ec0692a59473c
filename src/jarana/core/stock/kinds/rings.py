"""Small rings between two lines."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from jarana.core.stock import titles
from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, number, words
from jarana.core.tackle.drawer import OwnedRing
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-name = Ring
kind = Rings
one = ring
no-rings-yet-small = No rings yet. A small ring joins unlike materials and spares the leader: tie it on once, cut tippet after.
mm-ring = { $mm } mm ring
mg-kg = { $mg } mg, { $kg } kg
""",
)

USUAL = ((1.5, 6.0, 8.0), (2.0, 10.0, 12.0), (2.5, 14.0, 16.0), (3.0, 22.0, 22.0))
"""Diameter mm, mass mg, strength kg of plain steel rings (starting values)."""


class Rings(StockKind[OwnedRing]):
    """Rings by size."""

    key, title, one, order, drawer = "rings", say("kind"), say("one"), 7, "rings"
    empty = say("no-rings-yet-small")
    document = OwnedRing
    amounts = ("count",)
    glance = ("name", "diameter", "count")
    columns = (
        Column("name", say("title-name")),
        Column("diameter", titles.DIAMETER, "figure", "mm", "diameter", "bead", least=0.6, most=10, required=True),
        Column("mass", titles.MASS, "figure", "mg", "mass", "mg", least=0.5, most=1000, required=True),
        Column("strength", titles.STRENGTH, "figure", "kg", "force", "force", least=0.2, most=100),
        Column("count", titles.HAVE, "count", most=10000),
        Column("low", titles.KEEP, "count", most=10000),
    )

    def rows(self, item: OwnedRing) -> list[Row]:
        """Return the one row of a size."""
        cells: Cells = {
            "name": item.name,
            "diameter": item.diameter_mm,
            "mass": item.mass_mg,
            "strength": item.strength_kg,
            "count": item.count,
            "low": item.low or None,
        }
        return [Row(item.id, item.id, cells, low=item.count < item.low)]

    def build(self, item: str, rows: Sequence[Row], others: Collection[OwnedRing]) -> OwnedRing:
        """Return the rings of a row."""
        cells = rows[0].cells
        mm = number(cells, "diameter")
        return self.made(
            id=item,
            name=words(cells, "name") or say("mm-ring", mm=f"{mm:g}"),
            diameter_mm=mm,
            mass_mg=number(cells, "mass"),
            strength_kg=number(cells, "strength"),
            count=int(number(cells, "count") or 0),
            low=int(number(cells, "low") or 0),
        )

    def references(self) -> list[Reference]:
        """Return the usual sizes."""
        return [
            Reference(
                f"ring-{mm:g}",
                say("mm-ring", mm=f"{mm:g}"),
                say("mg-kg", mg=f"{mg:g}", kg=f"{kg:g}"),
                {"diameter": f"{mm:g}", "mass": f"{mg:g}", "strength": f"{kg:g}", "count": "10"},
            )
            for mm, mg, kg in USUAL
        ]


KIND = Rings()
