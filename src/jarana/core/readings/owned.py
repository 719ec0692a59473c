"""Is the rig of your own tackle? What is not is named, with what you own that comes nearest."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.rig.edits.spans import UseSpool
from jarana.core.rig.lacking import Lack, lacking, owned_fly, owned_span
from jarana.core.rig.model import Span
from jarana.core.situation import Situation
from jarana.core.tackle.drawer import Drawer, FlyPattern, Spool
from jarana.core.units import Figure, Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
missing = missing
nearest = ; nearest: { $number } · { $label }, { $diameter_mm }
nearest-2 = ; nearest: { $name } #{ $size }
line = Line: { $name }.
rod = Rod: { $name }.
leader = Leader: { $name }, not in your wallet.
all-from-your-own = All from your own tackle
every-part-your-drawer = Every part is in your drawer.
every-part-looked-your = Every part is looked for in your drawer by what it was taken from.
more = {" "}And { $count } more.
nothing-your-drawer-yet = Nothing in your drawer yet
not-all-yours = Not all of it is yours
""",
)


def read(situation: Situation) -> Reading:
    """Name every part that does not come from the drawer."""
    rig, writer, drawer = situation.rig, situation.writer, situation.drawer
    parts, lines = [], []
    for lack in lacking(rig, drawer):
        span = next((s for s in rig.spans if s.id == lack.part), None)
        if lack.part:
            parts.append(lack.part)
        lines.append(_line(situation, lack) if span is None else _span(span, lack, drawer, writer))
    count = len(lines)
    severity: Severity = "look" if count else "fine"
    if not count:
        return make(
            "owned",
            severity,
            say("all-from-your-own"),
            say("every-part-your-drawer"),
            Figure("0", say("missing")),
            value=0.0,
            why=(say("every-part-looked-your"),),
        )
    text = " ".join(line[0].upper() + line[1:] for line in lines[:2]) + (
        say("more", count=count - 2) if count > 2 else ""
    )
    title = say("nothing-your-drawer-yet") if drawer.empty else say("not-all-yours")
    return make("owned", severity, title, text, Figure(str(count), say("missing")), value=float(count),
                parts=tuple(parts), why=tuple(line[0].upper() + line[1:] for line in lines))  # fmt: skip


def _span(span: Span, lack: Lack, drawer: Drawer, writer: Writer) -> str:
    """Say what line or leader is not owned, with the nearest spool to a line."""
    if not isinstance(lack.item, Spool):
        return say("leader", name=span.name)
    near = nearest_spool(drawer, span)
    own = (
        say(
            "nearest",
            number=near.number,
            label=near.label,
            diameter_mm=writer.text("diameter", near.diameter_mm / 1000),
        )
        if near
        else ""
    )
    return f"{span.name}: {span.material.name.lower()} {writer.text('diameter', span.d0_mm / 1000)}{own}."


def _line(situation: Situation, lack: Lack) -> str:
    """Say what else is not owned: a fly with the nearest pattern, shot, what holds the rig up, fly line, rod."""
    rig, drawer = situation.rig, situation.drawer
    attachment = next((a for a in rig.attachments if a.id == lack.part), None)
    if attachment is None:
        if lack.item == rig.line:
            return say("line", name=rig.line.name)
        return say("rod", name=rig.rod.name) if lack.item == rig.rod else rig.head.missing(drawer)
    fly = attachment.fly
    bead = fly.bead.diameter_mm if fly and fly.bead else 0.0
    pattern = nearest_pattern(drawer, fly.hook.size, bead) if fly else None
    own = say("nearest-2", name=pattern.name, size=pattern.hook.label) if pattern else ""
    return f"{role_name(rig.role(attachment))}: {attachment.body.label}{own}."


def nearest_spool(drawer: Drawer, span: Span) -> Spool | None:
    """Return the owned spool nearest to a span: of its material where there is one."""
    own = [s for s in drawer.spools if s.material.key == span.material.key] or list(drawer.spools)
    return min(own, key=lambda s: abs(s.diameter_mm - span.d0_mm), default=None)


def nearest_pattern(drawer: Drawer, size: int, bead_mm: float) -> FlyPattern | None:
    """Return the owned pattern nearest to a hook and a bead."""

    def off(pattern: FlyPattern) -> float:
        beads = [w.bead.diameter_mm if w.bead else 0.0 for w in pattern.weights] or [0.0]
        return abs(pattern.hook.size - size) + 3 * min(abs(b - bead_mm) for b in beads)

    return min(drawer.patterns, key=off, default=None)


def candidates(situation: Situation) -> Iterator[RigEdit]:
    """Yield the nearest owned spool and fly for what is missing."""
    drawer = situation.drawer
    for span in situation.rig.spans:
        near = nearest_spool(drawer, span)
        if near and not owned_span(span, drawer):
            yield UseSpool(span=span.id, spool=near.id)
    for attachment in situation.rig.attachments:
        fly = attachment.fly
        if fly is not None and not owned_fly(attachment, drawer):
            bead = fly.bead.diameter_mm if fly.bead else 0.0
            pattern = nearest_pattern(drawer, fly.hook.size, bead)
            if pattern and pattern.weights:
                weight = min(pattern.weights, key=lambda w: abs((w.bead.diameter_mm if w.bead else 0.0) - bead))
                yield SwapFly(at=attachment.id, weight=weight.id)


def score(situation: Situation) -> float:
    """Return how many parts are missing."""
    return read(situation).value or 0.0


READING = ReadingKind("owned", read, candidates, score)
