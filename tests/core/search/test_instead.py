"""Where a method is not started, the one to start in its place is named, as it is usually tied."""

from __future__ import annotations

import pytest

from jarana.core.methods import methods, ranked
from jarana.core.search import start as starting
from jarana.core.search.start import Declined, instead, start
from jarana.core.search.valued import FEW, Valuer
from jarana.core.situation import Situation
from jarana.core.water.reach import Reach
from tests.coverage import water
from tests.fishing import WATERS, setting

RUN, LAKE = water(0.9, 0.62), WATERS["oskel-north"]


@pytest.mark.parametrize(("key", "reach"), [("lake-team", RUN), ("level-contact", LAKE)])
def test_a_method_of_other_waters_names_one_of_these(key: str, reach: Reach) -> None:
    declined = start(methods()[key], setting(reach))
    assert isinstance(declined, Declined)
    (other,) = declined.would
    named = {m.name: m for m in methods().values()}
    assert reach.kind in next(m for name, m in named.items() if name in other.text).waters


def test_a_dry_fly_over_fish_at_the_bed_names_a_method_that_reaches_them_and_what_it_is_worth() -> None:
    declined = start(methods()["dry-fly"], setting(RUN), full=False)
    assert isinstance(declined, Declined)
    assert "0 good minutes" in declined.reason
    (other,) = declined.would
    best = [m for m, _ in ranked(RUN) if RUN.kind in m.waters and m.key != "dry-fly"][: starting.SUITED]
    method = next(m for m in best if m.name in other.text)
    (valued,) = Valuer().telling([Situation(method.begin(setting(RUN)).rig, setting(RUN))], FEW)
    assert other.minutes == pytest.approx(valued.worth.minutes)
    assert other.method == method.key


def test_none_is_named_that_is_worth_no_more_than_what_would_help_already() -> None:
    dry, here = methods()["dry-fly"], setting(RUN)
    (other,) = instead(dry, here, Valuer(), 0.0)
    assert instead(dry, here, Valuer(), other.minutes - 0.01) == (other,)
    assert instead(dry, here, Valuer(), other.minutes) == ()


def test_the_method_itself_is_not_named() -> None:
    best = next(m for m, _ in ranked(RUN) if RUN.kind in m.waters)
    (other,) = instead(best, setting(RUN), Valuer(), 0.0)
    assert best.name not in other.text
