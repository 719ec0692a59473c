"""Edits of how the line is made up: a span put in, taken out, split, joined; a ring between; the point tied behind or lost."""

from __future__ import annotations

from collections.abc import Iterable
from itertools import pairwise
from typing import Literal

from jarana.core.errors import FaultList, InputError
from jarana.core.heads.float import FloatHead
from jarana.core.model import Key, Typed
from jarana.core.rig.edits.base import RigEdit, span_of
from jarana.core.rig.geometry import joint_place, place, span_starts
from jarana.core.rig.model import (
    SHORTEST_SPAN_MM,
    AtJoint,
    AtPoint,
    AtSpan,
    Attachment,
    Joint,
    Rig,
    Ring,
    Span,
    SpoolRef,
)
from jarana.core.rig.one_line import joined
from jarana.core.tackle.drawer import Drawer, Spool
from jarana.core.tackle.knot import Knot
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
piece-put-in = Piece put in
tippet-tied-on = Tippet tied on
new-tippet = Tippet
no-such-spool = there is no such spool in your drawer
no-such-fly = there is no such fly in your box
only-span = it is all the leader there is
fly-above = the { $role } hangs at its upper end; take it off first, or lose the point
fly-on-line = the { $role } would hang from the fly line
inside = a place inside { $name }, which is { $length } long, is wanted
joint-between = a joint between two spans is wanted
fly-hangs-here = the { $role } hangs there; take it off first
not-one-line = { $above } and { $below } are not one line
point-carries = behind the fly at the end of the line: the { $role } has no bend to spare
no-fly-above = no fly is tied above the point; swap it, or tie on another
spacings = { $n ->
    [0] nothing hangs in a row here
    [one] one length is wanted: { $stretches }
   *[other] { $n } lengths are wanted: { $stretches }
}
from-to = { $above } to { $below }
too-close = { $least } is the least that can be tied here
""",
)


def fresh(rig: Rig, stem: str) -> str:
    """Return an id no part of a rig has."""
    taken = {s.id for s in rig.spans} | {j.id for j in rig.joints} | {a.id for a in rig.attachments}
    return next(f"{stem}-{n}" for n in range(1, 100) if f"{stem}-{n}" not in taken)


def laid_out(
    rig: Rig, spans: Iterable[Span], joints: Iterable[Joint], attachments: Iterable[Attachment] | None = None
) -> Rig:
    """Return the rig with other spans and joints; a float whose span is gone sits where it sat, counted from the fly line."""
    made = tuple(spans)
    head = rig.head
    if isinstance(head, FloatHead) and head.span not in {s.id for s in made}:
        head = head.moved(made, head.hangs_from(rig) * 1000)
    hung = rig.attachments if attachments is None else tuple(attachments)
    return rig.rebuilt(spans=made, joints=tuple(joints), attachments=hung, head=head)


def spool_of(drawer: Drawer, key: str | None) -> Spool | None:
    """Return an owned spool, None where none is asked for, or a fault on `spool`."""
    spool = drawer.spool(key) if key is not None else None
    if key is not None and spool is None:
        raise InputError.one("spool", key, say("no-such-spool"))
    return spool


def cut_from(key: str, name: str, length_mm: float, spool: Spool | None, like: Span) -> Span:
    """Return a level piece from a spool, or of the line another span ends in."""
    if spool is not None:
        mm, material, ref = spool.diameter_mm, spool.material, SpoolRef.of(spool)
    else:
        mm, material = like.d1_mm, like.material
        ref = like.spool if like.level else None  # type: ignore[assignment]
    return Span(id=key, name=name, material=material, d0_mm=mm, d1_mm=mm, length_mm=length_mm, spool=ref)


class PutIn(RigEdit):
    """Tie a piece in below a span, above all where none is named; below the last it is tippet tied on, the point on its end."""

    op: Literal["put_in"] = "put_in"
    below: Key | None = None
    length: Typed
    spool: Key | None = None

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with a piece more: of a spool, else of the line above it."""
        index = span_of(rig, self.below)[0] + 1 if self.below is not None else 0
        mm = round(writer.read("length", self.length, "length") * 1000, 1)
        like = rig.spans[max(index - 1, 0)]
        name = say("tippet-tied-on") if index == len(rig.spans) else say("piece-put-in")
        piece = cut_from(fresh(rig, "span"), name, mm, spool_of(drawer, self.spool), like)
        joint = Joint(id=fresh(rig, "joint"), knot=drawer.usual_knot("joint"))
        # The first joint is the one to the fly line and stays there.
        tied = max(index, 1)
        return laid_out(
            rig,
            (*rig.spans[:index], piece, *rig.spans[index:]),
            (*rig.joints[:tied], joint, *rig.joints[tied:]),
        )


class TakeOut(RigEdit):
    """Take a span out; what hung at its ends stays where it can, shot and beads on it come off."""

    op: Literal["take_out"] = "take_out"
    span: Key

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig without the span, its two joints made one."""
        index, span = span_of(rig, self.span)
        last = index == len(rig.spans) - 1
        if len(rig.spans) == 1:
            raise InputError.one("span", span.name, say("only-span"))
        above = rig.hung_at(rig.joints[index].id) if index else None
        below = None if last else rig.hung_at(rig.joints[index + 1].id)
        if above is not None and (last or below is not None):
            raise InputError.one("span", span.name, say("fly-above", role=role_name(rig.role(above))))
        if index == 0 and below is not None:
            raise InputError.one("span", span.name, say("fly-on-line", role=role_name(rig.role(below))))
        gone = index + 1 if index == 0 or above is not None else index
        hung = [a for a in rig.attachments if not (a.at.kind == "span" and a.at.span == span.id)]
        return laid_out(
            rig,
            (*rig.spans[:index], *rig.spans[index + 1 :]),
            (*rig.joints[:gone], *rig.joints[gone + 1 :]),
            hung,
        )


class SplitSpan(RigEdit):
    """Cut a span in two and knot it: a joint where a dropper, a ring or another line may come; in the middle unless told."""

    op: Literal["split_span"] = "split_span"
    span: Key
    at: Typed | None = None

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with that joint; what sits on the span stays where it sat."""
        index, span = span_of(rig, self.span)
        cut = span.length_mm / 2 if self.at is None else writer.read("length", self.at, "at") * 1000
        cut = round(cut, 1)
        if not SHORTEST_SPAN_MM <= cut <= span.length_mm - SHORTEST_SPAN_MM:
            wanted = say("inside", name=span.name.lower(), length=writer.text("length", span.length))
            raise InputError.one("at" if self.at is not None else "span", self.at or span.name, wanted)
        return split(rig, index, cut, drawer.usual_knot("joint"))


def split(rig: Rig, index: int, cut_mm: float, knot: Knot) -> Rig:
    """Return the rig with a joint in a span, so far below its upper end; what sits on the span stays where it sat."""
    span = rig.spans[index]
    thick = round(span.d0_mm + (span.d1_mm - span.d0_mm) * cut_mm / span.length_mm, 4)
    key = fresh(rig, "span")
    upper = span.model_copy(update={"length_mm": cut_mm, "d1_mm": thick})
    lower = span.model_copy(
        update={"id": key, "length_mm": round(span.length_mm - cut_mm, 1), "d0_mm": thick, "wind_knot": False}
    )
    joint = Joint(id=fresh(rig, "joint"), knot=knot)
    hung = [_on_lower(a, span.id, key, cut_mm) for a in rig.attachments]
    head = rig.head
    if isinstance(head, FloatHead) and head.span == span.id and head.mm >= cut_mm:
        head = head.model_copy(update={"span": key, "mm": round(head.mm - cut_mm, 1)})
    return rig.rebuilt(
        spans=(*rig.spans[:index], upper, lower, *rig.spans[index + 1 :]),
        joints=(*rig.joints[: index + 1], joint, *rig.joints[index + 1 :]),
        attachments=tuple(hung),
        head=head,
    )


def _on_lower(attachment: Attachment, span: str, lower: str, cut: float) -> Attachment:
    at = attachment.at
    if at.kind != "span" or at.span != span or at.mm < cut:
        return attachment
    return attachment.model_copy(update={"at": AtSpan(span=lower, mm=round(at.mm - cut, 1))})


class JoinSpans(RigEdit):
    """Leave a knot out: two spans of one line become one unbroken piece."""

    op: Literal["join_spans"] = "join_spans"
    joint: Key

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with one joint fewer; what sat below it stays where it sat."""
        index = between(rig, self.joint)
        above, below = rig.spans[index - 1], rig.spans[index]
        hung = rig.hung_at(self.joint)
        if hung is not None:
            raise InputError.one("joint", self.joint, say("fly-hangs-here", role=role_name(rig.role(hung))))
        if (above.material.key, above.d1_mm) != (below.material.key, below.d0_mm) or above.level != below.level:
            said = say("not-one-line", above=above.name.lower(), below=below.name.lower())
            raise InputError.one("joint", self.joint, said)
        return joined(rig, index)


class SetRing(RigEdit):
    """Tie a joint on a small ring, or without it; a dropper there hangs on the ring, or on the knot's tag."""

    op: Literal["set_ring"] = "set_ring"
    joint: Key
    ring: bool

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with or without the ring."""
        between(rig, self.joint)
        owned = next(iter(drawer.rings), None)
        ring = Ring(diameter_mm=owned.diameter_mm, mass_mg=owned.mass_mg) if owned else Ring()
        knot = drawer.usual_knot("ring" if self.ring else "joint")
        changed = rig.replace_joint(self.joint, ring=ring if self.ring else None, knot=knot)
        hung = rig.hung_at(self.joint)
        if hung is None or hung.link is None:
            return changed
        return changed.replace_attachment(hung.id, school="ring" if self.ring else "tag")


class TieBehind(RigEdit):
    """Tie another fly behind the one at the end: to its bend, on so much line; a dry in hand gets its nymph so."""

    op: Literal["tie_behind"] = "tie_behind"
    weight: Key
    length: Typed
    spool: Key | None = None

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the old point in the line and the new fly at its end; a float-like dry then holds the rig."""
        point = rig.point
        tail = next((rig.attachment(key) for key in rig.behind(point.id)), None)
        if point.fly is None or tail is not None:
            raise InputError.one("weight", self.weight, say("point-carries", role=role_name(rig.role(tail or point))))
        fly = drawer.fly(self.weight)
        if fly is None:
            raise InputError.one("weight", self.weight, say("no-such-fly"))
        mm = round(writer.read("length", self.length, "length") * 1000, 1)
        piece = cut_from(fresh(rig, "span"), say("new-tippet"), mm, spool_of(drawer, self.spool), rig.spans[-1])
        joint = Joint(id=fresh(rig, "joint"), knot=drawer.usual_knot("bend"))
        inline = Attachment.model_validate(
            dict(point) | {"at": AtJoint(joint=joint.id), "school": "bend", "link": None}
        )
        new = Attachment(id=fresh(rig, "fly"), at=AtPoint(), school="point", knot=drawer.usual_knot("eye"), body=fly)
        others = [a for a in rig.attachments if a.id != point.id]
        return rig.rebuilt(spans=(*rig.spans, piece), joints=(*rig.joints, joint), attachments=(*others, inline, new))


class LosePoint(RigEdit):
    """The line parted above the point: the fly above becomes the point, with what is left of the line it hangs on."""

    op: Literal["lose_point"] = "lose_point"

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig down to the lowest dropper."""
        hung = [a for a in rig.attachments if a.at.kind == "joint" and a.fly is not None]
        if not hung:
            raise InputError.one("op", rig.point.body.label, say("no-fly-above"))
        lowest = max(hung, key=lambda a: place(rig, a))
        assert lowest.at.kind == "joint"
        index = rig.joint_index(lowest.at.joint)
        spans, joints = list(rig.spans[:index]), list(rig.joints[:index])
        line = rig.link_of(lowest)
        if line is not None:
            material, mm, length = line
            above = spans[-1]
            if lowest.school in ("tag", "fold") and (material.key, mm) == (above.material.key, above.d1_mm):
                spans[-1] = above.model_copy(update={"length_mm": round(above.length_mm + length, 1)})
            else:
                like = above.model_copy(update={"material": material, "d0_mm": mm, "d1_mm": mm, "spool": None})
                spans.append(cut_from(fresh(rig, "span"), say("new-tippet"), max(length, SHORTEST_SPAN_MM), None, like))
                joints.append(rig.joints[index])
        point = Attachment.model_validate(dict(lowest) | {"at": AtPoint(), "school": "point", "link": None})
        start = joint_place(rig, lowest.at.joint)
        kept_on = {s.id for s in spans}
        others = [
            a
            for a in rig.attachments
            if a.id != lowest.id
            and (
                (a.at.kind == "joint" and place(rig, a) < start)
                or (a.at.kind == "span" and a.at.span in kept_on)
                or (a.at.kind == "bend" and (root := rig.root(a)).at.kind == "joint" and place(rig, root) <= start)
            )
        ]
        return laid_out(rig, spans, joints, (*others, point))


class SetSpacing(RigEdit):
    """Set the stretches from what holds the rig, else from the highest fly, to each fly below and the point, all at once."""

    op: Literal["set_spacing"] = "set_spacing"
    lengths: tuple[Typed, ...]

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig closed up or opened out; a float stays where it sits."""
        stretches = stretches_of(rig)
        if len(self.lengths) != len(stretches):
            named = ", ".join(say("from-to", above=a, below=b) for a, b, _, _ in stretches)
            raise InputError.one("lengths", len(self.lengths), say("spacings", n=len(stretches), stretches=named))
        faults = FaultList()
        spans = list(rig.spans)
        for k, (typed, (_, _, now, last)) in enumerate(zip(self.lengths, stretches, strict=True)):
            try:
                wanted = writer.read("length", typed, f"lengths[{k}]") * 1000
            except InputError as error:
                faults.faults.extend(error.faults)
                continue
            length = round(spans[last].length_mm + wanted - now, 1)
            least = now - spans[last].length_mm + SHORTEST_SPAN_MM
            if length < SHORTEST_SPAN_MM:
                faults.add(f"lengths[{k}]", typed, say("too-close", least=writer.text("short", least / 1000)))
                continue
            spans[last] = Span.model_validate(dict(spans[last]) | {"length_mm": length})
        faults.raise_if_any()
        return rig.rebuilt(spans=tuple(spans))


def stretches_of(rig: Rig) -> tuple[tuple[str, str, float, int], ...]:
    """Return the stretches between what hangs in a row: names of both ends, length mm, and the span at its lower end."""
    starts = span_starts(rig)
    hung = sorted(
        (a for a in rig.attachments if a.at.kind == "joint" and a.fly is not None), key=lambda a: place(rig, a)
    )
    ends = [
        (role_name(rig.role(a)), place(rig, a), rig.joint_index(a.at.joint) - 1) for a in hung if a.at.kind == "joint"
    ]
    ends.append((role_name(rig.role(rig.point)), rig.length, len(rig.spans) - 1))
    if isinstance(rig.head, FloatHead):
        ends.insert(0, (role_name(rig.head.noun), rig.head.hangs_from(rig), -1))
    rows = []
    for (one, a, _), (two, b, last) in pairwise(ends):
        if b > a + 1e-6 and starts[last] < b:
            rows.append((one, two, round((b - a) * 1000, 1), last))
    return tuple(rows)


def between(rig: Rig, joint: str) -> int:
    """Return where a joint between two spans stands, or a fault on `joint`."""
    index = next((i for i, j in enumerate(rig.joints) if j.id == joint), 0)
    if index == 0:
        raise InputError.one("joint", joint, say("joint-between"))
    return index
