"""Winders: trailers and droppers that were tied beforehand."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from jarana.core.stock import titles
from jarana.core.stock.choices import named
from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, number, words
from jarana.core.tackle.material import materials
from jarana.core.tackle.winder import Winder
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-fly = Fly
kind = Winders
one = winder
no-winders-yet = No winders yet. Tie a trailer or a dropper at home, loop at one end, fly at the other: on the bank it is one knot, or none.
on-label = What stands on its label.
loop-to-fly = Finished, from loop to fly.
fly-of-box = Its name in your box, with hook and bead: Resin quill #14, 2.8 mm.
how-many = How many alike.
your-fly = your fly #14
of-line = { $length } m of { $mm } mm
""",
)


LINE = "fluorocarbon"
USUAL = (("trailer", "0.4", "0.14"), ("dropper", "0.15", "0.14"))
"""Length, m, and diameter, mm, of what is usually tied beforehand (practice)."""


class Winders(StockKind[Winder]):
    """Winders: label, fly, line, length, how many."""

    key, title, one, order, drawer = "winders", say("kind"), say("one"), 5, "winders"
    empty = say("no-winders-yet")
    document = Winder
    amounts = ("count",)
    glance = ("name", "fly", "count")
    columns = (
        Column("name", titles.LABEL, required=True, about=say("on-label")),
        Column("fly", say("title-fly"), required=True, about=say("fly-of-box")),
        Column("material", titles.MATERIAL, "choice", choices=named(materials()), required=True),
        Column("diameter", titles.DIAMETER, "figure", "mm", "diameter", "diameter", least=0.04, most=1.5, required=True),
        Column(
            "length", titles.LENGTH, "figure", "m", "length", "length", least=0.02, most=2, required=True, about=say("loop-to-fly")
        ),
        Column("count", titles.HAVE, "count", most=1000, about=say("how-many")),
        Column("low", titles.KEEP, "count", most=1000),
    )  # fmt: skip

    def rows(self, item: Winder) -> list[Row]:
        """Return the one row of a winder."""
        cells: Cells = {
            "name": item.name,
            "fly": item.fly,
            "material": item.material.key,
            "diameter": item.diameter_mm,
            "length": item.length_m,
            "count": item.count,
            "low": item.low or None,
        }
        return [Row(item.id, item.id, cells, low=item.count < item.low)]

    def build(self, item: str, rows: Sequence[Row], others: Collection[Winder]) -> Winder:
        """Return the winder of a row."""
        cells = rows[0].cells
        have = number(cells, "count")
        return self.made(
            id=item,
            name=words(cells, "name"),
            fly=words(cells, "fly"),
            material=materials()[words(cells, "material")],
            diameter_mm=number(cells, "diameter"),
            length_m=number(cells, "length"),
            count=1 if have is None else int(have),
            low=int(number(cells, "low") or 0),
        )

    def references(self) -> list[Reference]:
        """Return a trailer and a dropper as they are usually tied, on them a fly to be named."""
        found = []
        for name, length, mm in USUAL:
            cells = {"name": name, "fly": say("your-fly"), "material": LINE, "diameter": mm, "length": length}
            found.append(Reference(name, name.capitalize(), say("of-line", length=length, mm=mm), cells))
        return found


KIND = Winders()
