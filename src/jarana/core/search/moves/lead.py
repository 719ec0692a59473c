"""How fast it is led: a step slower or quicker than now."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.readings.depth_edits import SLOWER, SLOWEST, led_at
from jarana.core.search.moves.base import Coordinate, Move
from jarana.core.situation import Situation

QUICKEST = 1.0
"""Share of the surface pace past which nobody leads."""


def values(situation: Situation) -> Iterator[Move]:
    """Yield the lead a step slower and a step quicker."""
    if situation.water.still or not situation.motion.leads or situation.head.floats or situation.head.on_line:
        return
    now = situation.rig.motion.lead
    for lead in (round(now - SLOWER, 2), round(now + SLOWER, 2)):
        if SLOWEST <= lead <= QUICKEST:
            yield (led_at(situation, lead),)


COORDINATE = Coordinate("lead", 6, values, at_once=True)
