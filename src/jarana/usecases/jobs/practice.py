"""Exercises of one's own rig in one's own water, those that are due first."""

from __future__ import annotations

from typing import Literal

from jarana.core.bank.practice import exercise_kinds
from jarana.core.bank.practice.base import Exercise
from jarana.core.model import Frozen
from jarana.core.watch import Watch
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind, RigInWater
from jarana.usecases.practise import progress
from jarana.usecases.situations import situation_of
from jarana.usecases.today import Asking


class PracticeAsked(RigInWater):
    """A rig in a water."""

    kind: Literal["practice"] = "practice"


class PracticeFound(Frozen):
    """Exercises with their answers, in the order they are due."""

    kind: Literal["practice"] = "practice"
    exercises: tuple[Exercise, ...]


def _run(work: Work, asked: PracticeAsked, asking: Asking, watch: Watch) -> PracticeFound | None:
    situation = situation_of(work, asked.rig, asked.water, asking)
    rows = progress(work, asking).kinds
    made = [exercise_kinds()[row.kind].make(situation, row.times, watch) for row in rows]
    if watch.stopped:
        return None
    return PracticeFound(exercises=tuple(e for e in made if e is not None))


JOB = JobKind("practice", PracticeAsked, PracticeFound, _run)
