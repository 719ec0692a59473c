"""The cut list: spools, cut lengths with what the knots eat and hold, and the order of tying."""

from __future__ import annotations

import math

from jarana.core.model import Frozen
from jarana.core.rig.model import Rig
from jarana.core.tackle.knot import Knot
from jarana.core.units import Writer

ROUND_UP_MM = 5.0
"""Cut lengths are rounded up to this."""
TAG_SPARE_MM = 20.0
"""A dropper tag is cut this much longer than it hangs."""


class Cut(Frozen):
    """One piece to cut, millimetres; `shown` figures are in the person's units."""

    span: str
    name: str
    line: str
    spool: str
    finished_mm: float
    eaten_mm: float
    held_mm: float
    tag_mm: float
    cut_mm: float
    finished_shown: str
    extra_shown: str
    cut_shown: str


class TieStep(Frozen):
    """One thing to do, in order; `eats_shown` is the line its knot takes up."""

    part: str
    title: str
    detail: str
    eats_shown: str = ""


class CutList(Frozen):
    """Everything needed to tie a rig."""

    cuts: tuple[Cut, ...]
    steps: tuple[TieStep, ...]
    total_shown: str


def _end(knot: Knot, mm: float) -> tuple[float, float]:
    """Return what a knot eats and what is held at one end, mm."""
    return knot.eats(mm / 1000) * 1000, knot.hold_mm


def cut_list(rig: Rig, writer: Writer) -> CutList:
    """Return the cut list of a rig.

    Cut length = finished + eaten + held at each end; the end that carries a dropper's tag keeps the tag's own
    length and 20 mm instead of the held part. Rounded up to 5 mm.
    """
    cuts = []
    for i, span in enumerate(rig.spans):
        joint = rig.joints[i]
        top_knot = joint.loop or joint.knot
        eaten, held = _end(top_knot, span.d0_mm)
        tag = 0.0
        if i + 1 < len(rig.spans):
            below = rig.joints[i + 1]
            more, hold = _end(below.knot, span.d1_mm)
            hung = [a for a in rig.attachments if a.at.kind == "joint" and a.at.joint == below.id and a.school == "tag"]
            if hung and hung[0].link:
                tag, hold = hung[0].link.length_mm, TAG_SPARE_MM
        else:
            more, hold = _end(rig.point.knot, span.d1_mm)
        eaten, held = eaten + more, held + hold
        cut = math.ceil((span.length_mm + eaten + held + tag) / ROUND_UP_MM - 1e-9) * ROUND_UP_MM
        cuts.append(
            Cut(
                span=span.id,
                name=span.name,
                line=f"{span.material.name} {writer.text('diameter', span.d0_mm / 1000)}",
                spool=f"Spool {span.spool.number}" if span.spool else "no spool of yours",
                finished_mm=span.length_mm,
                eaten_mm=round(eaten, 1),
                held_mm=held,
                tag_mm=tag,
                cut_mm=cut,
                finished_shown=writer.text("length", span.length_mm / 1000),
                extra_shown=writer.text("short", (cut - span.length_mm) / 1000),
                cut_shown=writer.text("length", cut / 1000),
            )
        )
    cuts.extend(_link_cuts(rig, writer))
    total = sum(c.cut_mm for c in cuts)
    return CutList(cuts=tuple(cuts), steps=tie_steps(rig, writer), total_shown=writer.text("length", total / 1000))


def _link_cuts(rig: Rig, writer: Writer) -> list[Cut]:
    """Return the pieces for droppers on a line of their own (not on the tag of a joint)."""
    cuts = []
    for attachment in rig.attachments:
        line = rig.link_of(attachment)
        if line is None or attachment.school == "tag":
            continue
        material, mm, length = line
        eaten, held = (2 * v for v in _end(attachment.knot, mm))
        cut = math.ceil((length + eaten + held) / ROUND_UP_MM - 1e-9) * ROUND_UP_MM
        cuts.append(
            Cut(
                span=attachment.id,
                name=f"{rig.role(attachment)}'s own line",
                line=f"{material.name} {writer.text('diameter', mm / 1000)}",
                spool="",
                finished_mm=length,
                eaten_mm=round(eaten, 1),
                held_mm=held,
                tag_mm=0.0,
                cut_mm=cut,
                finished_shown=writer.text("length", length / 1000),
                extra_shown=writer.text("short", (cut - length) / 1000),
                cut_shown=writer.text("length", cut / 1000),
            )
        )
    return cuts


def tie_steps(rig: Rig, writer: Writer) -> tuple[TieStep, ...]:
    """Return what to tie, from the fly line down, flies last."""
    steps = []
    for i, joint in enumerate(rig.joints):
        span = rig.spans[i]
        if i == 0:
            knot = joint.loop or joint.knot
            title = f"{knot.name} in the {span.name.lower()}" if joint.loop else f"{knot.name} to the {rig.line.name}"
            detail = knot.how + (f" Then {joint.knot.name.lower()} with the {rig.line.name}." if joint.loop else "")
        else:
            knot = joint.knot
            above = rig.spans[i - 1]
            if joint.ring:
                title = f"Ring: {knot.name.lower()} on each side, {above.name.lower()} and {span.name.lower()}"
            else:
                title = f"{knot.name}, {above.name.lower()} to {span.name.lower()}"
            detail = knot.how
            hung = [a for a in rig.attachments if a.at.kind == "joint" and a.at.joint == joint.id]
            if hung and hung[0].link:
                tag = writer.text("short", hung[0].link.length_mm / 1000)
                detail += f" Leave the tag that points down {tag} long for the dropper."
        eats = writer.text("short", knot.eats(span.d0_mm / 1000))
        steps.append(TieStep(part=joint.id, title=title, detail=detail, eats_shown=eats))
    for attachment in rig.attachments:
        link = rig.link_of(attachment)
        mm = link[1] if link else rig.spans[-1].d1_mm
        bead = f", {attachment.body.bead.diameter_mm:g} mm bead" if attachment.body.bead else ""
        steps.append(
            TieStep(
                part=attachment.id,
                title=f"{attachment.body.label}{bead} on the {rig.role(attachment)}: {attachment.knot.name.lower()}",
                detail=attachment.knot.how,
                eats_shown=writer.text("short", attachment.knot.eats(mm / 1000)),
            )
        )
    last = "Moisten, seat and pull every knot steadily by hand. Nippers, not teeth; mind eyes and hooks."
    steps.append(TieStep(part="rig", title="Test it", detail=last))
    return tuple(steps)
