"""The day pack: everything a phone looks up at the water."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.bank.pack import MOST_RIGS, pack
from jarana.core.bank.pack_parts import Pack
from jarana.core.model import Frozen, Key
from jarana.core.rig.model import Rig
from jarana.core.search.valued import Stopped
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind
from jarana.usecases.keep_lesson import is_left_out
from jarana.usecases.learn_water import learnt_of
from jarana.usecases.situations import setting_of
from jarana.usecases.today import Asking


class RigAlong(Frozen):
    """A rig that goes along, by its id."""

    id: Key
    rig: Rig


class PackAsked(Frozen):
    """Rigs and a water; not `whole`, for the water as it is written alone: that is ready sooner."""

    kind: Literal["pack"] = "pack"
    rigs: tuple[RigAlong, ...] = Field(min_length=1, max_length=MOST_RIGS)
    water: Reach
    whole: bool = True


class PackFound(Frozen):
    """The day pack."""

    kind: Literal["pack"] = "pack"
    pack: Pack


def _run(work: Work, asked: PackAsked, asking: Asking, watch: Watch) -> PackFound | None:
    setting = setting_of(work, asked.water, asking)
    rigs = [(along.id, along.rig) for along in asked.rigs]
    try:
        learnt = None if is_left_out(work, asked.water.id) else learnt_of(work, setting, watch)
        known, told = (learnt[0], f"{learnt[1].said} {learnt[1].tell}".strip()) if learnt else (None, "")
        # What the log says by now is kept as the lesson of the water.
        now = setting_of(work, asked.water, asking)
        return PackFound(pack=pack(rigs, now, work.now.isoformat(), asked.whole, watch, known, told, asking.zone))
    except Stopped:
        return None


JOB = JobKind("pack", PackAsked, PackFound, _run, long=True)
