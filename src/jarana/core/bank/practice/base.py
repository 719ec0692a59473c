"""What an exercise is, and how a guess is scored: in widths of the honest band."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Annotated, Literal

import numpy as np
from pydantic import Field

from jarana.core.bank.pack import depths_at
from jarana.core.model import Frozen, Key
from jarana.core.outcomes.tracks import Tracks
from jarana.core.situation import Situation
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
inside = Inside the band: drifts you could not tell apart lie from { $low } to { $high }.
beside = { $widths } widths beside the band, which is { $low } to { $high }.
right = That is it.
next = Nearly: one beside it.
wrong = No: { $best }.
""",
)
DRAWN = 40
"""Times at which the course that is played is kept."""
NARROWEST = 1e-6
Answer = Annotated[float, Field(ge=-1e6, le=1e6)]
"""A figure one guesses at, in the unit of its slider."""


class Course(Frozen):
    """A fly's way that is played after the guess, cm deep at evenly spaced times."""

    fly: str
    role: str
    p10: tuple[int, ...]
    p50: tuple[int, ...]
    p90: tuple[int, ...]


class Exercise(Frozen):
    """An exercise with its answer.

    Attributes
    ----------
    control
        What one guesses with: a slider of seconds, of shares or of a way, a depth that is drawn, or one of some choices.
    low, high
        Ends of the slider.
    p10, p50, p90
        The answer in the slider's unit, of drifts that nobody could tell apart.
    choices, best
        What can be chosen, and which of it is right; `ordered`, where beside is nearly.
    stops_s
        When the sign that is drawn stops, s; None where none is.
    tells
        What is said once one has guessed.
    rule
        How figures of it are written.
    seconds, depth_m, zone_m, courses
        What is played then: how long, how deep the water is, where they take, from and to as depths, the flies' ways.
    """

    kind: Key
    asks: str
    control: Literal["seconds", "depth", "share", "way", "choice"]
    rule: str
    low: Answer = 0.0
    high: Answer = 1.0
    p10: Answer = 0.0
    p50: Answer = 0.0
    p90: Answer = 0.0
    choices: tuple[str, ...] = ()
    best: tuple[int, ...] = ()
    ordered: bool = True
    stops_s: float | None = None
    tells: str
    seconds: float
    depth_m: float
    zone_m: tuple[float, float] | None
    courses: tuple[Course, ...]


@dataclass(frozen=True)
class ExerciseKind:
    """A kind of exercise.

    Attributes
    ----------
    make
        Returns it for a situation, a number that varies it and a watch; None where it does not apply.
    """

    key: str
    name: str
    make: Callable[[Situation, int, Watch], Exercise | None]


class Scored(Frozen):
    """A guess that was held against its answer: how many widths beside the band, 0 inside it; and in a sentence."""

    widths: float
    text: str


def scored(exercise: Exercise, guess: float, write: Callable[[str, float], str]) -> Scored:
    """Return how far a guess is off: a slider in widths of the band, P10 to P90; a choice in steps, two where it is wrong."""
    if exercise.control == "choice":
        picked = round(guess)
        steps = min((abs(picked - b) for b in exercise.best), default=2)
        off = float(min(steps, 2)) if exercise.ordered else 0.0 if steps == 0 else 2.0
        best = ", ".join(exercise.choices[b] for b in exercise.best)
        return Scored(widths=off, text=say("right" if off == 0 else "next" if off == 1 else "wrong", best=best))
    width = max(exercise.p90 - exercise.p10, NARROWEST)
    off = max(exercise.p10 - guess, guess - exercise.p90, 0.0) / width
    low, high = write(exercise.rule, exercise.p10), write(exercise.rule, exercise.p90)
    if off == 0:
        return Scored(widths=0.0, text=say("inside", low=low, high=high))
    return Scored(widths=round(min(off, 99.0), 2), text=say("beside", widths=f"{off:.1f}", low=low, high=high))


def courses_of(tracks: Tracks) -> tuple[float, tuple[Course, ...]]:
    """Return how long the drift is that is played, s, and its flies' ways."""
    situation = tracks.situation
    seconds = float(tracks.nominal_times[-1])
    times = np.linspace(0.0, seconds, DRAWN + 1)
    found = []
    for name in tracks.names:
        attachment = situation.rig.attachment(name)
        if attachment.fly is None:
            continue
        rows = np.round(100 * depths_at(tracks, name, times)).astype(int)
        p10, p50, p90 = (tuple(int(v) for v in row) for row in rows)
        found.append(Course(fly=name, role=situation.rig.role(attachment), p10=p10, p50=p50, p90=p90))
    return seconds, tuple(found)


def zone_of(situation: Situation) -> tuple[float, float] | None:
    """Return where they take as depths, m, from and to; None where that is not known."""
    water = situation.fished
    if not water.zone_known:
        return None
    low, high = water.zone.heights(water.depth_m)
    return (max(water.depth_m - high, 0.0), max(water.depth_m - low, 0.0))
