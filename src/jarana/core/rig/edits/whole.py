"""Edits of knots and of how the rig is fished."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import InputError
from jarana.core.heads.dry_fly import DryFlyHead
from jarana.core.heads.float import FloatHead, seat
from jarana.core.model import Key, Text, Typed
from jarana.core.rig.edits.base import RigEdit, span_of
from jarana.core.rig.model import LONGEST_COUNT_S, Joint, Motion, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import Knot
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
leader-is-so-long = the leader is { $length } long
rig-has-no-float = this rig has no float
there-no-such-float = there is no such float in your drawer
there-no-such-knot = there is no such knot in the table
does-not-join = does not join { $sorted }
leaves-no-tag-dropper = leaves no tag for the dropper that hangs here
does-not-join-line = does not join line and hook eye
no-stopper-shot = is no stopper for a shot
pegs-no-bead = pegs no bead
there-no-such-joint = there is no such joint or fly on this rig
no-dry-fly-holds = no dry fly holds this rig
there-no-such-line = there is no such line in your drawer
""",
)


class SetLead(RigEdit):
    """Lead the rig at so many times the pace of the bubbles."""

    op: Literal["set_lead"] = "set_lead"
    lead: float = Field(ge=0.0, le=1.6)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with its new motion."""
        return rig.rebuilt(motion=rig.motion.model_copy(update={"kind": Motion().kind, "lead": self.lead, "pulls": ()}))


class SetMotion(RigEdit):
    """Move the top another way; a count-down that is not given stays as it is."""

    op: Literal["set_motion"] = "set_motion"
    kind: Key
    lead: float = Field(default=1.0, ge=0.0, le=1.6)
    count_s: float | None = Field(default=None, ge=0, le=LONGEST_COUNT_S)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with its new motion."""
        count = rig.motion.count_s if self.count_s is None else self.count_s
        pulls = rig.motion.pulls if self.kind == rig.motion.kind else ()
        hang = rig.motion.hang
        return rig.rebuilt(motion=Motion(kind=self.kind, lead=self.lead, count_s=count, pulls=pulls, hang=hang))


class ChangeCount(RigEdit):
    """Count down so many seconds longer or shorter; it stops at the ends."""

    op: Literal["change_count"] = "change_count"
    by_s: float = Field(ge=-LONGEST_COUNT_S, le=LONGEST_COUNT_S)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with its new count-down."""
        count = min(max(rig.motion.count_s + self.by_s, 0.0), LONGEST_COUNT_S)
        return rig.rebuilt(motion=rig.motion.model_copy(update={"count_s": count}))


class SetFloat(RigEdit):
    """Move the float: so far above the point, so far below the fly line, or by so much (deeper is positive); or take another."""

    op: Literal["set_float"] = "set_float"
    above: Typed | None = None
    down: Typed | None = None
    deeper_mm: float | None = Field(default=None, ge=-5000, le=5000)
    body: Key | None = None

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with its float moved or changed."""
        head = rig.head
        if not isinstance(head, FloatHead):
            raise InputError.one("above", self.above or "", say("rig-has-no-float"))
        changes: dict[str, object] = {}
        whole = rig.length * 1000
        down = None
        if self.above is not None:
            down = whole - self._place(writer, "above", self.above, rig)
        elif self.down is not None:
            down = self._place(writer, "down", self.down, rig)
        elif self.deeper_mm is not None:
            down = head.hangs_from(rig) * 1000 - self.deeper_mm
        if down is not None:
            changes |= seat(rig.spans, down)
        if self.body is not None:
            chosen = next((f for f in drawer.floats if f.id == self.body), None)
            if chosen is None:
                raise InputError.one("body", self.body, say("there-no-such-float"))
            changes["body"] = chosen
        return rig.rebuilt(head=FloatHead.model_validate(dict(head) | changes))

    def _place(self, writer: Writer, field: str, typed: str, rig: Rig) -> float:
        """Return a typed place on the leader, mm; a fault on its field where the leader is not so long."""
        mm = writer.read("length", typed, field) * 1000
        if mm > rig.length * 1000 + 0.5:
            raise InputError.one(field, typed, say("leader-is-so-long", length=writer.text("length", rig.length)))
        return mm


class UseKnot(RigEdit):
    """Tie a joint or a fly with another knot."""

    op: Literal["use_knot"] = "use_knot"
    part: Key
    knot: Key

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with that knot, where it joins what is to be joined."""
        knot = drawer.knot(self.knot)
        if knot is None:
            raise InputError.one("knot", self.knot, say("there-no-such-knot"))
        for joint in rig.joints:
            if joint.id == self.part:
                wanted = rig.knots_for(joint.id)
                if not wanted & set(knot.joins):
                    raise InputError.one("knot", knot.name, say("does-not-join", sorted=" or ".join(sorted(wanted))))
                hung = rig.hung_at(joint.id)
                if hung and hung.school == "tag" and not joint.ring and knot.dropper_tag == "none":
                    raise InputError.one("knot", knot.name, say("leaves-no-tag-dropper"))
                if rig.joint_index(joint.id) == 0:
                    return rig.replace_joint(joint.id, **self._at_the_line(joint, knot, drawer))
                return rig.replace_joint(joint.id, knot=knot)
        if any(a.id == self.part for a in rig.attachments):
            if not rig.knots_for(self.part) & set(knot.joins):
                wrong = {
                    "eye": say("does-not-join-line"),
                    "loop": say("no-stopper-shot"),
                    "bead": say("pegs-no-bead"),
                }
                raise InputError.one("knot", knot.name, wrong[next(iter(rig.knots_for(self.part)))])
            return rig.replace_attachment(self.part, knot=knot)
        raise InputError.one("part", self.part, say("there-no-such-joint"))

    def _at_the_line(self, joint: Joint, knot: Knot, drawer: Drawer) -> dict[str, object]:
        """Return how the leader is joined to the fly line: a loop in its end, hands shaken with the line's; or tied to it."""
        if "loop" in knot.joins:
            return {"knot": drawer.usual_knot("handshake"), "loop": knot}
        if "loops" in knot.joins:
            return {"knot": knot, "loop": joint.loop or drawer.usual_knot("leader loop")}
        return {"knot": knot, "loop": None}


class SetWindKnot(RigEdit):
    """Say that there is a wind knot in a span, or that it was cut out."""

    op: Literal["set_wind_knot"] = "set_wind_knot"
    span: Key
    knotted: bool

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with or without the accident."""
        index, _ = span_of(rig, self.span)
        return rig.replace_span(index, wind_knot=self.knotted)


class SetDry(RigEdit):
    """Say whether the dry fly that holds the rig is fresh or used."""

    op: Literal["set_dry"] = "set_dry"
    used: bool

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with its dry fly fresh or used."""
        if not isinstance(rig.head, DryFlyHead):
            raise InputError.one("used", self.used, say("no-dry-fly-holds"))
        return rig.rebuilt(head=rig.head.model_copy(update={"used": self.used}))


class UseLine(RigEdit):
    """Fish the rig on another fly line."""

    op: Literal["use_line"] = "use_line"
    line: Key

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig on that line."""
        chosen = next((row for row in drawer.lines if row.id == self.line), None)
        if chosen is None:
            raise InputError.one("line", self.line, say("there-no-such-line"))
        return rig.rebuilt(line=chosen)


class Rename(RigEdit):
    """Give the rig another name."""

    op: Literal["rename"] = "rename"
    name: Text = Field(min_length=1)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig under its new name."""
        return rig.rebuilt(name=self.name.strip())
