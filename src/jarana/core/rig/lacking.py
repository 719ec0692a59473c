"""What of a rig is in no drawer: the lines, leader, flies, shot, float, fly line and rod it is tied of that are not owned."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from jarana.core.documents import Document
from jarana.core.engine.hydro.terminal_speed import level_sink_speed
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.heads.float import FloatHead
from jarana.core.rig.model import Attachment, Rig, Span
from jarana.core.rig.one_line import whole
from jarana.core.tackle.drawer import Drawer, FlyPattern, OwnedShot, Spool, Weight, called
from jarana.core.tackle.leader import LABEL_C, MATERIAL, SINKS, OwnedLeader
from jarana.core.tackle.material import Material
from jarana.core.tackle.shot import Shot
from jarana.core.tackle.sold import new_spool_m
from jarana.core.tackle.winder import Winder

MADE = "lacking"
"""Id of a document that is in no drawer yet."""
NEW_SHOT = 10
"""Shot in a new tub."""
SHORTEST_LEADER_M, LONGEST_LEADER_M, LONGEST_LEVEL_M = 0.25, 12.0, 10.0
"""m a leader of the wallet may be long, and its level ends: a rig's pieces of it may have been cut shorter or drawn longer."""
SHORTEST_WOUND_M, LONGEST_WOUND_M = 0.02, 2.0
"""m: the shortest and the longest piece on a winder."""
MADE_OF = {key: made for made, key in MATERIAL.items()}
"""How a leader is made, by the row of the materials table its spans have."""


@dataclass(frozen=True)
class Lack:
    """A part of a rig that is in no drawer, as it would lie there; `part` is empty for line, rod and float."""

    part: str
    item: Document


def lacking(rig: Rig, drawer: Drawer) -> Iterator[Lack]:
    """Yield what a rig is tied of that is not owned: lines, a leader as one, flies, shot, what holds it up, fly line, rod."""
    told = set[str]()
    for span in whole(rig).spans:
        if owned_span(span, drawer) or span.ready in told:
            continue
        wound = next((a for a in rig.attachments if span.ready is not None and a.ready == span.ready), None)
        if wound is not None:
            yield Lack(span.id, _winder(wound, span.name, span.material, span.d0_mm, span.length))
        elif span.ready is not None and span.material.key in MADE_OF:
            told.add(span.ready)
            yield Lack(span.id, _leader([s for s in rig.spans if s.ready == span.ready]))
        else:
            yield Lack(span.id, _spool(span))
    for attachment in rig.attachments:
        if attachment.ready is not None:
            line = rig.link_of(attachment) if attachment.link else None
            if line is not None and drawer.winder(attachment.ready) is None:
                material, mm, length_mm = line
                yield Lack(attachment.id, _winder(attachment, called_of(attachment), material, mm, length_mm / 1000))
        elif attachment.fly is not None and not owned_fly(attachment, drawer):
            yield Lack(attachment.id, _pattern(attachment))
        if isinstance(attachment.body, Shot) and drawer.shot(attachment.body) is None:
            yield Lack(attachment.id, _shot(attachment.body))
    if isinstance(rig.head, FloatHead) and rig.head.missing(drawer):
        yield Lack("", rig.head.body)
    if rig.line.id not in {row.id for row in drawer.lines}:
        yield Lack("", rig.line)
    if rig.rod.id not in {row.id for row in drawer.rods}:
        yield Lack("", rig.rod)


def owned_span(span: Span, drawer: Drawer) -> bool:
    """Say whether a span is of an owned spool or an owned leader."""
    if span.ready is not None and (drawer.leader(span.ready) or drawer.winder(span.ready)) is not None:
        return True
    return span.spool is not None and drawer.spool(span.spool.id) is not None


def owned_fly(attachment: Attachment, drawer: Drawer) -> bool:
    """Say whether a fly is in the box."""
    fly = attachment.fly
    return fly is not None and fly.source is not None and drawer.fly(fly.source) is not None


def _leader(spans: Sequence[Span]) -> OwnedLeader:
    """Return the ready-made leader that spans of a rig are pieces of, as it would lie in the wallet: whole, and one of it."""
    butt, tip = spans[0], spans[-1]
    made = MADE_OF[butt.material.key]
    level = [min(s.length, LONGEST_LEVEL_M) if s.level and len(spans) > 1 else 0.0 for s in (butt, tip)]
    length = round(min(max(sum(s.length for s in spans), SHORTEST_LEADER_M), LONGEST_LEADER_M), 3)
    sinks = level_sink_speed(butt.d0_mm / 1000, butt.material.density_kg_m3, water_at(LABEL_C))
    return OwnedLeader(
        id=MADE,
        name=butt.name,
        made=made,
        length_m=length,
        butt_mm=butt.d0_mm,
        tip_mm=tip.d1_mm,
        butt_m=level[0],
        tip_m=level[1],
        sink_mm_s=round(sinks * 1000, 1) or None if made == SINKS else None,
    )


def called_of(attachment: Attachment) -> str:
    """Return the name of a fly that tells it from the other weights of its pattern."""
    return called(attachment.fly) if attachment.fly else attachment.body.label


def _winder(attachment: Attachment, name: str, material: Material, mm: float, length: float) -> Winder:
    """Return a piece as it would lie in the drawer, tied beforehand: one of it."""
    fly = called_of(attachment)
    length = round(min(max(length, SHORTEST_WOUND_M), LONGEST_WOUND_M), 4)
    return Winder(id=MADE, name=name, material=material, diameter_mm=mm, length_m=length, fly=fly)


def _shot(shot: Shot) -> OwnedShot:
    """Return a size of shot as a new tub of it would lie in the box, of tin."""
    return OwnedShot(id=MADE, name=shot.name, mass_mg=shot.mass_mg, count=NEW_SHOT)


def _spool(span: Span) -> Spool:
    """Return a new spool of a span's line; of a tapered one as thick as its thin end."""
    mm = min(span.d0_mm, span.d1_mm)
    left = new_spool_m(span.material.key)
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
