"""Floats."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from jarana.core.stock import titles
from jarana.core.stock.choices import called
from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, number, words
from jarana.core.tackle.float import Float, floats
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-name = Float
title-mass = Weighs
title-releasing = Releasing
kind = Floats
one = float
carries = Carries
no-floats-yet-add = No floats yet. Add what you hang flies under: Jarana tells which of them your rig would drown.
made = Made of
greatest-net-lift-grams = Greatest net lift, grams-force.
leave-empty-closed-ball = Leave it empty for a closed ball.
slides-down-line-once = Slides down the line once a fish is on.
bears-g = bears { $lift_gf } g
""",
)


class Floats(StockKind[Float]):
    """Floats: what they bear and how big they are."""

    key, title, one, order, drawer = "floats", say("kind"), say("one"), 5, "floats"
    empty = say("no-floats-yet-add")
    document = Float
    columns = (
        Column("name", say("title-name"), required=True),
        Column("look", say("made"), "choice", choices=called(("foam", "yarn", "ball")), required=True),
        Column(
            "bears",
            say("carries"),
            "figure",
            "gf",
            least=0.01,
            most=50,
            required=True,
            about=say("greatest-net-lift-grams"),
        ),
        Column("diameter", titles.DIAMETER, "figure", "mm", "diameter", "bead", least=1.5, most=80, required=True),
        Column(
            "mass",
            say("title-mass"),
            "figure",
            "mg",
            "mass",
            "mg",
            least=1,
            most=100_000,
            about=say("leave-empty-closed-ball"),
        ),
        Column("releasing", say("title-releasing"), "yes", about=say("slides-down-line-once")),
    )

    def drawn(self, item: Float) -> tuple[object, ...]:
        """Return its place in the drawer."""
        return (item.lift_gf, item.id)

    def rows(self, item: Float) -> list[Row]:
        """Return the one row of a float."""
        cells: Cells = {
            "name": item.name,
            "look": item.look,
            "bears": item.lift_gf,
            "diameter": item.diameter_mm,
            "mass": item.mass_mg,
            "releasing": item.releasing,
        }
        return [Row(item.id, item.id, cells)]

    def build(self, item: str, rows: Sequence[Row], others: Collection[Float]) -> Float:
        """Return the float of a row."""
        cells = rows[0].cells
        return self.made(
            id=item,
            name=words(cells, "name"),
            look=words(cells, "look"),
            lift_gf=number(cells, "bears"),
            diameter_mm=number(cells, "diameter"),
            releasing=cells.get("releasing") is True,
            mass_mg=number(cells, "mass"),
        )

    def references(self) -> list[Reference]:
        """Return the floats of the table."""
        return [
            Reference(
                row.key,
                row.name.capitalize(),
                say("bears-g", lift_gf=f"{row.lift_gf:g}"),
                {"name": row.name, "look": row.look, "bears": f"{row.lift_gf:g}", "diameter": f"{row.diameter_mm:g}"}
                | ({"mass": f"{row.mass_mg:g}"} if row.mass_mg else {}),
            )
            for row in floats().values()
        ]


KIND = Floats()
