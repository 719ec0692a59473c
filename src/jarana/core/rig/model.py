"""The rig document, version 1: head, spans, joints, attachments. Tackle values are copied in."""

from __future__ import annotations

from collections import Counter
from typing import TYPE_CHECKING, Annotated, ClassVar, Literal, Union

from pydantic import Field, model_validator

from jarana.core.documents import Document
from jarana.core.heads import heads
from jarana.core.heads.dry_fly import DryFlyHead
from jarana.core.heads.float import FloatHead
from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.heads.held import HeldHead
from jarana.core.model import Frozen, Key, Text
from jarana.core.rig.check import MOST_CHECKS, Check
from jarana.core.rig.pull import HandPull, Hang
from jarana.core.rig.stance import Stance
from jarana.core.tackle.drawer import FlyLine, Rod, Spool
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.knot import Knot
from jarana.core.tackle.line_strength import Told, strength_scatter, strength_source, wet_strength
from jarana.core.tackle.material import Material
from jarana.core.tackle.pegged_bead import PeggedBead
from jarana.core.tackle.shot import Shot
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
every-span-has-one = every span has one joint above it
every-part-has-id = every part has an id of its own
one-fly-point = one fly is at the point
hangs-from-joint-not = { $id } hangs from a joint that is not there
hangs-from-joint-wants = { $id } hangs from a joint and wants a length of line
sits-span-not-there = { $id } sits on a span that is not there
hangs-from-bend = { $id } hangs from a bend: that of a fly whose bend is free, on a length of line
""",
)

LONGEST_SPAN_MM = 15000.0
SHORTEST_SPAN_MM = 20.0
KNOT_OF_BODY = {"fly": "eye", "shot": "loop", "pegged bead": "bead"}
"""What the knot at an attachment joins (knots table, ``joins``): a shot sits against a stopper loop."""


class SpoolRef(Frozen):
    """Which owned spool a span is cut from; the label's strength and the own pulls come along."""

    id: Key
    number: int = Field(ge=0, le=100_000)
    label: Text
    strength_kg: float | None = Field(default=None, gt=0, le=60)
    strength_state: Literal["dry", "wet"] = "dry"
    pulled_kg: float | None = Field(default=None, gt=0, le=60)

    @property
    def told(self) -> Told:
        """What is known of its strength."""
        return Told(self.pulled_kg, self.strength_kg, self.strength_state)

    @classmethod
    def of(cls, spool: Spool) -> SpoolRef:
        """Copy what a rig needs of a spool."""
        return cls(
            id=spool.id,
            number=spool.number,
            label=spool.label,
            strength_kg=spool.strength_kg,
            strength_state=spool.strength_state,
            pulled_kg=spool.pulled.mean if spool.pulled else None,
        )


class Span(Frozen):
    """A stretch of one line between two joints, top to bottom; `wind_knot` where an overhand was cast into it.

    `ready` is the owned ready-made leader, or the winder, it belongs to; such a span is not cut from a spool.
    """

    id: Key
    name: Text
    material: Material
    d0_mm: float = Field(gt=0.03, le=2)
    d1_mm: float = Field(gt=0.03, le=2)
    length_mm: float = Field(ge=SHORTEST_SPAN_MM, le=LONGEST_SPAN_MM)
    dressing: Literal["none", "greased", "degreased"] = "none"
    spool: SpoolRef | None = None
    wind_knot: bool = False
    ready: Key | None = None

    @property
    def length(self) -> float:
        """Finished length, m."""
        return self.length_mm / 1000

    @property
    def level(self) -> bool:
        """Whether it has one diameter."""
        return self.d0_mm == self.d1_mm

    def wet_strength(self, end_mm: float | None = None) -> float:
        """Force that breaks it wet and unknotted, N; at its thin end, or where it is `end_mm` thick."""
        thin = min(self.d0_mm, self.d1_mm) if end_mm is None else end_mm
        return wet_strength(self.material, thin / 1000, self.told)

    @property
    def told(self) -> Told | None:
        """What is known of its strength besides its diameter; nothing of a tapered span."""
        return self.spool.told if self.spool and self.level else None

    @property
    def strength_scatter(self) -> float:
        """How far :meth:`wet_strength` may be off, as the standard deviation of its logarithm."""
        return strength_scatter(self.told)

    @property
    def strength_source(self) -> str:
        """Where its strength comes from."""
        return strength_source(self.material, self.told)


class Ring(Frozen):
    """A small ring between two spans."""

    diameter_mm: float = Field(default=2.0, gt=0, le=6)
    mass_mg: float = Field(default=10.0, gt=0, le=200)


class Joint(Frozen):
    """What joins a span to the one above it; the first joins the leader to the fly line.

    `loop` is the loop tied in the leader's end where the knot is loop to loop.
    """

    id: Key
    knot: Knot
    ring: Ring | None = None
    loop: Knot | None = None


class AtJoint(Frozen):
    """Hangs from a joint."""

    kind: Literal["joint"] = "joint"
    joint: Key


class AtBend(Frozen):
    """Hangs from the bend of another fly, behind it: of the point, of a dropper, of one that itself hangs so."""

    kind: Literal["bend"] = "bend"
    attachment: Key


class AtSpan(Frozen):
    """Sits on a span, so many millimetres below its upper end."""

    kind: Literal["span"] = "span"
    span: Key
    mm: float = Field(ge=0, le=LONGEST_SPAN_MM)


class AtPoint(Frozen):
    """At the end of the line."""

    kind: Literal["point"] = "point"


Place = Annotated[AtJoint | AtBend | AtSpan | AtPoint, Field(discriminator="kind")]


class Link(Frozen):
    """The short line a dropper hangs on; without a material of its own it is the tag of the span above."""

    length_mm: float = Field(ge=10, le=2000)
    d_mm: float | None = Field(default=None, gt=0.03, le=2)
    material: Material | None = None


class Attachment(Frozen):
    """A fly, a shot or a pegged bead on the rig: where, on what, tied how.

    School ``bend`` at a joint: the fly sits in the line itself, the line above tied to its eye, the one below to its bend.
    `ready` is the winder it came off, tied to its line already.
    """

    id: Key
    at: Place
    school: Literal["point", "tag", "link", "ring", "bend", "fold"]
    link: Link | None = None
    knot: Knot
    body: Annotated[Fly | Shot | PeggedBead, Field(discriminator="kind")]
    ready: Key | None = None

    @property
    def fly(self) -> Fly | None:
        """The fly, None where a shot or a bead sits."""
        return self.body if isinstance(self.body, Fly) else None


if TYPE_CHECKING:
    Head = HeldHead | FloatHead | DryFlyHead | FlyLineHead
else:
    Head = Annotated[Union[tuple(heads().values())], Field(discriminator="kind")]  # noqa: UP007


LONGEST_COUNT_S = 240.0
"""A count-down lasts at most so long, s."""


MOST_PULLS = 4
"""Kinds of pull of a retrieve."""


class Motion(Frozen):
    """How the top is moved.

    Attributes
    ----------
    kind
        A file of :mod:`jarana.core.motions`; checked when the rig is put into a water.
    count_s
        Count-down before line is taken in, s.
    pulls
        How line is taken in, kind after kind; none for the usual way of the motion.
    hang
        How a retrieve on a lake ends; None where it is fished out.
    """

    kind: Key = "led"
    lead: float = Field(default=1.0, ge=0.0, le=1.6)
    count_s: float = Field(default=20.0, ge=0, le=LONGEST_COUNT_S)
    pulls: tuple[HandPull, ...] = Field(default=(), max_length=MOST_PULLS)
    hang: Hang | None = None


class Fitted(Frozen):
    """The water a rig was started or fitted for: its kind, depth m and surface pace m/s."""

    kind: Literal["river", "lake"]
    depth_m: float = Field(ge=0.05, le=40)
    pace_m_s: float = Field(ge=0, le=3)


class Rig(Document):
    """A whole rig from the fly line to the point."""

    TYPE: ClassVar[str] = "rig"
    VERSION: ClassVar[int] = 7

    type: Literal["rig"] = "rig"
    version: Literal[7] = 7
    name: Text
    method: Key
    head: Head = HeldHead()
    rod: Rod
    line: FlyLine
    spans: tuple[Span, ...] = Field(min_length=1, max_length=24)
    joints: tuple[Joint, ...] = Field(min_length=1, max_length=24)
    attachments: tuple[Attachment, ...] = Field(min_length=1, max_length=8)
    motion: Motion = Motion()
    stance: Stance = Stance()
    fitted: Fitted | None = None
    checks: tuple[Check, ...] = Field(default=(), max_length=MOST_CHECKS)

    @model_validator(mode="after")
    def _whole(self) -> Rig:
        if len(self.joints) != len(self.spans):
            raise ValueError(say("every-span-has-one"))
        ids = [s.id for s in self.spans] + [j.id for j in self.joints] + [a.id for a in self.attachments]
        if len(set(ids)) != len(ids):
            raise ValueError(say("every-part-has-id"))
        if sum(a.at.kind == "point" for a in self.attachments) != 1:
            raise ValueError(say("one-fly-point"))
        for attachment in self.attachments:
            at = attachment.at
            if at.kind == "joint" and at.joint not in {j.id for j in self.joints[1:]}:
                raise ValueError(say("hangs-from-joint-not", id=attachment.id))
            dry = self.head.holds() == attachment.id
            if at.kind == "joint" and attachment.link is None and not dry and attachment.school != "bend":
                raise ValueError(say("hangs-from-joint-wants", id=attachment.id))
            if at.kind == "span" and at.span not in {s.id for s in self.spans}:
                raise ValueError(say("sits-span-not-there", id=attachment.id))
            if at.kind == "bend" and (attachment.link is None or not self._bend_free(attachment)):
                raise ValueError(say("hangs-from-bend", id=attachment.body.label))
        self._head_fits()
        return self

    def _bend_free(self, tail: Attachment) -> bool:
        """Say whether the fly a tail hangs behind is one, its bend carries nothing else, and the tails end at a fly on the line."""
        seen, here = {tail.id}, tail
        while here.at.kind == "bend":
            behind = here.at.attachment
            ahead = next((a for a in self.attachments if a.id == behind), None)
            hung = [a for a in self.attachments if a.at.kind == "bend" and a.at.attachment == behind]
            if ahead is None or ahead.fly is None or ahead.id in seen or len(hung) > 1:
                return False
            if ahead.at.kind == "span" or (ahead.at.kind == "joint" and ahead.link is None):
                return False
            seen.add(ahead.id)
            here = ahead
        return True

    def _head_fits(self) -> None:
        fault = self.head.fault(self)
        if fault:
            raise ValueError(fault)

    @property
    def length(self) -> float:
        """Finished length from the fly line to the point, m."""
        return sum([s.length_mm / 1000 for s in self.spans])

    @property
    def tip_m(self) -> float:
        """Height of the rod tip over a river, m: as it was said, or the usual of what holds the rig."""
        return self.head.tip_m if self.stance.tip_m is None else self.stance.tip_m

    @property
    def point(self) -> Attachment:
        """The fly at the end of the line."""
        return next(a for a in self.attachments if a.at.kind == "point")

    def span_index(self, span_id: str) -> int:
        """Return where a span stands; KeyError when there is none."""
        for i, span in enumerate(self.spans):
            if span.id == span_id:
                return i
        raise KeyError(span_id)

    def joint_index(self, joint_id: str) -> int:
        """Return where a joint stands (it is above the span of the same index)."""
        for i, joint in enumerate(self.joints):
            if joint.id == joint_id:
                return i
        raise KeyError(joint_id)

    def attachment(self, key: str) -> Attachment:
        """Return an attachment by id; KeyError when there is none."""
        for attachment in self.attachments:
            if attachment.id == key:
                return attachment
        raise KeyError(key)

    def link_of(self, attachment: Attachment) -> tuple[Material, float, float] | None:
        """Return material, diameter mm and length mm of the line a dropper hangs on."""
        link, at = attachment.link, attachment.at
        if link is None or at.kind not in ("joint", "bend"):
            return None
        ahead = self.link_of(self.attachment(at.attachment)) if at.kind == "bend" else None
        above = self.span_above(attachment)
        material, mm = (ahead[0], ahead[1]) if ahead else (above.material, above.d1_mm)
        return link.material or material, link.d_mm or mm, link.length_mm

    def span_above(self, attachment: Attachment) -> Span:
        """Return the span whose line a fly hangs on, or its tag is of: that of the fly before it, where it trails one."""
        root = self.root(attachment)
        return self.spans[self.joint_index(root.at.joint) - 1 if root.at.kind == "joint" else -1]

    def root(self, attachment: Attachment) -> Attachment:
        """Return what is on the line: itself, or the fly that it trails, however many are between."""
        while attachment.at.kind == "bend":
            attachment = self.attachment(attachment.at.attachment)
        return attachment

    def behind(self, key: str) -> tuple[str, ...]:
        """Return what trails a fly, nearest first."""
        tail = next((a.id for a in self.attachments if a.at.kind == "bend" and a.at.attachment == key), None)
        return () if tail is None else (tail, *self.behind(tail))

    def role(self, attachment: Attachment) -> str:
        """``point``, ``tail`` behind it, ``dropper``, or ``top dropper`` where there are several; ``shot`` and ``bead``.

        A fly that holds the rest up is called by the head's own noun.
        """
        if attachment.fly is None:
            return "shot" if attachment.body.kind == "shot" else "bead"
        if attachment.at.kind == "point":
            return "point"
        if attachment.at.kind == "bend":
            return "tail"
        holds = self.head.holds()
        if attachment.id == holds:
            return self.head.noun
        others = [a for a in self.attachments if a.fly and a.at.kind in ("joint", "span") and a.id != holds]
        if len(others) == 1:
            return "dropper"
        return "top dropper" if attachment is others[0] else "dropper"

    def hung_at(self, joint_id: str) -> Attachment | None:
        """Return the fly that hangs from a joint, or sits in the line there."""
        return next((a for a in self.attachments if a.at.kind == "joint" and a.at.joint == joint_id), None)

    def in_line(self, joint_id: str) -> Attachment | None:
        """Return the fly that sits in the line at a joint: the line below is tied to its bend."""
        hung = self.hung_at(joint_id)
        return hung if hung is not None and hung.link is None else None

    def folded(self, joint_id: str) -> bool:
        """Say whether a joint is a knot in a fold of unbroken line."""
        hung = self.hung_at(joint_id)
        return hung is not None and hung.school == "fold"

    def knots_for(self, part: str) -> frozenset[str]:
        """Return what a knot at a joint, a fly, a bead or a shot has to join, any one of them; KeyError when there is no such part."""
        if part not in {j.id for j in self.joints}:
            return frozenset({KNOT_OF_BODY[self.attachment(part).body.kind]})
        joint_id, index = part, self.joint_index(part)
        if index == 0:
            return frozenset({"loop", "loops", "fly line"})
        if self.joints[index].ring:
            return frozenset({"ring", "eye"})
        if self.in_line(joint_id):
            return frozenset({"bend"})
        return frozenset({"fold"} if self.folded(joint_id) else {"line"})

    def replace_joint(self, joint_id: str, **changes: object) -> Rig:
        """Return the rig with one joint changed."""
        i = self.joint_index(joint_id)
        changed = Joint.model_validate(dict(self.joints[i]) | changes)
        return self.rebuilt(joints=(*self.joints[:i], changed, *self.joints[i + 1 :]))

    def replace_span(self, index: int, **changes: object) -> Rig:
        """Return the rig with one span changed."""
        span = Span.model_validate(self.spans[index].model_dump() | changes)
        return self.rebuilt(spans=(*self.spans[:index], span, *self.spans[index + 1 :]))

    @property
    def ready(self) -> Counter[str]:
        """How many of each ready-made leader and winder it is tied of, by id: pieces of one leader are one leader."""
        wound = Counter(a.ready for a in self.attachments if a.ready is not None)
        return Counter({s.ready: 1 for s in self.spans if s.ready is not None}) | wound

    def replace_attachment(self, key: str, **changes: object) -> Rig:
        """Return the rig with one attachment changed; another body, or line, did not come off the winder."""
        changes = changes if changes.keys().isdisjoint(("body", "link", "knot")) else {"ready": None} | changes
        rows = tuple(Attachment.model_validate(dict(a) | changes) if a.id == key else a for a in self.attachments)
        return self.rebuilt(attachments=rows)

    def rebuilt(self, **changes: object) -> Rig:
        """Return a copy with changes, checked as a whole."""
        return Rig.model_validate(dict(self) | changes)
