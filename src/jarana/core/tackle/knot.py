"""Knots as the table knows them."""

from __future__ import annotations

from functools import cache
from typing import Literal

from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.material import TABLES


class Knot(TableRow):
    """A knot; copied into joints and eyes, so a rig keeps its meaning when the table changes."""

    joins: tuple[str, ...]
    nylon: float
    fluorocarbon: float
    eats_d: float
    stub_mm: float
    hold_mm: float
    ease: int
    dropper_tag: Literal["none", "weak", "yes", "down"]
    largest_ratio: float
    remark: str
    how: str

    def eats(self, diameter: float) -> float:
        """Line taken up in the finished knot at one end, with the stub left, m."""
        return self.eats_d * diameter + self.stub_mm / 1000


@cache
def knots() -> dict[str, Knot]:
    """Return the reference knots by key."""
    return load_table(TABLES / "knots.toml", Knot)
