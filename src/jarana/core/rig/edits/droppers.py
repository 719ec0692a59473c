"""The five ways a dropper is hung; an edit goes from one to another."""

from __future__ import annotations

from typing import Literal

from jarana.core.errors import InputError
from jarana.core.law import Law, Range
from jarana.core.model import Key
from jarana.core.rig.edits.base import RigEdit, attachment_of
from jarana.core.rig.model import Attachment, Joint, Link, Rig, Ring
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import KnotUse, usual_knot
from jarana.core.tackle.knot_card import knot_cards
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
dropper-joint-wanted = a dropper at a joint is wanted
dry-fly-holds-rig = the dry fly that holds the rig stays in the line
not-one-line = { $name } and { $name_2 } are not one line
""",
)

School = Literal["tag", "link", "ring", "bend", "fold"]
KNOT: dict[School, KnotUse] = {"tag": "joint", "link": "joint", "ring": "ring", "bend": "bend", "fold": "fold"}
"""What a joint is tied with when a school comes to it (knots table, `uses`)."""


def card_of(school: School) -> str:
    """Return the card that shows how a dropper is hung: the school's own, else that of the knot it is tied with."""
    own = f"school-{school}"
    return own if own in knot_cards() else usual_knot(KNOT[school]).key


DROPPER_LINE = Law(
    "a dropper's line",
    "practice: 10 to 30 cm, longer in deep water (starting value)",
    {"depth": Range(0.3, 4.0, "the water in which the dropper is fished", "depth", "m")},
    "its length is a guess",
)
SHORT_TAG_MM, LONG_TAG_MM = 100.0, 300.0
SHALLOW_MM, DEEP_MM = 500.0, 2000.0


def tag_for(depth: float) -> float:
    """Return how long a dropper's line is for a depth (m), m: 10 cm in half a metre, 30 cm in two metres and more.

    Practice, longer in deep water; straight between.

    Examples
    --------
    >>> tag_for(0.4), tag_for(1.25), tag_for(6)
    (0.1, 0.2, 0.3)
    """
    DROPPER_LINE.ask(depth=depth)
    share = min(max((depth * 1000 - SHALLOW_MM) / (DEEP_MM - SHALLOW_MM), 0.0), 1.0)
    return (SHORT_TAG_MM + share * (LONG_TAG_MM - SHORT_TAG_MM)) / 1000


class SetSchool(RigEdit):
    """Hang a dropper another way: on the joint's tag, a girthed link, a ring, in the line by its bend, or in a fold."""

    op: Literal["set_school"] = "set_school"
    at: Key
    school: School

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the dropper hung so; its line keeps its length."""
        attachment = attachment_of(rig, self.at)
        at = attachment.at
        if at.kind != "joint" or attachment.fly is None:
            raise InputError.one("at", self.at, say("dropper-joint-wanted"))
        if rig.head.holds() == self.at:
            raise InputError.one("at", self.at, say("dry-fly-holds-rig"))
        above, below = rig.spans[rig.joint_index(at.joint) - 1 : rig.joint_index(at.joint) + 1]
        if self.school == "fold" and (above.material.key, above.d1_mm) != (below.material.key, below.d0_mm):
            raise InputError.one(
                "school", "fold", say("not-one-line", name=above.name.lower(), name_2=below.name.lower())
            )
        length = attachment.link.length_mm if attachment.link else SHORT_TAG_MM
        own = attachment.link or Link(length_mm=length)
        link = None if self.school == "bend" else own
        hung = Attachment.model_validate(dict(attachment) | {"school": self.school, "link": link})
        rows = tuple(hung if a.id == self.at else a for a in rig.attachments)
        joints = tuple(self._joint(j, drawer) if j.id == at.joint else j for j in rig.joints)
        return rig.rebuilt(attachments=rows, joints=joints)

    def _joint(self, joint: Joint, drawer: Drawer) -> Joint:
        owned = next(iter(drawer.rings), None)
        ring = None
        if self.school == "ring":
            ring = Ring(diameter_mm=owned.diameter_mm, mass_mg=owned.mass_mg) if owned else Ring()
        keeps = self.school in ("tag", "link") and "line" in joint.knot.joins and joint.knot.dropper_tag != "none"
        knot = joint.knot if keeps and not joint.ring else drawer.usual_knot(KNOT[self.school])
        return joint.model_copy(update={"ring": joint.ring or ring if self.school == "ring" else None, "knot": knot})
