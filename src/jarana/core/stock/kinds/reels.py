"""Reels: only what a leader needs to know of them."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, words
from jarana.core.tackle.drawer import Reel
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-name = Reel
title-caged = Caged
title-note = Note
kind = Reels
one = reel
no-reels-yet-one = No reels yet. One thing matters here: thin leaders slip behind an open frame.
full-frame-keeps-thin = A full frame keeps thin line from slipping out behind the spool.
caged-reel = Caged reel
thin-level-leaders = for thin level leaders
open-reel = Open reel
thin-leaders-slip-behind = thin leaders slip behind it
""",
)


class Reels(StockKind[Reel]):
    """Reels: caged or open."""

    key, title, one, order, drawer = "reels", say("kind"), say("one"), 8, "reels"
    empty = say("no-reels-yet-one")
    document = Reel
    columns = (
        Column("name", say("title-name"), required=True),
        Column("caged", say("title-caged"), "yes", about=say("full-frame-keeps-thin")),
        Column("note", say("title-note")),
    )

    def rows(self, item: Reel) -> list[Row]:
        """Return the one row of a reel."""
        cells: Cells = {"name": item.name, "caged": item.caged, "note": item.note or None}
        return [Row(item.id, item.id, cells)]

    def build(self, item: str, rows: Sequence[Row], others: Collection[Reel]) -> Reel:
        """Return the reel of a row."""
        cells = rows[0].cells
        return self.made(
            id=item, name=words(cells, "name"), caged=cells.get("caged") is True, note=words(cells, "note")
        )

    def references(self) -> list[Reference]:
        """Return the two sorts that matter."""
        return [
            Reference(
                "caged", say("caged-reel"), say("thin-level-leaders"), {"name": say("caged-reel"), "caged": "yes"}
            ),
            Reference(
                "open", say("open-reel"), say("thin-leaders-slip-behind"), {"name": say("open-reel"), "caged": "no"}
            ),
        ]


KIND = Reels()
