"""The first minutes of somebody who has nothing yet: a sample water, tackle picked from the sample drawer; all of it
can be thrown away again.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any, Literal
from uuid import UUID, uuid5

from jarana.core.errors import InputError
from jarana.core.methods import ranked
from jarana.core.stock.kind import StockKind
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Drawer, FlyPattern, Spool
from jarana.core.tackle.fly import Fly
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from jarana.core.words import phrases
from jarana.demo.load import stock_file, valley, valley_rules
from jarana.formats.stock_csv import drawer_of
from jarana.storage.tables import ReachRow
from jarana.storage.work import Work
from jarana.usecases.in_hand import take_in_hand
from jarana.usecases.keep_reach import keep_reach
from jarana.usecases.keep_stock import UnknownChangeError, import_stock, undo_change
from jarana.usecases.today import Asking

say = phrases(
    __name__,
    """
no-such = there is no such sample
beads = beads of { $from } to { $to }
bare = bare
""",
)
NAMESPACE = UUID("0f0f7bb0-5a2e-4a6c-9f55-7a8d9cfe2d10")
NAMED = ("name", "label")
SAID_ELSEWHERE = (*NAMED, "note", "count", "low", "number")
TRIED = 6
"""Methods that are tried for a first rig, by how the water speaks for them."""


@dataclass(frozen=True)
class SampleItem:
    """A thing that can be picked: what it is called, what it is; a fly, or the look of a line and how thick it is, to draw it from."""

    id: str
    name: str
    note: str
    fly: Fly | None = None
    look: str = ""
    diameter_mm: float = 0.0


@dataclass(frozen=True)
class SampleKind:
    """A kind of tackle with what can be picked of it."""

    kind: str
    name: str
    items: tuple[SampleItem, ...]


@dataclass(frozen=True)
class Begun:
    """What somebody began with: today's water, and the methods a first rig is looked for among, the likeliest first."""

    water: ReachRow
    methods: tuple[str, ...]


def sample_waters() -> tuple[Reach, ...]:
    """Return the waters of the invented valley."""
    return valley()[0]


@cache
def _rows(kind: str) -> tuple[dict[str, str], ...]:
    return tuple(csv.DictReader(io.StringIO(stock_file(kind))))


def sample_tackle(writer: Writer) -> tuple[SampleKind, ...]:
    """Return what can be picked of the sample drawer."""
    found = []
    for key, kind in _kinds().items():
        items = tuple(_item(kind, item, writer) for item in getattr(_sample_drawer(), kind.drawer))
        found.append(SampleKind(key, kind.title, items))
    return tuple(found)


def _kinds() -> dict[str, StockKind[Any]]:
    """Return the kinds somebody can begin with."""
    return {key: kind for key, kind in kinds().items() if not kind.measured}


@cache
def _sample_drawer() -> Drawer:
    return drawer_of({key: stock_file(key) for key in _kinds()})


def _item(kind: StockKind[Any], item: Any, writer: Writer) -> SampleItem:
    if isinstance(item, FlyPattern):
        beads = sorted(w.bead.diameter_mm for w in item.weights if w.bead)
        note = say("bare")
        if beads:
            low, high = (writer.text("bead", mm / 1000) for mm in (beads[0], beads[-1]))
            note = low if low == high else say("beads", **{"from": low, "to": high})
        middle = item.weights[len(item.weights) // 2]
        return SampleItem(item.id, f"{item.name} #{item.hook.label}", note, item.tied(middle))
    if isinstance(item, Spool):
        note = writer.text("diameter", item.diameter_mm / 1000)
        return SampleItem(item.id, item.label, note, look=item.material.look, diameter_mm=item.diameter_mm)
    cells = kind.rows(item)[0].cells
    shown = [(c.key, c.shown(cells.get(c.key), writer)) for c in kind.typed]
    name = next((text for key, text in shown if key in NAMED and text), item.id)
    rest = [text for key, text in shown if text and key not in SAID_ELSEWHERE]
    return SampleItem(item.id, name, " · ".join(rest[:2]))


def begin(work: Work, water: str | None, picked: Mapping[str, Sequence[str]] | Literal["all"], asking: Asking) -> Begun:
    """Take a sample water (None: today's stays), tackle of the sample drawer, in hand; a rig is looked for by jobs of its own.

    Raises
    ------
    InputError
        When something is named that is no sample, or there is no water yet.
    """
    texts = _picked(picked)
    day = asking.day(work.now)
    reach = next((r for r in sample_waters() if r.id == water), None)
    if water is not None and reach is None:
        raise InputError.one("water", water, say("no-such"))
    with work.writing():
        if reach is not None:
            for rules in valley_rules():
                if rules.id == reach.rules and work.belongings.rules_of(reach) is None:
                    work.belongings.keep_rule_set(rules)
            work.session.flush()
            row = work.belongings.reach_row(reach.id, deleted=True)
            if row is None:
                row = keep_reach(work, reach, None, day)
            row.deleted_at = None
        else:
            held = take_in_hand(work, None, None).water
            mine = work.belongings.reach_row(held) if held else None
            if mine is None:
                raise InputError.one("water", "", say("no-such"))
            row = mine
        turn = _turn(work)
        for kind, text in texts.items():
            import_stock(work, _change(work, turn, kind), kinds()[kind], text)
        fitting = _fitting(work, row.document)
    take_in_hand(work, row.id, None)
    return Begun(row, fitting)


def _fitting(work: Work, water: Reach) -> tuple[str, ...]:
    """Return the methods a first rig is looked for among, by how the water speaks for them; none where there is nothing to tie with."""
    drawer = work.belongings.drawer()
    if not drawer.patterns or not drawer.spools:
        return ()
    return tuple(method.key for method, _fit in ranked(water) if water.kind in method.waters)[:TRIED]


def _picked(picked: Mapping[str, Sequence[str]] | Literal["all"]) -> dict[str, str]:
    """Return the files of what was picked; of a thing with several rows all of them."""
    if picked == "all":
        return {key: stock_file(key) for key in _kinds()}
    assert not isinstance(picked, str)
    texts = {}
    for key, ids in picked.items():
        kind = _kinds().get(key)
        if kind is None:
            raise InputError.one("picked", key, say("no-such"))
        wanted = [item for item in getattr(_sample_drawer(), kind.drawer) if item.id in ids]
        if len(wanted) != len(set(ids)):
            raise InputError.one(f"picked.{key}", ids[0], say("no-such"))
        mine = {row for item in wanted for row in kind.row_ids(item)}
        rows = [row for row in _rows(key) if row["id"] in mine]
        if rows:
            out = io.StringIO()
            written = csv.DictWriter(out, rows[0].keys(), lineterminator="\n")
            written.writeheader()
            written.writerows(rows)
            texts[key] = out.getvalue()
    return texts


def _change(work: Work, turn: int, kind: str) -> UUID:
    return uuid5(NAMESPACE, f"{work.owner} {turn} {kind}")


MOST_TURNS = 50


def _turn(work: Work) -> int:
    """Return how often samples were taken before."""
    for turn in range(MOST_TURNS):
        if not any(work.journal.get(_change(work, turn, kind)) for kind in kinds()):
            return turn
    return MOST_TURNS


def throw_away(work: Work) -> tuple[int, int]:
    """Throw the samples away: tackle that was taken from them, and sample waters that were not changed; return how many of each.

    What was changed of a water, or put in by hand, is one's own by now and stays; every rig stays.
    """
    changes = waters = 0
    samples = {reach.id: reach for reach in sample_waters()}
    with work.writing():
        for turn in range(MOST_TURNS):
            for kind in kinds():
                row = work.journal.get(_change(work, turn, kind))
                if row is not None and not row.undone:
                    try:
                        undo_change(work, row.id)
                        changes += 1
                    except UnknownChangeError:
                        continue
        for row_of in work.belongings.reach_rows():
            if samples.get(row_of.id) == row_of.document:
                row_of.deleted_at = work.now
                waters += 1
    return changes, waters
