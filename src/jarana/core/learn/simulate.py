"""Is the plan worth it? Hidden waters fished by the plan and by rules of thumb, drift by drift, by the engine itself.

The plan is the one a phone is given: sounded first where the pack says so, and from there on in the depth that was found. A hidden
water is drawn from the spreads of what is not known; its drifts have hands, entries and eddies of their own. All ways of
deciding fish the same drifts; a change costs drifts. The plan sees only what an angler would tap.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.errors import InputError
from jarana.core.learn.belief import Belief
from jarana.core.learn.draws import hidden, hidden_draw
from jarana.core.learn.family import FISH_DEEP, FISH_OFTEN, SOUNDED, Family, by_takes, family, fish_depths
from jarana.core.learn.options import Option, options_of
from jarana.core.learn.shown import near, shown
from jarana.core.learn.sounding import Depths, in_depths, why_first
from jarana.core.model import Frozen
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.search.valued import Stopped
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import DEPTH
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.unknowns.spreads import spreads_of
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-drift-of-this-rig = no drift of this rig comes to an answer in waters like this
""",
)

SAMPLE = 16
"""Drifts of each rig by which it is known which is best."""
BLANKS = 6
"""Drifts without a touch after which a rule of thumb changes."""
FREE_COSTS = 0.5
"""Drifts a float that is moved takes."""
SOUNDING_COSTS = 1.0
"""Drifts a sounding takes."""
WAYS = ("plan", "known", "leave", "bead", "slower_bead")


class Simulated(Frozen):
    """Good drifts of an outing by who decides, a standard error of each, changes made, and paired differences from the plan."""

    good_drifts: dict[str, float]
    se: dict[str, float]
    changes: dict[str, float]
    plan_minus: dict[str, float]
    plan_minus_se: dict[str, float]
    soundings: float
    waters: int
    rigs: tuple[str, ...]


class Water:
    """A hidden water: what each drift of each rig shows, computed when somebody fishes it; all fish the same drifts.

    Parameters
    ----------
    wide
        It is drawn from the spreads times this.
    off
        How far its depth is off what is written besides, in its logarithm.

    Raises
    ------
    DriftlessError
        When a rig comes to no answer in it.
    """

    def __init__(
        self, options: Sequence[Option], random: np.random.Generator, wide: float, drifts: int, off: float = 0.0
    ) -> None:
        self.situations = [o.situation for o in options]
        stays = hidden(random, wide)
        spread = spreads_of(self.situations[0]).depth
        stays[DEPTH] += off / spread
        self.depth = spread * float(stays[DEPTH])
        self.drifts, self.takes = drifts, by_takes(self.situations[0])
        self.draw = hidden_draw(stays, random, drifts)
        depths, _ = fish_depths(self.situations[0])
        deep = float(depths[len(depths) // 2]) * math.exp(FISH_DEEP * wide * float(random.standard_normal()))
        self.fish = min(deep, self.situations[0].water.depth_m)
        self.rate = math.exp(FISH_OFTEN * wide * float(random.standard_normal()))
        self.chance, self.moment = random.random(drifts), random.random(drifts)
        self.known: dict[int, Rows] = {}
        sample = min(SAMPLE, drifts)
        self.level = np.array([rows.good.mean() for rows in self._rows(range(len(options)), range(sample))])

    def of(self, rig: int) -> Rows:
        """Return what every drift of a rig shows."""
        if rig not in self.known:
            (self.known[rig],) = self._rows([rig], range(self.drifts))
        return self.known[rig]

    def _rows(self, rigs: Sequence[int], which: range) -> list[Rows]:
        asked = [self.situations[i] for i in rigs]
        tracks = evaluate(asked, which, SEARCH_GRID, draw=self.draw)
        rows = []
        for track, situation in zip(tracks or [None] * len(asked), asked, strict=True):
            if track is None or track.count < len(which):
                raise DriftlessError
            rows.append(self._by_takes(track, situation) if self.takes else _by_touches(track, situation))
        return rows

    def _by_takes(self, track: Tracks, situation: Situation) -> Rows:
        there = near(track, situation, np.array([self.fish]))[:, :, 0]
        seconds = np.cumsum(0.5 * (there[:, 1:] + there[:, :-1]) * np.diff(track.times, axis=1), axis=1)
        good = seconds[:, -1] * self.rate
        first = [
            float(
                track.times[k, min(int(np.searchsorted(row, self.moment[k] * row[-1])) + 1, track.times.shape[1] - 1)]
            )
            for k, row in enumerate(seconds)
        ]
        return Rows(np.zeros(track.count, dtype=int), np.array(first), good)

    def seen(self, rig: int, k: int) -> tuple[int, float]:
        """Return what an angler would tap after a drift, and the second of it."""
        rows = self.of(rig)
        if not self.takes:
            return int(rows.code[k]), float(rows.second[k])
        none = math.exp(-float(rows.good[k]))
        code = int(self.chance[k] > none) + int(self.chance[k] > none * (1.0 + float(rows.good[k])))
        return code, float(rows.second[k]) if code else math.nan

    def scaled(self, rate: float) -> None:
        """Let the fish take so many times as often."""
        self.rate *= rate
        self.level = self.level * rate
        self.known.clear()


@dataclass(frozen=True)
class Rows:
    """Of every drift of a rig: its code, the second, how good it was."""

    code: np.ndarray
    second: Floats
    good: Floats


class DriftlessError(Exception):
    """A rig comes to no answer in a hidden water."""


def _by_touches(track: Tracks, situation: Situation) -> Rows:
    one = shown(track, situation)
    return Rows(one.touched.astype(int) + (one.dragged & one.touched), one.first_s, one.good)


@dataclass
class Outing:
    """One who decides, drift by drift."""

    water: Water
    costs: Floats
    rig: int = 0
    at: float = 0.0
    good: float = 0.0
    changes: int = 0
    soundings: int = 0
    drifted: int = 0

    @property
    def left(self) -> float:
        """Drifts that are left."""
        return float(self.water.drifts - self.at)

    def drift(self) -> int:
        """Fish a drift and return its number."""
        k = min(math.floor(self.at), self.water.drifts - 1)
        self.good += float(self.water.of(self.rig).good[k]) * min(1.0, self.left)
        self.at += 1.0
        self.drifted += 1
        return int(k)

    def change(self, rig: int) -> None:
        """Fish another rig from here on."""
        if rig != self.rig:
            self.at += float(self.costs[self.rig, rig])
            self.rig = rig
            self.changes += 1


CODES = ("nothing", "ticked", "dragging")
TAKES = ("nothing", "take", "takes")


def costs_between(options: Sequence[Option], knot: float) -> Floats:
    """Return the drifts it takes from each rig to each other, (rigs, rigs)."""
    out = np.zeros((len(options), len(options)))
    for i, one in enumerate(options):
        for j, other in enumerate(options):
            if i != j:
                cost = other.cost_from(one)
                out[i, j] = knot * cost.knots + (FREE_COSTS if cost.minutes > 0 and not cost.knots else 0.0)
    return out


def outing_by_plan(
    water: Water,
    table: Family,
    costs: Floats,
    random: np.random.Generator,
    batch: int = 1,
    mistaps: float = 0.0,
    depths: Depths | None = None,
) -> Outing:
    """Fish as the plan says: change where the expected gain beats what it costs, else keep fishing.

    With a `batch` above 1 half of the drifts are logged so many at a time, as how many of them touched. With the `depths` the
    rigs were computed in, the water is sounded first.
    """
    out = Outing(water, costs)
    if depths is not None:
        out.soundings += 1
        out.at += SOUNDING_COSTS
        table = depths.at(math.exp(water.depth + SOUNDED * float(random.standard_normal())))
    names = CODES if table.kind == "touch" else TAKES
    belief = Belief.begun(table)
    waiting: list[int] = []
    while out.left > 0:
        if not waiting:
            said = belief.next(out.rig, out.left, costs[out.rig])
            if said is not None:
                out.change(said[0])
                if out.left <= 0:
                    break
        k = out.drift()
        code, at = water.seen(out.rig, k)
        if mistaps and random.random() < mistaps:
            code = int(random.integers(len(names)))
        if batch > 1 and (out.drifted // batch) % 2 == 0:
            waiting.append(code)
            if len(waiting) == batch:
                touched = sum(1 for c in waiting if c)
                low, high = (
                    (0, 0) if touched == 0 else (1, 1) if touched == 1 else (2, 3) if touched < 4 else (4, batch)
                )
                belief = belief.saw_batch(out.rig, batch, low, min(high, batch))
                waiting = []
            continue
        belief = belief.saw(out.rig, names[code], at if code and math.isfinite(at) else None)
    return out


def outing_left(water: Water, costs: Floats) -> Outing:
    """Fish the rig that is on."""
    out = Outing(water, costs)
    while out.left > 0:
        out.drift()
    return out


def outing_known(water: Water, costs: Floats) -> Outing:
    """Fish the best rig, had one known the water."""
    out = Outing(water, costs)
    out.change(int(np.argmax(water.level * (water.drifts - costs[0]))))
    while out.left > 0:
        out.drift()
    return out


def outing_by_thumb(water: Water, costs: Floats, ladder: Sequence[int]) -> Outing:
    """Step up a ladder of rigs after so many drifts without a touch; back one where most of them drag."""
    out = Outing(water, costs)
    place, blanks, drags = 0, 0, 0
    while out.left > 0:
        k = out.drift()
        code, _ = water.seen(out.rig, k)
        blanks = 0 if code else blanks + 1
        drags = drags + 1 if code == 2 else 0
        if blanks >= BLANKS and place + 1 < len(ladder):
            place, blanks = place + 1, 0
            out.change(ladder[place])
        elif drags >= BLANKS and place > 0:
            place, drags = place - 1, 0
            out.change(ladder[place])
    return out


def ladders(options: Sequence[Option], table: Family) -> tuple[list[int], list[int]]:
    """Return the ladders of the rules of thumb from the rig in hand: bead up; slower lead or deeper float, or count, then bead up."""
    touches = (1.0 - table.codes["nothing"]) @ table.prior
    beads = [i for i, o in enumerate(options) if len(o.move) <= 1 and _knots(o, options[0])]
    free = [i for i, o in enumerate(options) if o.move and not _knots(o, options[0])]
    up = sorted((i for i in beads if touches[i] > touches[0]), key=lambda i: float(touches[i]))
    slow = sorted((i for i in free if touches[i] > touches[0]), key=lambda i: float(touches[i]))[:1]
    return [0, *up], [0, *slow, *up]


def _knots(option: Option, other: Option) -> int:
    return option.cost_from(other).knots


def simulate_plan(
    situation: Situation,
    *,
    waters: int = 100,
    drifts: int = 40,
    knot: float = 4.0,
    wide: float = 1.3,
    off: float = 0.0,
    seed: int = 1,
    batch: int = 1,
    mistaps: float = 0.05,
    watch: Watch | None = None,
    tell: Callable[[int, int], None] | None = None,
) -> Simulated:
    """Return how the plan does in hidden waters, beside rules of thumb and beside knowing.

    Parameters
    ----------
    knot
        Drifts a knot costs.
    wide
        Hidden waters are drawn from the spreads times this.
    off
        How far the depth that is written is off, as a share: 0.15 is a water deeper by 15 %.

    Raises
    ------
    Stopped
        When the watch was stopped.
    InputError
        When no drift of the rig comes to an answer.
    """
    options = options_of(situation)
    table = family(options, watch)
    depths = in_depths(options, table, watch) if why_first(situation, table) else None
    costs = costs_between(options, knot)
    bead, slower = ladders(options, table)
    random = np.random.default_rng(seed)
    found: list[Water] = []
    asked = 0
    while len(found) < waters and asked < 2 * waters:
        if watch is not None and watch.stopped:
            raise Stopped
        asked += 1
        try:
            found.append(Water(options, random, wide, drifts, math.log1p(off)))
        except DriftlessError:
            continue
        if tell:
            tell(len(found), waters)
    if len(found) < 2:
        raise InputError.one("scene", "", say("no-drift-of-this-rig"))
    if table.kind == "take":
        usual = float(table.good.mean()) / (float(np.mean([w.level.mean() for w in found])) or 1.0)
        for water in found:
            water.scaled(usual)
    outings: dict[str, list[Outing]] = {way: [] for way in WAYS}
    for water in found:
        outings["plan"].append(outing_by_plan(water, table, costs, random, batch, mistaps, depths))
        outings["known"].append(outing_known(water, costs))
        outings["leave"].append(outing_left(water, costs))
        outings["bead"].append(outing_by_thumb(water, costs, bead))
        outings["slower_bead"].append(outing_by_thumb(water, costs, slower))
    good = {way: np.array([o.good for o in rows]) for way, rows in outings.items()}
    root = math.sqrt(len(found))
    gaps = {way: good["plan"] - good[way] for way in WAYS if way != "plan"}
    return Simulated(
        good_drifts={way: round(float(g.mean()), 2) for way, g in good.items()},
        se={way: round(float(g.std(ddof=1)) / root, 2) for way, g in good.items()},
        changes={way: round(float(np.mean([o.changes for o in rows])), 2) for way, rows in outings.items()},
        plan_minus={way: round(float(g.mean()), 2) for way, g in gaps.items()},
        plan_minus_se={way: round(float(g.std(ddof=1)) / root, 2) for way, g in gaps.items()},
        soundings=round(float(np.mean([o.soundings for o in outings["plan"]])), 2),
        waters=len(found),
        rigs=tuple(o.text for o in options),
    )
