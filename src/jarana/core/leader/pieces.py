"""A leader while it is designed: its pieces, what is broken and missing, and how it is cast."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from jarana.core.leader.spec import (
    Group,
    LeaderSpec,
)
from jarana.core.leader.turnover import CastMass, CastSection
from jarana.core.tackle.drawer import Spool
from jarana.core.tackle.material import Material
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
small-dry = a small dry
""",
)


@dataclass(frozen=True)
class Piece:
    """A section before it is written down; lengths in units of the rounding."""

    group: Group
    spool: Spool | None
    material: Material
    d0: float
    d1: float
    units: int
    name: str = ""


@dataclass(frozen=True)
class Made:
    """Pieces, what is broken and what is missing."""

    pieces: tuple[Piece, ...]
    broken: tuple[str, ...] = ()
    missing: tuple[str, ...] = ()
    remarks: tuple[str, ...] = ()


def sections_of(pieces: Iterable[Piece], unit: float) -> list[CastSection]:
    """Return the pieces as the loop runs along them."""
    return [CastSection(p.units * unit / 1000, p.d0 / 1000, p.d1 / 1000, p.material.density_kg_m3) for p in pieces]


def masses_of(spec: LeaderSpec, length: float) -> list[CastMass]:
    """Return the flies of a specification where they hang; a small dry where none is named."""
    flies = spec.flies
    if not flies:
        return [CastMass(length, 20e-6, 12e-6, say("small-dry"))]
    return [
        CastMass(max(length - f.above_point_mm / 1000, 0.01), f.mass_mg * 1e-6, f.drag_area_mm2 * 1e-6, f.name)
        for f in flies
    ]
