"""What a fly box holds for a use: the owned fly nearest to a hook and a bead, what stands for what is about."""

from __future__ import annotations

from jarana.core.tackle.drawer import Drawer, FlyPattern
from jarana.core.tackle.dressing import DressingRow, dressings
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.hook import size_label
from jarana.core.water.reach import Reach

NEAR_HOOK, NEAR_BEAD_MM = 4, 0.8
"""Hook sizes and mm of bead within which an owned fly will do."""
TELLING = 3
"""Letters from which a word tells what is eaten."""


def owned_fly(drawer: Drawer, reach: Reach, classes: tuple[str, ...], size: int, bead_mm: float) -> Fly | None:
    """Return the owned fly of the first of these dressings that is near a hook and a bead (0: none); None where none is.

    What stands for what is about comes first, then what is nearest in hook and bead.
    """
    beaded = bead_mm > 0
    for key in classes:
        fits = [
            p
            for p in drawer.patterns
            if p.dressing.key == key
            and abs(p.hook.size - size) <= NEAR_HOOK
            and any(w.count and (w.bead is not None) == beaded for w in p.weights)
        ]
        near = [p for p in fits if not beaded or abs(_bead(p, bead_mm) - bead_mm) <= NEAR_BEAD_MM]
        if near:
            found = min(
                near,
                key=lambda p: (
                    not stands_for(p, reach), abs(p.hook.size - size), abs(_bead(p, bead_mm) - bead_mm)
                ),
            )  # fmt: skip
            weights = [w for w in found.weights if w.count and (w.bead is not None) == beaded]
            return found.tied(min(weights, key=lambda w: abs((w.bead.diameter_mm if w.bead else 0.0) - bead_mm)))
    return None


def nearest_fly(drawer: Drawer, size: int, bead_mm: float) -> str:
    """Return what is owned that comes nearest to a hook and a bead, by name; empty where nothing is owned."""
    found = min(
        drawer.patterns, key=lambda p: abs(p.hook.size - size) + 2 * abs(_bead(p, bead_mm) - bead_mm), default=None
    )
    return f"{found.name} #{found.hook.label}" if found else ""


def tied_on(classes: tuple[str, ...], size: int) -> DressingRow:
    """Return the first of these classes that is tied on a hook of that size."""
    rows = [dressings()[key] for key in classes]
    return next((row for row in rows if size_label(size) in row.mass_mg), rows[0])


def stands_for(pattern: FlyPattern, reach: Reach) -> bool:
    """Say whether a pattern is taken for what is about: a word of the one begins a word of the other (dun, duns).

    Short words (of, on, in) tell nothing.
    """
    told, about = (
        [word.strip(".,;").casefold() for word in text.split()] for text in (pattern.stands_for, reach.about)
    )
    pairs = [(a, b) for a in told for b in about if min(len(a), len(b)) >= TELLING]
    return any(a.startswith(b) or b.startswith(a) for a, b in pairs)


def in_box(pattern: FlyPattern) -> bool:
    """Say whether there is any of it."""
    return any(w.count for w in pattern.weights)


def _bead(pattern: FlyPattern, wanted: float) -> float:
    """Return the bead a pattern is tied with that is nearest to one (0 for none), mm."""
    beads = [w.bead.diameter_mm if w.bead else 0.0 for w in pattern.weights if w.count]
    return min(beads, key=lambda d: abs(d - wanted), default=0.0)
