"""What a ladder is: its cells, and the table they stand in."""

from __future__ import annotations

from typing import Literal

from jarana.core.model import Frozen

Mark = Literal["", "longer", "sold", "none", "always", "deep"]


class FlyAt(Frozen):
    """How deep a fly is in the middle of the drifts, m, whether it is where fish take, and lies on the bed, on half of them."""

    m: float
    takes: bool
    lies: bool


class Cell(Frozen):
    """A cell: what to put on and its mark; where it is today's.

    Attributes
    ----------
    touches, inside
        The share of drifts that touch, and of a drift that the best fly is where fish take.
    low_m, high_m
        After how many metres it is down, or there, at the earliest and at the latest.
    flies
        How deep each fly is, the uppermost on the line first, of a ladder of depths.
    """

    rung: int | None
    text: str
    mark: Mark = ""
    touches: float = 0.0
    inside: float = 0.0
    low_m: float | None = None
    high_m: float | None = None
    today: bool = False
    flies: tuple[FlyAt, ...] = ()


class Ladder(Frozen):
    """A ladder, rows by columns, written in the person's units.

    Attributes
    ----------
    wish
        Of a ladder of weights what each is to do: touch the bed, or come down to where fish take.
    across, down
        What the columns and the rows are.
    settings
        How the rig is set in each row where that is another way than in hand: where its float sits, with one fly; of a ladder of
        weights.
    rungs
        What can be put on, lightest first; a cell names one by its place.
    figures
        Each of them as a cell writes it: a bead's width, a shot's weight; empty where only words tell it.
    carry
        The two to carry today beside the one in hand.
    buy
        What is not owned and would fill cells, most first.
    depth_m, zone_m
        Of a ladder of depths: how deep the water is, and from where to where below its surface fish take.
    """

    kind: Literal["weight", "count", "leader"]
    wish: Literal["touch", "zone"] = "touch"
    across: str
    down: str
    columns: tuple[str, ...]
    rows: tuple[str, ...]
    settings: tuple[str, ...] = ()
    rungs: tuple[str, ...]
    figures: tuple[str, ...] = ()
    sizes: tuple[float, ...] = ()
    cells: tuple[tuple[Cell, ...], ...]
    carry: tuple[str, ...] = ()
    buy: tuple[str, ...] = ()
    drifts: int = 0
    depth_m: float = 0.0
    zone_m: tuple[float, float] = (0.0, 0.0)
