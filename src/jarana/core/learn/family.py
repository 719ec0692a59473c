"""The one number drifts teach of a family of rigs, and what each of them would show and bring for every value of it.

Ticks teach one index (depth, pace, hand and bed together), takes the depth of the fish. Either is a grid of bins; per rig and bin
stand the chances of what may be seen and what a drift is worth. An update is one product with a row of such a table.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from scipy.special import ndtr

from jarana.core.engine.arrays import Floats
from jarana.core.errors import InputError
from jarana.core.law import Law, Range
from jarana.core.learn.densities import normal_density
from jarana.core.learn.draws import KEPT, fit_draw, fitted
from jarana.core.learn.options import Option
from jarana.core.learn.probit import probit
from jarana.core.learn.shown import Shown, near, shown
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.search.valued import Stopped
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import DEPTH, HAND, PACE
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.unknowns.spreads import spreads_of
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-members = no drift of this rig comes to an answer
""",
)

TEACHES = Law(
    "what ticks teach",
    "belief: a probit of the touches of all rigs of a family over what is not known; checked against drifts of hidden waters",
    {"members": Range(16, 128, "the drifts it is fitted to, of each rig")},
    "what is learnt is rough",
)
BINS = 41
REACH = 4.0
"""The index is followed so many of its spreads either way."""
TAIL, TAIL_WIDE = 0.3, 2.0
"""Share of waters whose pace and depth are so much wider off: a note may be plain wrong."""
OFF_HELD, OFF_FLOATS = 0.22, 0.35
"""How far the surface itself may be off for a rig, in its index."""
RIDGE, RIDGE_OF_A_RIG = 1.0, 0.05
HATS = 9
SMOOTH = 3.0
TIMES = 12
"""Parts of a drift in which a first tick, or a take, is told apart."""
LEAST_TOUCHED = 10
FISH_DEEP, FISH_OFTEN = 0.38, 0.6
"""Spread of the logarithm of the fish's depth, and of how often they take (belief: guesses)."""
OFTEN = (-1.5, -0.5, 0.5, 1.5)
"""How often they take, in spreads, of which each depth has a bin of its own."""
TAKES_EACH = 0.4
"""Takes in a cast of the best rig, about (a guess; it scales, and ranks nothing)."""
Kind = Literal["touch", "take"]


@dataclass(frozen=True)
class Family:
    """The rigs of a family over the bins of what they teach.

    Attributes
    ----------
    bins
        Value of each bin: of the index in its own spreads; or of the fish's depth, m.
    prior
        Chance of each bin before anything was seen.
    good
        (rigs, bins), how good a drift is; of takes, how many a cast brings.
    codes
        What may be seen by name: (rigs, bins) its chance.
    at
        The same by the part of the drift in which it was first seen: (rigs, parts, bins).
    edges
        Ends of those parts, s.
    of_depth, of_pace, of_hand
        How much of the index each of them is: its share of the direction, −1 to 1. 0 of takes.
    spreads
        Their spreads of the logarithm.
    way
        The direction of the index over all that stays, (12,); empty of takes.
    """

    kind: Kind
    bins: Floats
    prior: Floats
    good: Floats
    codes: dict[str, Floats]
    at: dict[str, Floats]
    edges: Floats
    of_depth: float = 0.0
    of_pace: float = 0.0
    of_hand: float = 0.0
    spreads: tuple[float, float, float] = (0.0, 0.0, 0.0)
    way: tuple[float, ...] = ()

    def sounded(self, share: float) -> Floats:
        """Return the chance of each bin once the depth is known to be so many times the written one."""
        if self.kind != "touch" or not self.of_depth:
            return self.prior
        wide = max(self.spreads[0], 1e-6)
        sure = SOUNDED / wide
        at = self.of_depth * math.log(share) / wide
        rest = 1.0 - self.of_depth**2
        return _mixed(self.bins, at, rest + (self.of_depth * sure) ** 2, rest + (self.of_depth * sure) ** 2)


SOUNDED = 0.03
"""Spread of the logarithm of a depth that was sounded."""


def family(options: list[Option], watch: Watch | None = None, members: int = 128) -> Family:
    """Return the family of some rigs in their water, from drifts of their own.

    Raises
    ------
    Stopped
        When the watch was stopped.
    InputError
        When no drift of them comes to an answer.
    """
    situation = options[0].situation
    TEACHES.ask(members=members)
    sets = [fitted(i, members) for i in range(len(options))]
    tracks = evaluate([o.situation for o in options], range(members), SEARCH_GRID, watch, draw=fit_draw(sets))
    if tracks is None:
        raise Stopped
    if tracks[0] is None:
        raise InputError.one("rig", situation.rig.name, say("no-members"))
    if by_takes(situation):
        return _of_takes([o.situation for o in options], tracks)
    return _of_touches([o.situation for o in options], sets, tracks)


def by_takes(situation: Situation) -> bool:
    """Say whether a rig teaches by its takes, since it is not meant to touch: a team on a line, or in still water."""
    return not situation.water.nature.flows or situation.head.on_line


def _mixed(bins: Floats, mean: float, narrow: float, wide: float) -> Floats:
    """Return chances of bins of a normal law, part of it wider: variances."""
    p = (1.0 - TAIL) * normal_density(bins, mean, math.sqrt(narrow)) + TAIL * normal_density(
        bins, mean, math.sqrt(wide)
    )
    p = p + 1e-12
    return np.asarray(p / p.sum())


@dataclass(frozen=True)
class Surface:
    """What decides whether drifts of some rigs touch, and drag: a probit over what is not known, the same way for all of them.

    Attributes
    ----------
    touch, drag
        Of each rig, (rigs,).
    stays, drags_by
        Of what stays from drift to drift, (12,), for touching and for dragging.
    noise, drag_noise
        Variance of what is new in every drift.
    seen
        What the drifts showed it was fitted to; None of a rig that comes to no answer.
    """

    touch: Floats
    drag: Floats
    stays: Floats
    drags_by: Floats
    noise: float
    drag_noise: float
    seen: tuple[Shown | None, ...]

    @property
    def size(self) -> float:
        """How strongly it hangs on what stays."""
        return float(np.linalg.norm(self.stays)) or 1e-9

    @property
    def way(self) -> Floats:
        """The direction that ticks teach, of length 1."""
        return np.asarray(self.stays / self.size)


def surface_of(situations: list[Situation], sets: list[Floats], tracks: list[Tracks | None]) -> Surface:
    """Return the surface of some rigs from drifts of their own."""
    rigs = len(situations)
    seen = tuple(None if t is None else shown(t, s) for t, s in zip(tracks, situations, strict=True))
    rows, touched, dragged = [], [], []
    for i, (one, track) in enumerate(zip(seen, tracks, strict=True)):
        if one is None or track is None:
            continue
        own = np.zeros((one.count, rigs))
        own[:, i] = 1.0
        rows.append(np.hstack([own, sets[i][track.members]]))
        touched.append(one.touched)
        dragged.append(one.dragged)
    x = np.vstack(rows)
    ridge = np.concatenate([np.full(rigs, RIDGE_OF_A_RIG), np.full(x.shape[1] - rigs, RIDGE)])
    first = probit(x, np.concatenate(touched), ridge)
    second = probit(x, np.concatenate(dragged), ridge)
    c, c2 = first[rigs + KEPT :], second[rigs + KEPT :]
    return Surface(
        touch=first[:rigs],
        drag=second[:rigs],
        stays=first[rigs : rigs + KEPT],
        drags_by=second[rigs : rigs + KEPT],
        noise=float(c @ c),
        drag_noise=float(c2 @ c2),
        seen=seen,
    )


def off_of(situation: Situation) -> float:
    """Return how far a surface itself may be off for a rig, in its index."""
    return OFF_FLOATS if situation.head.floats else OFF_HELD


def _of_touches(situations: list[Situation], sets: list[Floats], tracks: list[Tracks | None]) -> Family:
    rigs = len(situations)
    surface = surface_of(situations, sets, tracks)
    way, off = surface.way, off_of(situations[0]) ** 2
    bins = np.linspace(-REACH, REACH, BINS)
    p_touch = ndtr((surface.touch[:, None] + surface.size * bins) / math.sqrt(1.0 + surface.noise + off))
    along = float(surface.drags_by @ way)
    aside = max(float(surface.drags_by @ surface.drags_by) - along**2, 0.0)
    p_drag = ndtr((surface.drag[:, None] + along * bins) / math.sqrt(1.0 + surface.drag_noise + off + aside))
    p_drag = np.minimum(p_drag, p_touch)
    last = max(float(t.times[:, -1].max()) for t in tracks if t is not None)
    edges = last * np.linspace(0.0, 1.0, TIMES + 1) ** 1.3
    good, at = np.zeros((rigs, BINS)), np.zeros((rigs, TIMES, BINS))
    for i, (one, track) in enumerate(zip(surface.seen, tracks, strict=True)):
        if one is None or track is None:
            p_touch[i] = p_drag[i] = 0.0
            continue
        u = sets[i][track.members][:, :KEPT] @ way
        good[i] = _over(bins, u, one.good)
        at[i] = _when(bins, u, one, edges) * p_touch[i]
    wide = 1.0 + (TAIL_WIDE**2 - 1.0) * float(way[PACE] ** 2 + way[DEPTH] ** 2)
    spread = spreads_of(situations[0])
    return Family(
        kind="touch",
        bins=bins,
        prior=_mixed(bins, 0.0, 1.0, wide),
        good=good,
        codes={"nothing": 1.0 - p_touch, "ticked": p_touch - p_drag, "dragging": p_drag},
        at={"ticked": at},
        edges=edges,
        of_depth=float(way[DEPTH]),
        of_pace=float(way[PACE]),
        of_hand=float(way[HAND]),
        spreads=(spread.depth, spread.pace, spread.hand),
        way=tuple(float(v) for v in way),
    )


def _over(bins: Floats, u: Floats, value: Floats) -> Floats:
    """Return a value's mean over the index, by hat functions that are held to a smooth line."""
    knots = np.linspace(-REACH, REACH, HATS)
    width = knots[1] - knots[0]

    def hats(at: Floats) -> Floats:
        return np.asarray(np.clip(1.0 - np.abs(at[:, None] - knots) / width, 0.0, 1.0))

    x = hats(np.clip(u, -REACH, REACH))
    bend = np.diff(np.eye(HATS), 2, axis=0)
    slope = np.diff(np.eye(HATS), 1, axis=0)
    a = x.T @ x + SMOOTH * bend.T @ bend + 1e-3 * slope.T @ slope + 1e-9 * np.eye(HATS)
    return np.asarray(np.clip(hats(bins) @ np.linalg.solve(a, x.T @ value), 0.0, 1.0))


def _when(bins: Floats, u: Floats, one: Shown, edges: Floats) -> Floats:
    """Return the chance of each part of a drift to hold its first touch, given one: its logarithm is normal, linear in the index."""
    there = np.isfinite(one.first_s)
    if there.sum() < LEAST_TOUCHED:
        return np.full((TIMES, len(bins)), 1.0 / TIMES)
    y = np.log(np.maximum(one.first_s[there], 0.05))
    x = np.column_stack([np.ones(int(there.sum())), u[there]])
    line = np.linalg.solve(x.T @ x + np.diag([0.01, 1.0]), x.T @ y)
    spread = max(float(np.sqrt(np.mean((y - x @ line) ** 2))), 0.1)
    middle = line[0] + line[1] * bins
    inner = np.log(edges[1:-1])
    below = ndtr((inner[:, None] - middle) / spread)
    ends = np.vstack([np.zeros(len(bins)), below, np.ones(len(bins))])
    return np.asarray(np.diff(ends, axis=0))


def fish_depths(situation: Situation) -> tuple[Floats, Floats]:
    """Return depths at which the fish may be, m, and the chance of each: about the middle of the zone."""
    water = situation.water
    low, high = water.zone.heights(water.depth_m)
    middle = max(water.depth_m - 0.5 * (low + high), 0.15)
    z = np.linspace(-2.6, 2.6, BINS)
    depths = middle * np.exp(FISH_DEEP * z)
    depths = np.minimum(depths, water.depth_m)
    p = normal_density(z)
    return depths, np.asarray(p / p.sum())


def _of_takes(situations: list[Situation], tracks: list[Tracks | None]) -> Family:
    depths, chance = fish_depths(situations[0])
    weights = normal_density(np.array(OFTEN))
    weights = weights / weights.sum()
    often = np.exp(FISH_OFTEN * np.array(OFTEN))
    last = max(float(t.times[:, -1].max()) for t in tracks if t is not None)
    edges = np.linspace(0.0, last, TIMES + 1)
    rigs = len(situations)
    by_part = np.zeros((rigs, TIMES, BINS))
    for i, (track, situation) in enumerate(zip(tracks, situations, strict=True)):
        if track is None:
            continue
        there = near(track, situation, depths)
        steps = np.diff(track.times, axis=1)
        middle = 0.5 * (track.times[:, 1:] + track.times[:, :-1])
        seconds = 0.5 * (there[:, 1:] + there[:, :-1]) * steps[:, :, None]
        part = np.clip(np.searchsorted(edges, middle) - 1, 0, TIMES - 1)
        for p in range(TIMES):
            by_part[i, p] = (seconds * (part == p)[:, :, None]).sum(axis=(0, 1)) / track.count
    whole = by_part.sum(axis=1)
    rate = TAKES_EACH / max(float((whole * chance).sum(axis=1).max()), 1e-9)
    each = rate * (often[:, None] * whole[:, None, :]).reshape(rigs, -1)
    parts = rate * (often[:, None] * by_part[:, :, None, :]).reshape(rigs, TIMES, -1)
    nothing = np.exp(-each)
    one = each * nothing
    return Family(
        kind="take",
        bins=np.tile(depths, len(often)),
        prior=np.asarray((weights[:, None] * chance).reshape(-1)),
        good=each,
        codes={"nothing": nothing, "take": one, "takes": 1.0 - nothing - one},
        at={"take": parts * nothing[:, None, :]},
        edges=edges,
    )
