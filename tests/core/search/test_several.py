"""Several rigs in one water: each as it would be alone, told as they become known."""

from __future__ import annotations

import pytest

from jarana.core.search.several import AT_ONCE, several
from jarana.core.search.side_by_side import side_by_side
from jarana.core.search.valued import Stopped
from jarana.core.watch import Watch
from tests.fishing import WATERS, fished, setting, started

RUN = WATERS["weir-run"]
METHODS = ("level-contact", "float-pair", "dry-fly", "swung", "shot-below")
RIGS = {key: started(key, RUN) for key in METHODS}


def test_a_rig_among_several_is_worth_what_it_is_beside_one_other() -> None:
    found = several(setting(RUN), RIGS)
    assert list(found) == list(METHODS)
    two = side_by_side(fished(RIGS["level-contact"], RUN), RIGS["float-pair"])
    for key, alone in (("level-contact", two.one), ("float-pair", two.other)):
        assert found[key].worth.minutes == pytest.approx(alone.worth.minutes)
        assert [a.id for a in found[key].rig.attachments] == [a.id for a in RIGS[key].attachments]


def test_two_rigs_tied_alike_are_both_answered() -> None:
    twin = RIGS["level-contact"].model_copy(update={"name": "its twin"})
    found = several(setting(RUN), {"one": RIGS["level-contact"], "two": twin})
    assert found["one"].worth.minutes == found["two"].worth.minutes


def test_those_known_are_told_before_the_next_are_looked_at() -> None:
    told: list[list[str]] = []
    watch = Watch()
    several(setting(RUN), RIGS, watch, lambda known: told.append(list(known)))
    assert told == [list(METHODS[:AT_ONCE]), list(METHODS)]
    assert (watch.done, watch.of) == (len(METHODS), len(METHODS))


def test_it_stops_when_nobody_waits() -> None:
    watch = Watch()
    with pytest.raises(Stopped):
        several(setting(RUN), RIGS, watch, lambda _: watch.stop())
