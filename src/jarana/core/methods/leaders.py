"""The leaders a kit puts on: designed from spools, a packet of the wallet, a sinking one."""

from __future__ import annotations

import math
from collections.abc import Sequence

from jarana.core.leader.design import design
from jarana.core.leader.spec import STRONGEST_M_S, LeaderSpec, schools
from jarana.core.methods.called import TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.rig.model import Joint, Span, SpoolRef
from jarana.core.tackle.drawer import FlyLine
from jarana.core.tackle.leader import OwnedLeader, piece_called
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
taper = Taper: { $steps }
designed-from-your-spools = designed from your spools, { $replace }, for the turnover
from-your-wallet = a packet of your wallet
""",
)

PACKET_OFF = math.log(1.3)
"""A packet with its tippet may be longer or shorter than asked by so much (log)."""
TIPPET_STEPS = (0.8, 1.35)
"""Its tip over the tippet: what one knot joins."""


def ready_spans(owned: OwnedLeader, ids: Sequence[str]) -> tuple[Span, ...]:
    """Return the spans of what is left of a ready-made leader, one for each of its pieces; a level tip is as strong as its label."""
    made = []
    for i, (key, piece) in enumerate(zip(ids, owned.pieces(), strict=True)):
        told = owned.told_of(piece)
        made.append(
            Span(
                id=key,
                name=piece_called(owned, i),
                material=owned.material,
                d0_mm=piece.d0_mm,
                d1_mm=piece.d1_mm,
                length_mm=round(piece.length * 1000, 1),
                spool=SpoolRef(id=owned.id, number=0, label=owned.name, strength_kg=told) if told else None,
                ready=owned.id,
            )
        )
    return tuple(made)


def taper(kit: Kit, school: str, total_mm: float, tippet_mm: float, tippet_length_mm: float, line: FlyLine) -> None:
    """Add a leader designed from the owned spools (the reference ladder without any)."""
    spec = LeaderSpec(
        school=school,
        total_mm=total_mm,
        line_class=line.line_class,
        line_tip_mm=line.tip_mm,
        rod_mm=kit.rod.length_mm,
        tippet_mm=tippet_mm,
        tippet_length_mm=tippet_length_mm,
        spools=tuple(s for s in kit.drawer.spools if s.material.family == "nylon"),
        wind_m_s=min(kit.head_wind, STRONGEST_M_S),
    )
    made = design(spec, kit.writer)
    last = len(made.sections) - 1
    for i, (part, joint) in enumerate(zip(made.sections, made.joints, strict=True)):
        spool = kit.drawer.spool(part.spool_id or "")
        key = "tippet" if i == last else "butt" if i == 0 else f"step-{i}"
        kit.spans.append(
            Span(id=key, name=part.name, material=part.material, d0_mm=part.d0_mm, d1_mm=part.d1_mm,
                 length_mm=part.length_mm, spool=SpoolRef.of(spool) if spool else None,
                 dressing="degreased" if i == last else "none")
        )  # fmt: skip
        kit.joints.append(Joint(id="j-line" if i == 0 else f"j-{key}", knot=joint.knot, loop=joint.loop))
        if spool is None:
            kit.lacks(key, f"{part.material.name.lower()} {kit.mm(part.d0_mm)}", kit.nearest_spool((part.material.key,), part.d0_mm))  # fmt: skip
    steps = " – ".join(kit.mm(p.d0_mm) for p in made.sections)
    kit.says(
        "butt", say("taper", steps=steps), say("designed-from-your-spools", replace=schools()[school].name.lower())
    )


def leader(kit: Kit, school: str, total_mm: float, tippet_mm: float, tippet_length_mm: float, line: FlyLine) -> None:
    """Add a packet of the wallet and tippet where one comes near the length and ends near the tippet, else a designed taper."""

    def off(row: OwnedLeader) -> float:
        return abs(math.log((row.left_m * 1000 + tippet_length_mm) / total_mm))

    def tip(row: OwnedLeader) -> float:
        return row.pieces()[-1].d1_mm / tippet_mm if row.pieces() else math.inf

    near = [
        row
        for row in kit.drawer.leaders
        if row.count > 0
        and row.sink_mm_s is None
        and off(row) <= PACKET_OFF
        and TIPPET_STEPS[0] <= tip(row) <= TIPPET_STEPS[1]
    ]
    if not near:
        taper(kit, school, total_mm, tippet_mm, tippet_length_mm, line)
        return
    packet = min(near, key=off)
    ready(kit, packet, "butt")
    kit.says("butt", packet.name, say("from-your-wallet"))
    kit.section(
        "tippet",
        TIPPET,
        ("nylon-tippet", "fluorocarbon"),
        tippet_mm,
        tippet_length_mm,
        knot="unlike",
        dressed="degreased",
    )


def ready(kit: Kit, owned: OwnedLeader, key: str) -> None:
    """Add a ready-made leader, its first piece under a key."""
    ids = [key if i == 0 else f"{key}-{piece.name}" for i, piece in enumerate(owned.pieces())]
    for i, span in enumerate(ready_spans(owned, ids)):
        kit.tie_joint(span.id, "unbroken" if i else "step", False)
        kit.spans.append(span)


def sinking(kit: Kit, key: str, name: str, mm: float, length_mm: float, sink_mm_s: float, because: str = "") -> None:
    """Add the sinking leader of the wallet nearest to a sink rate; a coated one of the table where none is owned."""
    owned = [row for row in kit.drawer.leaders if row.count > 0 and row.sink_mm_s is not None and row.pieces()]
    if not owned:
        kit.section(key, name, ("coated",), mm, length_mm, because=because)
        return
    chosen = min(owned, key=lambda row: abs(math.log((row.sink_mm_s or 1.0) / sink_mm_s)))
    ready(kit, chosen, key)
    kit.says(key, chosen.name, because)
