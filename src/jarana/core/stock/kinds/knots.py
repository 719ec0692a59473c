"""Own pull tests of knots: what a person's own tying keeps of the line."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from jarana.core.errors import InputError
from jarana.core.stock import titles
from jarana.core.stock.choices import SAID, called, named
from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, number, words
from jarana.core.tackle.drawer import OWN_PULLS, KnotTest
from jarana.core.tackle.knot import knots
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-knot = Knot
title-n = Pulls
kind = Knots
pull-test = pull test
no-pull-tests-yet = No pull tests yet. Pull a knot of yours three times on a scale: from then on your own figure counts, not the table's.
keeps = Keeps, %
dry-lines-strength = Of the dry line's strength.
counts-from-pulls = Counts from { $own_pulls } pulls on.
by-fish = By fish
fish-on = Fish that were on and told it, as Learn offers it; they count until you pull it.
neither = from 1, or by fish
table-says = Table says, %
fair-tying-unbranded-line = Fair tying of unbranded line.
in-2 = { $name } in { $family }
table = table: { $family } %
""",
)

FAMILIES = ("nylon", "fluorocarbon")


class KnotTests(StockKind[KnotTest]):
    """A row is one knot in one kind of line."""

    key, title, one, order, drawer = "knots", say("kind"), say("pull-test"), 9, "knot_tests"
    measured = True
    empty = say("no-pull-tests-yet")
    document = KnotTest
    columns = (
        Column(
            "knot",
            say("title-knot"),
            "choice",
            choices=named({k: knot for k, knot in knots().items() if "unbroken" not in knot.uses}),
            required=True,
        ),
        Column("line", titles.LINE, "choice", choices=called(FAMILIES)),
        Column("keeps", say("keeps"), "figure", least=10, most=100, required=True, about=say("dry-lines-strength")),
        Column("spread", "±, %", "figure", most=100),
        Column(
            "n", say("title-n"), "count", most=999, required=True, about=say("counts-from-pulls", own_pulls=OWN_PULLS)
        ),
        Column("fish", say("by-fish"), "count", most=9999, about=say("fish-on")),
        Column("table", say("table-says"), "figure", computed=True, about=say("fair-tying-unbranded-line")),
    )

    def rows(self, item: KnotTest) -> list[Row]:
        """Return the one row of a test."""
        knot = knots().get(item.knot)
        table = (knot.fluorocarbon if item.family == "fluorocarbon" else knot.nylon) if knot else None
        cells: Cells = {
            "knot": item.knot,
            "line": item.family,
            "keeps": float(f"{item.share * 100:.6g}"),
            "spread": float(f"{item.spread * 100:.6g}"),
            "n": item.n,
            "fish": item.fish or None,
            "table": None if table is None else float(f"{table * 100:.6g}"),
        }
        return [Row(item.id, item.id, cells)]

    def build(self, item: str, rows: Sequence[Row], others: Collection[KnotTest]) -> KnotTest:
        """Return the test of a row."""
        cells = rows[0].cells
        pulls, fish = int(number(cells, "n") or 0), int(number(cells, "fish") or 0)
        if pulls + fish == 0:
            raise InputError.one("n", str(pulls), say("neither"))
        return self.made(
            id=item,
            knot=words(cells, "knot"),
            family=words(cells, "line", "nylon"),
            share=(number(cells, "keeps") or 0.0) / 100,
            spread=(number(cells, "spread") or 0.0) / 100,
            n=pulls,
            fish=fish,
        )

    def name(self, cells: Cells) -> str:
        """Return ``Three-turn water knot in nylon``."""
        knot, family = words(cells, "knot"), words(cells, "line", "nylon")
        return say("in-2", name=self.column("knot").choices.get(knot, knot), family=SAID.get(family, family))

    def references(self) -> list[Reference]:
        """Return every knot in both kinds of line, as the table has it, one pull."""
        return [
            Reference(
                f"{key}-{family}",
                say("in-2", name=knot.name, family=SAID[family]),
                say("table", family=f"{100 * (knot.fluorocarbon if family == 'fluorocarbon' else knot.nylon):.0f}"),
                {
                    "knot": key,
                    "line": family,
                    "keeps": f"{100 * (knot.fluorocarbon if family == 'fluorocarbon' else knot.nylon):g}",
                    "n": "1",
                },
            )
            for key, knot in knots().items()
            if "unbroken" not in knot.uses
            for family in FAMILIES
        ]


KIND = KnotTests()
