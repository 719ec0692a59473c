"""Finer or stouter tippet, from what is owned."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.rig.edits.spans import UseSpool
from jarana.core.search.moves.base import Coordinate, Move, hanging_spans
from jarana.core.situation import Situation

NEAREST = 3
"""Spools finer and stouter that are tried."""


def values(situation: Situation) -> Iterator[Move]:
    """Yield other owned spools for all tippet of one kind that hangs in the water."""
    rig = situation.rig
    level = [rig.spans[i] for i in hanging_spans(rig) if rig.spans[i].ready is None]
    if not level:
        return
    last = level[-1]
    same = [s for s in level if s.material.key == last.material.key]
    spools = [s for s in situation.drawer.spools if s.material.key == last.material.key and s.left_m > 1.0]
    finer = sorted((s for s in spools if s.diameter_mm < last.d1_mm - 1e-6), key=lambda s: -s.diameter_mm)
    stouter = sorted((s for s in spools if s.diameter_mm > last.d1_mm + 1e-6), key=lambda s: s.diameter_mm)
    for spool in (*finer[:NEAREST], *stouter[:NEAREST]):
        yield tuple(UseSpool(span=s.id, spool=spool.id) for s in same)


COORDINATE = Coordinate("diameter", 8, values)
