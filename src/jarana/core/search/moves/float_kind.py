"""Another owned float."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.heads.float import FloatHead
from jarana.core.rig.edits.whole import SetFloat
from jarana.core.search.moves.base import Coordinate, Move
from jarana.core.situation import Situation


def values(situation: Situation) -> Iterator[Move]:
    """Yield the other floats owned."""
    head = situation.rig.head
    if not isinstance(head, FloatHead):
        return
    for one in situation.drawer.floats:
        if one.id != head.body.id:
            yield (SetFloat(body=one.id),)


COORDINATE = Coordinate("float", 9, values, first=True)
