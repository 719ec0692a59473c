"""A fly off: fewer hooks ride the same water, and tangle less."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.search.moves.base import Coordinate, Move
from jarana.core.situation import Situation


def values(situation: Situation) -> Iterator[Move]:
    """Yield every dropper that may come off while a fly is left."""
    rig = situation.rig
    flies = [a for a in rig.attachments if a.fly]
    for attachment in flies:
        if len(flies) > 1 and attachment.at.kind == "joint" and attachment.id != rig.head.holds():
            yield (RemoveFly(at=attachment.id),)


COORDINATE = Coordinate("one-fly", 10, values)
