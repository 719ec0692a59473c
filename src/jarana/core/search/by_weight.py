"""The ladder of weights: by depth and pace the lightest that is owned and does what the rig is for.

Where fish take near the bed it is to touch it now and then, unless the rig in hand rides among them without; elsewhere to come
down to where they take. Heavier touches more and rides deeper, faster touches less and rides higher, by not even one of the same
members; deeper touches less where the rig stays as it is. So a cell is found by walking on from the one above it and the one before it, a fifth of the drifts of the whole table.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import AT_X, AT_Z, FIRST_M, FIRST_S, UNDER
from jarana.core.errors import InputError
from jarana.core.methods import method_of
from jarana.core.methods.when import thin
from jarana.core.outcomes.band import inside_zone, share_of_time, went_under
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.readings.bottom import RIDES, takes_near_bed
from jarana.core.readings.zone import with_dry
from jarana.core.rig.edits.spans import SetLength
from jarana.core.rig.model import Attachment, Rig
from jarana.core.search.cells import Cell, Ladder, Mark
from jarana.core.search.moves.base import hanging_spans, moved
from jarana.core.search.moves.one_fly import values as flies_off
from jarana.core.search.rungs import Rung, nothing_to_step, rungs_of
from jarana.core.search.valued import Stopped
from jarana.core.situation import Situation
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
longer = { $more } more tippet
none = nothing of yours
sold = { $what }, not yours
one-fly = one fly
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
LONGER_M = (0.2, 0.4, 0.8)
SLOWEST, FASTEST, SHALLOWEST, DEEPEST = 0.08, 2.5, 0.2, 8.0


@dataclass(frozen=True)
class Row:
    """A depth, the rig as it is set for it, and what is set in words; whether that is another rig than in the row above."""

    depth: float
    rig: Rig
    text: str = ""
    anew: bool = False


def wish_of(situation: Situation, now: Tracks | None) -> Literal["touch", "zone"]:
    """Return what a weight is for: to touch the bed, or to come down to where fish take.

    To touch where the method and the fish ask for it, or where no zone is known; but not where the rig in hand, of which `now` are
    some members, rides where they take all the same.
    """
    if not situation.water.zone_known:
        return "touch"
    if method_of(situation.rig).wish.least <= 0.0 or not takes_near_bed(situation):
        return "zone"
    if now is not None and touched(now).mean() < WISHED and where_they_take(now) >= RIDES:
        return "zone"
    return "touch"


def by_weight(situation: Situation, watch: Watch) -> Ladder:
    """Return the ladder of weights by depth and pace.

    Raises
    ------
    InputError
        When nothing of the rig can be made heavier or lighter.
    Stopped
        When the watch was stopped.
    """
    water, writer, rig = situation.water, situation.writer, situation.rig
    hung, rungs = rungs_of(situation)
    if not rungs:
        raise nothing_to_step(rig)
    owned = [i for i, r in enumerate(rungs) if r.owned] or list(range(len(rungs)))
    paces = [p for p in (s * water.pace_m_s for s in PACES) if SLOWEST <= p <= FASTEST] or [water.pace_m_s]
    walk = Walk(situation, hung, rungs, watch)
    rows = list(rows_of(situation, walk.wish))
    watch.expects(len(rows) * len(paces))
    cells: list[list[Cell]] = []
    above = [0] * len(paces)
    for row in rows:
        filled: list[Cell] = []
        picked: list[int] = []
        for j, pace in enumerate(paces):
            if watch.stopped:
                raise Stopped
            low = max(0 if row.anew else above[j], picked[j - 1] if j else 0)
            place = first_of(owned, low, walk.does(row, pace))
            today = abs(row.depth - water.depth_m) < 1e-9 and abs(pace - water.pace_m_s) < 1e-9
            if place is not None and walk.fills(place, row, pace):
                filled.append(walk.cell(place, row, pace, owned, today))
            else:
                filled.append(beyond(walk, owned, row, pace, today, place))
            picked.append(len(owned) if place is None else owned.index(place))
            watch.step()
        cells.append(filled)
        above = picked
    return Ladder(
        kind="weight",
        wish=walk.wish,
        across=writer.figure("speed", water.pace_m_s).unit,
        down=writer.figure("depth", water.depth_m).unit,
        columns=tuple(writer.figure("speed", p).digits for p in paces),
        rows=tuple(writer.figure("depth", r.depth).digits for r in rows),
        settings=tuple(r.text for r in rows) if any(r.text for r in rows) else (),
        rungs=tuple(r.text for r in rungs),
        figures=tuple(r.figure for r in rungs),
        sizes=tuple(r.size for r in rungs),
        cells=tuple(tuple(row) for row in cells),
        carry=carried(cells, rungs),
        buy=bought(cells, rungs),
        drifts=walk.drifts,
    )


def rows_of(situation: Situation, wish: Literal["touch", "zone"]) -> Iterator[Row]:
    """Yield the depths of a ladder with the rig as it is set for each.

    A float goes with the bed where the flies are to: that costs no knot. Over thin water that is not there today one fly is left.
    """
    rig, water, writer = situation.rig, situation.water, situation.writer
    with_bed = wish == "touch" or water.zone.datum == "bed"
    before: Row | None = None
    for depth in (s * water.depth_m for s in DEPTHS):
        if not SHALLOWEST <= depth <= DEEPEST:
            continue
        words = []
        own = rig
        more = depth - water.depth_m
        head = rig.head.deeper(rig, more) if with_bed and abs(more) > 1e-9 else None
        if head is not None:
            own = own.rebuilt(head=head)
        if rig.head.deeper(rig, 0.0) is not None:
            words.append(own.head.setting(own, writer))
        if thin(water.scaled(depth=depth / water.depth_m)) and not thin(water):
            one = _one_fly(situation.with_rig(own))
            if one != own:
                own = one
                words.append(say("one-fly"))
        before = Row(depth, own, ", ".join(w for w in words if w), before is not None and before.rig != own)
        yield before


def _one_fly(situation: Situation) -> Rig:
    while (move := next(flies_off(situation), None)) is not None:
        less = moved(situation, move)
        if less is None:
            break
        situation = less
    return situation.rig


def first_of(owned: Sequence[int], low: int, does: Callable[[int], bool]) -> int | None:
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


def _deeper(situation: Situation, by_m: float) -> Rig | None:
    """Return a rig that hangs so much deeper, m: its float slid, or else the longest tippet longer; None where that cannot be."""
    rig = situation.rig
    head = rig.head.deeper(rig, by_m)
    if head is not None:
        return None if head == rig.head else rig.rebuilt(head=head)
    if rig.head.on_line:
        return None
    span = max((rig.spans[i] for i in hanging_spans(rig)), key=lambda s: s.length)
    try:
        return SetLength(span=span.id, value=f"{span.length + by_m:.3f} m").apply(rig, situation.drawer)
    except InputError:
        return None


class Walk:
    """What rungs do in the rows of a ladder at its paces, none computed twice."""

    def __init__(self, situation: Situation, hung: Attachment, rungs: list[Rung], watch: Watch) -> None:
        self.situation, self.hung, self.rungs, self.watch = situation, hung, rungs, watch
        now = evaluate([situation], MEMBERS, SEARCH_GRID, Watch())
        self.wish = wish_of(situation, now[0] if now else None)
        self.enough = WISHED if self.wish == "touch" else RIDES
        self.drifts = len(MEMBERS)
        self.known: dict[tuple[int, float, float, float], Tracks | None] = {}

    def situated(self, k: int, row: Row, pace: float, longer: float = 0.0) -> Situation | None:
        """Return a rung on the rig of a row in its water; None where it cannot be made to hang so much deeper."""
        situation = self.situation
        water = situation.water
        other = water.scaled(pace / water.pace_m_s if water.pace_m_s else 1.0, row.depth / water.depth_m)
        rig = row.rig.replace_attachment(self.hung.id, body=self.rungs[k].body)
        more = rig if not longer else _deeper(situation.with_rig(rig), longer)
        return None if more is None else situation.with_rig(more).with_water(other)

    def tracks(self, k: int, row: Row, pace: float, longer: float = 0.0) -> Tracks | None:
        """Return the members of a rung; None where they come to no answer."""
        key = (k, row.depth, pace, longer)
        if key not in self.known:
            situation = self.situated(k, row, pace, longer)
            found = evaluate([situation], MEMBERS, SEARCH_GRID, Watch()) if situation is not None else [None]
            self.drifts += len(MEMBERS)
            self.known[key] = found[0] if found else None
        return self.known[key]

    def does(self, row: Row, pace: float) -> Callable[[int], bool]:
        """Say whether a rung is heavy enough: what draws what holds it under is, too."""
        return lambda k: self._share(k, row, pace, sunk=1.0) >= self.enough

    def fills(self, k: int, row: Row, pace: float, longer: float = 0.0) -> bool:
        """Say whether a rung does what is wished, and what holds it stays up."""
        return self._share(k, row, pace, longer) >= self.enough

    def _share(self, k: int, row: Row, pace: float, longer: float = 0.0, sunk: float = 0.0) -> float:
        tracks = self.tracks(k, row, pace, longer)
        if tracks is None:
            return 0.0
        comes = touched(tracks) if self.wish == "touch" else comes_down(tracks)
        return float(np.where(went_under(tracks), sunk, comes).mean())

    def cell(self, k: int, row: Row, pace: float, owned: Sequence[int], today: bool) -> Cell:
        """Return the cell of a rung that fills it."""
        tracks = self.tracks(k, row, pace)
        assert tracks is not None
        touches, inside = float(touched(tracks).mean()), where_they_take(tracks)
        metres = first_touch(tracks) if self.wish == "touch" else first_there(tracks)
        there = metres[np.isfinite(metres)]
        mark: Mark = ""
        if not self.rungs[k].owned:
            mark = "sold"
        elif self.wish == "zone":
            mark = "deep" if inside < RIDES else ""
        elif touches >= ALWAYS and k == owned[0]:
            mark = "always"
        return Cell(
            rung=k,
            text=say("sold", what=self.rungs[k].text) if mark == "sold" else self.rungs[k].text,
            mark=mark,
            touches=touches,
            inside=inside,
            low_m=round(float(there.min()), 2) if len(there) else None,
            high_m=round(float(there.max()), 2) if len(there) else None,
            today=today,
        )


def touched(tracks: Tracks) -> Floats:
    """Return 1 for members in which anything touched the bed, (k,)."""
    return np.asarray((~np.isnan(tracks.did[:, : len(tracks.names), FIRST_S])).any(axis=1), dtype=float)


def first_touch(tracks: Tracks) -> Floats:
    """Return after how many metres anything touched first, inf where nothing did, (k,)."""
    metres = tracks.did[:, : len(tracks.names), FIRST_M]
    return np.asarray(np.where(np.isnan(metres), np.inf, metres).min(axis=1))


def _flies(tracks: Tracks) -> list[int]:
    rig = tracks.situation.rig
    return [i for i, name in enumerate(tracks.names) if rig.attachment(name).fly is not None]


def comes_down(tracks: Tracks) -> Floats:
    """Return the share of its drift that a fly is as deep as fish take, or deeper, (k,); a dry that holds the rig is one."""
    water = tracks.situation.fished
    shares = [np.full(tracks.count, max(with_dry(tracks.situation, {}).values(), default=0.0))]
    for row in _flies(tracks):
        bed = tracks.at[:, row, :, UNDER]
        _, high = water.zone.heights(bed)
        shares.append(share_of_time(tracks, bed + tracks.at[:, row, :, AT_Z] <= high + water.nature.near_m))
    return np.asarray(np.max(shares, axis=0))


def where_they_take(tracks: Tracks) -> float:
    """Return the share of a drift that the best fly is where fish take; a dry that holds the rig is one."""
    shares = {
        tracks.names[row]: float(share_of_time(tracks, inside_zone(tracks, row)).mean()) for row in _flies(tracks)
    }
    return max(with_dry(tracks.situation, shares).values(), default=0.0)


def first_there(tracks: Tracks) -> Floats:
    """Return after how many metres a fly is first where fish take, inf where none is, (k,)."""
    found = [np.full(tracks.count, np.inf)]
    members = np.arange(tracks.count)
    for row in _flies(tracks):
        inside = inside_zone(tracks, row)
        x = tracks.at[:, row, :, AT_X]
        metres = np.abs(x[members, inside.argmax(axis=1)] - x[:, 0])
        found.append(np.where(inside.any(axis=1), metres, np.inf))
    return np.asarray(np.min(found, axis=0))


def beyond(walk: Walk, owned: Sequence[int], row: Row, pace: float, today: bool, drowns: int | None) -> Cell:
    """Return what helps in a cell no owned weight fills: longer tippet or the float deeper, something sold, or nothing.

    `drowns` is the lightest that draws what holds the rig under; none as heavy is tried.
    """
    writer = walk.situation.writer
    bears = [k for k in owned if drowns is None or k < drowns]
    for more in LONGER_M if bears else ():
        if walk.fills(bears[-1], row, pace, more):
            deeper = walk.situated(bears[-1], row, pace, more)
            assert deeper is not None
            text = deeper.rig.head.setting(deeper.rig, writer) or say("longer", more=writer.text("length", more))
            return Cell(rung=bears[-1], text=text, mark="longer", today=today)
    heavier = range(bears[-1] + 1 if bears else 0, len(walk.rungs) if drowns is None else drowns)
    sold = first_of([k for k in heavier if not walk.rungs[k].owned], 0, walk.does(row, pace))
    if sold is not None and walk.fills(sold, row, pace):
        return Cell(rung=sold, text=say("sold", what=walk.rungs[sold].text), mark="sold", today=today)
    return Cell(rung=None, text=say("none"), mark="none", today=today)


def carried(cells: list[list[Cell]], rungs: list[Rung]) -> tuple[str, ...]:
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


def bought(cells: list[list[Cell]], rungs: list[Rung]) -> tuple[str, ...]:
    """Return what is not owned and would fill cells, most first."""
    wanted: dict[int, int] = {}
    for row in cells:
        for cell in row:
            if cell.mark == "sold" and cell.rung is not None:
                wanted[cell.rung] = wanted.get(cell.rung, 0) + 1
    rows = sorted(wanted, key=lambda k: -wanted[k])
    return tuple(say("buy", what=rungs[k].text, cells=wanted[k]) for k in rows[:2])
