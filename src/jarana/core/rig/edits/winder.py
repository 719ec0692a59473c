"""The edit that puts on what was tied beforehand: a trailer behind a fly, or a dropper at a joint, off its winder."""

from __future__ import annotations

from typing import Literal

from jarana.core.errors import InputError
from jarana.core.model import Key
from jarana.core.rig.edits.base import RigEdit, attachment_of
from jarana.core.rig.edits.structure import between, fresh
from jarana.core.rig.model import AtBend, AtJoint, AtPoint, Attachment, Joint, Link, Rig, Span
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.winder import Winder
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
no-such-winder = there is no such winder in your drawer
fly-not-in-box = its fly, { $fly }, is not in your box
taken = the { $role } has nothing free to hang it on
fly-hangs-here = the { $role } hangs there; take it off first
""",
)


class OffWinder(RigEdit):
    """Put a piece off its winder on: behind the fly `at`, or as a dropper looped to the joint `at`."""

    op: Literal["off_winder"] = "off_winder"
    at: Key
    winder: Key

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with it; its line is not cut from a spool, and its fly is tied to it already."""
        winder = drawer.winder(self.winder)
        if winder is None:
            raise InputError.one("winder", self.winder, say("no-such-winder"))
        fly = drawer.fly_called(winder.fly)
        if fly is None:
            raise InputError.one("winder", winder.name, say("fly-not-in-box", fly=winder.fly))
        if any(j.id == self.at for j in rig.joints):
            return _dropper(rig, self.at, winder, fly, drawer)
        ahead = attachment_of(rig, self.at)
        if ahead.fly is None or rig.behind(ahead.id):
            raise InputError.one("at", ahead.body.label, say("taken", role=role_name(rig.role(ahead))))
        if ahead.at.kind == "point":
            return _behind_point(rig, ahead, winder, fly, drawer)
        if ahead.link is None:
            raise InputError.one("at", ahead.body.label, say("taken", role=role_name(rig.role(ahead))))
        knot = drawer.usual_knot("bend")
        new = Attachment(
            id=fresh(rig, "fly"), at=AtBend(attachment=ahead.id), school="bend", link=_link(winder), knot=knot, body=fly,
            ready=winder.id,
        )  # fmt: skip
        after = next(i for i, a in enumerate(rig.attachments) if a.id == ahead.id) + 1
        return rig.rebuilt(attachments=(*rig.attachments[:after], new, *rig.attachments[after:]))


def _link(winder: Winder) -> Link:
    return Link(length_mm=round(winder.length_m * 1000, 1), d_mm=winder.diameter_mm, material=winder.material)


def _dropper(rig: Rig, joint: str, winder: Winder, fly: Fly, drawer: Drawer) -> Rig:
    between(rig, joint)
    hung = rig.hung_at(joint)
    if hung is not None:
        raise InputError.one("at", joint, say("fly-hangs-here", role=role_name(rig.role(hung))))
    new = Attachment(
        id=fresh(rig, "fly"), at=AtJoint(joint=joint), school="link", link=_link(winder), knot=drawer.usual_knot("eye"),
        body=fly, ready=winder.id,
    )  # fmt: skip
    return rig.rebuilt(attachments=(*rig.attachments, new))


def _behind_point(rig: Rig, point: Attachment, winder: Winder, fly: Fly, drawer: Drawer) -> Rig:
    mm = winder.diameter_mm
    piece = Span(
        id=fresh(rig, "span"), name=winder.name, material=winder.material, d0_mm=mm, d1_mm=mm,
        length_mm=round(winder.length_m * 1000, 1), ready=winder.id,
    )  # fmt: skip
    joint = Joint(id=fresh(rig, "joint"), knot=drawer.usual_knot("bend"))
    inline = Attachment.model_validate(dict(point) | {"at": AtJoint(joint=joint.id), "school": "bend", "link": None})
    new = Attachment(
        id=fresh(rig, "fly"), at=AtPoint(), school="point", knot=drawer.usual_knot("eye"), body=fly, ready=winder.id
    )
    others = [a for a in rig.attachments if a.id != point.id]
    return rig.rebuilt(spans=(*rig.spans, piece), joints=(*rig.joints, joint), attachments=(*others, inline, new))
