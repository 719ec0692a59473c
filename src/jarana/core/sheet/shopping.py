"""What to buy: what runs low in the drawer, and what rigs are tied of that is not in it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from jarana.core.documents import Document
from jarana.core.rig.lacking import Lack, lacking
from jarana.core.rig.model import Rig
from jarana.core.stock.column import Value
from jarana.core.stock.kind import Row
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Drawer, FlyPattern, Spool
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


def there(item: Document, drawer: Drawer) -> bool:
    """Say whether what a rig was tied of lies in a drawer after all, as another of the same: it need not be bought."""
    if isinstance(item, Spool):
        return drawer.nearest_spool(item.material.key, item.diameter_mm) is not None
    if isinstance(item, FlyPattern):
        wanted = item.weights[0].kind
        same = [
            p
            for p in drawer.patterns
            if (p.name, p.hook.size, p.dressing.key) == (item.name, item.hook.size, item.dressing.key)
        ]
        return any(w.count > 0 and w.kind == wanted for p in same for w in p.weights)
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
