"""Hooks by size."""

from __future__ import annotations

from functools import cache
from typing import Literal

from pydantic import Field

from jarana.core.model import Frozen
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.material import TABLES

STEEL = 7850.0
"""kg/m³, carbon steel."""
WIRE_CLASSES = {"fine": (0.7, 0.6), "standard": (1.0, 1.0), "heavy": (1.35, 1.5), "extra-heavy": (1.6, 1.5)}
"""Wire class: factor on the mass, factor on the force that straightens it (tables/hooks.toml)."""


class HookRow(TableRow):
    """A standard hook of the table."""

    size: int = Field(ge=-20, le=60)
    shank_mm: float = Field(gt=0, le=200)
    wire_mm: float = Field(gt=0, le=10)
    mass_mg: float = Field(gt=0, le=20_000)
    straighten_n: float = Field(gt=0, le=5000)


class Hook(Frozen):
    """A hook as it is on a fly; `size` 1/0 is 0, 2/0 is -1, and so on."""

    size: int = Field(ge=-20, le=60)
    shank_mm: float = Field(gt=0, le=200)
    wire_mm: float = Field(gt=0, le=10)
    mass_mg: float = Field(gt=0, le=20_000)
    straighten_n: float = Field(gt=0, le=5000)
    bend: Literal["nymph", "jig"] = "nymph"
    barbless: bool = False

    @property
    def label(self) -> str:
        """Its size as it stands on the packet."""
        return size_label(self.size)


def size_label(size: int) -> str:
    """Return a size as it stands on the packet.

    Examples
    --------
    >>> size_label(12), size_label(1), size_label(0), size_label(-3)
    ('12', '1', '1/0', '4/0')
    """
    return str(size) if size > 0 else f"{1 - size}/0"


@cache
def hooks() -> dict[str, HookRow]:
    """Return the reference hooks by size."""
    return load_table(TABLES / "hooks.toml", HookRow)


def hook(size: int, wire: str = "standard", bend: Literal["nymph", "jig"] = "nymph", barbless: bool = False) -> Hook:
    """Return a hook by size and wire class.

    Raises
    ------
    KeyError
        When the table has no such size or class.
    """
    row = hooks()[size_label(size)]
    mass, strength = WIRE_CLASSES[wire]
    return Hook(
        size=row.size,
        shank_mm=row.shank_mm,
        wire_mm=row.wire_mm,
        mass_mg=row.mass_mg * mass,
        straighten_n=row.straighten_n * strength,
        bend=bend,
        barbless=barbless,
    )


def wire_of(hook: Hook) -> str:
    """Return the wire class a hook was made of: the one whose mass is nearest."""
    row = hooks().get(hook.label)
    if row is None:
        return "standard"
    return min(WIRE_CLASSES, key=lambda wire: abs(WIRE_CLASSES[wire][0] * row.mass_mg - hook.mass_mg))
