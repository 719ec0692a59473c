"""A retrieve as a hand knows it: so much line, so fast, then a pause; several kinds of pull in a row, over and over; a hang ends it."""

from __future__ import annotations

import math
from itertools import cycle

from pydantic import Field, model_validator

from jarana.core.model import Frozen
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
too-quick = a pull and its pause take at least { $least } s together
""",
)

LEAST_BEAT_S = 0.25
"""No hand pulls oftener, s."""
LONGEST_RETRIEVE_S = 360.0
"""s: a retrieve to the line's mark is followed no longer."""
MOST_ROWS = 4000


class HandPull(Frozen):
    """One kind of pull: length, m; speed, m/s; rest after it, s; how often before the next kind. Without rest the hand never stops."""

    length_m: float = Field(ge=0.005, le=1.0)
    speed_m_s: float = Field(ge=0.005, le=2.0)
    pause_s: float = Field(default=0.0, ge=0.0, le=60.0)
    times: int = Field(default=1, ge=1, le=20)

    @model_validator(mode="after")
    def _possible(self) -> HandPull:
        if self.pause_s and self.whole < LEAST_BEAT_S:
            raise ValueError(say("too-quick", least=f"{LEAST_BEAT_S:g}"))
        return self

    @property
    def taken_s(self) -> float:
        """How long the pull itself takes, s."""
        return self.length_m / self.speed_m_s

    @property
    def whole(self) -> float:
        """One pull and its pause, s."""
        return self.taken_s + self.pause_s


class Hang(Frozen):
    """What ends a retrieve: the hand stops where the line's mark is at the tip, lifts the rod, and holds (practice).

    Attributes
    ----------
    left_mm
        Fly line outside the tip when its mark is there, mm.
    hold_s
        How long the team is held then, s.
    lift_mm
        How far the rod is raised first, mm.
    """

    left_mm: float = Field(default=3000, ge=0, le=20000)
    hold_s: float = Field(default=10.0, ge=1.0, le=120.0)
    lift_mm: float = Field(default=1000, ge=0, le=3000)


def takes(pulls: tuple[HandPull, ...], begins: float, ends: float) -> tuple[tuple[float, float], ...]:
    """Return rows (t, line taken in m/s) that hold from each time on, from one time to another, s; the kinds in turn.

    Examples
    --------
    >>> takes((HandPull(length_m=0.5, speed_m_s=1.0, pause_s=1.0),), 10.0, 12.0)
    ((0.0, 0.0), (10.0, 1.0), (10.5, 0.0), (11.5, 1.0), (12.0, 0.0))
    >>> takes((HandPull(length_m=0.3, speed_m_s=0.03),), 10.0, 99.0)
    ((0.0, 0.0), (10.0, 0.03))
    """
    rows, t = [(0.0, 0.0)], begins
    if len(pulls) == 1 and not pulls[0].pause_s:
        return (*rows, (t, pulls[0].speed_m_s))
    for pull in cycle(pulls):
        for _ in range(pull.times):
            if t >= ends or len(rows) >= MOST_ROWS:
                return tuple(rows)
            rows.append((t, pull.speed_m_s))
            if pull.pause_s:
                rows.append((t + pull.taken_s, 0.0))
            t += pull.whole
    return tuple(rows)


def beat_s(pulls: tuple[HandPull, ...]) -> float:
    """Return how long all kinds in a row take once, s."""
    return sum(pull.times * pull.whole for pull in pulls)


def taken_after(pulls: tuple[HandPull, ...], metres: float) -> float:
    """Return how long a hand takes to bring in so much line, s from its first pull on.

    Examples
    --------
    >>> taken_after((HandPull(length_m=0.5, speed_m_s=1.0, pause_s=1.0),), 1.2)
    3.2
    """
    if metres <= 0.0:
        return 0.0
    beat_m = sum(pull.times * pull.length_m for pull in pulls)
    beats = math.ceil(metres / beat_m - 1e-9) - 1
    t, left = beats * beat_s(pulls), metres - beats * beat_m
    for pull in pulls:
        for _ in range(pull.times):
            if left <= pull.length_m + 1e-9:
                return round(t + left / pull.speed_m_s, 6)
            t, left = t + pull.whole, left - pull.length_m
    return round(t, 6)


def mean_pace(pulls: tuple[HandPull, ...]) -> float:
    """Return how much line a hand takes in in the mean, m/s; 0 for no pulls.

    Examples
    --------
    >>> mean_pace((HandPull(length_m=0.5, speed_m_s=1.0, pause_s=1.5),))
    0.25
    """
    whole = beat_s(pulls)
    return sum(pull.times * pull.length_m for pull in pulls) / whole if whole else 0.0
