"""What a question of the log is answered with: shares with what so many drifts may show, and their counts."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

from scipy.special import betaincinv

from jarana.core.bank.outing import OutingView
from jarana.core.model import Frozen
from jarana.core.rig.model import Rig
from jarana.core.units import Writer

EIGHT_OF_TEN = (0.1, 0.9)
FEWEST = 12
"""Drifts from which a share is held against others."""


class AnswerRow(Frozen):
    """A row: of so many drifts, so many; the share, and what lies in eight of ten (Jeffreys)."""

    name: str
    hits: int
    drifts: int
    share: float
    low: float
    high: float


class Answered(Frozen):
    """A question with its answer; `of` is what was counted: touches or takes."""

    key: str
    asks: str
    of: str
    says: str
    rows: tuple[AnswerRow, ...]


@dataclass(frozen=True)
class Logged:
    """What questions are asked of.

    Attributes
    ----------
    outings
        Without those kept apart.
    rigs
        As they were taken along, by revision.
    month
        The month of a moment, in the person's zone, in words.
    """

    outings: Sequence[OutingView]
    rigs: Mapping[str, Rig]
    writer: Writer
    month: Callable[[datetime], str]


@dataclass(frozen=True)
class Question:
    """A question: its words, and what answers it."""

    key: str
    asks: str
    of: str
    answer: Callable[[Logged], tuple[list[AnswerRow], str]]


def row(name: str, hits: int, drifts: int) -> AnswerRow:
    """Return a share with what lies in eight of ten of what such a count may come from.

    Examples
    --------
    >>> r = row("3.3 mm", 5, 20); round(r.share, 2), round(r.low, 2), round(r.high, 2)
    (0.25, 0.15, 0.39)
    """
    low, high = (float(betaincinv(hits + 0.5, drifts - hits + 0.5, q)) for q in EIGHT_OF_TEN)
    return AnswerRow(name=name, hits=hits, drifts=drifts, share=hits / max(drifts, 1), low=low, high=high)


def counted(pairs: Iterable[tuple[str, int, int]]) -> list[AnswerRow]:
    """Return rows of what was counted under each name: (name, hits, drifts), in the order names came."""
    found: dict[str, list[int]] = {}
    for name, hits, drifts in pairs:
        entry = found.setdefault(name, [0, 0])
        entry[0], entry[1] = entry[0] + hits, entry[1] + drifts
    return [row(name, hits, drifts) for name, (hits, drifts) in found.items() if drifts]


def surely_most(rows: Sequence[AnswerRow]) -> AnswerRow | None:
    """Return the row that lies above all others with its whole band; None where that cannot be told."""
    told = [r for r in rows if r.drifts >= FEWEST]
    if len(told) < 2:
        return None
    best = max(told, key=lambda r: r.share)
    return best if all(best.low > r.high for r in told if r is not best) else None


def stands_out(pairs: Iterable[tuple[str, str, int, int]]) -> tuple[list[AnswerRow], AnswerRow | None]:
    """Return rows of what was counted by group and name, and the one that stands out within its group: waters are not mixed.

    Parameters
    ----------
    pairs
        (group, name, hits, drifts).
    """
    groups: dict[str, list[tuple[str, int, int]]] = {}
    for group, name, hits, drifts in pairs:
        groups.setdefault(group, []).append((f"{name}, {group}", hits, drifts))
    made = {group: counted(rows) for group, rows in groups.items()}
    found = [best for rows in made.values() if (best := surely_most(rows)) is not None]
    rows = sorted((r for group in made.values() for r in group), key=lambda r: r.name)
    return rows, max(found, key=lambda r: r.share) if found else None
