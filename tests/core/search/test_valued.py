"""What a rig is worth hangs on the rig: not on what is looked at beside it, nor on how many members came before."""

from __future__ import annotations

import numpy as np

from jarana.core.outcomes.tracks import evaluate
from jarana.core.rig.edits.flies import StepBead
from jarana.core.search.valued import FEW, SOME, Valuer, identity
from jarana.core.situation import Situation
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.worth.judge import judge
from tests.coverage import led, water
from tests.fishing import fished, started

RUN = water(0.9, 0.62)
HERE = fished(led(started("level-contact", RUN), 1.0), RUN)
HEAVIER = HERE.with_rig(StepBead(at="point", heavier=True).apply(HERE.rig, HERE.drawer))
NEARER = HERE.with_water(RUN.model_copy(update={"off_m": RUN.off_m - 2.0}))


def minutes(*situations: Situation) -> dict[object, float]:
    return {identity(v.situation): v.worth.minutes for v in Valuer()(situations, FEW)}


def test_a_rig_is_worth_the_same_whatever_is_looked_at_beside_it() -> None:
    together = minutes(HERE, HEAVIER, NEARER)
    for one in (HERE, HEAVIER, NEARER):
        assert minutes(one)[identity(one)] == together[identity(one)]
    assert len(set(together.values())) == 3, "who stands nearer fishes another drift"


def test_a_few_members_are_gone_on_from() -> None:
    value = Valuer()
    value([HERE], FEW)
    (gone_on,) = value([HERE], SOME)
    whole = Valuer()
    (at_once,) = whole([HERE], SOME)
    assert gone_on.worth.minutes == at_once.worth.minutes
    assert np.array_equal(gone_on.tracks.members, np.arange(len(SOME)))
    assert np.array_equal(gone_on.tracks.at, at_once.tracks.at)
    assert (whole.drifts, value.drifts) == (len(SOME), len(SOME)), "none is run twice"


def test_in_still_water_a_few_members_decide() -> None:
    lake = water(2.0, 0.0, "lake", off_m=12.0)
    (valued,) = Valuer()([fished(started("lake-team", lake), lake)], SOME)
    assert valued.members == len(FEW)


def test_what_is_told_is_computed_more_finely_than_what_is_ranked_and_counts_with_it() -> None:
    here, value = HERE, Valuer()
    (ranked,), (told,) = value([here], FEW), value.telling([here], FEW)
    assert value.telling is value.telling.telling
    assert value.drifts == 2 * len(FEW)
    (track,) = evaluate([here], FEW, SEARCH_GRID) or [None]
    assert track is not None
    assert told.worth.minutes == judge(track, here).minutes != ranked.worth.minutes
