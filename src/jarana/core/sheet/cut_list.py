"""Cut lengths: what is finished, what the knots eat, what is held while tying."""

from __future__ import annotations

from jarana.core.leader.cut_lengths import knot_end, rounded_cut
from jarana.core.model import Frozen
from jarana.core.rig.model import Attachment, Rig
from jarana.core.rig.one_line import along
from jarana.core.sheet.measures import Measures, in_measures
from jarana.core.tackle.knot import usual_knot
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
to = {" "}to { $d1_mm }
one-piece = { $name } to { $name_2 }, one piece
spool = Spool { $number }
no-spool-yours = no spool of yours
s-own-line = { $role }'s own line
""",
)

TAG_SPARE_MM = 20.0
"""A dropper tag is cut this much longer than it hangs."""


class Cut(Frozen):
    """One piece to cut, millimetres; `shown` figures are in the person's units.

    `measured` is the cut length laid along hand, forearm and chest; empty where those are not set.
    """

    part: str
    name: str
    line: str
    look: str
    spool_id: str | None
    spool: str
    finished_mm: float
    eaten_mm: float
    held_mm: float
    tag_mm: float
    cut_mm: float
    finished_shown: str
    extra_shown: str
    cut_shown: str
    measured: str


def cuts_of(rig: Rig, writer: Writer, measures: Measures) -> tuple[Cut, ...]:
    """Return the pieces of a rig, from the line down, then the droppers' own lines; a ready-made leader is not cut.

    Cut length = finished + eaten + held at each end; the end that carries a dropper's tag keeps the tag's own
    length and 20 mm instead of the held part. Rounded up to 5 mm.
    """
    cuts = []
    for first, last in _pieces(rig):
        span, joint, end = rig.spans[first], rig.joints[first], rig.spans[last]
        if span.ready is not None:
            continue
        eaten, held = knot_end(joint.loop or joint.knot, span.d0_mm)
        tag = 0.0
        if last + 1 < len(rig.spans):
            below = rig.joints[last + 1]
            in_line = rig.in_line(below.id)
            more, hold = knot_end(in_line.knot if in_line else below.knot, end.d1_mm)
            hung = rig.hung_at(below.id)
            if hung and hung.link and hung.school == "tag":
                tag, hold = hung.link.length_mm, TAG_SPARE_MM
        else:
            more, hold = knot_end(rig.point.knot, end.d1_mm)
        for fold in rig.joints[first + 1 : last + 1]:
            folded = rig.hung_at(fold.id)
            if folded and folded.link and folded.school == "fold":
                eats, spare = knot_end(fold.knot, span.d0_mm)
                more, tag, hold = more + 2 * eats, tag + folded.link.length_mm, hold + spare
        more += sum(knot_end(a.knot, span.d0_mm)[0] for a in _pegged(rig, first, last))
        spool = span.spool
        tapered = "" if span.d0_mm == end.d1_mm else say("to", d1_mm=writer.text("diameter", end.d1_mm / 1000))
        cuts.append(
            _cut(
                writer,
                measures,
                part=span.id,
                name=span.name
                if last in along(rig, first)
                else say("one-piece", name=span.name, name_2=end.name.lower()),
                line=f"{span.material.name} {writer.text('diameter', span.d0_mm / 1000)}{tapered}",
                look=span.material.look,
                spool_id=spool.id if spool else None,
                spool=say("spool", number=spool.number) if spool else say("no-spool-yours"),
                finished_mm=sum(s.length_mm for s in rig.spans[first : last + 1]),
                eaten_mm=eaten + more,
                held_mm=held + hold,
                tag_mm=tag,
            )
        )
    return (*cuts, *_link_cuts(rig, writer, measures))


def _pieces(rig: Rig) -> list[tuple[int, int]]:
    """Return first and last span of each piece: spans of a ready-made leader are one, and so are those of a folded line."""
    pieces: list[tuple[int, int]] = []
    for i, joint in enumerate(rig.joints):
        if pieces and ("unbroken" in joint.knot.uses or rig.folded(joint.id)):
            pieces[-1] = (pieces[-1][0], i)
        else:
            pieces.append((i, i))
    return pieces


def _pegged(rig: Rig, first: int, last: int) -> list[Attachment]:
    """Return the beads pegged on the spans of a piece."""
    spans = {s.id for s in rig.spans[first : last + 1]}
    return [a for a in rig.attachments if a.at.kind == "span" and a.at.span in spans and a.body.kind == "pegged bead"]


def _cut(
    writer: Writer,
    measures: Measures,
    *,
    finished_mm: float,
    eaten_mm: float,
    held_mm: float,
    tag_mm: float = 0.0,
    **words: str | None,
) -> Cut:
    cut = rounded_cut(finished_mm + eaten_mm + held_mm + tag_mm)
    return Cut.model_validate(
        {
            **words,
            "finished_mm": finished_mm,
            "eaten_mm": round(eaten_mm, 1),
            "held_mm": held_mm,
            "tag_mm": tag_mm,
            "cut_mm": cut,
            "finished_shown": writer.text("length", finished_mm / 1000),
            "extra_shown": writer.text("short", (cut - finished_mm) / 1000),
            "cut_shown": writer.text("length", cut / 1000),
            "measured": in_measures(cut, measures, writer),
        }
    )


def _link_cuts(rig: Rig, writer: Writer, measures: Measures) -> list[Cut]:
    """Return the pieces for droppers on a line of their own (not on the tag of a joint)."""
    cuts = []
    for attachment in rig.attachments:
        line = rig.link_of(attachment)
        if line is None or attachment.ready is not None or attachment.school in ("tag", "fold"):
            continue
        material, mm, length = line
        at_line = usual_knot("girth") if attachment.school == "link" else attachment.knot
        (eaten, held), (more, hold) = knot_end(attachment.knot, mm), knot_end(at_line, mm)
        eaten, held = eaten + more, held + hold
        # Without a material of its own the line is that of the span above, off the same spool.
        above = rig.span_above(attachment)
        spool = above.spool if attachment.link and attachment.link.material is None else None
        cuts.append(
            _cut(
                writer,
                measures,
                part=attachment.id,
                name=say("s-own-line", role=role_name(rig.role(attachment))),
                line=f"{material.name} {writer.text('diameter', mm / 1000)}",
                look=material.look,
                spool_id=spool.id if spool else None,
                spool=say("spool", number=spool.number) if spool else say("no-spool-yours"),
                finished_mm=length,
                eaten_mm=eaten,
                held_mm=held,
            )
        )
    return cuts
