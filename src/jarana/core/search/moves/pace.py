"""How it is moved: the paces of its method, slower and faster."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.methods import method_of
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.search.moves.base import Coordinate, Move
from jarana.core.situation import Situation


def values(situation: Situation) -> Iterator[Move]:
    """Yield the other paces of its method that belong to this water."""
    now = situation.rig.motion
    for pace in method_of(situation.rig).paces:
        if situation.water.kind in pace.waters and (pace.kind, pace.lead) != (now.kind, now.lead):
            yield (SetMotion(kind=pace.kind, lead=pace.lead, count_s=now.count_s),)


COORDINATE = Coordinate("pace", 5, values, splits=True, at_once=True)
