"""Where practitioners disagree, with this rig's own figures for every side."""

from __future__ import annotations

from typing import Literal

from jarana.core.model import Frozen
from jarana.core.rig.edits.base import RigEdit
from jarana.core.search.any_edit import AnyEdit
from jarana.core.search.schools import QuestionTold, two_schools
from jarana.core.unknowns.deviates import FIRST
from jarana.core.watch import Watch
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind, RigInWater
from jarana.usecases.situations import situation_of
from jarana.usecases.today import Asking


class SchoolsAsked(RigInWater):
    """A rig in its water, to be fished both ways."""

    kind: Literal["schools"] = "schools"


class SideView(Frozen):
    """A school with its figures; its edits fish the rig so, `method` names another rig it is told of.

    `minutes` are the good ones in the hour, `ruled_out` is why there are none.
    """

    name: str
    lines: tuple[str, ...]
    edits: tuple[AnyEdit, ...]
    on_rig: bool
    method: str | None
    now: bool
    minutes: float = 0.0
    ruled_out: str = ""


class QuestionView(Frozen):
    """A question practitioners answer differently."""

    key: str
    asks: str
    sides: tuple[SideView, ...]

    @classmethod
    def of(cls, told: QuestionTold) -> QuestionView:
        """Show a question."""
        return cls(
            key=told.key,
            asks=told.asks,
            sides=tuple(
                SideView.model_validate(
                    {
                        "name": s.name,
                        "lines": s.lines,
                        "edits": [e.model_dump() for e in s.edits],
                        "on_rig": all(isinstance(e, RigEdit) for e in s.edits),
                        "method": s.method,
                        "now": s.now,
                        "minutes": round(s.minutes, 1),
                        "ruled_out": s.ruled_out,
                    }
                )
                for s in told.sides
            ),
        )


class SchoolsFound(Frozen):
    """Where practitioners disagree, with this rig's own figures for every side, each by as many of the same `members`."""

    kind: Literal["schools"] = "schools"
    questions: tuple[QuestionView, ...]
    members: int = FIRST


def _run(work: Work, asked: SchoolsAsked, asking: Asking, watch: Watch) -> SchoolsFound | None:
    told = two_schools(situation_of(work, asked.rig, asked.water, asking), watch)
    return None if told is None else SchoolsFound(questions=tuple(QuestionView.of(q) for q in told))


JOB = JobKind("schools", SchoolsAsked, SchoolsFound, _run)
