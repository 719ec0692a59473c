"""Another fly line, where it lies in the water; a sinking leader; how much of it is let down."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.rig.edits.leader import PutOnLeader
from jarana.core.rig.edits.retrieve import SetLineOut
from jarana.core.rig.edits.whole import UseLine
from jarana.core.search.moves.base import Coordinate, Move
from jarana.core.situation import Situation


def values(situation: Situation) -> Iterator[Move]:
    """Yield the other lines owned, and sinking leaders in the place of one."""
    rig = situation.rig
    if not isinstance(rig.head, FlyLineHead):
        return
    rods = rig.rod.line_class
    for line in situation.drawer.lines:
        if line.id != rig.line.id and abs(line.line_class - rods) <= NEAR_CLASS:
            yield (UseLine(line=line.id),)
    ready = {s.ready for s in rig.spans if s.ready}
    for leader in situation.drawer.leaders:
        if leader.id not in ready and ready and leader.sink_mm_s is not None:
            yield (PutOnLeader(leader=leader.id),)
    if not situation.motion.lies_flat():
        for share in (0.7, 0.85, 1.0):
            out = share * situation.fished.depth_m - rig.length
            if out > 0.5:
                yield (SetLineOut(value=f"{out:.1f} m"),)


NEAR_CLASS = 2
"""Lines of so many classes more or less are thrown by the same rod."""
COORDINATE = Coordinate("line", 7, values, splits=True, first=True)
