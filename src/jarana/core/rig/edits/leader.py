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
from jarana.core.tackle.material import materials
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
sits-leader-would-replaced = sits on the leader that would be replaced; take it off first
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


def kept_from(rig: Rig) -> int:
    """Return the first span that stays: below the first joint that carries a fly; all go where none does."""
    carrying = {a.at.joint for a in rig.attachments if a.at.kind == "joint"}
    return next((i for i, joint in enumerate(rig.joints) if i > 0 and joint.id in carrying), len(rig.spans))
