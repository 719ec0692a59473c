"""The best rig of a method for a water, from what is owned, or why it does not suit."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.model import Frozen
from jarana.core.search.answers import DeclinedView, StartView
from jarana.core.search.start import Best, start
from jarana.core.search.valued import Stopped
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from jarana.core.words import phrases
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind
from jarana.usecases.situations import setting_of
from jarana.usecases.today import Asking

say = phrases(
    __name__,
    """
the-methods-known-are = the methods known are: { $all }
""",
)


class StartAsked(Frozen):
    """A method, to be started in a water."""

    kind: Literal["start"] = "start"
    method: str = Field(max_length=64)
    water: Reach


class StartFound(Frozen):
    """The rig with its reasons, or why there is none."""

    kind: Literal["start"] = "start"
    started: StartView | None = None
    declined: DeclinedView | None = None


def _run(work: Work, asked: StartAsked, asking: Asking, watch: Watch) -> StartFound | None:
    method = methods().get(asked.method)
    if method is None:
        raise InputError.one("method", asked.method, say("the-methods-known-are", all=", ".join(methods())))
    try:
        found = start(method, setting_of(work, asked.water, asking), watch)
    except Stopped:
        return None
    if isinstance(found, Best):
        shown = StartView.of(found)
        bare = tuple(r.model_copy(update={"laws": ()}) for r in shown.readings)
        return StartFound(started=shown.model_copy(update={"readings": bare}))
    return StartFound(declined=DeclinedView.of(found))


JOB = JobKind("start", StartAsked, StartFound, _run)
