"""Rods."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from jarana.core.stock import titles
from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, number, words
from jarana.core.tackle.drawer import Rod
from jarana.core.unit_rules import STANDARD_GRAVITY
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-name = Rod
kind = Rods
one = rod
no-rods-yet-add = No rods yet. Add one: its length sets how far you reach and how long a leader you can net.
tip-class = Tip class
where-tip-softer-than = Where the tip is softer than the rod: protects fine tippet.
steady-pull = Steady pull
steady-bend = In a steady bend.
m-weight = { $length } m, { $line_class }-weight
m-weight-2 = { $metres } m, { $k }-weight
pulls-about-n = pulls about { $steady_pull } N
""",
)

STEADY_N = {2: 3.5, 3: 3.5, 4: 5.0, 5: 7.0, 6: 9.0, 7: 12.0, 8: 12.0}
"""N in a steady bend by class of the tip: what an angler really puts on (order of magnitude)."""
USUAL_M = {
    2: (2.6, 3.05, 3.35),
    3: (2.6, 3.05, 3.35),
    4: (2.6, 3.05),
    5: (2.75, 3.05),
    6: (2.9, 3.05),
    7: (2.9, 3.05),
    8: (2.75, 3.05),
}


def steady_pull(tip_class: int) -> float:
    """Return the steady pull of a tip class, N; the nearest class known."""
    return STEADY_N[min(STEADY_N, key=lambda k: abs(k - tip_class))]


class Rods(StockKind[Rod]):
    """Rods: length, line class, class of the tip."""

    key, title, one, order, drawer = "rods", say("kind"), say("one"), 4, "rods"
    empty = say("no-rods-yet-add")
    document = Rod
    columns = (
        Column("name", say("title-name")),
        Column("length", titles.LENGTH, "figure", "m", "length", "length", least=0.6, most=6, required=True),
        Column("class", titles.CLASS, "count", most=15, required=True),
        Column("tip", say("tip-class"), "count", most=15, about=say("where-tip-softer-than")),
        Column(
            "pull", say("steady-pull"), "figure", "kg", "force", "force", least=0.05, most=6, about=say("steady-bend")
        ),
    )

    def rows(self, item: Rod) -> list[Row]:
        """Return the one row of a rod."""
        cells: Cells = {
            "name": item.name,
            "length": float(f"{item.length_mm / 1000:.6g}"),
            "class": item.line_class,
            "tip": item.tip_class,
            "pull": float(f"{item.steady_pull_n / STANDARD_GRAVITY:.6g}"),
        }
        return [Row(item.id, item.id, cells)]

    def build(self, item: str, rows: Sequence[Row], others: Collection[Rod]) -> Rod:
        """Return the rod of a row; the steady pull is that of its tip unless it is given."""
        cells = rows[0].cells
        length, line_class, tip = number(cells, "length") or 0.0, int(number(cells, "class") or 0), number(cells, "tip")
        pull = number(cells, "pull")
        newtons = pull * STANDARD_GRAVITY if pull else steady_pull(int(tip if tip is not None else line_class))
        return self.made(
            id=item,
            name=words(cells, "name") or say("m-weight", length=f"{length:g}", line_class=line_class),
            length_mm=float(f"{length * 1000:.6g}"),
            line_class=line_class,
            tip_class=None if tip is None else int(tip),
            steady_pull_n=float(f"{newtons:.6g}"),
        )

    def references(self) -> list[Reference]:
        """Return the usual lengths of each class."""
        return [
            Reference(
                f"{metres:g}-{k}",
                say("m-weight-2", metres=f"{metres:g}", k=k),
                say("pulls-about-n", steady_pull=f"{steady_pull(k):g}"),
                {"name": say("m-weight-2", metres=f"{metres:g}", k=k), "length": f"{metres:g}", "class": str(k)},
            )
            for k, lengths in USUAL_M.items()
            for metres in lengths
        ]


KIND = Rods()
