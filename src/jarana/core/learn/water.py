"""What a log taught of a water, a hand and their things: weights over everything that stays from drift to drift.

Thousands of samples of what is not known are weighted by how likely each makes what was seen; no drift is computed for an update.
Ticks teach one number: what they cannot tell apart is said to be so.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.special import ndtr, ndtri

from jarana.core.engine.arrays import Floats
from jarana.core.learn.belief import MISTAPS
from jarana.core.learn.causes import LEAST_PART, NAMES, causes, would_tell
from jarana.core.learn.densities import chance_of_at_most, log_normal_density, normal_density
from jarana.core.learn.draws import KEPT, fit_draw, fitted
from jarana.core.learn.family import SOUNDED, TAIL, TAIL_WIDE, Surface, by_takes, off_of, surface_of
from jarana.core.model import Frozen
from jarana.core.outcomes.tracks import evaluate
from jarana.core.search.valued import Stopped
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import DEPTH, DIAMETER, DRAG_1, HAND, LIFT, MASS_1, PACE, ROUGHNESS
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.unknowns.spreads import Spreads, spreads_of
from jarana.core.unknowns.table import unknowns
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
as-written = What was seen is as it should be by what is written: { $drifts } drifts.
nothing = Nothing was logged here that tells of the water.
seldom = Touches less than it should, over { $drifts } drifts: { $causes }.
often = Touches more than it should, over { $drifts } drifts: { $causes }.
not-explained = Nothing that is not known explains it well: look for what is written wrong.
sounded = { $soundings ->
    [one] A sounding
   *[other] { $soundings } soundings
} made it { $change } % { $way ->
    [deeper] deeper
   *[other] shallower
} than it was said to be.
sounded-same = { $soundings ->
    [one] A sounding
   *[other] { $soundings } soundings
} found it as deep as it was said to be.
""",
)
SAMPLES_2 = 12
"""4 096 samples: 2 to this power."""
FITTED = 128
"""Drifts each rig's surface is fitted to."""
MOST_RIGS = 10
"""Rigs of a log that are learnt from, those with the most drifts."""
FEWEST, REDRAWN = 250, 8
"""Fewer samples than this carry too little: they are drawn anew where they matter, so many times at most."""
SHRUNK = 0.7
SURER = 1.8
"""What is kept is held to less than what serves for a day: a surface counts as so many times as far off."""
FARTHEST = 6.0
"""Spreads of the index samples reach out to."""
LEAST_SHIFT = 0.8
"""Spreads of the index by which what was seen must be off before a cause is named."""
FORGETS = 0.15
"""Share of a belief that is forgotten from one outing to the next: levels, hands and beds change."""
BADLY = 0.05
"""A log as unlikely as this under the best that is believed is not explained."""
OF = {
    "hand": HAND, "depth": DEPTH, "pace": PACE, "roughness": ROUGHNESS, "mass": MASS_1, "drag": DRAG_1,
    "diameter": DIAMETER, "lift": LIFT,
}  # fmt: skip
"""Which of the deviates each unknown is, the hand first: it is doubted first."""


@dataclass(frozen=True)
class Sight:
    """What was seen: of a rig of the log one drift's code, or of some drifts how many touched."""

    rig: int
    code: str = ""
    drifts: int = 1
    low: int = 0
    high: int = 0


class Believed(Frozen):
    """An unknown as it is believed: factors on what is written."""

    key: str
    name: str
    mean: float
    p10: float
    p90: float
    before_p10: float
    before_p90: float


class Learnt(Frozen):
    """What a log taught.

    Attributes
    ----------
    drifts
        That tell of the water; `soundings` of its depth do beside them.
    index
        Mean and spread of the number the ticks teach, in its spreads before.
    apart
        Pairs of unknowns the log cannot tell apart, with the correlation of what is believed of them.
    said
        In a sentence; `explained` is whether anything that is not known explains it.
    touched, expected
        How many of the drifts touched, and how many should have by what is written.
    """

    drifts: int
    touched: int
    expected: float
    index: tuple[float, float]
    soundings: int = 0
    unknowns: tuple[Believed, ...]
    apart: tuple[tuple[str, str, float], ...]
    said: str
    tell: str
    explained: bool


@dataclass(frozen=True)
class Belief12:
    """Weighted samples of what stays, (samples, 12), the surface they were weighted by, and what they weighed before."""

    z: Floats
    weights: Floats
    surface: Surface | None
    before: Floats | None = None

    @property
    def effective(self) -> float:
        """How many samples it stands on."""
        return float(1.0 / (self.weights**2).sum())

    def mean(self, values: Floats) -> float:
        """Return the mean of a value of every sample."""
        return float(self.weights @ values)

    def quantile(self, values: Floats, share: float) -> float:
        """Return a quantile of a value of every sample."""
        order = np.argsort(values)
        at = np.cumsum(self.weights[order])
        return float(np.interp(share, at, values[order]))

    def prior_of(self, way: Sequence[float], bins: Floats, forgets: float = FORGETS) -> Floats:
        """Return the chances of the bins of a family's index, part of it as before anything was learnt."""
        u = self.z @ np.asarray(way)
        width = float(bins[1] - bins[0])
        edges = np.append(bins - 0.5 * width, bins[-1] + 0.5 * width)
        inside = np.clip(u, bins[0], bins[-1])
        now, _ = np.histogram(inside, edges, weights=self.weights)
        before, _ = np.histogram(inside, edges, weights=self.weights if self.before is None else self.before)
        p = (1.0 - forgets) * now + forgets * before + 1e-12
        smooth = np.convolve(p, (0.25, 0.5, 0.25), mode="same")
        return np.asarray(smooth / smooth.sum())


def samples(way: Floats | None = None, seed: int = 1) -> tuple[Floats, Floats]:
    """Return samples of what stays, (samples, 12), and how much each counts before anything was seen.

    Evenly spread; pace and depth of part of them are wider. Along a direction they reach evenly far out and count by how likely
    that is: a log that says much leaves enough of them.
    """
    from scipy.stats import qmc  # takes a second to load

    points = qmc.Sobol(KEPT + 2, seed=seed).random_base2(SAMPLES_2)
    z = ndtri(np.clip(points[:, :KEPT], 1e-6, 1.0 - 1e-6))
    wide = points[:, KEPT] < TAIL
    z[np.ix_(wide, [PACE, DEPTH])] *= TAIL_WIDE
    if way is None:
        return np.asarray(z), np.full(len(z), 1.0 / len(z))
    u = FARTHEST * (2.0 * points[:, KEPT + 1] - 1.0)
    spread = np.where(wide, math.sqrt(1.0 + (TAIL_WIDE**2 - 1.0) * float(way[PACE] ** 2 + way[DEPTH] ** 2)), 1.0)
    weights = normal_density(u, 0.0, spread)
    z = z + np.outer(u - z @ way, way)
    return np.asarray(z), np.asarray(weights / weights.sum())


def learn(
    rigs: Sequence[Situation], sights: Sequence[Sight], watch: Watch | None = None, soundings: Sequence[float] = ()
) -> tuple[Belief12, Learnt]:
    """Return what a log taught, of rigs as they were fished in one water.

    Parameters
    ----------
    soundings
        Depths that were sounded, each as a share of what the depth was said to be when it was.

    Raises
    ------
    Stopped
        When the watch was stopped.
    """
    counted = _most_fished(rigs, sights)
    if not counted:
        return Belief12(*samples(), None), _nothing()
    situations = [rigs[i] for i in counted]
    sets = [fitted(i, FITTED) for i in range(len(situations))]
    tracks = evaluate(situations, range(FITTED), SEARCH_GRID, watch, draw=fit_draw(sets))
    if tracks is None:
        raise Stopped
    if all(t is None for t in tracks):
        return Belief12(*samples(), None), _nothing()
    surface = surface_of(situations, sets, tracks)
    own = [Sight(counted.index(s.rig), s.code, s.drifts, s.low, s.high) for s in sights if s.rig in counted]
    own = [s for s in own if tracks[s.rig] is not None]
    z, before = samples(surface.way)
    belief = weigh(z, before, surface, situations, own, soundings)
    for round_ in range(REDRAWN):
        if belief.effective >= FEWEST:
            break
        belief = weigh(*_redrawn(belief, round_), surface, situations, own, soundings)
    return belief, told(belief, surface, situations, own, soundings)


def _most_fished(rigs: Sequence[Situation], sights: Sequence[Sight]) -> list[int]:
    drifts: dict[int, int] = {}
    for sight in sights:
        if not by_takes(rigs[sight.rig]) and rigs[sight.rig].head.taps == "touch":
            drifts[sight.rig] = drifts.get(sight.rig, 0) + sight.drifts
    return sorted(drifts, key=lambda i: -drifts[i])[:MOST_RIGS]


def _nothing() -> Learnt:
    return Learnt(
        drifts=0, touched=0, expected=0.0, index=(0.0, 1.0), unknowns=(), apart=(), said=say("nothing"), tell="",
        explained=True,
    )  # fmt: skip


def chances(z: Floats, surface: Surface, situations: Sequence[Situation]) -> tuple[Floats, Floats]:
    """Return how likely each sample makes each rig touch, and drag, in a drift: (samples, rigs) each."""
    random = np.random.Generator(np.random.PCG64(17))
    off = SURER * np.array([off_of(s) for s in situations]) * random.standard_normal((len(z), len(situations)))
    touch = ndtr((surface.touch + (z @ surface.stays)[:, None] + off) / math.sqrt(1.0 + surface.noise))
    drag = ndtr((surface.drag + (z @ surface.drags_by)[:, None] + off) / math.sqrt(1.0 + surface.drag_noise))
    return touch, np.minimum(drag, touch)


def _redrawn(belief: Belief12, seed: int) -> tuple[Floats, Floats]:
    """Return samples from where the weights are, each counting as it would have before: too few were left."""
    mean = belief.weights @ belief.z
    away = belief.z - mean
    spread = (away * belief.weights[:, None]).T @ away
    # Too few samples tell too narrow a spread: never narrower than a part of what was believed before.
    wide = SHRUNK * spread + (1.0 - SHRUNK) * np.eye(KEPT)
    from scipy.stats import multivariate_normal  # takes a second to load

    law = multivariate_normal(mean, wide)
    random = np.random.Generator(np.random.PCG64([23, seed]))
    z = np.asarray(law.rvs(2**SAMPLES_2, random_state=random))
    logs = prior_log(z) - np.asarray(law.logpdf(z))
    weights = np.exp(logs - logs.max())
    return z, np.asarray(weights / weights.sum())


def prior_log(z: Floats) -> Floats:
    """Return the logarithm of how likely samples are before anything was seen."""
    each = log_normal_density(z)
    tail = each.sum(axis=1)
    for column in (PACE, DEPTH):
        tail = tail - each[:, column] + log_normal_density(z[:, column], 0.0, TAIL_WIDE)
    return np.asarray(np.logaddexp(math.log(1.0 - TAIL) + each.sum(axis=1), math.log(TAIL) + tail))


def weigh(
    z: Floats,
    before: Floats,
    surface: Surface,
    situations: Sequence[Situation],
    sights: Sequence[Sight],
    soundings: Sequence[float] = (),
) -> Belief12:
    """Return the samples weighted by what was seen and sounded; the order of it does not matter."""
    touch, drag = chances(z, surface, situations)
    logs = np.log(before)
    for sight in sights:
        t, d = touch[:, sight.rig], drag[:, sight.rig]
        if not sight.code:
            p = (1.0 - 1.5 * MISTAPS) * t + MISTAPS / 2.0
            below = chance_of_at_most(sight.low - 1, sight.drifts, p)
            logs += np.log(np.maximum(chance_of_at_most(sight.high, sight.drifts, p) - below, 1e-12))
            continue
        likely = {"nothing": 1.0 - t, "ticked": t - d, "dragging": d}.get(sight.code)
        if likely is not None:
            logs += np.log((1.0 - 1.5 * MISTAPS) * likely + MISTAPS / 2.0)
    if soundings:
        mean, spread = sounded_of(soundings)
        logs += log_normal_density(spreads_of(situations[0]).depth * z[:, DEPTH], mean, spread)
    weights = np.exp(logs - logs.max())
    return Belief12(z, np.asarray(weights / weights.sum()), surface, before)


def sounded_of(soundings: Sequence[float]) -> tuple[float, float]:
    """Return the logarithm of what soundings make of the depth as it was said, and its spread.

    However many there are, a run's depth is known no better than one lead tells it; less well where they do not agree.

    Examples
    --------
    >>> [round(v, 3) for v in sounded_of((1.1, 1.1))]
    [0.095, 0.03]
    """
    logs = np.log(np.asarray(soundings, dtype=float))
    return float(logs.mean()), math.hypot(SOUNDED, float(logs.std()))


def told(
    belief: Belief12,
    surface: Surface,
    situations: Sequence[Situation],
    sights: Sequence[Sight],
    soundings: Sequence[float] = (),
) -> Learnt:
    """Say what was learnt: what is believed of each unknown, what cannot be told apart, and what would tell."""
    spreads = spreads_of(situations[0])
    index = belief.z @ surface.way
    mean = belief.mean(index)
    spread = math.sqrt(max(belief.mean((index - mean) ** 2), 0.0))
    first = Belief12(*samples(surface.way), None)
    before = math.sqrt(first.mean((first.z @ surface.way) ** 2))
    drifts = sum(s.drifts for s in sights)
    seen = sum(0.5 * (s.low + s.high) if not s.code else float(s.code in ("ticked", "dragging")) for s in sights)
    touch, _ = chances(belief.z, surface, situations)
    first_touch, _ = chances(first.z, surface, situations)
    expected = sum(s.drifts * first.mean(first_touch[:, s.rig]) for s in sights)
    now = sum(s.drifts * belief.mean(touch[:, s.rig]) for s in sights)
    gap = abs(seen - now) / math.sqrt(max(drifts * 0.25, 1.0))
    explained = 2.0 * float(1.0 - ndtr(gap)) >= BADLY
    rows = tuple(
        _believed(key, column, belief, first, spreads) for key, column in OF.items() if _sigma(key, spreads) > 0
    )
    said = _said(mean / before, drifts, surface, spreads) if explained else say("not-explained")
    return Learnt(
        drifts=drifts,
        soundings=len(soundings),
        touched=round(seen),
        expected=round(expected, 1),
        index=(round(mean / before, 3), round(spread / before, 3)),
        unknowns=rows,
        apart=_apart(belief, surface),
        said=f"{said} {_sounded(soundings)}".rstrip(),
        tell=would_tell(_parts(surface), bool(soundings)) if abs(mean / before) >= LEAST_SHIFT else "",
        explained=explained,
    )


def _sigma(key: str, spreads: Spreads) -> float:
    value = getattr(spreads, key)
    return float(max(value.values(), default=0.0)) if isinstance(value, dict) else float(value)


def _believed(key: str, column: int, belief: Belief12, first: Belief12, spreads: Spreads) -> Believed:
    sigma, z = _sigma(key, spreads), belief.z[:, column]

    def factor(v: float) -> float:
        return round(math.exp(sigma * v), 3)

    return Believed(
        key=key,
        name=unknowns()[key].name,
        mean=factor(belief.mean(z)),
        p10=factor(belief.quantile(z, 0.1)),
        p90=factor(belief.quantile(z, 0.9)),
        before_p10=factor(first.quantile(first.z[:, column], 0.1)),
        before_p90=factor(first.quantile(first.z[:, column], 0.9)),
    )


LEAST_ALIKE = 0.15
"""Correlation of two unknowns from which they are said not to be told apart."""


def _apart(belief: Belief12, surface: Surface) -> tuple[tuple[str, str, float], ...]:
    keys = [key for key, column in OF.items() if abs(surface.way[column]) >= LEAST_PART]
    rows = []
    for i, a in enumerate(keys):
        for b in keys[i + 1 :]:
            x, y = belief.z[:, OF[a]], belief.z[:, OF[b]]
            dx, dy = x - belief.mean(x), y - belief.mean(y)
            spread = math.sqrt(belief.mean(dx * dx) * belief.mean(dy * dy))
            alike = belief.mean(dx * dy) / spread if spread > 0 else 0.0
            if abs(alike) >= LEAST_ALIKE:
                rows.append((a, b, round(alike, 2)))
    return tuple(rows)


def _parts(surface: Surface) -> dict[str, float]:
    return {key: float(surface.way[OF[key]]) for key in NAMES}


def _said(shift: float, drifts: int, surface: Surface, spreads: Spreads) -> str:
    if abs(shift) < LEAST_SHIFT:
        return say("as-written", drifts=drifts)
    text = causes(_parts(surface), {key: _sigma(key, spreads) for key in NAMES}, shift)
    return say("seldom" if shift < 0 else "often", drifts=drifts, causes=text) if text else say("not-explained")


LEAST_SOUNDED = 0.01
"""A sounding that differs by less than this share is as it was said."""


def _sounded(soundings: Sequence[float]) -> str:
    if not soundings:
        return ""
    change = math.exp(sounded_of(soundings)[0]) - 1.0
    if abs(change) < LEAST_SOUNDED:
        return say("sounded-same", soundings=len(soundings))
    way = "deeper" if change > 0 else "shallower"
    return say("sounded", soundings=len(soundings), change=f"{abs(change) * 100:.0f}", way=way)
