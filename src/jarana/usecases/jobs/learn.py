"""What the outings on a water taught."""

from __future__ import annotations

from typing import Literal

from jarana.core.learn.water import Learnt
from jarana.core.model import Frozen
from jarana.core.search.valued import Stopped
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind
from jarana.usecases.learn_water import learnt_of
from jarana.usecases.situations import setting_of
from jarana.usecases.today import Asking


class LearnAsked(Frozen):
    """A water."""

    kind: Literal["learn"] = "learn"
    water: Reach


class LearnFound(Frozen):
    """What its outings taught; None where none tells."""

    kind: Literal["learn"] = "learn"
    learnt: Learnt | None


def _run(work: Work, asked: LearnAsked, asking: Asking, watch: Watch) -> LearnFound | None:
    try:
        found = learnt_of(work, setting_of(work, asked.water, asking), watch)
    except Stopped:
        return None
    return LearnFound(learnt=found[1] if found else None)


JOB = JobKind("learn", LearnAsked, LearnFound, _run, long=True)
