"""How two rigs do in the same water."""

from __future__ import annotations

from typing import Literal

from jarana.core.model import Frozen
from jarana.core.rig.model import Rig
from jarana.core.search.answers import SideBySideView
from jarana.core.search.side_by_side import side_by_side
from jarana.core.search.valued import Stopped
from jarana.core.watch import Watch
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind, RigInWater
from jarana.usecases.situations import situation_of
from jarana.usecases.today import Asking


class SideBySideAsked(RigInWater):
    """A rig in its water, and another beside it."""

    kind: Literal["side-by-side"] = "side-by-side"
    other: Rig


class SideBySideFound(Frozen):
    """Both, on the same drifts."""

    kind: Literal["side-by-side"] = "side-by-side"
    both: SideBySideView


def _run(work: Work, asked: SideBySideAsked, asking: Asking, watch: Watch) -> SideBySideFound | None:
    try:
        found = side_by_side(situation_of(work, asked.rig, asked.water, asking), asked.other, watch)
    except Stopped:
        return None
    return SideBySideFound(both=SideBySideView.of(found))


JOB = JobKind("side-by-side", SideBySideAsked, SideBySideFound, _run)
