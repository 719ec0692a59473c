"""What differs between two rigs, in the words of the bench: ``Resin quill bead 2.8 → 3.3 mm``."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from jarana.core.documents.change import Change
from jarana.core.rig.model import Attachment, Joint, Rig, Span
from jarana.core.rig.one_line import stretches, whole
from jarana.core.rig.stance import Stance
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.called import called
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
name = name
method = method
rod = rod
line = line
moved = moved
boat = boat
none = none
in-it = in it
spool = { $name } spool
dressing = { $name } dressing
greased = greased
degreased = degreased
on-a-stretch = { $length } { $what }
a-ring = ring
a-fold = fold
straight = straight
serpentine = serpentine
pile = pile
reach = reach
tuck = tuck
led = led at
counted-down = counted down
held = held by
wind-knot = { $name } wind knot
knot-line = knot to the line
knot-above = knot above { $name }
ring = ring, { $name }
bead = { $role } bead
turns = { $n } turns
hung = { $role } hung by
tag = { $role } tag
knot = { $role } knot
end = the end
place = { $role } place
above-end = { $up } up the { $name }
long-tag = long tag
girthed-link = girthed link
bend = its bend
rod-tip = rod tip
cast-way = cast
usual = as usual
ready-made = ready made
on-its-last = { $what } on its last { $length }
measured = measured
times-measured = { $n }
taken-in = taken in
ends-with = ends with
hang = { $hold } s held with { $left } out, the rod { $lift } higher
fished-out = fished out
pull = { $times } × { $length } at { $speed }, { $pause } s rest
degrees = { $angle }° downstream
slack = slack
line-laid = line laid
mend = mend
no-mend = none
mended-up = { $far } upstream after { $at } s
mended-down = { $far } downstream after { $at } s
follows = follows
rests = rests
adrift = adrift at { $speed }
lies = at anchor
""",
)


LED, MOVED = say("led"), say("moved")
"""What differs where another pace is fished."""
NONE = say("none")
DRESSED = {"none": NONE, "greased": say("greased"), "degreased": say("degreased")}
"""What is on a line, by its key."""
LAID = {
    "straight": say("straight"), "serpentine": say("serpentine"), "pile": say("pile"), "reach": say("reach"), "tuck": say("tuck"),
}  # fmt: skip
"""How a line is laid, by its key."""
HELD = say("held")
"""What differs where another head, or another place of it, is."""


def compare(before: Rig, after: Rig, writer: Writer, spools: bool = True) -> tuple[Change, ...]:
    """Return every difference that changes how the rig is tied or fished, from the line to the point.

    Without `spools` it is not told that the same line comes from another one.
    """
    mark = writer.marked
    return tuple(
        Change(part=c.part, what=mark(c.what), before=mark(c.before), after=mark(c.after))
        for c in _changes(before, after, writer, spools)
    )


def _changes(before: Rig, after: Rig, writer: Writer, spools: bool) -> Iterator[Change]:
    for what, old, new in (
        (say("name"), before.name, after.name),
        (say("method"), called("method", before.method), called("method", after.method)),
        (say("rod"), before.rod.name, after.rod.name),
        (say("line"), before.line.name, after.line.name),
        (LED, f"{before.motion.lead:g} ×", f"{after.motion.lead:g} ×"),
        (MOVED, called("motion", before.motion.kind), called("motion", after.motion.kind)),
        (say("counted-down"), f"{before.motion.count_s:g} s", f"{after.motion.count_s:g} s"),
        (say("taken-in"), _taken(before, writer), _taken(after, writer)),
        (say("ends-with"), _hang(before, writer), _hang(after, writer)),
        (say("measured"), _checks(before, writer), _checks(after, writer)),
        *_heads(before, after, writer),
        *_stances(before, after, writer),
    ):
        if old != new:
            yield Change(part="rig", what=what, before=old, after=new)
    yield from _spans(before, after, writer, spools)
    yield from _joints(before, after)
    yield from _flies(before, after, writer)


def _taken(rig: Rig, writer: Writer) -> str:
    """Return how line is taken in, kind after kind."""
    rows = [
        say(
            "pull",
            length=writer.text("pull", p.length_m),
            speed=writer.text("sink", p.speed_m_s),
            pause=f"{p.pause_s:g}",
            times=p.times,
        )
        for p in rig.motion.pulls
    ]
    return ", ".join(rows) or say("usual")


def _hang(rig: Rig, writer: Writer) -> str:
    """Return how its retrieve ends."""
    hang = rig.motion.hang
    if hang is None:
        return say("fished-out")
    left, lift = (writer.text("travel", mm / 1000) for mm in (hang.left_mm, hang.lift_mm))
    return say("hang", hold=f"{hang.hold_s:g}", left=left, lift=lift)


def _checks(rig: Rig, writer: Writer) -> str:
    """Return how many depths were measured of it."""
    return say("times-measured", n=len(rig.checks))


def _heads(before: Rig, after: Rig, writer: Writer) -> Iterator[tuple[str, str, str]]:
    """Yield what holds the rig where it was changed: a float whose leader was cut below it stays where it is."""
    if before.head != after.head:
        yield HELD, before.head.described(before, writer), after.head.described(after, writer)


def _stances(before: Rig, after: Rig, writer: Writer) -> Iterator[tuple[str, str, str]]:
    """Yield how the rod is held and the line laid, before and after."""
    old, new = before.stance, after.stance
    if old == new:
        return
    yield say("rod-tip"), writer.text("near", before.tip_m), writer.text("near", after.tip_m)
    yield say("cast-way"), _way(old), _way(new)
    yield say("slack"), writer.text("near", old.slack_m), writer.text("near", new.slack_m)
    yield say("line-laid"), LAID[old.lay], LAID[new.lay]
    yield say("mend"), _mended(old, writer), _mended(new, writer)
    yield say("boat"), _boat(old, writer), _boat(new, writer)
    if old.follows != new.follows:
        yield say("rod"), _rod(old), _rod(new)


def _way(stance: Stance) -> str:
    return say("usual") if stance.angle_deg is None else say("degrees", angle=f"{stance.angle_deg:+.0f}")


def _boat(stance: Stance, writer: Writer) -> str:
    return say("adrift", speed=writer.text("speed", stance.boat_m_s)) if stance.boat_m_s else say("lies")


def _rod(stance: Stance) -> str:
    return say("rests") if stance.follows is False else say("follows")


def _mended(stance: Stance, writer: Writer) -> str:
    if not stance.mend_m:
        return say("no-mend")
    far, at = writer.text("near", abs(stance.mend_m)), f"{stance.mend_s:g}"
    return say("mended-up", far=far, at=at) if stance.mend_m > 0 else say("mended-down", far=far, at=at)


def _spans(before: Rig, after: Rig, writer: Writer, spools: bool) -> Iterator[Change]:
    old, new = {s.id: s for s in whole(before).spans}, {s.id: s for s in whole(after).spans}
    dressed = [{key: _dressed(rows, writer) for key, rows in stretches(rig).items()} for rig in (before, after)]
    for key, span in old.items():
        if key not in new:
            yield Change(part=key, what=span.name.lower(), before=_line(span, writer), after="")
    for key, span in new.items():
        was = old.get(key)
        name = span.name.lower()
        if was is None:
            yield Change(part=key, what=name, before="", after=_line(span, writer))
            continue
        pairs = (
            (name, writer.text("length", was.length_mm / 1000), writer.text("length", span.length_mm / 1000)),
            (name, _line(was, writer), _line(span, writer)),
            *(((say("spool", name=name), _spool(was), _spool(span)),) if spools else ()),
            (say("dressing", name=name), dressed[0][key], dressed[1][key]),
            (say("wind-knot", name=name), *(say("in-it") if s.wind_knot else NONE for s in (was, span))),
        )
        for what, one, two in pairs:
            if one != two:
                yield Change(part=key, what=what, before=one, after=two)


def _dressed(rows: Sequence[Span], writer: Writer) -> str:
    """Say what is on a line: on all of it, or from its upper end stretch by stretch."""
    if len(rows) == 1:
        return DRESSED[rows[0].dressing]
    if len(rows) == 2 and rows[0].dressing == "none":
        return say("on-its-last", what=DRESSED[rows[1].dressing], length=writer.text("short", rows[1].length))
    return ", ".join(
        say("on-a-stretch", length=writer.text("length", s.length), what=DRESSED[s.dressing]) for s in rows
    )


def _line(span: Span, writer: Writer) -> str:
    ends = writer.text("diameter", span.d0_mm / 1000)
    if not span.level:
        ends = f"{writer.figure('diameter', span.d0_mm / 1000).digits}–{writer.text('diameter', span.d1_mm / 1000)}"
    return f"{span.material.short} {ends}"


def _spool(span: Span) -> str:
    return f"{span.spool.number}" if span.spool else say("ready-made") if span.ready else NONE


def _joints(before: Rig, after: Rig) -> Iterator[Change]:
    old = {j.id: j for j in before.joints}
    for i, joint in enumerate(after.joints):
        was = old.get(joint.id)
        if was is None:
            continue
        where = say("knot-line") if i == 0 else say("knot-above", name=after.spans[i].name.lower())
        if _knot(was) != _knot(joint):
            yield Change(part=joint.id, what=where, before=_knot(was), after=_knot(joint))


def _knot(joint: Joint) -> str:
    knot = joint.loop or joint.knot
    return (say("ring", name=knot.name) if joint.ring else knot.name).lower()


def _flies(before: Rig, after: Rig, writer: Writer) -> Iterator[Change]:
    old, new = {a.id: a for a in before.attachments}, {a.id: a for a in after.attachments}
    for key, attachment in old.items():
        if key not in new:
            yield Change(part=key, what=role_name(before.role(attachment)), before=_fly(attachment, writer), after="")
    for key, attachment in new.items():
        was, role = old.get(key), role_name(after.role(attachment))
        if was is None:
            yield Change(part=key, what=role, before="", after=_fly(attachment, writer))
            continue
        if was.body.label != attachment.body.label:
            yield Change(part=key, what=role, before=_fly(was, writer), after=_fly(attachment, writer))
        elif _bead(was, writer) != _bead(attachment, writer):
            yield Change(
                part=key, what=say("bead", role=role), before=_bead(was, writer), after=_bead(attachment, writer)
            )
        if was.at != attachment.at and "span" in (was.at.kind, attachment.at.kind):
            yield Change(
                part=key,
                what=say("place", role=role),
                before=_sits(before, was, writer),
                after=_sits(after, attachment, writer),
            )
        if was.school != attachment.school:
            yield Change(
                part=key, what=say("hung", role=role), before=SCHOOLS[was.school], after=SCHOOLS[attachment.school]
            )
        if was.link != attachment.link and was.link and attachment.link:
            yield Change(part=key, what=say("tag", role=role), before=_tag(was, writer), after=_tag(attachment, writer))
        if was.knot.key != attachment.knot.key:
            yield Change(
                part=key, what=say("knot", role=role), before=was.knot.name.lower(), after=attachment.knot.name.lower()
            )


def _sits(rig: Rig, attachment: Attachment, writer: Writer) -> str:
    """Return where a thing sits on its span, counted from the span's lower end; at the end of the line it is there."""
    at = attachment.at
    if at.kind != "span":
        return say("end")
    span = rig.spans[rig.span_index(at.span)]
    return say("above-end", name=span.name.lower(), up=writer.text("short", (span.length_mm - at.mm) / 1000))


SCHOOLS = {
    "point": say("end"),
    "tag": say("long-tag"),
    "link": say("girthed-link"),
    "ring": say("a-ring"),
    "bend": say("bend"),
    "fold": say("a-fold"),
}
"""Ways a fly hangs, as they are told."""


def _bead(attachment: Attachment, writer: Writer) -> str:
    fly = attachment.fly
    bead = writer.text("bead", fly.bead.diameter_mm / 1000) if fly and fly.bead else ""
    turns = say("turns", n=str(fly.wraps.turns)) if fly and fly.wraps and fly.wraps.turns else ""
    return ", ".join(word for word in (bead, turns) if word) or NONE


def _fly(attachment: Attachment, writer: Writer) -> str:
    bead = _bead(attachment, writer)
    return attachment.body.label + ("" if bead == NONE else f" {bead}")


def _tag(attachment: Attachment, writer: Writer) -> str:
    return writer.text("short", attachment.link.length_mm / 1000) if attachment.link else NONE
