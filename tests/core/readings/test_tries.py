"""What a reading offers really betters it, and says what it costs."""

from __future__ import annotations

import pytest
from pydantic import TypeAdapter

from jarana.api.schemas import AnyEdit
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings.base import ORDER
from jarana.core.rig.edits.whole import SetLead
from jarana.core.search.tries import OFFERED, readings_with_tries
from jarana.demo.load import RIGS
from tests.fishing import DRAWER, WATERS, fished, started

EDIT = TypeAdapter(AnyEdit)


@pytest.mark.parametrize(("method", "water"), RIGS)
def test_everything_offered_betters_the_reading_it_stands_under(method: str, water: str) -> None:
    before = fished(started(method, WATERS[water]), WATERS[water])
    for reading in readings_with_tries(before):
        kind = reading_kinds()[reading.key]
        assert len(reading.tries) <= OFFERED
        if reading.severity == "fine":
            assert reading.tries == ()
        for offered in reading.tries:
            after = before.with_rig(EDIT.validate_python(offered.edit).apply(before.rig, DRAWER))
            assert kind.score is not None
            assert kind.score(after) < kind.score(before)
            assert kind.read(after).severity == offered.severity


def test_what_gets_worse_on_the_way_is_said() -> None:
    reach = WATERS["weir-run"]
    rig = SetLead(lead=1.15).apply(started("level-contact", reach), DRAWER)
    before = fished(rig, reach)
    now = {r.key: r for r in readings_of(before)}
    for reading in readings_with_tries(before):
        for offered in reading.tries:
            after = before.with_rig(EDIT.validate_python(offered.edit).apply(rig, DRAWER))
            then = {r.key: r for r in readings_of(after)}
            worse = [k for k in now if k != reading.key and ORDER[then[k].severity] < ORDER[now[k].severity]]
            assert bool(offered.costs) is bool(worse)
