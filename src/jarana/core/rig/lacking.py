"""What of a rig is in no drawer: the lines, flies, float, fly line and rod it is tied of that are not owned."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from jarana.core.documents import Document
from jarana.core.heads.float import FloatHead
from jarana.core.rig.model import Attachment, Rig, Span
from jarana.core.stock.kinds.spools import NEW_SPOOL_M, USUAL_NEW_M
from jarana.core.tackle.drawer import Drawer, FlyPattern, Spool, Weight

MADE = "lacking"
"""Id of a document that is in no drawer yet."""


@dataclass(frozen=True)
class Lack:
    """A part of a rig that is in no drawer, as it would lie there; `part` is empty for line, rod and float."""

    part: str
    item: Document


def lacking(rig: Rig, drawer: Drawer) -> Iterator[Lack]:
    """Yield what a rig is tied of that is not owned: lines, flies, what holds it up, fly line, rod."""
    for span in rig.spans:
        if not owned_span(span, drawer):
            yield Lack(span.id, _spool(span))
    for attachment in rig.attachments:
        if attachment.fly is not None and not owned_fly(attachment, drawer):
            yield Lack(attachment.id, _pattern(attachment))
    if isinstance(rig.head, FloatHead) and rig.head.missing(drawer):
        yield Lack("", rig.head.body)
    if rig.line.id not in {row.id for row in drawer.lines}:
        yield Lack("", rig.line)
    if rig.rod.id not in {row.id for row in drawer.rods}:
        yield Lack("", rig.rod)


def owned_span(span: Span, drawer: Drawer) -> bool:
    """Say whether a span is of an owned spool or an owned leader."""
    if span.ready is not None and drawer.leader(span.ready) is not None:
        return True
    return span.spool is not None and drawer.spool(span.spool.id) is not None


def owned_fly(attachment: Attachment, drawer: Drawer) -> bool:
    """Say whether a fly is in the box."""
    fly = attachment.fly
    return fly is not None and fly.source is not None and drawer.fly(fly.source) is not None


def _spool(span: Span) -> Spool:
    """Return a new spool of a span's line; of a tapered one as thick as its thin end."""
    mm = min(span.d0_mm, span.d1_mm)
    left = NEW_SPOOL_M.get(span.material.key, USUAL_NEW_M)
    return Spool(id=MADE, number=0, label="", material=span.material, diameter_mm=mm, left_m=left)


def _pattern(attachment: Attachment) -> FlyPattern:
    """Return a pattern of which the box would hold one."""
    fly = attachment.fly
    assert fly is not None
    return FlyPattern(
        id=MADE,
        name=fly.pattern,
        hook=fly.hook,
        dressing=fly.dressing,
        colour=fly.colour,
        weights=(Weight(id=MADE, bead=fly.bead, count=1),),
        lift_gf=fly.lift_gf,
    )
