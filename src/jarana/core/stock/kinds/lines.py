"""Fly lines."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from jarana.core.stock import titles
from jarana.core.stock.choices import called
from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, number, words
from jarana.core.stock.zones import read_zones, write_zones
from jarana.core.tackle.drawer import FlyLine
from jarana.core.tackle.fly_line import fly_lines
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-taper = Taper
title-head = Head
kind = Lines
one = line
no-fly-lines-yet = No fly lines yet. Add the one on your reel: the leader's butt is chosen for its tip.
floating-intermediate-type-5 = floating, intermediate, type 5, or “4 m at 3 in/s; 20 m at type 5” from the tip.
hang-mark = Hang mark
from-tip = From the tip.
thin-level-line = Thin level line
floating-weight = Floating { $class_number }-weight
tip-mm = tip { $tip_mm } mm
type-3 = type 3
type-5 = type 5
type-7 = type 7
weight = { $sinks } { $number_ }-weight
whole-line = the whole line
""",
)

TAPERS = ("weight forward", "double", "level", "shooting head")


class Lines(StockKind[FlyLine]):
    """Fly lines: class, taper, how they sink."""

    key, title, one, order, drawer = "lines", say("kind"), say("one"), 3, "lines"
    empty = say("no-fly-lines-yet")
    document = FlyLine
    beside = ("head", "hang")
    columns = (
        Column("name", titles.LINE, required=True),
        Column("class", titles.CLASS, "count", most=15, required=True),
        Column("tip", titles.TIP, "figure", "mm", "diameter", "diameter", least=0.25, most=3, required=True),
        Column("taper", say("title-taper"), "choice", choices=called(TAPERS)),
        Column("head", say("title-head"), "figure", "m", "length", "travel", least=0.1, most=40),
        Column("sinks", titles.SINKS, about=say("floating-intermediate-type-5")),
        Column("hang", say("hang-mark"), "figure", "m", "length", "travel", least=0.1, most=40, about=say("from-tip")),
    )

    def rows(self, item: FlyLine) -> list[Row]:
        """Return the one row of a line."""
        cells: Cells = {
            "name": item.name,
            "class": item.line_class,
            "tip": item.tip_mm,
            "taper": item.taper,
            "head": item.head_m,
            "sinks": write_zones(item.zones),
            "hang": item.hang_m,
        }
        return [Row(item.id, item.id, cells)]

    def build(self, item: str, rows: Sequence[Row], others: Collection[FlyLine]) -> FlyLine:
        """Return the line of a row."""
        cells = rows[0].cells
        return self.made(
            id=item,
            name=words(cells, "name"),
            tip_mm=number(cells, "tip"),
            line_class=number(cells, "class"),
            zones=read_zones(words(cells, "sinks")),
            taper=words(cells, "taper", "weight forward"),
            head_m=number(cells, "head"),
            hang_m=number(cells, "hang"),
        )

    def references(self) -> list[Reference]:
        """Return every class floating, and the usual sinking lines of the lake classes."""
        found = []
        for row in fly_lines().values():
            level = row.class_number == 0
            name = say("thin-level-line") if level else say("floating-weight", class_number=row.class_number)
            cells = {"name": name, "class": str(row.class_number), "tip": f"{row.tip_mm:g}"}
            cells |= {"taper": "level" if level else "weight forward", "sinks": "floating"}
            found.append(
                Reference(f"floating-{row.class_number}", name, say("tip-mm", tip_mm=f"{row.tip_mm:g}"), cells)
            )
        for number_ in (6, 7, 8):
            for sinks in ("just-subsurface", "intermediate", say("type-3"), say("type-5"), say("type-7")):
                name = say("weight", sinks=sinks.capitalize(), number_=number_)
                cells = {"name": name, "class": str(number_), "tip": "1", "sinks": sinks}
                found.append(Reference(f"{sinks.replace(' ', '-')}-{number_}", name, say("whole-line"), cells))
        return found


KIND = Lines()
