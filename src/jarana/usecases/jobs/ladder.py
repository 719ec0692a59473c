"""What to put on as the water grows deeper or faster."""

from __future__ import annotations

from typing import Literal

from jarana.core.model import Frozen
from jarana.core.search.cells import Ladder
from jarana.core.search.ladder import ladder
from jarana.core.search.valued import Stopped
from jarana.core.watch import Watch
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind, RigInWater
from jarana.usecases.situations import situation_of
from jarana.usecases.today import Asking


class LadderAsked(RigInWater):
    """A rig in its water, to be stepped."""

    kind: Literal["ladder"] = "ladder"


class LadderFound(Frozen):
    """The ladder."""

    kind: Literal["ladder"] = "ladder"
    ladder: Ladder


def _run(work: Work, asked: LadderAsked, asking: Asking, watch: Watch) -> LadderFound | None:
    try:
        return LadderFound(ladder=ladder(situation_of(work, asked.rig, asked.water, asking), watch))
    except Stopped:
        return None


JOB = JobKind("ladder", LadderAsked, LadderFound, _run)
