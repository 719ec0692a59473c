"""What one's own rigs, or the revisions of one, are worth in a water, and how their flies ride."""

from __future__ import annotations

from typing import Literal
from uuid import UUID

from pydantic import Field

from jarana.core.model import Frozen
from jarana.core.rig.model import Rig
from jarana.core.search.answers import RigHereView
from jarana.core.search.several import several
from jarana.core.search.valued import Stopped, Valued
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind
from jarana.usecases.situations import setting_of
from jarana.usecases.today import Asking

MOST = 24
"""Revisions one job looks at."""


class RigsHereAsked(Frozen):
    """Revisions of one's own rigs, in the order they are wanted, and a water."""

    kind: Literal["rigs-here"] = "rigs-here"
    water: Reach
    revisions: tuple[UUID, ...] = Field(min_length=1, max_length=MOST)


class RigsHereFound(Frozen):
    """Those looked at so far, in the order they were asked; what is not one's own is not among them."""

    kind: Literal["rigs-here"] = "rigs-here"
    rigs: tuple[RigHereView, ...]


def _run(work: Work, asked: RigsHereAsked, asking: Asking, watch: Watch) -> RigsHereFound | None:
    with work.reading():
        rows = [(key, work.rigs.revision(key)) for key in dict.fromkeys(asked.revisions)]
        rigs: dict[UUID, Rig] = {key: row.document for key, row in rows if row is not None}

    def shown(known: dict[UUID, Valued | None]) -> RigsHereFound:
        return RigsHereFound(rigs=tuple(RigHereView.of(key, rigs[key], valued) for key, valued in known.items()))

    def tell(known: dict[UUID, Valued | None]) -> None:
        watch.first = shown(known)

    try:
        return shown(several(setting_of(work, asked.water, asking), rigs, watch, tell))
    except Stopped:
        return None


JOB = JobKind("rigs-here", RigsHereAsked, RigsHereFound, _run)
