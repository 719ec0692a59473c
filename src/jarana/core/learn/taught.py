"""A lesson: what a log taught of a water and a hand, kept in a few figures, and carried on to another day.

Of the twelve unknowns a log weighs, pace, depth, hand and the roughness of the bed go on to other rigs; what was learnt of a fly or a line stays with it.
"""

from __future__ import annotations

import math
from datetime import date
from typing import Annotated, ClassVar

import numpy as np
from pydantic import Field

from jarana.core.documents import Document
from jarana.core.engine.arrays import Floats
from jarana.core.learn.water import FORGETS, Belief12, Learnt
from jarana.core.situation import TAUGHT, Situation, Taught
from jarana.core.units import Writer
from jarana.core.unknowns.drifts import COLUMNS
from jarana.core.unknowns.spreads import spreads_of
from jarana.core.water.reach import LEAST_STONES, MOST_STONES, Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
deeper = { $by } deeper than you wrote
shallower = { $by } shallower than you wrote
faster = { $by } faster water
slower = { $by } slower water
rougher = a bed { $by } rougher
smoother = a bed { $by } smoother
led-faster = you lead { $by } faster than you think
led-slower = you lead { $by } slower than you think
and = { $a }, { $b }
learnt = Learnt from { $drifts } drifts, most likely: { $what }.
as-written = Learnt from { $drifts } drifts: the water is about as you wrote it.
""",
)
HALF_YEAR = 180.0
"""days after which half of a lesson is left, beside what is forgotten from one outing to the next (a guess)."""
OTHER_LEVEL = 0.3
"""Logarithm of a depth over that of the outings at which a third of a lesson is left (a guess)."""
LEAST_TOLD = 0.01
"""A factor nearer to one than this is not told."""
STEADY = 1e-9


Part = Annotated[float, Field(ge=-1000, le=1000)]
Row = tuple[Part, Part, Part, Part]


class Lesson(Document):
    """What a log taught.

    Attributes
    ----------
    mean, spread
        Of pace, depth, hand and roughness in spreads of before: mean, (4,), and covariance, (4, 4).
    sigmas
        Those spreads, of the logarithm.
    depth_m
        How deep it was said to be, on the whole, when it was learnt.
    last
        The last day of the log.
    """

    TYPE: ClassVar[str] = "lesson"
    VERSION: ClassVar[int] = 2

    mean: Row
    spread: tuple[Row, ...] = Field(min_length=len(TAUGHT), max_length=len(TAUGHT))
    sigmas: Row
    drifts: int = Field(ge=1, le=1_000_000)
    depth_m: float = Field(gt=0, le=1000)
    last: date


def lesson_of(belief: Belief12, found: Learnt, there: Situation, depth_m: float, last: date) -> Lesson | None:
    """Return the lesson of a log whose first rig stood in a situation; None where nothing was learnt, or nothing explains it."""
    if found.drifts == 0 or not found.explained:
        return None
    spreads = spreads_of(there)
    z = belief.z[:, COLUMNS]
    mean = belief.weights @ z
    away = z - mean
    spread = (away * belief.weights[:, None]).T @ away
    return Lesson(
        mean=_row(mean),
        spread=tuple(_row(row) for row in spread),
        sigmas=(spreads.pace, spreads.depth, spreads.hand, spreads.roughness),
        drifts=found.drifts,
        depth_m=depth_m,
        last=last,
    )


def _row(values: Floats) -> Row:
    a, b, c, d = (float(v) for v in values)
    return a, b, c, d


def share_left(lesson: Lesson, water: Reach, today: date) -> float:
    """Return how much of a lesson holds on a day in a water as it stands then: less later, and at another level."""
    days = max((today - lesson.last).days, 0)
    level = abs(math.log(water.depth_m / lesson.depth_m))
    return float((1.0 - FORGETS) * 0.5 ** (days / HALF_YEAR) * math.exp(-level / OTHER_LEVEL))


def carried(lesson: Lesson, water: Reach, today: date) -> Taught:
    """Return what a lesson says of a water on a day: mixed with what was thought before by what was forgotten since."""
    left = share_left(lesson, water, today)
    own, spread = np.array(lesson.mean), np.array(lesson.spread)
    mean = left * own
    mixed = left * spread + (1.0 - left) * np.eye(len(TAUGHT)) + left * (1.0 - left) * np.outer(own, own)
    root = np.linalg.cholesky(mixed + STEADY * np.eye(len(TAUGHT)))
    pace, depth, hand, rougher = (round(math.exp(s * m), 4) for s, m in zip(lesson.sigmas, mean, strict=True))
    return Taught(
        factors=(pace, depth, hand, rougher) if water.nature.flows else (1.0, depth, 1.0, 1.0),
        root=tuple(tuple(round(float(v), 5) for v in row) for row in root),
        drifts=lesson.drifts,
    )


def said(taught: Taught, water: Reach, writer: Writer) -> str:
    """Return what a lesson changes of a water, in a sentence."""
    parts = []
    deeper = water.depth_m * (taught.depth - 1.0)
    if abs(taught.depth - 1.0) >= LEAST_TOLD:
        parts.append(say("deeper" if deeper > 0 else "shallower", by=writer.text("depth", abs(deeper))))
    for factor, more, less in (
        (taught.pace, "faster", "slower"),
        (taught.hand, "led-faster", "led-slower"),
        (taught.rougher, "rougher", "smoother"),
    ):
        if abs(factor - 1.0) >= LEAST_TOLD:
            parts.append(say(more if factor > 1.0 else less, by=f"{abs(factor - 1.0) * 100:.0f} %"))
    if not parts:
        return say("as-written", drifts=taught.drifts)
    what = parts[0]
    for part in parts[1:]:
        what = say("and", a=what, b=part)
    return say("learnt", drifts=taught.drifts, what=what)


def corrected(water: Reach, taught: Taught) -> Reach:
    """Return a water written down as it was learnt to be, in whole centimetres and centimetres a second; its throws are left out.

    The size of its stones only where it was told: else its bed stays of its kind.
    """
    changed = water.scaled(taught.pace, taught.depth, taught.rougher if water.stones_m is not None else 1.0)
    rounded = {"depth_m": round(changed.depth_m, 2), "pace_m_s": round(changed.pace_m_s, 2), "paced": ()}
    if changed.stones_m is not None:
        rounded["stones_m"] = min(max(round(changed.stones_m, 2), LEAST_STONES), MOST_STONES)
    return changed.model_copy(update=rounded)
