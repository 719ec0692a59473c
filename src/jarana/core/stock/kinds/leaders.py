"""Ready-made leaders, the wallet: packets, sinking leaders, braided ones."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import get_args

from jarana.core.stock import titles
from jarana.core.stock.choices import called
from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, number, words
from jarana.core.tackle.leader import MATERIAL, Made, OwnedLeader
from jarana.core.tackle.packet import packets
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-name = Leader
title-made = Made
title-butt = Butt
kind = Leaders
one = leader
no-leaders-yet = No leaders yet. Add the packets and sinking leaders in your wallet: a rig is then started from one, and you see which.
level-butt = Level butt
level-tip = Level tip
labelled-or-timed = As labelled, or as you timed it; leave it empty where it floats.
of-its-tip = Of its tip, as labelled.
cut-off = Cut off
cut-off-already = What fly changes have taken off its tip.
suits = Good for
in-your-words = What it is for, in your words.
from-to = { $length } m, { $butt } to { $tip } mm
slow-sinking = slow sinking leader 1.5 m
fast-sinking = fast sinking leader 1.5 m
braided-sixty = braided loop 60 cm
sinks-at = sinks at { $sink } cm/s
""",
)

OTHERS: dict[str, tuple[str, Made, dict[str, str]]] = {
    "slow-sinking": (say("slow-sinking"), "sinking", {"length": "1.5", "butt": "0.6", "tip": "0.6", "sinks": "3.8"}),
    "fast-sinking": (say("fast-sinking"), "sinking", {"length": "1.5", "butt": "0.7", "tip": "0.7", "sinks": "15"}),
    "braided-60": (say("braided-sixty"), "braided", {"length": "0.6", "butt": "0.3", "tip": "0.3"}),
}
"""Sinking and braided leaders as they are usually sold (starting values)."""


class Leaders(StockKind[OwnedLeader]):
    """Leaders: made of, length, ends, sink rate, what is cut off, what they suit."""

    key, title, one, order, drawer = "leaders", say("kind"), say("one"), 4, "leaders"
    empty = say("no-leaders-yet")
    document = OwnedLeader
    amounts = ("count",)
    glance = ("name", "length", "count")
    beside = ("butt_m", "tip_m", "strength", "cut")
    columns = (
        Column("name", say("title-name"), required=True),
        Column("made", say("title-made"), "choice", choices=called(get_args(Made)), required=True),
        Column("length", titles.LENGTH, "figure", "m", "length", "length", least=0.25, most=12, required=True),
        Column("butt", say("title-butt"), "figure", "mm", "diameter", "diameter", least=0.11, most=2, required=True),
        Column("tip", titles.TIP, "figure", "mm", "diameter", "diameter", least=0.06, most=2, required=True),
        Column("butt_m", say("level-butt"), "figure", "m", "length", "length", least=0, most=10),
        Column("tip_m", say("level-tip"), "figure", "m", "length", "length", least=0, most=10),
        Column(
            "sinks",
            titles.SINKS,
            "figure",
            "cm/s",
            "speed",
            "sink",
            least=0.1,
            most=40,
            about=say("labelled-or-timed"),
        ),
        Column(
            "strength",
            titles.STRENGTH,
            "figure",
            "kg",
            "force",
            "force",
            least=0.2,
            most=60,
            about=say("of-its-tip"),
        ),
        Column(
            "cut", say("cut-off"), "figure", "m", "length", "length", least=0, most=12, about=say("cut-off-already")
        ),
        Column("suits", say("suits"), about=say("in-your-words")),
        Column("count", titles.HAVE, "count", most=1000),
        Column("low", titles.KEEP, "count", most=1000),
    )

    def rows(self, item: OwnedLeader) -> list[Row]:
        """Return the one row of a leader."""
        cells: Cells = {
            "name": item.name,
            "made": item.made,
            "length": item.length_m,
            "butt": item.butt_mm,
            "tip": item.tip_mm,
            "butt_m": item.butt_m or None,
            "tip_m": item.tip_m or None,
            "sinks": item.sink_mm_s / 10 if item.sink_mm_s else None,
            "strength": item.strength_kg,
            "cut": item.cut_m or None,
            "suits": item.suits,
            "count": item.count,
            "low": item.low or None,
        }
        return [Row(item.id, item.id, cells, low=item.count < item.low)]

    def build(self, item: str, rows: Sequence[Row], others: Collection[OwnedLeader]) -> OwnedLeader:
        """Return the leader of a row."""
        cells = rows[0].cells
        sinks = number(cells, "sinks")
        have = number(cells, "count")
        return self.made(
            id=item,
            name=words(cells, "name"),
            made=words(cells, "made"),
            length_m=number(cells, "length"),
            butt_mm=number(cells, "butt"),
            tip_mm=number(cells, "tip"),
            butt_m=number(cells, "butt_m") or 0.0,
            tip_m=number(cells, "tip_m") or 0.0,
            sink_mm_s=round(sinks * 10, 2) if sinks else None,
            strength_kg=number(cells, "strength"),
            cut_m=number(cells, "cut") or 0.0,
            suits=words(cells, "suits"),
            count=1 if have is None else int(have),
            low=int(number(cells, "low") or 0),
        )

    def references(self) -> list[Reference]:
        """Return the packets of the table, and usual sinking and braided ones."""
        made = {key: name for name, key in MATERIAL.items()}
        found = []
        for packet in packets().values():
            if packet.material.key not in made:
                continue
            cells = {
                "name": packet.name, "made": made[packet.material.key], "length": f"{packet.new_length:g}",
                "butt": f"{packet.butt_mm:g}", "tip": f"{packet.tip_mm:g}", "butt_m": f"{packet.butt_m:g}", "tip_m": f"{packet.tip_m:g}",
            }  # fmt: skip
            about = say("from-to", length=cells["length"], butt=cells["butt"], tip=cells["tip"])
            found.append(Reference(packet.key, packet.name.capitalize(), about, cells))
        for key, (name, kind, cells) in OTHERS.items():
            about = say("sinks-at", sink=cells["sinks"]) if "sinks" in cells else f"{cells['length']} m"
            found.append(Reference(key, name.capitalize(), about, {"name": name, "made": kind} | cells))
        return found


KIND = Leaders()
