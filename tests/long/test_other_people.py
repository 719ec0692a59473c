"""Everything for everybody: drawers and waters whose ids nobody knows, through every method, reading and try."""

from __future__ import annotations

import json
import random
import re
from typing import Any

import pytest

from jarana.core.methods import methods
from jarana.core.search.bench import work_on_rig
from jarana.core.search.schools import two_schools
from jarana.core.search.tries import readings_with_tries
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach
from tests.fishing import DRAWER, REACHES, WATERS, begun, fished

PAIRS = [(m, w.id) for m in methods() for w in REACHES if w.kind in methods()[m].waters]


def renamed(drawer: Drawer) -> Drawer:
    """The same tackle under ids that say nothing."""
    chance = random.Random(7)
    plain = drawer.model_dump(mode="json")
    known: dict[str, str] = {}

    def again(value: Any) -> Any:
        if isinstance(value, dict):
            return {
                key: known.setdefault(item, f"x{chance.getrandbits(64):016x}")
                if key == "id" and isinstance(item, str)
                else again(item)
                for key, item in value.items()
            }
        return [again(item) for item in value] if isinstance(value, list) else value

    return Drawer.model_validate(again(plain))


STRANGE = renamed(DRAWER)


def text_of(value: object) -> str:
    """What is said of a rig, without ids."""
    return re.sub(r"x[0-9a-f]{16}", "·", json.dumps(value, default=str))


@pytest.mark.parametrize(("method", "water"), PAIRS)
def test_another_s_ids_change_nothing_of_what_is_tied_said_or_offered(method: str, water: str) -> None:
    reach = Reach.model_validate(WATERS[water].model_dump() | {"id": "w-77f3", "name": WATERS[water].name})
    mine, theirs = begun(method, reach, DRAWER), begun(method, reach, STRANGE)
    said = []
    for drawer, tied in ((DRAWER, mine), (STRANGE, theirs)):
        situation = fished(tied.rig, reach, drawer)
        bench = work_on_rig(situation)
        tries = [[(t.name, t.effect) for t in r.tries] for r in readings_with_tries(situation)]
        schools = [(q.key, len(q.sides)) if hasattr(q, "key") else str(type(q)) for q in two_schools(situation)]
        said.append(([(r.key, r.title, r.sentence, r.figure) for r in bench.readings], bench.story, tries, schools))
    assert text_of(said[0]) == text_of(said[1])


@pytest.mark.parametrize(("method", "water"), PAIRS)
def test_an_empty_drawer_gets_a_whole_rig_and_every_reading(method: str, water: str) -> None:
    tied = begun(method, WATERS[water], Drawer())
    bench = work_on_rig(fished(tied.rig, WATERS[water], Drawer()))
    owned = next(r for r in bench.readings if r.key == "owned")
    assert owned.value
    assert all(reading.title and reading.sentence for reading in bench.readings)
