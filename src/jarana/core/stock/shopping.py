"""What to buy: what runs low in the drawer, and what rigs are tied of that is not in it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field

from jarana.core.documents import Document
from jarana.core.heads.float import FloatHead
from jarana.core.rig.model import Attachment, Rig, Span
from jarana.core.stock.column import Value
from jarana.core.stock.kind import Row
from jarana.core.stock.kinds import kinds
from jarana.core.stock.kinds.spools import NEW_SPOOL_M, USUAL_NEW_M
from jarana.core.tackle.drawer import Drawer, FlyPattern, Spool, Weight
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
left = { $left } left, { $low } kept
for-rig = for { $rig }
line-name = { $material } { $diameter }
""",
)

MADE = "lacking"
"""Id of a document that is in no drawer yet."""


@dataclass(frozen=True)
class Lack:
    """A part of a rig that is in no drawer, as it would lie there; `part` is empty for line, rod and float."""

    part: str
    item: Document


@dataclass
class Wanted:
    """Something to buy.

    Attributes
    ----------
    kind
        Of tackle, its key.
    name
        What it is, in the person's units.
    why
        What is left of it, or the rigs it is for.
    cells
        What a row of it is typed as; empty where there is one already that runs low.
    parts
        Of which rigs: (place among the rigs, part).
    """

    kind: str
    name: str
    why: list[str] = field(default_factory=list)
    cells: dict[str, str] = field(default_factory=dict)
    parts: list[tuple[int, str]] = field(default_factory=list)


def lacking(rig: Rig, drawer: Drawer) -> Iterator[Lack]:
    """Yield what a rig is tied of that is not owned: lines, flies, what holds it up, fly line, rod."""
    for span in rig.spans:
        if not owned_span(span, drawer):
            yield Lack(span.id, _spool(span))
    for attachment in rig.attachments:
        if attachment.fly is not None and not owned_fly(attachment, drawer):
            yield Lack(attachment.id, _pattern(attachment))
    if isinstance(rig.head, FloatHead) and rig.head.missing(drawer):
        yield Lack("", rig.head.body)
    if rig.line.id not in {row.id for row in drawer.lines}:
        yield Lack("", rig.line)
    if rig.rod.id not in {row.id for row in drawer.rods}:
        yield Lack("", rig.rod)


def owned_span(span: Span, drawer: Drawer) -> bool:
    """Say whether a span is of an owned spool or an owned leader."""
    if span.ready is not None and drawer.leader(span.ready) is not None:
        return True
    return span.spool is not None and drawer.spool(span.spool.id) is not None


def owned_fly(attachment: Attachment, drawer: Drawer) -> bool:
    """Say whether a fly is in the box."""
    fly = attachment.fly
    return fly is not None and fly.source is not None and drawer.fly(fly.source) is not None


def there(item: Document, drawer: Drawer) -> bool:
    """Say whether what a rig was tied of lies in a drawer after all, as another of the same: it need not be bought."""
    if isinstance(item, Spool):
        return drawer.nearest_spool(item.material.key, item.diameter_mm) is not None
    if isinstance(item, FlyPattern):
        wanted = item.weights[0].bead
        same = [
            p
            for p in drawer.patterns
            if (p.name, p.hook.size, p.dressing.key) == (item.name, item.hook.size, item.dressing.key)
        ]
        return any(w.count > 0 and w.bead == wanted for p in same for w in p.weights)
    kind = next(k for k in kinds().values() if k.document is type(item))
    (row,) = kind.rows(item)
    return any(kind.name(r.cells) == kind.name(row.cells) for d in getattr(drawer, kind.drawer) for r in kind.rows(d))


def shopping(drawer: Drawer, rigs: Sequence[Rig], writer: Writer) -> tuple[Wanted, ...]:
    """Return what to buy, in the order of the drawer's kinds: what runs low, then what rigs lack, each once."""
    found: dict[tuple[str, str], Wanted] = {}
    for kind in kinds().values():
        for item in getattr(drawer, kind.drawer):
            for row in kind.rows(item):
                if row.low:
                    columns = {c.key: c for c in kind.columns}
                    amount = "left" if "left" in columns else "count"
                    left, low = (columns[key].shown(row.cells.get(key) or 0, writer) for key in (amount, "low"))
                    name = kind.name(row.cells)
                    found[kind.key, row.id] = Wanted(kind.key, name, [say("left", left=left, low=low)])
    for number, rig in enumerate(rigs):
        for lack in lacking(rig, drawer):
            if there(lack.item, drawer):
                continue
            kind = next(k for k in kinds().values() if k.document is type(lack.item))
            (row,) = kind.rows(lack.item)
            cells = {c.key: c.plain(row.cells.get(c.key)) for c in kind.typed if row.cells.get(c.key)}
            same = (kind.key, repr(sorted(cells.items())))
            wanted = found.setdefault(
                same, Wanted(kind.key, _name(kind.name(row.cells), lack, row, writer), cells=cells)
            )
            why = say("for-rig", rig=rig.name)
            if why not in wanted.why:
                wanted.why.append(why)
            wanted.parts.append((number, lack.part))
    order = list(kinds())
    return tuple(sorted(found.values(), key=lambda w: (order.index(w.kind), bool(w.cells), w.name)))


def _name(usual: str, lack: Lack, row: Row, writer: Writer) -> str:
    if isinstance(lack.item, Spool):
        thick: Value = row.cells["diameter"]
        assert isinstance(thick, float)
        return say(
            "line-name", material=lack.item.material.name.lower(), diameter=writer.text("diameter", thick / 1000)
        )
    return usual


def _spool(span: Span) -> Spool:
    """Return a new spool of a span's line; of a tapered one as thick as its thin end."""
    mm = min(span.d0_mm, span.d1_mm)
    left = NEW_SPOOL_M.get(span.material.key, USUAL_NEW_M)
    return Spool(id=MADE, number=0, label="", material=span.material, diameter_mm=mm, left_m=left)


def _pattern(attachment: Attachment) -> FlyPattern:
    """Return a pattern of which the box would hold one."""
    fly = attachment.fly
    assert fly is not None
    return FlyPattern(
        id=MADE,
        name=fly.pattern,
        hook=fly.hook,
        dressing=fly.dressing,
        colour=fly.colour,
        weights=(Weight(id=MADE, bead=fly.bead, count=1),),
        lift_gf=fly.lift_gf,
    )
