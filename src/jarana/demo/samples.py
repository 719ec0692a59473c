"""The first minutes of somebody who has nothing yet: a sample water, tackle picked from the sample drawer; all of it
can be thrown away again.
"""

from __future__ import annotations

import csv
import io
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cache
from typing import Literal
from uuid import UUID, uuid5

from jarana.core.errors import InputError
from jarana.core.methods import ranked
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Spool
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
rod = { $length }, class { $class }
""",
)
NAMESPACE = UUID("0f0f7bb0-5a2e-4a6c-9f55-7a8d9cfe2d10")
BY_PATTERN = "flies"
"""A kind whose rows are weights of one pattern: a pattern is picked whole."""
LEFT_OUT = ("knots",)
"""Kinds that are nobody's sample: pull tests are one's own."""
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
    drawer = drawer_of({key: stock_file(key) for key in kinds()})
    found = []
    for key, kind in kinds().items():
        if key in LEFT_OUT:
            continue
        items: list[SampleItem] = []
        if key == BY_PATTERN:
            for pattern in drawer.patterns:
                beads = sorted(w.bead.diameter_mm for w in pattern.weights if w.bead)
                middle = pattern.weights[len(pattern.weights) // 2]
                note = say("bare")
                if beads:
                    ends = (writer.text("bead", beads[0] / 1000), writer.text("bead", beads[-1] / 1000))
                    note = ends[0] if beads[0] == beads[-1] else say("beads", **{"from": ends[0], "to": ends[1]})
                items.append(SampleItem(pattern.id, f"{pattern.name} #{pattern.hook.size}", note, pattern.tied(middle)))
        else:
            named = {row["id"]: row for row in _rows(key)}
            for item in getattr(drawer, kind.drawer):
                name, note = _said(named[item.id])
                spool = item if isinstance(item, Spool) else None
                items.append(
                    SampleItem(
                        item.id,
                        name,
                        writer.text("diameter", spool.diameter_mm / 1000) if spool else note,
                        look=spool.material.look if spool else "",
                        diameter_mm=spool.diameter_mm if spool else 0.0,
                    )
                )
        found.append(SampleKind(key, kind.title, tuple(items)))
    return tuple(found)


def _said(row: Mapping[str, str]) -> tuple[str, str]:
    """Return what a row of a file is called, and its next figures."""
    name = row.get("name") or row.get("label") or row["id"]
    rest = [
        f"{v} {_unit(k)}".strip()
        for k, v in row.items()
        if k not in ("id", "name", "label", "number", "note", "count", "low") and v
    ]
    return name, " · ".join(rest[:2])


def _unit(column: str) -> str:
    return column.partition("[")[2].rstrip("]")


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
    """Return the files of what was picked."""
    if picked == "all":
        return {key: stock_file(key) for key in kinds() if key not in LEFT_OUT}
    assert not isinstance(picked, str)
    texts = {}
    for kind, ids in picked.items():
        if kind not in kinds() or kind in LEFT_OUT:
            raise InputError.one("picked", kind, say("no-such"))
        rows = _of_patterns(set(ids)) if kind == BY_PATTERN else [r for r in _rows(kind) if r["id"] in ids]
        if ids and not rows:
            raise InputError.one(f"picked.{kind}", ids[0], say("no-such"))
        if rows:
            out = io.StringIO()
            written = csv.DictWriter(out, rows[0].keys(), lineterminator="\n")
            written.writeheader()
            written.writerows(rows)
            texts[kind] = out.getvalue()
    return texts


def _of_patterns(ids: set[str]) -> list[dict[str, str]]:
    drawer = drawer_of({BY_PATTERN: stock_file(BY_PATTERN)})
    weights = {w.id for p in drawer.patterns if p.id in ids for w in p.weights}
    return [row for row in _rows(BY_PATTERN) if row["id"] in weights]


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
