"""Edits of knots and of how the rig is fished."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import InputError
from jarana.core.model import Key, Text
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Motion, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import knots


class SetLead(RigEdit):
    """Lead the rig at so many times the pace of the bubbles."""

    op: Literal["set_lead"] = "set_lead"
    lead: float = Field(ge=0.0, le=1.6)

    def change(self, rig: Rig, drawer: Drawer) -> Rig:
        """Return the rig with its new motion."""
        return rig.rebuilt(motion=Motion(lead=self.lead))


class UseKnot(RigEdit):
    """Tie a joint or a fly with another knot."""

    op: Literal["use_knot"] = "use_knot"
    part: Key
    knot: Key

    def change(self, rig: Rig, drawer: Drawer) -> Rig:
        """Return the rig with that knot, where it joins what is to be joined."""
        knot = knots().get(self.knot)
        if knot is None:
            raise InputError.one("knot", self.knot, "there is no such knot in the table")
        for i, joint in enumerate(rig.joints):
            if joint.id == self.part:
                wanted = {"ring", "eye"} if joint.ring else ({"line"} if i else {"loops", "fly line"})
                if not wanted & set(knot.joins):
                    raise InputError.one("knot", knot.name, f"does not join {' or '.join(sorted(wanted))}")
                hung = any(a.at.kind == "joint" and a.at.joint == joint.id for a in rig.attachments)
                if hung and not joint.ring and knot.dropper_tag == "none":
                    raise InputError.one("knot", knot.name, "leaves no tag for the dropper that hangs here")
                changed = joint.model_copy(update={"knot": knot})
                return rig.rebuilt(joints=(*rig.joints[:i], changed, *rig.joints[i + 1 :]))
        if any(a.id == self.part for a in rig.attachments):
            if "eye" not in knot.joins:
                raise InputError.one("knot", knot.name, "does not join line and hook eye")
            return rig.replace_attachment(self.part, knot=knot)
        raise InputError.one("part", self.part, "there is no such joint or fly on this rig")


class Rename(RigEdit):
    """Give the rig another name."""

    op: Literal["rename"] = "rename"
    name: Text = Field(min_length=1)

    def change(self, rig: Rig, drawer: Drawer) -> Rig:
        """Return the rig under its new name."""
        return rig.rebuilt(name=self.name.strip())
