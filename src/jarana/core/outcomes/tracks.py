"""What the members of a situation did, from one batch of drifts: the tracks of what hangs on the rig and of what holds it."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable, Sequence
from concurrent.futures import Future
from dataclasses import dataclass, field
from functools import cached_property, partial
from threading import Lock

import numpy as np

from jarana.core.drift.result import drift_key
from jarana.core.engine.arrays import Floats
from jarana.core.engine.batch import WORKERS, Ran, begin_batch, run_batch
from jarana.core.engine.chain import Ready
from jarana.core.engine.columns import AT_X, AT_Z, TAKEN, UNDER
from jarana.core.engine.hydro.turbulence import TURBULENCE
from jarana.core.engine.scenario import HeldTop
from jarana.core.errors import InputError, SolverError
from jarana.core.law import Asked, Heard, listening, merged
from jarana.core.rig.model import Rig
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import FIRST, MEMBERS
from jarana.core.unknowns.drifts import (
    MEMBER_GRID,
    SEARCH_GRID,
    Base,
    Factors,
    Grid,
    base_of,
    factors_of,
    member_drifts,
    nominal_drift,
    with_other_bodies,
    with_other_motion,
)
from jarana.core.watch import Watch

WATER_COLUMN = (0.05, 0.95)
"""Heights, as shares of the depth, at which eddies are asked for: at the bed and the surface they die out."""
CHUNK = 8
"""Drifts of one call; between two a watch is asked."""
LEAST = 0.9
"""Share of the members that must come to an answer."""
MOST_KEPT = 48
"""Situations whose members are kept in a process; one takes about a megabyte."""


class AsWritten:
    """The run of a situation in which nothing is uncertain, once somebody asks."""

    def __init__(self, run: Callable[[], Ran]) -> None:
        self._run = run

    @cached_property
    def ran(self) -> Ran:
        """What it did.

        Raises
        ------
        SolverError
            When it comes to no answer.
        """
        found = self._run()
        if found.failed:
            raise SolverError("the drift did not come to an answer", ())
        return found


def run_as_written(situation: Situation, grid: Grid) -> Ran:
    """Return the run of a situation in which everything is as written."""
    return _alone(base_of(situation, grid))


def _alone(base: Base) -> Ran:
    found = run_batch([nominal_drift(base)], workers=1)
    assert found is not None
    return found[0]


@dataclass(frozen=True)
class Tracks:
    """Members of a situation, those that came to an answer.

    Attributes
    ----------
    names
        Ids of what hangs on the rig.
    members
        Which members they are, (k,).
    times
        (k, times) s.
    at
        (k, names + 2, times, 9): columns AT_X … TAKEN; after what hangs on the rig where the leader begins, as takes are felt
        on it, and where the rig is held, or what holds it.
    did
        (k, names + 2, 9): columns FIRST_S … LEAST.
    arcs
        Leader to each, m, (names,).
    depth
        Factor of each member on the written depth, (k,).
    as_written
        The run in which everything is as written and no eddy stirs.
    top_held
        The rig hangs from the top of the chain: line taken in shortens the way to the flies.
    led
        What holds the rig is moved by a hand and does not drift by itself.
    heard
        What their making asked the laws.
    """

    situation: Situation
    names: tuple[str, ...]
    members: np.ndarray
    times: Floats
    at: Floats
    did: Floats
    arcs: Floats
    depth: Floats
    as_written: AsWritten
    top_held: bool
    led: bool
    heard: Heard = field(default_factory=Heard)

    @cached_property
    def laws(self) -> tuple[Asked, ...]:
        """What the laws behind them were asked, once somebody wants to know."""
        with listening() as stirred:
            if not self.situation.setting.fished.still and self.members[0] >= 0:
                share = np.clip(1.0 + np.minimum(self.at[..., AT_Z], 0.0) / self.at[..., UNDER], *WATER_COLUMN)
                TURBULENCE.ask(height_share=(float(share.min()), float(share.max())))
        return merged((*self.heard.rows, *stirred.rows))

    @property
    def nominal(self) -> Floats:
        """The same of the run as written, (names + 2, times, 9)."""
        return self.as_written.ran.tracks

    @property
    def nominal_times(self) -> Floats:
        """The times of that run, s, (times,)."""
        return self.as_written.ran.times

    @property
    def count(self) -> int:
        """How many members there are."""
        return len(self.members)

    @cached_property
    def holds_for(self) -> Floats:
        """How long every moment stands for, s, (k, times): what is summed over them is the integral by trapezia."""
        half = 0.5 * (self.times[:, 1:] - self.times[:, :-1])
        long = np.zeros_like(self.times)
        long[:, 1:] += half
        long[:, :-1] += half
        return long

    def over_time(self, values: Floats) -> Floats:
        """Return the integral of something over the time of each member, (k,), from it at every moment, (k, times)."""
        return np.asarray(np.einsum("kt,kt->k", values, self.holds_for))

    def row(self, name: str) -> int:
        """Return the row of something by its id."""
        return self.names.index(name)

    def slack(self, rows: list[int]) -> Floats:
        """Return how much longer the line to some things is than the straight way, (rows, k, times), m."""
        at = self.at.transpose(1, 0, 2, 3)
        gap = at[rows, :, :, AT_X : AT_Z + 1] - at[-2, :, :, AT_X : AT_Z + 1]
        left = self.arcs[rows][:, None, None]
        if self.top_held:
            left = left - at[rows, :, :, TAKEN]
        return np.asarray(np.maximum(left - size_of(gap), 0.0))

    @classmethod
    def joined(cls, parts: Sequence[Tracks]) -> Tracks:
        """Return the members of several together."""
        first = parts[0]
        return cls(
            first.situation,
            first.names,
            np.concatenate([p.members for p in parts]),
            np.concatenate([p.times for p in parts]),
            np.concatenate([p.at for p in parts]),
            np.concatenate([p.did for p in parts]),
            first.arcs,
            np.concatenate([p.depth for p in parts]),
            first.as_written,
            first.top_held,
            first.led,
            first.heard,
        )


def size_of(vectors: Floats) -> Floats:
    """Return the length of every vector of the last axis, (…, 3)."""
    x, y, z = vectors[..., 0], vectors[..., 1], vectors[..., 2]
    return np.asarray(np.sqrt(x * x + y * y + z * z))


Bases = dict[object, Base]
"""Situations that were made ready, by all that the flies and shot on them do not change, and by all that their motion does not."""


@dataclass
class _Asked:
    base: Base
    wanted: range
    depth: list[float]
    as_written: bool
    heard: Heard


def evaluate(
    situations: Sequence[Situation],
    members: range = range(FIRST),
    grid: Grid = SEARCH_GRID,
    watch: Watch | None = None,
    counted: bool = True,
    draw: Callable[[Base, int, int], Factors] | None = None,
    bases: Bases | None = None,
    as_written: bool = True,
) -> list[Tracks | None] | None:
    """Return what the members of situations do, the same members for each; None when the watch stopped it on the way.

    A rig that cannot be fished so, or of which too many members come to no answer, has None in its place. No members
    at all give the nominal run alone, as the one member; beside members it is run only where `as_written`. Drifts are steps of the watch where they are `counted`. With
    `draw` other drifts than the members: of a situation made ready, its place among them, and a number. `bases` are those
    that were made ready before.
    """
    watch = watch or Watch()
    running = _Running(watch, counted)
    bases = {} if bases is None else bases
    asked: list[_Asked | None] = []
    for i, situation in enumerate(situations):
        if watch.stopped:
            running.wait()
            return None
        try:
            with listening() as heard:
                base = _base(situation, grid, bases)
                factors = [draw(base, i, k) if draw else factors_of(base, k) for k in members]
                alone = [nominal_drift(base)] if as_written or not factors else []
                drifts = [*alone, *member_drifts(base, factors)]
        except (InputError, SolverError):
            asked.append(None)
            continue
        asked.append(_Asked(base, members, [f.depth for f in factors], bool(alone), heard))
        for drift in drifts:
            running.add(i, drift)
    found = running.wait()
    if found is None:
        return None
    return [None if row is None else _tracks(row, found[i]) for i, row in enumerate(asked)]


class _Running:
    """Drifts that are run while others are made ready: as many together as `CHUNK`, of equally many times each."""

    def __init__(self, watch: Watch, counted: bool) -> None:
        self.watch, self.counted = watch, counted
        self.waiting: dict[int, list[tuple[int, Ready]]] = {}
        self.begun: list[tuple[list[int], Future[list[Ran] | None]]] = []

    def add(self, owner: int, drift: Ready) -> None:
        """Take a drift on."""
        if self.counted:
            self.watch.expects(1)
        rows = self.waiting.setdefault(len(drift.drive.times), [])
        rows.append((owner, drift))
        if len(rows) >= CHUNK:
            self._begin(rows)

    def _begin(self, rows: list[tuple[int, Ready]]) -> None:
        for k in range(0, len(rows), CHUNK):
            part = rows[k : k + CHUNK]
            self.begun.append(([owner for owner, _ in part], begin_batch([drift for _, drift in part])))
        rows.clear()

    def wait(self) -> dict[int, list[Ran]] | None:
        """Return what was found by owner, in the order they were taken on; None when the watch stopped it."""
        for rows in self.waiting.values():
            if rows and not self.watch.stopped:
                self._begin_halves(rows)
        found: dict[int, list[Ran]] = {}
        for owners, future in self.begun:
            ran = future.result() or []
            for owner, one in zip(owners, ran, strict=True):
                found.setdefault(owner, []).append(one)
                if self.counted:
                    self.watch.step()
            if self.watch.stopped:
                for _, later in self.begun:
                    later.cancel()
                return None
        return None if self.watch.stopped else found

    def _begin_halves(self, rows: list[tuple[int, Ready]]) -> None:
        """Begin what is left in parts for both threads."""
        size = max(1, -(-len(rows) // WORKERS))
        for k in range(0, len(rows), size):
            part = rows[k : k + size]
            self.begun.append(([owner for owner, _ in part], begin_batch([drift for _, drift in part])))
        rows.clear()


def _base(situation: Situation, grid: Grid, bases: Bases) -> Base:
    """Return a situation made ready: of one before it that differs only in its flies and shot, or its motion, where there is one."""
    # The pace of a rig that goes along by itself follows from what hangs on it, too.
    natural = situation.motion.needs_natural_pace and not situation.head.floats
    hung = tuple([a.body for a in situation.rig.attachments]) if natural else ()
    # The setting stays as long as a base of it does: its place in memory tells it from others.
    here = id(situation.setting), grid
    shape, still = (
        (structure(situation), hung, here),
        (_still(situation), situation.rig.motion.kind, situation.stood, here),
    )
    like = bases.get(shape, bases.get(still))
    made = None if like is None else with_other_bodies(like, situation)
    if made is not None and shape not in bases:
        made = with_other_motion(made, situation, grid)
    if made is None:
        made = base_of(situation, grid)
        bases.setdefault(still, made)
    bases.setdefault(shape, made)
    return made


class Hashed:
    """A value with its hash worked out once."""

    def __init__(self, value: object) -> None:
        self.value, self.hash = value, hash(value)

    def __hash__(self) -> int:
        return self.hash

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Hashed) and self.hash == other.hash and self.value == other.value


def structure(situation: Situation) -> Hashed:
    """Return all of a rig that its mesh and its motion follow from, but what its flies and shot are; worked out once for each."""
    return _once(situation, "_structure", lambda: (_still(situation), situation.rig.motion))


def _still(situation: Situation) -> Hashed:
    """Return all of it that does not tell how it is moved."""
    return _once(situation, "_still", lambda: _parts(situation.rig))


def _once(situation: Situation, name: str, made: Callable[[], object]) -> Hashed:
    known = situation.__dict__.get(name)
    if known is None:
        known = situation.__dict__[name] = Hashed(made())
    return known


def _parts(rig: Rig) -> tuple[object, ...]:
    return (
        tuple([(s.id, s.d0_mm, s.d1_mm, s.length_mm, s.material.density_kg_m3, s.dressing) for s in rig.spans]),
        tuple([(j.id, j.ring) for j in rig.joints]),
        tuple(
            [(a.id, a.at, a.link, a.school, a.body.kind, a.id == rig.head.holds() and a.body) for a in rig.attachments]
        ),
        rig.head,
        rig.stance,
        rig.line,
        rig.rod.length_mm,
    )


def _tracks(asked: _Asked, ran: list[Ran]) -> Tracks | None:
    nominal, rest = (ran[0], ran[1:]) if asked.as_written else (None, ran)
    if nominal is not None and nominal.failed:
        return None
    if nominal is not None and not asked.wanted:
        rest, numbers, depth = [nominal], np.array([-1]), np.ones(1)
    else:
        good = [k for k, one in enumerate(rest) if not one.failed]
        if len(good) < LEAST * len(rest):
            return None
        numbers = np.array(list(asked.wanted))[good]
        depth = np.array(asked.depth)[good]
        rest = [rest[k] for k in good]
    base = asked.base
    return Tracks(
        situation=base.situation,
        names=base.names,
        members=numbers,
        times=np.array([one.times for one in rest]),
        at=np.array([one.tracks for one in rest]),
        did=np.array([one.did for one in rest]),
        arcs=base.arcs,
        depth=depth,
        as_written=AsWritten(partial(_alone, base) if nominal is None else lambda: nominal),
        top_held=bool(base.nodes[-2] == 0),
        led=bool(base.nodes[-1] == 0) and isinstance(base.lowered.scenario.top, HeldTop),
        heard=asked.heard,
    )


_kept: OrderedDict[str, Tracks] = OrderedDict()
_lock = Lock()


def members_of(situation: Situation, count: int = MEMBERS, watch: Watch | None = None) -> Tracks | None:
    """Return the first so many members of a situation, those computed before taken from a store; None when stopped.

    Raises
    ------
    InputError
        When the rig cannot be fished so in this water.
    SolverError
        When too many members come to no answer.
    """
    key = drift_key(situation)
    with _lock:
        best = _kept.get(key)
    have = int(best.members[-1]) + 1 if best is not None else 0
    if best is not None and have >= count:
        keep = best.members < count
        return best if keep.all() else _part(best, keep)
    base_of(situation, MEMBER_GRID)
    more = evaluate([situation], range(have, count), MEMBER_GRID, watch)
    if more is None:
        return None
    if more[0] is None:
        raise SolverError("the members did not come to an answer", (situation.rig.name, situation.water.id))
    whole = Tracks.joined([best, more[0]]) if best is not None else more[0]
    with _lock:
        _kept[key] = whole
        _kept.move_to_end(key)
        while len(_kept) > MOST_KEPT:
            _kept.popitem(last=False)
    return whole


def _part(tracks: Tracks, keep: np.ndarray) -> Tracks:
    from dataclasses import replace

    return replace(
        tracks,
        members=tracks.members[keep],
        times=tracks.times[keep],
        at=tracks.at[keep],
        did=tracks.did[keep],
        depth=tracks.depth[keep],
    )
