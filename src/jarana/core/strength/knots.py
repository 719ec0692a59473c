"""How much of the line's strength a knot keeps."""

from __future__ import annotations

from jarana.core.law import Law, Range
from jarana.core.tackle.knot import Knot
from jarana.core.tackle.material import Material

KNOT_EFFICIENCY = Law(
    "knot efficiency",
    "pull tests of unbranded line, fair tying (tables/knots.toml); starting values",
    {"ratio": Range(1.0, 3.0, "the thicker line of a knot over the thinner")},
    "what the knot holds is a guess; pull it",
)
RATIO_FREE = 1.35
"""Up to this ratio of diameters a knot keeps its full efficiency."""
RATIO_COST = 0.25
UNLIKE_MATERIAL = 0.9
WEAK_TAG = 0.7
"""Share left where a fly hangs on a tag the table calls weak (a blood knot's)."""


def knot_efficiency(knot: Knot, material: Material) -> float:
    """Return the share of the dry line's strength a knot leaves in a material."""
    return knot.fluorocarbon if material.family == "fluorocarbon" else knot.nylon


def unlike_factor(above: Material, above_mm: float, below: Material, below_mm: float) -> float:
    """Return what joining unlike lines costs: ``1 - 0.25 (ratio - 1)`` above 1.35, and 0.9 for unlike materials.

    Examples
    --------
    >>> from jarana.core.tackle.material import materials
    >>> nylon, fluoro = materials()["nylon-tippet"], materials()["fluorocarbon"]
    >>> unlike_factor(nylon, 0.16, nylon, 0.16), unlike_factor(nylon, 0.16, fluoro, 0.16)
    (1.0, 0.9)
    """
    ratio = max(above_mm, below_mm) / min(above_mm, below_mm)
    KNOT_EFFICIENCY.ask(ratio=ratio)
    factor = 1.0 if ratio <= RATIO_FREE else max(0.1, 1 - RATIO_COST * (ratio - 1))
    return factor * (1.0 if above.family == below.family else UNLIKE_MATERIAL)
