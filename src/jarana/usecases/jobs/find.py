"""What do I tie, from what I own, for this water?"""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

from pydantic import Field

from jarana.core.model import Frozen
from jarana.core.rig.model import Rig
from jarana.core.search.answers import FindView
from jarana.core.search.find import Found, find
from jarana.core.search.valued import Stopped
from jarana.core.search.wanted import Wanted
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach, TakingZone
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind
from jarana.usecases.situations import setting_of
from jarana.usecases.today import Asking


class FindAsked(Frozen):
    """A water, and what is asked: of which methods (none: any), how many knots at most from the rig in hand.

    Where they take, and how deep it is, need not be known.
    """

    kind: Literal["find"] = "find"
    water: Reach
    hand: Rig | None = None
    methods: tuple[str, ...] = Field(default=(), max_length=40)
    zone_known: bool = True
    depth_known: bool = True
    most_knots: int | None = Field(default=None, ge=0, le=40)


def whole(water: Reach) -> TakingZone:
    """Return the whole water as a zone: nobody knows where they take."""
    return TakingZone(low_m=0.0, high_m=water.depth_m, datum="bed")


class FindFound(Frozen):
    """The rigs that were found, or why nothing fits; a first answer is not settled."""

    kind: Literal["find"] = "find"
    found: FindView


def _run(work: Work, asked: FindAsked, asking: Asking, watch: Watch) -> FindFound | None:
    water = (
        asked.water
        if asked.zone_known
        else asked.water.model_copy(update={"zone_known": False, "zone": whole(asked.water)})
    )
    setting = replace(setting_of(work, water, asking), guessed=() if asked.depth_known else ("depth",))

    def tell(found: Found) -> None:
        watch.first = FindFound(found=FindView.of(found))

    try:
        found = find(setting, Wanted(asked.methods, asked.most_knots, asked.hand), watch, tell)
    except Stopped:
        return None
    return FindFound(found=FindView.of(found))


JOB = JobKind("find", FindAsked, FindFound, _run)
