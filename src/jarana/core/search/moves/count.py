"""A longer or shorter count-down."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.rig.edits.retrieve import SetCount
from jarana.core.search.moves.base import Coordinate, Move
from jarana.core.situation import Situation

COUNTS_S = (5, 15, 30, 50, 80, 120)


def values(situation: Situation) -> Iterator[Move]:
    """Yield other counts where its motion is counted down to."""
    if not situation.motion.counts:
        return
    for count in COUNTS_S:
        if abs(count - situation.rig.motion.count_s) > 1:
            yield (SetCount(value=f"{count} s"),)


COORDINATE = Coordinate("count", 6, values, at_once=True, first=True)
