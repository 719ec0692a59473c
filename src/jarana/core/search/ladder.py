"""The ladder: what to put on as the water grows deeper or faster, from what is owned; on a line, how deep the flies are."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import AT_Z, UNDER
from jarana.core.errors import InputError
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.search.by_weight import FASTEST, MEMBERS, PACES, SLOWEST, by_weight
from jarana.core.search.cells import Cell, FlyAt, Ladder
from jarana.core.search.moves.line import values as other_lines
from jarana.core.search.rungs import nothing_to_step
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
alike = It is { $depth } deep whatever the count and the line: there is nothing to choose between.
alike-swing = It is { $depth } deep whatever the pace and the line: there is nothing to choose between.
""",
)
LIES_M = 0.03
"""m: a fly so near to the bed lies on it."""
HALF = 0.5
"""Share of the drifts on which a fly is where they take, or lies on the bed, to be drawn so."""
ALIKE_M = 0.05
"""m: depths so near to one another are one."""
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
    found = evaluate(asked, MEMBERS, SEARCH_GRID, watch, counted=False, as_written=False)
    if found is None:
        raise Stopped
    rows: list[tuple[Cell, ...]] = []
    for i in range(len(options)):
        own = found[i : i + 1] * len(columns) if lake else found[i * len(columns) : (i + 1) * len(columns)]
        rows.append(
            tuple(
                _cell(situation, _flies(tracks, c if lake else None), c, i, lake)
                for tracks, c in zip(own, columns, strict=True)
            )
        )
    deepest = [max(f.m for f in c.flies) for row in rows for c in row if c.flies]
    if not deepest:
        raise nothing_to_step(situation.rig)
    if all_alike(deepest):
        depth = writer.text("depth", deepest[0])
        raise InputError.one(
            "rig", situation.rig.name, say("alike", depth=depth) if lake else say("alike-swing", depth=depth)
        )
    return Ladder(
        kind="count" if lake else "leader",
        across="s" if lake else writer.figure("speed", water.pace_m_s).unit,
        down="",
        columns=tuple(f"{c:.0f}" if lake else writer.figure("speed", c).digits for c in columns),
        rows=tuple(names),
        rungs=(),
        cells=tuple(rows),
        drifts=len(asked) * len(MEMBERS),
        depth_m=water.depth_m,
        zone_m=_zone(water),
    )


def all_alike(depths: Sequence[float]) -> bool:
    """Say whether depths, m, differ so little that there is nothing to choose between them.

    Examples
    --------
    >>> all_alike([3.70, 3.749]), all_alike([3.70, 3.751])
    (True, False)
    """
    return max(depths) - min(depths) < ALIKE_M


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


def _flies(tracks: Tracks | None, seconds: float | None) -> tuple[FlyAt, ...]:
    """Return how deep each fly is, the uppermost on the line first, in the middle of the drifts; nothing where it failed.

    After so many s, or of a swing in its second half.
    """
    if tracks is None:
        return ()
    rig, water = tracks.situation.rig, tracks.situation.fished
    found = []
    for row in sorted(range(len(tracks.names)), key=lambda k: place(rig, rig.attachment(tracks.names[k]))):
        z, bed = (_at(tracks, tracks.at[:, row, :, column], seconds) for column in (AT_Z, UNDER))
        takes = water.zone.holds(bed + z, bed, water.nature.near_m)
        found.append(
            FlyAt(
                m=round(float(-np.median(z)), 3),
                takes=bool(takes.mean() >= HALF),
                lies=bool((bed + z <= LIES_M).mean() >= HALF),
            )
        )
    return tuple(found)


def _at(tracks: Tracks, values: Floats, seconds: float | None) -> Floats:
    """Return what something is after so many s on each drift, (k,); or at every moment of the second half, (k, moments)."""
    if seconds is None:
        return values[:, values.shape[1] // 2 :]
    return np.array([np.interp(seconds, times, own) for times, own in zip(tracks.times, values, strict=True)])


def _cell(situation: Situation, flies: tuple[FlyAt, ...], column: float, row: int, lake: bool) -> Cell:
    if not flies:
        return Cell(rung=None, text="–", mark="none")
    water, lowest = situation.water, max(flies, key=lambda f: f.m)
    motion = situation.rig.motion
    today = row == 0 and (abs(column - motion.count_s) < 2.5 if lake else abs(column - water.pace_m_s) < 1e-9)
    return Cell(
        rung=row,
        text=say("on-the-bed") if lowest.lies else situation.writer.text("depth", lowest.m),
        mark="always" if lowest.lies else "",
        today=today,
        flies=flies,
    )
