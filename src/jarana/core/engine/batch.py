"""Many drifts in one compiled call: made ready one by one, run by two threads without the interpreter, only what is judged kept.

What a drift gives does not depend on its company, its order or the number of threads.
"""

from __future__ import annotations

import os
from collections.abc import Sequence
from concurrent.futures import Future, ThreadPoolExecutor
from dataclasses import dataclass
from functools import cache
from typing import NamedTuple

import numpy as np

from jarana.core.engine.arrays import Floats, Ints
from jarana.core.engine.chain import Ready
from jarana.core.engine.compiled import compiled
from jarana.core.engine.groups import Drive, Line, Loads, Medium
from jarana.core.engine.step.kernel import run_chain

WORKERS = 2
"""Threads of one call."""
SLICE = 4
"""Drifts a thread takes at a time."""


class _Rows(NamedTuple):
    """Drifts one behind the other; `at` are where each begins: nodes, bodies, along, across, eddies, moves, mends, watched."""

    at: Ints
    parent: Ints
    lies: Ints
    afloat: Ints
    fixed: Ints
    links: Floats
    place: Floats
    speed: Floats
    body_node: Ints
    bodies: Floats
    flags: Ints
    water: Floats
    stream: Floats
    air: Floats
    bed: Floats
    grids: Floats
    along: Floats
    across: Floats
    eddies: Floats
    moves: Floats
    mends: Floats
    times: Floats
    steps: Floats
    watched: Ints


@compiled
def run_many(low: int, high: int, rows: _Rows, stop: Ints, did: Floats, tracks: Floats) -> int:
    """Run drifts `low` to `high` into `did` (watched, 9) and `tracks` (watched, times, 9); return how many were run.

    Looks before each whether it is told to stop.
    """
    at = rows.at
    none = np.zeros(0, dtype=np.int64)
    for k in range(low, high):
        if stop[0] != 0:
            return k - low
        a, b = at[k, 0], at[k + 1, 0]
        c, d = at[k, 1], at[k + 1, 1]
        watched = rows.watched[at[k, 7] : at[k + 1, 7]]
        start = np.zeros((2, b - a, 3))
        start[0], start[1] = rows.place[a:b], rows.speed[a:b]
        found = run_chain(
            Line(rows.parent[a:b], rows.links[a:b], rows.lies[a:b], rows.afloat[a:b]),
            Loads(rows.body_node[c:d], rows.bodies[c:d], np.zeros(d - c, dtype=np.int64)),
            rows.flags[k, 0] != 0,
            rows.flags[k, 1],
            rows.fixed[a:b],
            Medium(
                rows.water[k],
                rows.stream[k],
                rows.air[k],
                rows.along[at[k, 2] : at[k + 1, 2]],
                rows.grids[k, 0],
                rows.across[at[k, 3] : at[k + 1, 3]],
                rows.grids[k, 1],
                rows.bed[k],
                rows.eddies[at[k, 4] : at[k + 1, 4]],
                rows.grids[k, 2],
            ),
            start,
            Drive(
                rows.moves[at[k, 5] : at[k + 1, 5]],
                rows.mends[at[k, 6] : at[k + 1, 6]],
                rows.times[k],
                rows.steps[k],
                none,
                watched,
            ),
        )
        did[at[k, 7] : at[k + 1, 7]] = found[4]
        for w in range(len(watched)):
            tracks[at[k, 7] + w] = found[5][:, w]
    return high - low


@dataclass(frozen=True)
class Ran:
    """What a drift of a batch gives of its watched nodes.

    Attributes
    ----------
    times
        (times,) s.
    tracks
        (watched, times, 9), columns AT_X … TAKEN; NaN where the numbers ran away.
    did
        (watched, 9), columns FIRST_S … LEAST.
    """

    times: Floats
    tracks: Floats
    did: Floats

    @property
    def failed(self) -> bool:
        """Whether the numbers ran away."""
        return bool(np.isnan(self.tracks[:, -1, 0]).any())


class Stop:
    """Stops a batch between two of its drifts."""

    def __init__(self) -> None:
        self.flag = np.zeros(1, dtype=np.int64)

    def stop(self) -> None:
        """Stop it."""
        self.flag[0] = 1

    @property
    def stopped(self) -> bool:
        """Whether it was stopped."""
        return bool(self.flag[0])


@cache
def _pool() -> ThreadPoolExecutor:
    """Return the threads all batches of a process share."""
    return ThreadPoolExecutor(WORKERS, "batch")


# Threads do not survive a fork: a child makes its own.
os.register_at_fork(after_in_child=_pool.cache_clear)


def begin_batch(drifts: Sequence[Ready]) -> Future[list[Ran] | None]:
    """Run drifts on one of the threads while the caller makes others ready."""
    return _pool().submit(run_batch, drifts, None, 1)


def run_batch(drifts: Sequence[Ready], stop: Stop | None = None, workers: int = WORKERS) -> list[Ran] | None:
    """Run drifts that report at equally many times each; None when they were stopped on the way."""
    if not drifts:
        return []
    stop = stop or Stop()
    rows = _packed(drifts)
    count, watched = len(drifts), len(rows.watched)
    did = np.zeros((watched, 9))
    tracks = np.zeros((watched, rows.times.shape[1], 9))
    run_many(0, 0, rows, stop.flag, did, tracks)
    if workers > 1 and count > 1:
        size = max(1, min(SLICE, -(-count // (2 * workers))))
        slices = [(low, min(low + size, count)) for low in range(0, count, size)]
        list(_pool().map(lambda part: run_many(part[0], part[1], rows, stop.flag, did, tracks), slices))
    else:
        run_many(0, count, rows, stop.flag, did, tracks)
    if stop.stopped:
        return None
    ends = rows.at[:, 7]
    return [Ran(rows.times[k], tracks[ends[k] : ends[k + 1]], did[ends[k] : ends[k + 1]]) for k in range(count)]


def _packed(drifts: Sequence[Ready]) -> _Rows:
    sizes = np.zeros((len(drifts) + 1, 8), dtype=np.int64)
    sizes[1:] = [
        (
            len(d.line.parent),
            len(d.loads.node),
            len(d.medium.along),
            len(d.medium.across),
            len(d.medium.eddies),
            len(d.drive.moves),
            len(d.drive.mends),
            len(d.drive.watched),
        )
        for d in drifts
    ]
    join = np.concatenate
    return _Rows(
        at=np.cumsum(sizes, axis=0),
        parent=join([d.line.parent for d in drifts]),
        lies=join([d.line.lies for d in drifts]),
        afloat=join([d.line.afloat for d in drifts]),
        fixed=join([d.fixed for d in drifts]),
        links=join([d.line.links for d in drifts]),
        place=join([d.start[0] for d in drifts]),
        speed=join([d.start[1] for d in drifts]),
        body_node=join([d.loads.node for d in drifts]),
        bodies=join([d.loads.values for d in drifts]),
        flags=np.array([(int(d.free), d.outside) for d in drifts], dtype=np.int64),
        water=np.array([d.medium.water for d in drifts]),
        stream=np.array([d.medium.stream for d in drifts]),
        air=np.array([d.medium.air for d in drifts]),
        bed=np.array([d.medium.bed for d in drifts]),
        grids=np.array([(d.medium.along_grid, d.medium.across_grid, d.medium.eddies_grid) for d in drifts]),
        along=join([d.medium.along for d in drifts]),
        across=join([d.medium.across for d in drifts]),
        eddies=join([d.medium.eddies for d in drifts]),
        moves=join([d.drive.moves for d in drifts]),
        mends=join([d.drive.mends for d in drifts]),
        times=np.array([d.drive.times for d in drifts]),
        steps=np.array([d.drive.steps for d in drifts]),
        watched=join([d.drive.watched for d in drifts]),
    )
