"""A depth seen at a pool's wall or from a bridge stands beside the computed one."""

from __future__ import annotations

import pytest

from jarana.core.drift.check import computed
from jarana.core.drift.nominal import nominal
from jarana.core.errors import InputError
from jarana.core.readings import readings_of
from jarana.core.readings.checked import CLOSE_M, CLOSE_SHARE, agrees, parts_then
from jarana.core.rig.check import MOST_CHECKS, Check
from jarana.core.rig.edits.checks import AddCheck, DropCheck
from jarana.core.rig.edits.flies import RemoveFly, StepBead
from jarana.core.rig.model import Rig
from jarana.core.units import Writer
from tests.core.rig.test_structure import CONTACT, DRY, LAKE, RUN, TEAM, do
from tests.fishing import DRAWER, fished, read


def noted(rig: Rig, where: str, seconds: float, metres: float, fly: str = "point") -> Rig:
    return do(rig, AddCheck(where=where, at=fly, after=f"{seconds} s", depth=f"{metres} m"))  # type: ignore[arg-type]


def test_in_the_water_the_computed_depth_is_the_tracks() -> None:
    situation = fished(CONTACT, RUN)
    drift = nominal(situation)
    fly = next(f for f in drift.flies if f.id == "point")
    frame = len(drift.times_s) // 2
    found = computed(situation, Check(where="water", fly="point", after_s=drift.times_s[frame], depth_m=0))
    assert found == pytest.approx(-drift.z_mm[frame][fly.node] / 1000, abs=1e-3)


def test_in_a_pool_the_water_of_the_day_says_nothing() -> None:
    for seconds in (2.0, 5.0):
        check = Check(where="pool", fly="point", after_s=seconds, depth_m=0)
        windy = RUN.model_copy(update={"wind_m_s": 8.0, "pace_m_s": 0.62, "depth_m": 0.9})
        assert computed(fished(CONTACT, RUN), check) == pytest.approx(computed(fished(CONTACT, windy), check))
        assert computed(fished(CONTACT, LAKE), check) == pytest.approx(computed(fished(CONTACT, RUN), check), abs=0.02)


def test_a_heavier_fly_is_deeper_in_the_pool() -> None:
    check = Check(where="pool", fly="point", after_s=1.5, depth_m=0)
    heavy = do(CONTACT, StepBead(at="point", heavier=True))
    light, sunk = (computed(fished(rig, RUN), check) for rig in (CONTACT, heavy))
    assert light is not None
    assert sunk is not None
    assert sunk > light


def test_a_measurement_that_agrees_is_fine_and_one_that_does_not_tells_by_how_much() -> None:
    found = computed(fished(TEAM, LAKE), Check(where="water", fly="point", after_s=20, depth_m=0))
    assert found is not None
    right = read("checked", noted(TEAM, "water", 20, round(found, 2)), LAKE)
    assert (right.severity, right.title) == ("fine", "It is as you measured")
    wrong = read("checked", noted(TEAM, "water", 20, round(found + 0.6, 2)), LAKE)
    assert wrong.severity == "look"
    assert wrong.figure == "60"
    assert f"In the water: point {found + 0.6:.2f} m after 20 s, computed {found:.2f} m." == wrong.sentence
    assert any("jar" in why for why in wrong.why)


@pytest.mark.parametrize(
    ("seen", "off", "same"),
    [
        (0.2, CLOSE_M, True), (0.2, CLOSE_M + 0.001, False),
        (2.0, 2.0 * CLOSE_SHARE, True), (2.0, 2.0 * CLOSE_SHARE + 0.001, False),
    ],
)  # fmt: skip
def test_five_centimetres_or_a_tenth_are_the_same(seen: float, off: float, same: bool) -> None:
    assert agrees(seen, seen + off) is same
    assert agrees(seen, seen - off) is same


def test_a_fly_taken_off_and_a_drift_that_is_over_have_no_computed_depth() -> None:
    kept = do(noted(CONTACT, "water", 2, 0.3, fly="dropper"), RemoveFly(at="dropper"))
    assert "hangs no more" in read("checked", kept, RUN).sentence
    assert computed(fished(CONTACT, RUN), Check(where="water", fly="point", after_s=200, depth_m=0)) is None
    assert "hangs no more" in read("checked", noted(DRY, "pool", 3, 0.1), RUN).sentence


def test_when_a_dry_parts_from_its_leaf_is_counted_against_the_track() -> None:
    across = nominal(fished(DRY, RUN)).across
    assert across is not None
    found = across.drag_free_s
    assert found is not None
    right = read("checked", do(DRY, AddCheck(where="leaf", at="point", after=f"{found:.1f} s")), RUN)
    assert right.severity == "fine"
    assert f"computed {found:.1f} s." in right.sentence
    late = read("checked", do(DRY, AddCheck(where="leaf", at="point", after=f"{found + 3:.1f} s")), RUN)
    assert late.severity == "look"
    held = read("checked", do(CONTACT, AddCheck(where="leaf", at="point", after="3 s")), RUN)
    assert "nothing floats here" in held.sentence


@pytest.mark.parametrize(
    ("seen", "off", "same"), [(2.0, 0.69, True), (2.0, 0.71, False), (10.0, 1.99, True), (10.0, 2.01, False)]
)
def test_a_count_from_a_bridge_is_good_to_a_fifth(seen: float, off: float, same: bool) -> None:
    assert parts_then(seen, seen + off) is same
    assert parts_then(seen, seen - off) is same


def test_it_is_only_told_where_something_was_measured_and_taken_away_again() -> None:
    assert "checked" not in {r.key for r in readings_of(fished(CONTACT, RUN))}
    one = noted(CONTACT, "pool", 3, 0.8)
    assert "checked" in {r.key for r in readings_of(fished(one, RUN))}
    assert do(one, DropCheck(index=0)) == CONTACT


@pytest.mark.parametrize(
    ("edit", "paths"),
    [
        (AddCheck(where="pool", at="nobody", after="3 s", depth="1"), {"at"}),
        (AddCheck(where="pool", at="point", after="soon", depth="deep"), {"after", "depth"}),
        (AddCheck(where="pool", at="point", after="241 s", depth="41 m"), {"after", "depth"}),
        (AddCheck(where="pool", at="point", after="0", depth="0"), {"after"}),
        (DropCheck(index=0), {"index"}),
    ],
)
def test_what_nobody_saw_is_refused_by_field(edit: AddCheck | DropCheck, paths: set[str]) -> None:
    with pytest.raises(InputError) as refused:
        edit.apply(CONTACT, DRAWER, Writer())
    assert {f.path for f in refused.value.faults} == paths


def test_so_many_are_kept_and_no_more() -> None:
    rig = CONTACT
    for k in range(MOST_CHECKS):
        rig = noted(rig, "pool", k + 1, 0.5)
    with pytest.raises(InputError, match="12 are kept"):
        noted(rig, "pool", 60, 0.5)
