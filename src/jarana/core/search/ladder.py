"""The ladder: what to put on as the water grows deeper or faster, from what is owned.

Heavier touches more, deeper and faster touch less, by not even one of the same members: so a cell is found by walking on from
the one above it and the one before it, a fifth of the drifts of the whole table.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from typing import Literal

import numpy as np

from jarana.core.engine.columns import AT_Z, FIRST_M, FIRST_S
from jarana.core.errors import InputError
from jarana.core.model import Frozen
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.rig.edits.spans import SetLength
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Attachment, Rig
from jarana.core.search.moves.base import hanging_spans
from jarana.core.search.moves.line import values as other_lines
from jarana.core.search.rungs import Rung, nothing_to_step, rungs_of
from jarana.core.search.valued import Stopped
from jarana.core.situation import Situation
from jarana.core.units import Writer
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
longer = { $more } more tippet
none = nothing of yours
sold = { $what }, not yours
on-the-bed = on the bed
buy = { $what } would fill { $cells ->
    [one] one cell
   *[other] { $cells } cells
} of it
""",
)
MEMBERS = range(8)
WISHED = 0.25
"""A cell's weight touches on at least 1 drift in 4."""
ALWAYS = 0.9
DEPTHS = (0.5, 0.65, 0.8, 1.0, 1.2, 1.45, 1.75, 2.1)
PACES = (0.5, 0.65, 0.8, 1.0, 1.2, 1.45, 1.75, 2.1)
"""Depths and paces of a ladder, as shares of the water's own."""
LIES_M = 0.03
"""m: a fly so near to the bed lies on it."""
AT_EDGE_M = 0.05
"""m: a fly so near the edge of where they take is in it."""
LONGER_M = (0.2, 0.4, 0.8)
COUNTS_S = (5.0, 10.0, 20.0, 30.0, 45.0, 60.0, 90.0, 120.0)
SLOWEST, FASTEST, SHALLOWEST, DEEPEST = 0.08, 2.5, 0.2, 8.0
Mark = Literal["", "longer", "sold", "none", "always"]


class FlyAt(Frozen):
    """How deep a fly is, m, whether it is where fish take, and whether it lies on the bed."""

    m: float
    takes: bool
    lies: bool


class Cell(Frozen):
    """A cell: what to put on, its mark, the share of drifts that touch, and after how many metres; where it is today's.

    `flies` are how deep each fly is, the uppermost on the line first, of a ladder of depths.
    """

    rung: int | None
    text: str
    mark: Mark = ""
    touches: float = 0.0
    low_m: float | None = None
    high_m: float | None = None
    today: bool = False
    flies: tuple[FlyAt, ...] = ()


class Ladder(Frozen):
    """A ladder, rows by columns, written in the person's units.

    Attributes
    ----------
    across, down
        What the columns and the rows are.
    rungs
        What can be put on, lightest first; a cell names one by its place.
    figures
        Each of them as a cell writes it: a bead's width, a shot's weight; empty where only words tell it.
    carry
        The two to carry today beside the one in hand.
    buy
        What is not owned and would fill cells, most first.
    depth_m, zone_m
        Of a ladder of depths: how deep the water is, and from where to where below its surface fish take.
    """

    kind: Literal["weight", "count", "leader"]
    across: str
    down: str
    columns: tuple[str, ...]
    rows: tuple[str, ...]
    rungs: tuple[str, ...]
    figures: tuple[str, ...] = ()
    sizes: tuple[float, ...] = ()
    cells: tuple[tuple[Cell, ...], ...]
    carry: tuple[str, ...] = ()
    buy: tuple[str, ...] = ()
    drifts: int = 0
    depth_m: float = 0.0
    zone_m: tuple[float, float] = (0.0, 0.0)


def ladder(situation: Situation, watch: Watch | None = None) -> Ladder:
    """Return the ladder of a rig: depth by pace in a river, count by line on a lake, pace by leader for a swing.

    Raises
    ------
    InputError
        When nothing of the rig can be stepped.
    Stopped
        When the watch was stopped.
    """
    watch = watch or Watch()
    if not situation.water.nature.flows or situation.head.on_line:
        return _by_line(situation, watch)
    return _by_weight(situation, watch)


def _by_weight(situation: Situation, watch: Watch) -> Ladder:
    water, writer, rig = situation.water, situation.writer, situation.rig
    hung, rungs = rungs_of(situation)
    if not rungs:
        raise nothing_to_step(rig)
    owned = [i for i, r in enumerate(rungs) if r.owned] or list(range(len(rungs)))
    depths = [d for d in (s * water.depth_m for s in DEPTHS) if SHALLOWEST <= d <= DEEPEST]
    paces = [p for p in (s * water.pace_m_s for s in PACES) if SLOWEST <= p <= FASTEST] or [water.pace_m_s]
    walk = _Walk(situation, hung, rungs, watch)
    watch.expects(len(depths) * len(paces))
    cells: list[list[Cell]] = []
    picks: list[list[int]] = []
    for i, depth in enumerate(depths):
        row: list[Cell] = []
        picked: list[int] = []
        for j, pace in enumerate(paces):
            if watch.stopped:
                raise Stopped
            above = picks[i - 1][j] if i else 0
            before = picked[j - 1] if j else 0
            place = _first(owned, max(above, before), walk.does(depth, pace))
            today = abs(depth - water.depth_m) < 1e-9 and abs(pace - water.pace_m_s) < 1e-9
            if place is None:
                picked.append(len(owned))
                row.append(_beyond(walk, rungs, owned, depth, pace, today, writer))
            else:
                picked.append(owned.index(place))
                row.append(_filled(walk, rungs, place, depth, pace, today))
            watch.step()
        cells.append(row)
        picks.append(picked)
    return Ladder(
        kind="weight",
        across=writer.figure("speed", water.pace_m_s).unit,
        down=writer.figure("depth", water.depth_m).unit,
        columns=tuple(writer.figure("speed", p).digits for p in paces),
        rows=tuple(writer.figure("depth", d).digits for d in depths),
        rungs=tuple(r.text for r in rungs),
        figures=tuple(r.figure for r in rungs),
        sizes=tuple(r.size for r in rungs),
        cells=tuple(tuple(row) for row in cells),
        carry=_carried(cells, rungs),
        buy=_bought(cells, rungs),
        drifts=walk.drifts,
    )


def _first(owned: Sequence[int], low: int, does: Callable[[int], bool]) -> int | None:
    """Return the first owned rung from a place on that does: one step, then by halves."""
    if low >= len(owned):
        return None
    if does(owned[low]):
        return owned[low]
    high = len(owned) - 1
    if high == low or not does(owned[high]):
        return None
    if does(owned[low + 1]):
        return owned[low + 1]
    low += 1
    while high - low > 1:
        middle = (low + high) // 2
        if does(owned[middle]):
            high = middle
        else:
            low = middle
    return owned[high]


class _Walk:
    """Touch shares of rungs at depths and paces, none computed twice."""

    def __init__(self, situation: Situation, hung: Attachment, rungs: list[Rung], watch: Watch) -> None:
        self.situation, self.hung, self.rungs, self.watch = situation, hung, rungs, watch
        self.drifts = 0
        self.known: dict[tuple[int, float, float, float], Tracks | None] = {}

    def situated(self, k: int, depth: float, pace: float, longer: float = 0.0) -> Situation | None:
        situation = self.situation
        water = situation.water
        other = water.scaled(pace / water.pace_m_s if water.pace_m_s else 1.0, depth / water.depth_m)
        rig: Rig = situation.rig.replace_attachment(self.hung.id, body=self.rungs[k].body)
        if longer:
            spans = hanging_spans(rig)
            span = max((rig.spans[i] for i in spans), key=lambda s: s.length)
            try:
                rig = SetLength(span=span.id, value=f"{span.length + longer:.3f} m").apply(rig, situation.drawer)
            except InputError:
                return None
        return situation.with_rig(rig).with_water(other)

    def tracks(self, k: int, depth: float, pace: float, longer: float = 0.0) -> Tracks | None:
        key = (k, depth, pace, longer)
        if key not in self.known:
            situation = self.situated(k, depth, pace, longer)
            found = evaluate([situation], MEMBERS, SEARCH_GRID, Watch()) if situation is not None else [None]
            self.drifts += len(MEMBERS)
            self.known[key] = found[0] if found else None
        return self.known[key]

    def does(self, depth: float, pace: float) -> Callable[[int], bool]:
        """Say whether a rung touches as often as wished at a depth and a pace."""
        return lambda k: self.touches(k, depth, pace) >= WISHED

    def touches(self, k: int, depth: float, pace: float, longer: float = 0.0) -> float:
        tracks = self.tracks(k, depth, pace, longer)
        if tracks is None:
            return 0.0
        return float((~np.isnan(tracks.did[:, : len(tracks.names), FIRST_S])).any(axis=1).mean())


def _filled(walk: _Walk, rungs: list[Rung], k: int, depth: float, pace: float, today: bool) -> Cell:
    tracks = walk.tracks(k, depth, pace)
    assert tracks is not None
    metres = np.nanmin(
        np.where(
            np.isnan(tracks.did[:, : len(tracks.names), FIRST_M]), np.inf, tracks.did[:, : len(tracks.names), FIRST_M]
        ),
        axis=1,
    )
    there = metres[np.isfinite(metres)]
    share = walk.touches(k, depth, pace)
    return Cell(
        rung=k,
        text=rungs[k].text,
        mark="always" if share >= ALWAYS and k == 0 else "",
        touches=share,
        low_m=round(float(there.min()), 2) if len(there) else None,
        high_m=round(float(there.max()), 2) if len(there) else None,
        today=today,
    )


def _beyond(
    walk: _Walk, rungs: list[Rung], owned: list[int], depth: float, pace: float, today: bool, writer: Writer
) -> Cell:
    """Return what helps in a cell no owned weight fills: longer tippet, something sold, or nothing."""
    heaviest = owned[-1]
    if not (walk.situation.head.floats or walk.situation.head.on_line):
        for more in LONGER_M:
            if walk.touches(heaviest, depth, pace, more) >= WISHED:
                return Cell(
                    rung=heaviest, text=say("longer", more=writer.text("length", more)), mark="longer", today=today
                )
    for k in range(heaviest + 1, len(rungs)):
        if not rungs[k].owned and walk.touches(k, depth, pace) >= WISHED:
            return Cell(rung=k, text=say("sold", what=rungs[k].text), mark="sold", today=today)
    return Cell(rung=None, text=say("none"), mark="none", today=today)


def _carried(cells: list[list[Cell]], rungs: list[Rung]) -> tuple[str, ...]:
    """Return what fills most of the cells next to today's, but not today's own."""
    here = next(((i, j) for i, row in enumerate(cells) for j, cell in enumerate(row) if cell.today), None)
    if here is None:
        return ()
    own = cells[here[0]][here[1]].rung
    near: dict[int, int] = {}
    for i in range(max(here[0] - 2, 0), min(here[0] + 3, len(cells))):
        for j in range(max(here[1] - 2, 0), min(here[1] + 3, len(cells[0]))):
            rung = cells[i][j].rung
            if rung is not None and rung != own and rungs[rung].owned:
                near[rung] = near.get(rung, 0) + 1
    return tuple(rungs[k].text for k in sorted(near, key=lambda k: -near[k])[:2])


def _bought(cells: list[list[Cell]], rungs: list[Rung]) -> tuple[str, ...]:
    wanted: dict[int, int] = {}
    for row in cells:
        for cell in row:
            if cell.mark == "sold" and cell.rung is not None:
                wanted[cell.rung] = wanted.get(cell.rung, 0) + 1
    rows = sorted(wanted, key=lambda k: -wanted[k])
    return tuple(say("buy", what=rungs[k].text, cells=wanted[k]) for k in rows[:2])


def _by_line(situation: Situation, watch: Watch) -> Ladder:
    """Return how deep the team is: on a lake after counts by line, in a swing by pace and line or leader."""
    writer, water = situation.writer, situation.water
    options = list(_lines(situation))
    lake = not water.nature.flows
    columns = list(COUNTS_S) if lake else [p for p in (s * water.pace_m_s for s in PACES) if SLOWEST <= p <= FASTEST]
    names, asked = [], []
    for name, option in options:
        names.append(name)
        if lake:
            asked.append(option.with_rig(_counted(option.rig, max(columns))))
        else:
            asked += [option.with_water(water.scaled(p / water.pace_m_s)) for p in columns]
    found = evaluate(asked, range(0), SEARCH_GRID, watch, counted=False)
    if found is None:
        raise Stopped
    rows: list[tuple[Cell, ...]] = []
    for i in range(len(options)):
        depths = []
        for j, column in enumerate(columns):
            tracks = found[i] if lake else found[i * len(columns) + j]
            depths.append(_depths(tracks, column if lake else None, options[i][1].rig))
        rows.append(tuple(_deep(situation, d, c, i, lake) for d, c in zip(depths, columns, strict=True)))
    return Ladder(
        kind="count" if lake else "leader",
        across="s" if lake else writer.figure("speed", water.pace_m_s).unit,
        down="",
        columns=tuple(f"{c:.0f}" if lake else writer.figure("speed", c).digits for c in columns),
        rows=tuple(names),
        rungs=(),
        cells=tuple(rows),
        drifts=len(asked),
        depth_m=water.depth_m,
        zone_m=_zone(water),
    )


def _zone(water: Reach) -> tuple[float, float]:
    low, high = water.zone.heights(water.depth_m)
    return round(water.depth_m - high, 3), round(water.depth_m - low, 3)


def _lines(situation: Situation) -> Iterator[tuple[str, Situation]]:
    yield situation.rig.line.name, situation
    for move in other_lines(situation):
        try:
            rig = situation.rig
            for edit in move:
                rig = edit.apply(rig, situation.drawer, situation.writer)
        except InputError:
            continue
        if rig.head == situation.rig.head:
            name = rig.line.name if rig.line.id != situation.rig.line.id else rig.spans[0].name
            yield name, situation.with_rig(rig)


def _counted(rig: Rig, count: float) -> Rig:
    return rig.rebuilt(motion=rig.motion.model_copy(update={"count_s": count}))


def _depths(tracks: Tracks | None, seconds: float | None, rig: Rig) -> tuple[float, ...]:
    """Return how deep each fly is, the uppermost on the line first, after so many s, or in the middle of the second half of a swing, m; nothing where it failed."""
    if tracks is None or not tracks.names:
        return ()
    order = sorted(range(len(tracks.names)), key=lambda k: place(rig, rig.attachment(tracks.names[k])))
    depth = -tracks.nominal[order, :, AT_Z]
    times = tracks.nominal_times
    if seconds is not None:
        return tuple(round(float(np.interp(seconds, times, row)), 3) for row in depth)
    return tuple(round(float(d), 3) for d in np.median(depth[:, len(times) // 2 :], axis=1))


def _deep(situation: Situation, flies: tuple[float, ...], column: float, row: int, lake: bool) -> Cell:
    if not flies:
        return Cell(rung=None, text="–", mark="none")
    water, depth = situation.water, max(flies)
    lies = depth >= water.depth_m - LIES_M
    motion = situation.rig.motion
    today = row == 0 and (abs(column - motion.count_s) < 2.5 if lake else abs(column - water.pace_m_s) < 1e-9)
    top, bottom = _zone(water)
    return Cell(
        rung=row,
        text=say("on-the-bed") if lies else situation.writer.text("depth", depth),
        mark="always" if lies else "",
        today=today,
        flies=tuple(
            FlyAt(m=m, takes=top - AT_EDGE_M <= m <= bottom + AT_EDGE_M, lies=m >= water.depth_m - LIES_M)
            for m in flies
        ),
    )
