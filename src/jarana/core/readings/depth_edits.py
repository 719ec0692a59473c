"""The edits that bring a rig lower or higher in the water, for the readings that offer them."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import islice

from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.spans import SHORTEST_MM, ChangeLength, StepDiameter
from jarana.core.rig.edits.stance import StepStance
from jarana.core.rig.edits.whole import SetLead, SetMotion
from jarana.core.situation import Situation

SLOWER = 0.15
"""Share of the surface pace by which a lead is slowed or quickened."""
SLOWEST = 0.5
"""Share of the surface pace under which nobody leads."""
LONGER_MM = 200.0


def led_at(situation: Situation, lead: float) -> RigEdit:
    """Return the edit that leads a rig at a share of the pace: moved as it is now where that leads it, else plainly."""
    kind = situation.rig.motion.kind
    return SetMotion(kind=kind, lead=lead) if situation.motion.leads else SetLead(lead=lead)


def slower(lead: float) -> Iterator[float]:
    """Yield the leads below one, a step at a time, down to where nobody leads any more."""
    while lead > SLOWEST + 1e-9:
        lead = round(max(lead - SLOWER, SLOWEST), 2)
        yield lead


def depth_edits(situation: Situation) -> Iterator[RigEdit]:
    """Yield the usual changes of depth, downwards and upwards: bead, tippet length and diameter, lead, rod tip."""
    rig = situation.rig
    last = rig.spans[-1]
    upper = rig.spans[-2] if len(rig.spans) > 1 and rig.spans[-2].material.key == last.material.key else last
    yield StepBead(at=rig.point.id, heavier=True)
    yield StepBead(at=rig.point.id, heavier=False)
    yield ChangeLength(span=upper.id, by_mm=LONGER_MM)
    if upper.length_mm - LONGER_MM >= SHORTEST_MM:
        yield ChangeLength(span=upper.id, by_mm=-LONGER_MM)
    yield StepDiameter(span=upper.id, finer=True)
    if not situation.water.still and not rig.head.on_line and rig.head.holds() is None:
        yield from (led_at(situation, lead) for lead in islice(slower(rig.motion.lead), 1))
    if situation.stood is not None and not rig.head.floats:
        yield StepStance(what="tip", more=False)
        yield StepStance(what="tip", more=True)
    for attachment in rig.attachments[:2]:
        if attachment.at.kind == "joint":
            yield StepBead(at=attachment.id, heavier=True)
