"""Reels: only what a leader needs to know of them."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, words
from jarana.core.tackle.drawer import Reel


class Reels(StockKind[Reel]):
    """Reels: caged or open."""

    key, title, one, order, drawer = "reels", "Reels", "reel", 8, "reels"
    empty = "No reels yet. One thing matters here: thin leaders slip behind an open frame."
    document = Reel
    columns = (
        Column("name", "Reel", required=True),
        Column("caged", "Caged", "yes", about="A full frame keeps thin line from slipping out behind the spool."),
        Column("note", "Note"),
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
            Reference("caged", "Caged reel", "for thin level leaders", {"name": "Caged reel", "caged": "yes"}),
            Reference("open", "Open reel", "thin leaders slip behind it", {"name": "Open reel", "caged": "no"}),
        ]


KIND = Reels()
