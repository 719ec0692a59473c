"""Split shot."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from jarana.core.stock import titles
from jarana.core.stock.choices import called
from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, number, words
from jarana.core.tackle.drawer import OwnedShot
from jarana.core.tackle.shot import shots
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-name = Size
title-material = Of
kind = Shot
one = shot
no-shot-yet-add = No shot yet. Add the sizes you carry; lead is banned or limited in places, tin and putty are not.
told-when-fewer-left = Told when fewer are left.
shot = Shot { $name }
g-tin = { $mass_g } g tin
""",
)


class ShotBox(StockKind[OwnedShot]):
    """Shot by size; tin unless said otherwise."""

    key, title, one, order, drawer = "shot", say("kind"), say("one"), 6, "shots"
    empty = say("no-shot-yet-add")
    document = OwnedShot
    amounts = ("count",)
    glance = ("name", "mass", "count")
    columns = (
        Column("name", say("title-name"), required=True),
        Column("mass", titles.MASS, "figure", "mg", "mass", "mg", least=1, most=10000, required=True),
        Column("material", say("title-material"), "choice", choices=called(("tin", "tungsten putty", "lead"))),
        Column("count", titles.HAVE, "count", most=10000),
        Column("low", titles.KEEP, "count", most=10000, about=say("told-when-fewer-left")),
    )

    def drawn(self, item: OwnedShot) -> tuple[object, ...]:
        """Return its place in the drawer."""
        return (-item.mass_mg, item.id)

    def rows(self, item: OwnedShot) -> list[Row]:
        """Return the one row of a size."""
        cells: Cells = {
            "name": item.name,
            "mass": item.mass_mg,
            "material": item.material,
            "count": item.count,
            "low": item.low or None,
        }
        return [Row(item.id, item.id, cells, low=item.count < item.low)]

    def build(self, item: str, rows: Sequence[Row], others: Collection[OwnedShot]) -> OwnedShot:
        """Return the shot of a row."""
        cells = rows[0].cells
        return self.made(
            id=item,
            name=words(cells, "name"),
            mass_mg=number(cells, "mass"),
            material=words(cells, "material", "tin"),
            count=int(number(cells, "count") or 0),
            low=int(number(cells, "low") or 0),
        )

    def references(self) -> list[Reference]:
        """Return the sizes of the table, in tin."""
        return [
            Reference(
                key,
                say("shot", name=row.name),
                say("g-tin", mass_g=f"{row.mass_g:g}"),
                {"name": row.name, "mass": f"{row.mass_g * 1000:g}", "count": "10"},
            )
            for key, row in shots().items()
        ]


KIND = ShotBox()
