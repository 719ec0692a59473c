"""The edit that puts a designed leader on a rig."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import FaultList, InputError
from jarana.core.heads.float import FloatHead
from jarana.core.model import Frozen, Key, Text
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Joint, Rig, Ring, Span, SpoolRef
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import knots
from jarana.core.tackle.leader import piece_called
from jarana.core.tackle.material import materials
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
sits-leader-would-replaced = sits on the leader that would be replaced; take it off first
no-such-leader = there is no such leader in your wallet
nothing-left = nothing is left of it
not-tables = is not in the tables
rig-has-most-24 = a rig has at most 24 spans
""",
)

Dressing = Literal["none", "greased", "degreased"]


class NewSection(Frozen):
    """A section of the leader and the joint above it."""

    name: Text = Field(min_length=1)
    material: Key
    d0_mm: float = Field(gt=0.03, le=2)
    d1_mm: float = Field(gt=0.03, le=2)
    length_mm: float = Field(ge=20, le=15000)
    spool: Key | None = None
    knot: Key
    loop: Key | None = None
    ring: bool = False
    dressing: Dressing = "none"


class UseLeader(RigEdit):
    """Put a leader on a rig: everything down to the first dropper, or to the point where there is none."""

    op: Literal["use_leader"] = "use_leader"
    sections: tuple[NewSection, ...] = Field(min_length=1, max_length=14)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with its upper spans replaced."""
        keep = kept_from(rig)
        faults = FaultList()
        gone = {s.id for s in rig.spans[:keep]}
        for a in rig.attachments:
            on = a.at.kind == "span" and a.at.span in gone
            faults.check(not on, "sections", a.id, say("sits-leader-would-replaced"))
        for i, s in enumerate(self.sections):
            faults.check(s.material in materials(), f"sections[{i}].material", s.material, say("not-tables"))
            for key in (s.knot, s.loop):
                faults.check(key is None or key in knots(), f"sections[{i}].knot", key, say("not-tables"))
        faults.raise_if_any()
        if len(self.sections) + len(rig.spans) - keep > 24:
            raise InputError.one("sections", str(len(self.sections)), say("rig-has-most-24"))
        spans, joints = [], []
        for i, s in enumerate(self.sections):
            spool = drawer.spool(s.spool) if s.spool else None
            spans.append(
                Span(
                    id=f"leader-{i + 1}",
                    name=s.name[:1].upper() + s.name[1:],
                    material=spool.material if spool else materials()[s.material],
                    d0_mm=s.d0_mm,
                    d1_mm=s.d1_mm,
                    length_mm=s.length_mm,
                    spool=SpoolRef.of(spool) if spool else None,
                    dressing=s.dressing,
                )
            )
            joints.append(
                Joint(
                    id=f"leader-joint-{i + 1}",
                    knot=knots()[s.knot],
                    loop=knots()[s.loop] if s.loop else None,
                    ring=Ring() if s.ring else None,
                )
            )
        changed = (*spans, *rig.spans[keep:])
        head = rig.head
        if isinstance(head, FloatHead):
            head = FloatHead.set_above(head.body, changed, head.above(rig) * 1000)
        return rig.model_copy(update={"head": head, "spans": changed, "joints": (*joints, *rig.joints[keep:])})


class PutOnLeader(RigEdit):
    """Put a ready-made leader of the wallet on: in place of everything down to the tippet, or to the first dropper."""

    op: Literal["put_on_leader"] = "put_on_leader"
    leader: Key

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig on that leader; its own joint to the fly line stays, and so does the tippet with all it carries."""
        owned = drawer.leader(self.leader)
        if owned is None:
            raise InputError.one("leader", self.leader, say("no-such-leader"))
        pieces = owned.pieces()
        if not pieces:
            raise InputError.one("leader", owned.name, say("nothing-left"))
        keep = min(kept_from(rig), len(rig.spans) - 1)
        gone = {s.id for s in rig.spans[:keep]}
        if any(a.at.kind == "span" and a.at.span in gone for a in rig.attachments):
            raise InputError.one("leader", owned.name, say("sits-leader-would-replaced"))
        if len(pieces) + len(rig.spans) - keep > 24:
            raise InputError.one("leader", owned.name, say("rig-has-most-24"))
        kept_ids = {s.id for s in rig.spans[keep:]} | {j.id for j in rig.joints}
        taken = kept_ids | {a.id for a in rig.attachments}
        ids = [f"{stem}-{n}" for n, stem in enumerate(("ready",) * len(pieces), start=1)]
        ids = [key if key not in taken else f"{key}-x" for key in ids]
        spans = [
            Span(
                id=key, name=piece_called(owned, i), material=owned.material, d0_mm=piece.d0_mm,
                d1_mm=piece.d1_mm, length_mm=round(piece.length * 1000, 1), ready=owned.id,
            )
            for i, (key, piece) in enumerate(zip(ids, pieces, strict=True))
        ]  # fmt: skip
        inner = [Joint(id=f"{key}-joint", knot=drawer.usual_knot("unbroken")) for key in ids[1:]]
        below = rig.joints[keep] if keep else Joint(id=f"{ids[0]}-joint", knot=drawer.usual_knot("unlike"))
        changed = (*spans, *rig.spans[keep:])
        head = rig.head
        if isinstance(head, FloatHead):
            head = FloatHead.set_above(head.body, changed, head.above(rig) * 1000)
        joints = (rig.joints[0], *inner, below, *rig.joints[keep + 1 :])
        return rig.rebuilt(head=head, spans=changed, joints=joints)


def kept_from(rig: Rig) -> int:
    """Return the first span that stays: below the first joint that carries a fly; all go where none does."""
    carrying = {a.at.joint for a in rig.attachments if a.at.kind == "joint"}
    return next((i for i, joint in enumerate(rig.joints) if i > 0 and joint.id in carrying), len(rig.spans))
