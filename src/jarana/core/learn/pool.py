"""What several people's logs say of one water together: each one's lesson without their own hand."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.learn.taught import LEAST_TOLD, Lesson
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
too-few = Shown from { $least } people on; { $people } so far.
together = { $people } people, { $drifts } drifts: { $what }.
about-right = it is about as it is written
both = { $a }, { $b }
deeper = { $by } deeper than written ({ $least } to { $most })
shallower = { $by } shallower than written ({ $least } to { $most })
faster = { $by } faster ({ $least } to { $most })
slower = { $by } slower ({ $least } to { $most })
disagree = They disagree more than chance would have it; the range is wider for it.
""",
)
LEAST_PEOPLE = 3
"""People from whom on anything is shown: with two, one would read the other's from the difference."""
EIGHTY = 1.2816
"""Standard deviations to either side that hold eight of ten."""
SURE = 1e-4
"""Least variance of a logarithm: nobody knows a water to better than 1 %."""
PAIR = 2
"""Pace and depth."""


@dataclass(frozen=True)
class Given:
    """What one person's log says of a water, in logarithms of what it was said to be; the hand is left out, and when it was.

    Attributes
    ----------
    mean
        Of pace and depth.
    spread
        Their variances and covariance: pace, both, depth.
    before
        Their variances before anything was logged.
    drifts
        How many tell.
    """

    mean: tuple[float, float]
    spread: tuple[float, float, float]
    before: tuple[float, float]
    drifts: int


@dataclass(frozen=True)
class Pooled:
    """What people know together: least, most likely and most of pace and depth as factors, eight times of ten.

    Attributes
    ----------
    disagree
        They lie further apart than their own spreads allow.
    """

    people: int
    drifts: int
    pace: tuple[float, float, float]
    depth: tuple[float, float, float]
    disagree: bool


def given_of(lesson: Lesson) -> Given:
    """Return what a lesson says of its water: whatever the hand may be is in the spread."""
    pace, depth, *_ = lesson.sigmas
    return Given(
        mean=(pace * lesson.mean[0], depth * lesson.mean[1]),
        spread=(
            pace * pace * lesson.spread[0][0],
            pace * depth * lesson.spread[0][1],
            depth * depth * lesson.spread[1][1],
        ),
        before=(pace * pace, depth * depth),
        drifts=lesson.drifts,
    )


def pooled(given: Sequence[Given]) -> Pooled | None:
    """Return what people's logs say of a water together; None from fewer than `LEAST_PEOPLE`.

    Each log's own weight is what it knows more than was known before it (precisions, the prior taken off); these are added to the
    widest prior. Where people lie further apart than their spreads allow, the whole is widened by as much.
    """
    if len(given) < LEAST_PEOPLE:
        return None
    covers = [_cover(g) for g in given]
    means = [np.array(g.mean) for g in given]
    prior = np.diag([1.0 / max(*(g.before[k] for g in given), SURE) for k in range(PAIR)])
    precision: Floats = prior.copy()
    told: Floats = np.zeros(PAIR)
    for one, cover, mean in zip(given, covers, means, strict=True):
        inverse: Floats = np.asarray(np.linalg.inv(cover))
        precision = precision + _positive(inverse - np.diag([1.0 / max(v, SURE) for v in one.before]))
        told += inverse @ mean
    joint: Floats = np.asarray(np.linalg.inv(precision))
    middle = joint @ told
    apart = sum(float((m - middle) @ np.linalg.inv(c) @ (m - middle)) for m, c in zip(means, covers, strict=True))
    wider = max(1.0, apart / (PAIR * (len(given) - 1)))
    away = EIGHTY * np.sqrt(np.diag(joint) * wider)
    pace, depth = (
        (math.exp(float(m - a)), math.exp(float(m)), math.exp(float(m + a))) for m, a in zip(middle, away, strict=True)
    )
    return Pooled(len(given), sum(g.drifts for g in given), pace, depth, wider > PAIR)


def pool_said(found: Pooled | None, people: int, water: Reach, writer: Writer) -> str:
    """Return in a sentence or two what people know of a water together, or how many are wanted."""
    if found is None:
        return say("too-few", least=LEAST_PEOPLE, people=people)
    parts = []
    low, middle, high = (water.depth_m * (f - 1.0) for f in found.depth)
    if abs(found.depth[1] - 1.0) >= LEAST_TOLD:
        key = "deeper" if middle > 0.0 else "shallower"
        parts.append(_ranged(key, middle, low, high, lambda m: writer.text("depth", m)))
    if water.nature.flows and abs(found.pace[1] - 1.0) >= LEAST_TOLD:
        low, middle, high = (f - 1.0 for f in found.pace)
        parts.append(_ranged("faster" if middle > 0.0 else "slower", middle, low, high, lambda s: f"{s * 100:.0f} %"))
    what = say("both", a=parts[0], b=parts[1]) if len(parts) == PAIR else (parts or [say("about-right")])[0]
    text = say("together", people=found.people, drifts=found.drifts, what=what)
    return f"{text} {say('disagree')}" if found.disagree else text


def _ranged(key: str, middle: float, low: float, high: float, write: Callable[[float], str]) -> str:
    sign = 1.0 if middle > 0.0 else -1.0
    least, most = sorted((sign * low, sign * high))
    by, near, far = write(abs(middle)), write(least), write(most)
    if key == "deeper":
        return say("deeper", by=by, least=near, most=far)
    if key == "shallower":
        return say("shallower", by=by, least=near, most=far)
    return say("faster", by=by, least=near, most=far) if key == "faster" else say("slower", by=by, least=near, most=far)


def _cover(given: Given) -> Floats:
    pace, both, depth = given.spread
    return np.array([[pace + SURE, both], [both, depth + SURE]])


def _positive(matrix: Floats) -> Floats:
    values, vectors = np.linalg.eigh(matrix)
    return np.asarray((vectors * np.maximum(values, 0.0)) @ vectors.T)
