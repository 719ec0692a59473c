"""The ladder: what to put on as the water grows deeper or faster, from what is owned; on a line, how deep the flies are."""

from __future__ import annotations

from collections.abc import Iterator

import numpy as np

from jarana.core.engine.columns import AT_Z
from jarana.core.errors import InputError
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.search.by_weight import FASTEST, PACES, SLOWEST, by_weight
from jarana.core.search.cells import Cell, FlyAt, Ladder
from jarana.core.search.moves.line import values as other_lines
from jarana.core.search.valued import Stopped
from jarana.core.situation import Situation
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
on-the-bed = on the bed
""",
)
LIES_M = 0.03
"""m: a fly so near to the bed lies on it."""
AT_EDGE_M = 0.05
"""m: a fly so near the edge of where they take is in it."""
COUNTS_S = (5.0, 10.0, 20.0, 30.0, 45.0, 60.0, 90.0, 120.0)


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
    return by_weight(situation, watch)


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
