"""What holds a pulled team up is found by taking a quarter off each, and named with its centimetres."""

from __future__ import annotations

import pytest

from jarana.core.readings import readings_of
from jarana.core.readings.held_up import READING, TOLD_M, HeldUp, held_up, pulled, tell
from jarana.core.situation import Situation
from tests.coverage import water
from tests.fishing import fished, started

LAKE = water(3.5, 0.0, "lake")


def on(method: str) -> Situation:
    return fished(started(method, LAKE), LAKE)


def deeper(situation: Situation) -> dict[str, float]:
    found = held_up(situation)
    assert found is not None
    return dict(found.deeper_m)


def test_slower_line_a_denser_line_and_barer_flies_each_let_a_stripped_fly_down() -> None:
    by = deeper(on("streamer"))
    assert set(by) == {"pull", "line", "dressings"}
    assert all(0.02 < more < 0.6 for more in by.values())


def test_a_floating_line_has_no_sink_to_quicken_and_only_what_floats_has_foam() -> None:
    assert "line" not in deeper(on("lake-team"))
    assert "foam" in deeper(on("buoyant-point"))
    assert "foam" not in deeper(on("lake-team"))


def test_what_is_named_first_is_what_lets_the_flies_down_most() -> None:
    situation = on("lake-team")
    by = deeper(situation)
    told = next(r for r in readings_of(situation) if r.key == "held_up")
    assert max(by, key=lambda what: by[what]) == "pull"
    assert told.title == "Held up most by the pull"
    assert told.value == pytest.approx(max(by.values()))


def test_nothing_is_named_below_three_centimetres() -> None:
    situation = on("lake-team")
    assert tell(situation, HeldUp(2.0, (("pull", TOLD_M - 0.001),))).title == "Little holds it up"
    assert tell(situation, HeldUp(2.0, (("pull", TOLD_M + 0.001),))).title == "Held up most by the pull"
    assert tell(situation, None).title == "Little holds it up"


def test_where_dressings_decide_a_jar_time_is_asked_for_until_there_is_one() -> None:
    situation, found = on("lake-team"), HeldUp(2.0, (("dressings", 0.07), ("pull", 0.05)))
    assert tell(situation, found).sentence.endswith("time the flies in the jar.")
    rig = situation.rig
    timed = tuple(
        a.model_copy(update={"body": a.fly.model_copy(update={"timed_drag": 1.0})}) if a.fly else a
        for a in rig.attachments
    )
    assert "jar" not in tell(situation.with_rig(rig.rebuilt(attachments=timed)), found).sentence


def test_it_is_asked_in_still_water_where_line_comes_in() -> None:
    run = water(0.9, 0.62)
    assert pulled(on("lake-team"))
    assert not READING.speaks(fished(started("swung", run), run))
    assert not READING.speaks(on("lake-suspended"))
