"""Knots as the table knows them."""

from __future__ import annotations

from functools import cache
from typing import Literal, get_args

from pydantic import Field

from jarana.core.model import Text
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.material import TABLES
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
knots-toml-one-knot = knots.toml: one knot is tied for { $use }, not { $rows }
""",
)

KnotUse = Literal[
    "eye", "fine eye", "wagging eye", "ring", "bend", "step", "joint", "unlike", "leader loop", "girth", "handshake",
    "stopper", "peg", "fold", "accident", "unbroken",
]  # fmt: skip
"""What a knot is tied for where nobody asks for another: a fly's eye, eaten least, left to wag; a ring; a bend; a step of a
taper; a joint that may carry a dropper; unlike diameters; the leader's loop, a girthed link's, two loops; a shot's stopper;
a bead's peg; a fold; nobody (an accident); nothing (unbroken line)."""


TO_TIE_MIN = {1: 0.6, 2: 0.8, 3: 1.1, 4: 1.5, 5: 2.1}
"""Minutes to tie a knot outdoors by its ease, with warm hands and without wind (starting values)."""
LONGEST_REMARK = 4000
"""Characters of what is said about a knot, in any language, with what each of one's own pull tests adds."""


class Knot(TableRow):
    """A knot; copied into joints and eyes, so a rig keeps its meaning when the table changes."""

    uses: tuple[KnotUse, ...] = Field(default=(), max_length=20)
    joins: tuple[Text, ...] = Field(max_length=20)
    nylon: float = Field(gt=0, le=1)
    fluorocarbon: float = Field(gt=0, le=1)
    eats_d: float = Field(ge=0, le=2000)
    stub_mm: float = Field(ge=0, le=100)
    hold_mm: float = Field(ge=0, le=1000)
    ease: int = Field(ge=1, le=5)
    scatter: float = Field(default=0.1, ge=0, le=10)
    dropper_tag: Literal["none", "weak", "yes", "down"]
    largest_ratio: float = Field(ge=1, le=100)
    remark: str = Field(max_length=LONGEST_REMARK)
    how: str = Field(max_length=LONGEST_REMARK)

    @property
    def short(self) -> str:
        """``Blood, 4 turns each`` as one says it: ``Blood``."""
        return self.name.split(",")[0]

    @property
    def minutes(self) -> float:
        """Time to tie it outdoors with warm hands, min."""
        return TO_TIE_MIN[self.ease]

    def eats(self, diameter: float) -> float:
        """Line taken up in the finished knot at one end, with the stub left, m."""
        return self.eats_d * diameter + self.stub_mm / 1000


@cache
def knots() -> dict[str, Knot]:
    """Return the reference knots by key."""
    return load_table(TABLES / "knots.toml", Knot)


@cache
def _by_use() -> dict[str, Knot]:
    found = {use: [knot for knot in knots().values() if use in knot.uses] for use in get_args(KnotUse)}
    for use, rows in found.items():
        if len(rows) != 1:
            raise ValueError(say("knots-toml-one-knot", use=repr(use), rows=len(rows)))
    return {use: rows[0] for use, rows in found.items()}


def usual_knot(use: KnotUse) -> Knot:
    """Return the table's knot for a use.

    Examples
    --------
    >>> usual_knot("joint").dropper_tag, usual_knot("accident").joins
    ('down', ('accident',))
    """
    return _by_use()[use]
