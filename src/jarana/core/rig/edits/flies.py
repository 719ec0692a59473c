"""Edits of flies: heavier, lighter, another, one more, one fewer."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import InputError
from jarana.core.model import Key
from jarana.core.rig.edits.base import RigEdit, attachment_of
from jarana.core.rig.edits.shot import next_weight
from jarana.core.rig.model import AtJoint, Attachment, Link, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.fly import Fly
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
has-no-bead-change = has no bead to change, and none of it in your box is { $way }
no-bead-made = no { $way } { $material } bead is made
there-no-such-fly = there is no such fly in your box
joint-between-two-spans = a joint between two spans is wanted
fly-hangs-there-already = a fly hangs there already
point-keeps-fly-swap = the point keeps a fly; swap it instead
""",
)


class StepBead(RigEdit):
    """Put on the same fly one bead heavier or lighter; a shot or a pegged bead gives way to the next size."""

    op: Literal["step_bead"] = "step_bead"
    at: Key
    heavier: bool

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the next bead; from the box where it is owned."""
        attachment = attachment_of(rig, self.at)
        fly = attachment.fly
        if not isinstance(attachment.body, Fly):
            return rig.replace_attachment(self.at, body=next_weight(attachment.body, drawer, self.heavier))
        assert fly is not None
        stepped = drawer.next_bead(fly, self.heavier)
        if stepped is None:
            way = "heavier" if self.heavier else "lighter"
            if fly.bead is None:
                raise InputError.one("at", fly.label, say("has-no-bead-change", way=way))
            raise InputError.one("at", fly.label, say("no-bead-made", way=way, material=fly.bead.material))
        return rig.replace_attachment(self.at, body=stepped)


class SwapFly(RigEdit):
    """Put on another fly from the box."""

    op: Literal["swap_fly"] = "swap_fly"
    at: Key
    weight: Key

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the fly of that weight."""
        attachment_of(rig, self.at)
        fly = drawer.fly(self.weight)
        if fly is None:
            raise InputError.one("weight", self.weight, say("there-no-such-fly"))
        return rig.replace_attachment(self.at, body=fly)


class AddDropper(RigEdit):
    """Hang a fly from a joint between two spans, on the tag of its knot."""

    op: Literal["add_dropper"] = "add_dropper"
    joint: Key
    weight: Key
    tag_mm: float = Field(default=120, ge=20, le=1000)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with one fly more; a knot without a tag gives way to a water knot."""
        index = next((i for i, j in enumerate(rig.joints) if j.id == self.joint), 0)
        if index == 0:
            raise InputError.one("joint", self.joint, say("joint-between-two-spans"))
        if any(a.at.kind == "joint" and a.at.joint == self.joint for a in rig.attachments):
            raise InputError.one("joint", self.joint, say("fly-hangs-there-already"))
        fly = drawer.fly(self.weight)
        if fly is None:
            raise InputError.one("weight", self.weight, say("there-no-such-fly"))
        joint = rig.joints[index]
        if joint.ring is None and joint.knot.dropper_tag == "none":
            joint = joint.model_copy(update={"knot": drawer.usual_knot("joint")})
        taken = {a.id for a in rig.attachments}
        key = next(f"f{n}" for n in range(1, 20) if f"f{n}" not in taken)
        made = Attachment(
            id=key,
            at=AtJoint(joint=self.joint),
            school="ring" if joint.ring else "tag",
            link=Link(length_mm=self.tag_mm),
            knot=rig.point.knot,
            body=fly,
        )
        order = {j.id: i for i, j in enumerate(rig.joints)}
        rows = sorted((*rig.attachments, made), key=lambda a: order.get(getattr(a.at, "joint", ""), 99))
        return rig.rebuilt(attachments=tuple(rows), joints=(*rig.joints[:index], joint, *rig.joints[index + 1 :]))


class RemoveFly(RigEdit):
    """Take a dropper off, and what trails it."""

    op: Literal["remove_fly"] = "remove_fly"
    at: Key

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig without the fly; where it sat in the line, the lines are joined."""
        gone = attachment_of(rig, self.at)
        if gone.at.kind == "point":
            raise InputError.one("at", self.at, say("point-keeps-fly-swap"))
        joints, off = rig.joints, {gone.id, *rig.behind(gone.id)}
        if gone.at.kind == "joint" and gone.link is None:
            tied = drawer.usual_knot("joint")
            joints = tuple(j.model_copy(update={"knot": tied}) if j.id == gone.at.joint else j for j in joints)
        return rig.rebuilt(attachments=tuple(a for a in rig.attachments if a.id not in off), joints=joints)
