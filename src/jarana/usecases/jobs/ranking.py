"""Which methods are worth most in a water, of what is owned?"""

from __future__ import annotations

from typing import Literal

from jarana.core.model import Frozen
from jarana.core.search.answers import RankingView
from jarana.core.search.ranking import Ranking, ranking
from jarana.core.search.valued import Stopped
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from jarana.storage.work import Work
from jarana.usecases.jobs.base import JobKind
from jarana.usecases.situations import setting_of
from jarana.usecases.today import Asking


class RankingAsked(Frozen):
    """A water, whose methods are to be ranked."""

    kind: Literal["ranking"] = "ranking"
    water: Reach


class RankingFound(Frozen):
    """The methods looked at so far, worth most first."""

    kind: Literal["ranking"] = "ranking"
    ranking: RankingView


def _run(work: Work, asked: RankingAsked, asking: Asking, watch: Watch) -> RankingFound | None:
    def tell(found: Ranking) -> None:
        watch.first = RankingFound(ranking=RankingView.of(found))

    try:
        return RankingFound(ranking=RankingView.of(ranking(setting_of(work, asked.water, asking), watch, tell)))
    except Stopped:
        return None


JOB = JobKind("ranking", RankingAsked, RankingFound, _run)
