"""Lengths without a ruler: hand, forearm, fingertip to chest, marks on the rod; set once."""

from __future__ import annotations

from itertools import product
from typing import Annotated, ClassVar

from pydantic import Field, field_validator

from jarana.core.documents import Document
from jarana.core.unit_rules import LONGEST_KEY, known_units
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
fingertip-chest = fingertip to chest
hand-span = hand span
no-units = not a choice of units
rod-mark = to rod mark { $k }
""",
)

CLOSE_MM = 10.0
"""A length this near to a combination needs no remainder."""
PIECE_MM = 8.0
"""Each further measure laid along costs about this much in care."""
LARGEST_REST = 0.15
"""A remainder above this share of the length helps nobody."""
MOST = 9
SHORTEST_MM = 60.0


class Measures(Document):
    """A person's own measures, mm; None where they have not been set. `habits` are constants of worth they replaced, by key.

    `units` is what they chose to read and type in, as one text; "" where they chose nothing. `turn_mm` is the line that one turn of the reel takes in: a depth is sounded by turns ("7 turns").
    """

    TYPE: ClassVar[str] = "measures"
    VERSION: ClassVar[int] = 3

    version: int = Field(default=3, ge=3, le=3)
    hand_mm: float | None = Field(default=None, ge=80, le=320)
    forearm_mm: float | None = Field(default=None, ge=250, le=700)
    chest_mm: float | None = Field(default=None, ge=400, le=1300)
    turn_mm: float | None = Field(default=None, ge=50, le=1500)
    rod_marks_mm: tuple[Annotated[float, Field(ge=0, le=10_000)], ...] = Field(default=(), max_length=8)
    habits: dict[str, Annotated[float, Field(ge=-1e6, le=1e6)]] = Field(default_factory=dict, max_length=100)
    units: str = Field(default="", max_length=LONGEST_KEY)

    @field_validator("units")
    @classmethod
    def _units(cls, units: str) -> str:
        if not units:
            return ""
        known = known_units(units)
        if known is None:
            raise ValueError(say("no-units"))
        return known

    @property
    def named(self) -> tuple[tuple[str, float], ...]:
        """Return what is set, longest first."""
        rows = ((say("fingertip-chest"), self.chest_mm), ("forearm", self.forearm_mm), (say("hand-span"), self.hand_mm))
        return tuple((name, mm) for name, mm in rows if mm)

    @property
    def lengths(self) -> tuple[tuple[str, float], ...]:
        """Return what is set as lengths one types by name, m."""
        rows = (
            ("arm", self.chest_mm),
            ("forearm", self.forearm_mm),
            ("hand", self.hand_mm),
            ("span", self.hand_mm),
            ("turn", self.turn_mm),
        )
        return tuple((name, mm / 1000) for name, mm in rows if mm)


def in_measures(length_mm: float, measures: Measures, writer: Writer) -> str:
    """Return a length as a person lays it along themselves: ``1 forearm + 1 hand span, 2 cm more``; "" when unset."""
    for k, mark in enumerate(sorted(measures.rod_marks_mm), start=1):
        if abs(mark - length_mm) <= CLOSE_MM:
            return say("rod-mark", k=k)
    named = measures.named
    if not named or length_mm < SHORTEST_MM:
        return ""
    ranges = [range(min(MOST, int(length_mm // mm) + 1) + 1) if i == 0 else range(3) for i, (_, mm) in enumerate(named)]
    best = min(
        (counts for counts in product(*ranges) if any(counts)),
        key=lambda counts: abs(length_mm - _sum(counts, named)) + PIECE_MM * sum(counts),
    )
    rest = length_mm - _sum(best, named)
    said = " + ".join(f"{n} {name}" for n, (name, _) in zip(best, named, strict=True) if n)
    if abs(rest) <= CLOSE_MM:
        return said
    if abs(rest) > LARGEST_REST * length_mm:
        return ""
    return f"{said}, {writer.text('short', abs(rest) / 1000)} {'more' if rest > 0 else 'less'}"


def _sum(counts: tuple[int, ...], named: tuple[tuple[str, float], ...]) -> float:
    return sum(n * mm for n, (_, mm) in zip(counts, named, strict=True))
