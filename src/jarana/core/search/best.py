"""The best rig of a method: beams from a light, a middle and a heavy start, and a climb for every pace and line of its own.

Either alone misses where two changes are needed at once. All climbs go in step, coordinate by coordinate, so that every batch is
large. The nominal run screens, members decide; what changed for nothing is changed back.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass, field
from typing import TypeVar

from jarana.core.engine.columns import AT_Z
from jarana.core.methods import method_of
from jarana.core.readings.casting_length import too_long
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.search.moves import coordinates
from jarana.core.search.moves.base import Coordinate, Move, moved
from jarana.core.search.moves.weight import kinds_for, owned_instead
from jarana.core.search.valued import FEW, NOMINAL, SHOWN, SOME, Valued, Valuer, identity
from jarana.core.situation import Situation

Row = TypeVar("Row")
FIRST_POOL = 4
"""Of those, how many a first answer judges."""
POOL = 5
"""Rigs of the climbs that are judged by members."""
NEIGHBOURS, OF_A_KIND = 5, 2
"""Nominally best neighbours of the best rig that are judged by members, and how many of them change the same thing at most."""
BESIDE = 6
"""Nominally best rigs beside one that its own readings reject."""
CLOSE = 2
"""Best of those a few members judged that are judged by all that decide ranks."""
GO_ON_SHORT, GO_ON, NEARLY = 3, 6, 0.95
"""Climbs of a first look, and of a search, that go on once what costs no knot is set, the nominally best; and the share of the best beyond which all do."""
ROUNDS = 4
"""Times the best rig is polished with members at most."""
NOTED = 0.02
"""By so much a rig must be worth more before it takes the place of another."""
LIKELY = 2
"""Nominally best of the rigs with one change fewer that are judged by members."""
BESIDE_M = 0.01
"""m by which another fly may ride lower than the one that is meant to be lowest."""
ALIKE = 0.03
"""A change that is worth less than this share is changed back."""


@dataclass(frozen=True)
class Reached:
    """A situation and the moves that led to it."""

    situation: Situation
    path: tuple[tuple[str, Move], ...] = ()

    def then(self, coordinate: str, move: Move) -> Reached | None:
        """Return it after a move; None where it cannot be done."""
        found = moved(self.situation, move)
        return None if found is None else Reached(found, (*self.path, (coordinate, move)))


def rides_as_meant(valued: Valued) -> bool:
    """Say whether the fly its method wants lowest is that, over the second half of the drift, or none is wanted so."""
    wanted, tracks = method_of(valued.rig).lowest, valued.tracks
    if not wanted:
        return True
    if wanted not in tracks.names:
        return False
    half = tracks.at.shape[2] // 2
    heights = tracks.at[:, : len(tracks.names), half:, AT_Z].mean(axis=(0, 2))
    return bool(heights[tracks.row(wanted)] <= heights.min() + BESIDE_M)


def likely(worths: Sequence[float], most: int) -> list[int]:
    """Return which of some climbs go on, by what each came to: the best so many, and all that are nearly as good.

    Examples
    --------
    >>> likely([10.0, 2.0, 1.0, 3.0], 3), likely([10.0, 9.9, 9.8, 9.7], 3), likely([0.0, 0.0, 0.0, 0.0], 3)
    ([0, 1, 3], [0, 1, 2, 3], [0, 1, 2, 3])
    """
    order = sorted(range(len(worths)), key=lambda i: -worths[i])
    return sorted(i for n, i in enumerate(order) if n < most or worths[i] >= NEARLY * worths[order[0]])


def various(rows: Sequence[Row], kind: Callable[[Row], str], most: int = NEIGHBOURS) -> list[Row]:
    """Return the first so many of some rows, of those of one kind no more than `OF_A_KIND`.

    Examples
    --------
    >>> various(["a1", "a2", "a3", "b1", "a4", "b2", "c1"], lambda row: row[0], 4)
    ['a1', 'a2', 'b1', 'b2']
    """
    met: Counter[str] = Counter()
    found: list[Row] = []
    for row in rows:
        if len(found) == most:
            break
        if met[kind(row)] < OF_A_KIND:
            met[kind(row)] += 1
            found.append(row)
    return found


@dataclass
class Search:
    """A search for the best rig from a start.

    Attributes
    ----------
    climbs
        Every pace and line is climbed on its own, too.
    without
        Coordinates that are left alone.
    tell
        Is told the best so far.
    allowed
        Which rigs may be met on the way; None for any. Then the start is a rig that is tied, and stays as it is.
    nominal
        What the best rig met by the last climbs is worth nominally, good minutes in the hour.
    met
        What the short climbs of a first answer came to; None before them.
    meant
        A rig was met that can be thrown and whose flies ride as its method wants: others are passed over from then on.
    """

    start: Situation
    value: Valuer
    climbs: bool = True
    without: tuple[str, ...] = ()
    tell: Callable[[Valued], None] | None = None
    allowed: Callable[[Situation], bool] | None = None
    pool: list[Reached] = field(default_factory=list)
    meant: bool = False
    nominal: float = 0.0
    met: list[Reached] | None = None

    def __post_init__(self) -> None:
        """Begin with flies that are owned, wherever the box holds any of their nature."""
        if self.allowed is None:
            self.start = owned_instead(self.start)

    def best(self) -> Valued | None:
        """Return the best rig; None where none comes to an answer. What a first answer met is gone on from.

        Raises
        ------
        Stopped
            When the search was stopped.
        """
        used = [c for c in coordinates() if c.key not in self.without]
        pool = list(self.pool)
        if self.climbs or not pool:
            pool += self._climbed(used, list(self._starts(used)))
        judged = self._judged(self._judged(pool, FEW)[:CLOSE], SOME)
        if not judged:
            return None
        best = self._simpler(self._polished(judged[0], used))
        shown = self._valued([best], SHOWN)
        return shown[0][1] if shown else best[1]

    def looked(self) -> float:
        """Climb a little for every pace, once; return what the best that is met is worth nominally, good minutes in the hour."""
        if self.met is not None:
            return self.nominal
        used = [c for c in coordinates() if c.key not in self.without]
        here = Reached(self.start)
        climbs: list[tuple[Reached, tuple[str, ...]]] = [(here, ())]
        climbs += [(begin, (c.key,)) for c in used if c.splits and c.at_once for begin in self._around(here, c)]
        self.met = self._climbed([c for c in used if c.first], climbs, GO_ON_SHORT)
        return self.nominal

    def first(self, least: float = 0.0) -> Valued | None:
        """Return an answer before it is settled: one short climb for every pace, judged by a few members.

        None where what the climbs come to is nominally worth less than `least` good minutes in the hour.
        """
        if self.looked() < least:
            return None
        judged = self._judged((self.met or [])[:FIRST_POOL], FEW)
        self.pool = [reached for reached, _ in judged]
        return judged[0][1] if judged else None

    def beside(self, situation: Situation) -> list[Valued]:
        """Return the rigs worth most that a single move leads to from one, as they are shown, best first."""
        here = Reached(situation)
        around = [r for c in coordinates() if c.key not in self.without for r in self._around(here, c)]
        chosen = various(self._valued(around, NOMINAL), lambda row: row[0].path[-1][0], BESIDE)
        return [valued for _, valued in self._valued(self._valued(chosen, SOME), SHOWN)]

    def _judged(self, pool: Sequence[Reached | tuple[Reached, Valued]], members: range) -> list[tuple[Reached, Valued]]:
        """Return a pool by its members; where none rides as meant after all, as it rides."""
        found = self._valued(pool, members)
        if found or not self.meant:
            return found
        self.meant = False
        return self._valued(pool, members)

    def _decided(
        self, rows: Sequence[Reached | tuple[Reached, Valued]], than: Reached, least: float
    ) -> list[tuple[Reached, Valued]]:
        """Return the best of what a few members judge by all that decide ranks, if by the few it is so much more than another."""
        few = self._valued(rows, FEW)[:CLOSE]
        if few:
            known = self.value([than.situation], FEW)
            few = [row for row in few if not known or row[1].worth.minutes > least * known[0].worth.minutes]
        return self._valued(few, SOME)

    def _valued(self, rows: Sequence[Reached | tuple[Reached, Valued]], members: range) -> list[tuple[Reached, Valued]]:
        reached = [row[0] if isinstance(row, tuple) else row for row in rows]
        by = {identity(r.situation): r for r in reached}
        found = self.value([r.situation for r in by.values()], members)
        meant = [v for v in found if rides_as_meant(v) and not too_long(v.situation)]
        self.meant = self.meant or bool(meant)
        return [(by[identity(v.situation)], v) for v in (meant if self.meant else found)]

    def _starts(self, used: Sequence[Coordinate]) -> Iterator[tuple[Reached, tuple[str, ...]]]:
        """Yield the rig as it is, with its lightest and its heaviest point, and one for every pace and line."""
        here = Reached(self.start)
        yield here, ()
        point = self.start.rig.point
        if point.fly is not None:
            kinds = kinds_for(self.start.drawer, point)
            for key in dict.fromkeys((kinds[0][0], kinds[-1][0])) if kinds else ():
                begin = here.then("weight", (SwapFly(at=point.id, weight=key),))
                if begin is not None and self._may(begin):
                    yield begin, ()
        if not self.climbs:
            return
        for coordinate in used:
            if coordinate.splits:
                for begin in self._around(here, coordinate):
                    yield begin, (coordinate.key,)

    def _climbed(
        self, used: Sequence[Coordinate], climbs: list[tuple[Reached, tuple[str, ...]]], most: int = GO_ON
    ) -> list[Reached]:
        """Return the best rigs met when one coordinate after the other is set to its best value, nominally.

        All but the likely ones end before the first coordinate that costs knots.
        """
        met: dict[object, tuple[Reached, float]] = {}
        value = {identity(r.situation): v.worth.minutes for r, v in self._valued([c[0] for c in climbs], NOMINAL)}
        begun = False
        for coordinate in used:
            if not (begun or coordinate.at_once):
                on = likely([value.get(identity(here.situation), 0.0) for here, _ in climbs], most)
                climbs, begun = [climbs[i] for i in on], True
            around = [[] if coordinate.key in fixed else self._around(here, coordinate) for here, fixed in climbs]
            found = self._valued([r for rows in around for r in rows], NOMINAL)
            value |= {identity(r.situation): v.worth.minutes for r, v in found}
            for i, (here, fixed) in enumerate(climbs):
                rows = [(value[identity(r.situation)], r) for r in around[i] if identity(r.situation) in value]
                if not rows:
                    continue
                worth, best = max(rows, key=lambda row: row[0])
                if worth > value.get(identity(here.situation), 0.0):
                    climbs[i] = (best, fixed)
            if self.tell is not None and found:
                self.tell(found[0][1])
        for here, _ in climbs:
            key = identity(here.situation)
            if key in value:
                met[key] = (here, value[key])
        best_met = sorted(met.values(), key=lambda row: -row[1])[:POOL]
        self.nominal = best_met[0][1] if best_met else 0.0
        return [r for r, _ in best_met]

    def _polished(self, best: tuple[Reached, Valued], used: Sequence[Coordinate]) -> tuple[Reached, Valued]:
        """Return the best rig that single moves lead to, judged by members, until nothing betters it."""
        for _ in range(ROUNDS):
            around = [r for coordinate in used for r in self._around(best[0], coordinate)]
            chosen = various(self._valued(around, NOMINAL), lambda row: row[0].path[-1][0])
            found = self._decided(chosen, best[0], 1.0)
            if not found or found[0][1].worth.minutes <= (1.0 + NOTED) * best[1].worth.minutes:
                break
            best = found[0]
        return best

    def _simpler(self, best: tuple[Reached, Valued]) -> tuple[Reached, Valued]:
        """Return a rig worth nearly as much to which fewer moves lead."""
        while best[0].path:
            fewer = []
            for left in range(len(best[0].path)):
                path = [step for i, step in enumerate(best[0].path) if i != left]
                made: Reached | None = Reached(self.start)
                for key, move in path:
                    made = made.then(key, move) if made is not None else None
                if made is not None and self._may(made):
                    fewer.append(made)
            found = self._decided(self._valued(fewer, NOMINAL)[:LIKELY], best[0], 1.0 - 2 * ALIKE)
            if not found or found[0][1].worth.minutes < (1.0 - ALIKE) * best[1].worth.minutes:
                break
            best = found[0]
        return best

    def _may(self, reached: Reached) -> bool:
        return self.allowed is None or self.allowed(reached.situation)

    def _around(self, here: Reached, coordinate: Coordinate) -> list[Reached]:
        made = (here.then(coordinate.key, move) for move in coordinate.values(here.situation))
        return [then for then in made if then is not None and self._may(then)]
