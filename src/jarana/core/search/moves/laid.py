"""How a line that floats is laid and mended, and how high a held rod stands: no knot."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.rig.edits.stance import SetStance
from jarana.core.search.moves.base import Coordinate, Move
from jarana.core.situation import Situation

TIPS_M = (1.2, 2.0, 2.8)
MEND, AFTER = "1 m", "2 s"


def values(situation: Situation) -> Iterator[Move]:
    """Yield other ways to lay the line, or other heights of a held tip."""
    if situation.stood is None:
        return
    if not (situation.head.floats or situation.head.on_line):
        for tip in TIPS_M:
            if abs(tip - situation.rig.tip_m) > 0.1:
                yield (SetStance(tip=f"{tip} m"),)
        return
    if not situation.motion.swings:
        yield (SetStance(usual=True),)
        yield (SetStance(lay="reach"),)
        yield (SetStance(lay="reach", mend=MEND, after=AFTER),)


COORDINATE = Coordinate("laid", 0, values, at_once=True, first=True)
