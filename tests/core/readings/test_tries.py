"""What a reading offers really betters it, and says what it costs."""

from __future__ import annotations

import pytest
from pydantic import TypeAdapter

from jarana.api.schemas import AnyEdit
from jarana.core.drift.result import simulate
from jarana.core.methods import methods
from jarana.core.readings import reading_kinds
from jarana.core.readings.base import ORDER
from jarana.core.rig.edits.whole import SetLead
from jarana.core.units import Writer
from jarana.demo.load import RIGS, valley
from jarana.usecases.try_edits import OFFERED, readings_with_tries

REACHES, DRAWER = valley()
WATERS = {r.id: r for r in REACHES}
EDIT = TypeAdapter(AnyEdit)


@pytest.mark.parametrize(("method", "water"), RIGS)
def test_everything_offered_betters_the_reading_it_stands_under(method: str, water: str) -> None:
    reach, found = WATERS[water], methods()[method]
    rig = found.start(DRAWER, reach)
    before = found.context(rig, reach, simulate(rig, reach), Writer())
    for reading in readings_with_tries(rig, reach, DRAWER, "metric"):
        kind = reading_kinds()[reading.key]
        assert len(reading.tries) <= OFFERED
        if reading.severity == "fine":
            assert reading.tries == ()
        for offered in reading.tries:
            after = EDIT.validate_python(offered.edit).apply(rig, DRAWER)
            context = found.context(after, reach, simulate(after, reach), Writer())
            assert kind.score is not None
            assert kind.score(context) < kind.score(before)
            assert kind.read(context).severity == offered.severity


def test_what_gets_worse_on_the_way_is_said() -> None:
    reach, found = WATERS["weir-run"], methods()["level-contact"]
    rig = SetLead(lead=1.15).apply(found.start(DRAWER, reach), DRAWER)
    for reading in readings_with_tries(rig, reach, DRAWER, "metric"):
        for offered in reading.tries:
            after = EDIT.validate_python(offered.edit).apply(rig, DRAWER)
            then = {r.key: r for r in found.read(after, reach, simulate(after, reach), Writer())}
            now = {r.key: r for r in found.read(rig, reach, simulate(rig, reach), Writer())}
            worse = [k for k in now if k != reading.key and ORDER[then[k].severity] < ORDER[now[k].severity]]
            assert bool(offered.costs) is bool(worse)
