"""What a spool's label says: an X number, a diameter, a strength, or several of them."""

from __future__ import annotations

import re

from jarana.core import units
from jarana.core.errors import InputError
from jarana.core.tackle.material import Material, dry_strength
from jarana.core.unit_rules import STANDARD_GRAVITY

PIECES = re.compile(r"\.?\d+(?:[.,]\d+)?\s*(?:x|mm|in|thou|lb|lbs|kg|g|oz|n)\b|\.00\d+|0[.,]\d+", re.IGNORECASE)
STRENGTHS = re.compile(r"(?<![a-z])(lb|lbs|kg|g|oz|n)$", re.IGNORECASE)
THINNEST, THICKEST = 0.04e-3, 1.5e-3


def read_label(text: str) -> tuple[float | None, float | None]:
    """Return diameter (mm) and strength (kg) a label names; None for what it does not.

    Examples
    --------
    >>> read_label("5X 4.8 lb")
    (0.1524, 2.17724)
    >>> read_label("nylon 0,20"), read_label("6 lb"), read_label("the brown one")
    ((0.2, None), (None, 2.72155), (None, None))
    """
    diameter: float | None = None
    strength: float | None = None
    for piece in PIECES.findall(text):
        try:
            if STRENGTHS.search(piece):
                strength = strength or float(f"{units.parse('force', piece, 'kg') / STANDARD_GRAVITY:.6g}")
            else:
                read = units.parse("diameter", piece, "mm")
                # A bare .007 is inches: no line is seven microns thick.
                read = read * 25.4 if read < THINNEST and piece.startswith(".00") else read
                diameter = diameter or (float(f"{read * 1000:.6g}") if THINNEST <= read <= THICKEST else None)
        except InputError:
            continue
    return diameter, strength


def diameter_for(material: Material, strength_kg: float) -> float:
    """Return the diameter (mm) at which a material is so strong dry: the law of :func:`dry_strength`, by bisection."""
    low, high = THINNEST, THICKEST
    for _ in range(60):
        middle = 0.5 * (low + high)
        if dry_strength(material, middle) < strength_kg * STANDARD_GRAVITY:
            low = middle
        else:
            high = middle
    return round(0.5 * (low + high) * 1000, 3)
