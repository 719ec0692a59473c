"""What a tied rig takes from the drawer, and what is still on it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Mapping, Sequence

from jarana.core.stock.change import Entries, Entry
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.shot import Shot


def taken_by_tying(
    drawer: Drawer, line_mm: Mapping[str, float], bodies: Sequence[object], ready: Mapping[str, int] | None = None
) -> Entries:
    """Return the change that tying a rig makes to a drawer.

    Line comes off its spools: one that holds less than is needed is emptied, since the angler has the line in hand, so
    its figure was wrong. A fly leaves its box; one the box does not know of is out all the same. Shot leaves its tub, a
    ready-made leader the wallet, what was tied beforehand its winder.

    Parameters
    ----------
    line_mm
        Line needed, mm by spool id.
    bodies
        What hangs on the rig.
    ready
        How many of which ready-made leaders and winders are put on, by id.
    """
    entries: list[Entry] = []
    on = ready or {}
    for spool in drawer.spools:
        if spool.id in line_mm:
            left = round(max(spool.left_m - line_mm[spool.id] / 1000, 0.0), 3)
            entries.append(_entry("spools", spool, spool.model_copy(update={"left_m": left})))
    out = [body.source for body in bodies if isinstance(body, Fly) and body.source]
    entries += moved_flies(drawer, out, -1)
    sizes = Counter(body.name for body in bodies if isinstance(body, Shot))
    for shot in drawer.shots:
        if n := sizes.get(shot.name):
            entries.append(_entry("shot", shot, shot.model_copy(update={"count": max(shot.count - n, 0)})))
    for leader in drawer.leaders:
        if n := on.get(leader.id, 0):
            entries.append(_entry("leaders", leader, leader.model_copy(update={"count": max(leader.count - n, 0)})))
    for winder in drawer.winders:
        if n := on.get(winder.id, 0):
            entries.append(_entry("winders", winder, winder.model_copy(update={"count": max(winder.count - n, 0)})))
    known = {w.id for p in drawer.patterns for w in p.weights}
    return Entries(act="tie", entries=tuple(entries), out=tuple(w for w in out if w in known))


def moved_flies(drawer: Drawer, weights: Sequence[str], each: int) -> list[Entry]:
    """Return the entries that move flies out of the box (−1 each) or back into it (+1)."""
    wanted = Counter(weights)
    entries = []
    for pattern in drawer.patterns:
        if any(w.id in wanted for w in pattern.weights):
            moved = tuple(
                w.model_copy(update={"count": max(w.count + each * wanted.get(w.id, 0), 0)}) for w in pattern.weights
            )
            entries.append(_entry("flies", pattern, pattern.model_copy(update={"weights": moved})))
    return entries


def still_out(changes: Iterable[Entries]) -> list[str]:
    """Return the weights of the box that hang on a rig, from everything that was done and not taken back."""
    out: Counter[str] = Counter()
    for change in changes:
        out.update(change.out)
        out.subtract(Counter(change.back) + Counter(change.lost))
    return sorted(out.elements())


def _entry(kind: str, before: object, after: object) -> Entry:
    was, became = (doc.model_dump(mode="json") for doc in (before, after))  # type: ignore[attr-defined]
    return Entry(kind=kind, item=str(was["id"]), before=was, after=became)
