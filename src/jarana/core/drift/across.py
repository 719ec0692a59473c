"""What a drift does across the stream and in the air, read from its frames: sag, inward pull, swing, the dry's own water."""

from __future__ import annotations

import math

import numpy as np

from jarana.core.drift.lower import Lowered
from jarana.core.engine.arrays import Floats
from jarana.core.engine.chain import ChainRun
from jarana.core.engine.ground import bed_under, speed_over
from jarana.core.model import Frozen

SLIP_M = 0.10
"""m a fly may leave its own water before a fish minds (practice: a hand's breadth; a curled leader that unbends moves it less)."""
LATER_S = 1.0
"""s by which a free drift that begins later must be the longer to be the one that is told: a leader that unbends moves a fly at once."""
DANGLE_DEG = 10.0
"""A line within so many degrees of straight downstream hangs on the dangle."""
TURNING_S = 1.0
"""s after the cast in which the line comes tight; a speed across is told from then on."""
OUT_M = 0.02
"""m: a fly higher than this over the water is out of it."""


class Across(Frozen):
    """What lies across and above; None where a drift has no such thing.

    Attributes
    ----------
    tip_m
        Height of the rod tip at the start.
    cast_deg
        Way of the cast from straight across, ° downstream; None where the rod stands over its lane.
    line_m
        Length of line outside the tip.
    sag_m, angle_deg, inward_n
        In the second half of a drift held from the tip: farthest of the line in the air from the straight way between tip
        and water, its slope where it enters, and its pull across towards the angler there.
    sunk_m
        How much of such a line above where it is led lies under water, meaned over the second half; negative where that
        place itself is held over it.
    inward_m
        How far the point came in towards the angler.
    drag_free_s
        When what floats has left its own water by a hand's breadth; None where it does not.
    free_s, free_from_s
        The longest it keeps within a hand's breadth of one water, and from when on: after a leader has unbent, mostly.
    slip_m
        How far it has left it in the end.
    dangle_s
        When a line that swings is within ten degrees of straight downstream.
    across_m_s
        The fastest the point goes across, once the line is tight.
    belly_m
        The farthest the lying line lies from the straight way, in the first half.
    strike_m
        Slack and belly between the tip and what shows a take, meaned over the second half: a strike takes it up first.
    out_share
        Share of the drift in which a fly is out of the water.
    """

    tip_m: float
    cast_deg: float | None = None
    line_m: float
    sag_m: float | None = None
    angle_deg: float | None = None
    inward_n: float | None = None
    sunk_m: float | None = None
    inward_m: float = 0.0
    drag_free_s: float | None = None
    free_s: float | None = None
    free_from_s: float | None = None
    slip_m: float | None = None
    dangle_s: float | None = None
    across_m_s: float | None = None
    belly_m: float | None = None
    strike_m: float = 0.0
    out_share: float = 0.0

    @property
    def freed(self) -> tuple[float, float] | None:
        """From when on, s, and how long, s, what floats drifts freely after it was moved at first; None where it drifts from the first."""
        if self.drag_free_s is None or self.free_s is None or self.free_from_s is None:
            return None
        return (self.free_from_s, self.free_s) if self.free_s >= self.drag_free_s + LATER_S else None


def across_of_drift(chain: ChainRun, lowered: Lowered, hold: int, flies: list[int]) -> Across | None:
    """Return what lies across; None where the chain begins in the water.

    Parameters
    ----------
    hold
        The node at which the rig is held up or led; 0 where it is the top.
    flies
        Nodes of the flies, from the top down.
    """
    if lowered.stood is None or not flies:
        return None
    times, place = chain.times, chain.place
    point = flies[-1]
    floats = any(b.floats for b in lowered.scenario.bodies)
    on_line = hold == 0
    slip = slipped(chain, lowered, hold) if floats else None
    free_from, free = (None, None) if slip is None else freest(times, slip)
    late = times > TURNING_S
    sag, angle, inward, sunk = (None, None, None, None) if floats or on_line else _hung(chain, hold)
    return Across(
        tip_m=float(place[0, 0, 2]),
        cast_deg=round(math.degrees(lowered.stood.angle), 1) if floats or on_line else None,
        line_m=round(float(chain.mesh.arc[point]), 3),
        sag_m=sag,
        angle_deg=angle,
        inward_n=inward,
        sunk_m=sunk,
        inward_m=float(place[0, point, 1] - place[-1, point, 1]),
        drag_free_s=None if slip is None else _first(times, _far(slip)),
        free_s=free,
        free_from_s=free_from,
        slip_m=None if slip is None else float(_far(slip)[-1]),
        dangle_s=_dangles(chain, point) if on_line else None,
        across_m_s=float(np.max(-chain.vy[late, point])) if on_line and late.any() else None,
        belly_m=_belly(chain) if floats or on_line else None,
        strike_m=_slack_between(chain, hold or point),
        out_share=float(np.mean(place[late][:, flies, 2] > OUT_M)) if late.any() else 0.0,
    )


def _slack_between(chain: ChainRun, node: int) -> float:
    """Return how much longer the line from the tip to a node is than the straight way, meaned over the second half, m."""
    half = len(chain.times) // 2
    straight = np.linalg.norm(chain.place[half:, node] - chain.place[half:, 0], axis=1)
    return max(float(chain.mesh.arc[node] - chain.taken - straight.mean()), 0.0)


def slipped(chain: ChainRun, lowered: Lowered, node: int) -> Floats:
    """Return how far downstream and across a node has left the water it landed on, (times, 2), m: its place less that water's own way."""
    x, y, z = chain.x[:, node], chain.y[:, node], chain.z[:, node]
    height = bed_under(lowered.scenario, x, y) + np.minimum(z, 0.0)
    water = speed_over(lowered.scenario, x, y, height)
    carried = np.concatenate([[0.0], np.cumsum(0.5 * (water[1:] + water[:-1]) * np.diff(chain.times))])
    return np.stack([x - x[0] - carried, y - y[0]], axis=1)


def _far(slip: Floats) -> Floats:
    return np.asarray(np.hypot(slip[:, 0], slip[:, 1]))


def freest(times: Floats, slip: Floats) -> tuple[float, float]:
    """Return from when on, s, something keeps longest within a hand's breadth of one water, and how long, s.

    Examples
    --------
    >>> times = np.arange(6.0)
    >>> moved = np.array([[0.0, 0.0], [0.0, 0.3], [0.0, 0.3], [0.0, 0.3], [0.0, 0.3], [0.0, 0.7]])
    >>> begins, long = freest(times, moved)
    >>> begins, round(long, 2)
    (1.0, 3.25)
    """
    best = (0.0, 0.0)
    for k in range(len(times)):
        left = _first(times[k:], _far(slip[k:] - slip[k]))
        long = (times[-1] if left is None else left) - times[k]
        if long > best[1] + 1e-9:
            best = (float(times[k]), float(long))
        if left is None:
            break
    return best


def _first(times: Floats, slip: Floats) -> float | None:
    """Return when a slip first passes a hand's breadth, between frames by straight line."""
    over = np.flatnonzero(slip > SLIP_M)
    if not len(over):
        return None
    k = int(over[0])
    if k == 0:
        return float(times[0])
    share = (SLIP_M - slip[k - 1]) / (slip[k] - slip[k - 1])
    return float(times[k - 1] + share * (times[k] - times[k - 1]))


def _hung(chain: ChainRun, hold: int) -> tuple[float | None, float | None, float | None, float | None]:
    """Return sag m, slope at the water °, pull across N and how much above a node is under water m, of a line held in the air, meaned over the second half."""
    half, last = len(chain.times) // 2, chain.mesh.main_end
    wet = chain.place[half:, 1 : last + 1, 2] <= 0.0
    enters = np.where(wet.any(axis=1), wet.argmax(axis=1), 0) + 1
    frames = np.flatnonzero(enters > 1)
    if not len(frames):
        return None, None, None, None
    place, first = chain.place[half + frames, : last + 1], enters[frames]
    each = np.arange(len(frames))
    over, under = place[each, first - 1], place[each, first]
    off = place - place[:, :1]
    way = under - place[:, 0]
    long = np.linalg.norm(way, axis=1)
    along = np.einsum("fnc,fc->fn", off, way) / long[:, None]
    aside = np.sqrt(np.maximum((off * off).sum(axis=2) - along * along, 0.0))
    aside[np.arange(last + 1) >= first[:, None]] = 0.0
    link = under - over
    size = np.linalg.norm(link, axis=1)
    pull = chain.tension[half + frames, first] * -link[:, 1] / size
    share = over[:, 2] / np.maximum(over[:, 2] - under[:, 2], 1e-9)
    arc = chain.mesh.arc
    sunk = arc[hold] - (arc[first - 1] + share * (arc[first] - arc[first - 1]))
    slope = np.degrees(np.arcsin(np.clip(-link[:, 2] / size, -1.0, 1.0)))
    return float(aside.max(axis=1).mean()), float(slope.mean()), float(-pull.mean()), float(sunk.mean())


def _dangles(chain: ChainRun, point: int) -> float | None:
    gap = chain.place[:, point] - chain.place[:, 0]
    off = np.degrees(np.arctan2(np.abs(gap[:, 1]), gap[:, 0]))
    there = np.flatnonzero(off <= DANGLE_DEG)
    return float(chain.times[there[0]]) if len(there) else None


def _belly(chain: ChainRun) -> float | None:
    """Return how far the lying line lies at most from the straight way between its ends, in the first half, m."""
    worst = None
    for frame in range(len(chain.times) // 2 + 1):
        lying = np.flatnonzero(chain.afloat[frame])
        if len(lying) < 3:
            continue
        place = chain.place[frame, lying, :2]
        way = place[-1] - place[0]
        long = float(np.hypot(*way))
        if long < 1e-6:
            continue
        off = place - place[0]
        far = float(np.abs(off[:, 0] * way[1] - off[:, 1] * way[0]).max() / long)
        worst = far if worst is None else max(worst, far)
    return worst
