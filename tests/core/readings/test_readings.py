"""Readings say what the drift and the knots say."""

from __future__ import annotations

import pytest

from jarana.core.methods import methods
from jarana.core.methods.base import EVERY_RIG
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings.base import Reading
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.spans import SetDiameter, SetLength
from jarana.core.rig.edits.whole import SetLead
from jarana.core.rig.model import Rig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.strength.chain import strength_chain, weakest_link
from jarana.core.strength.fish import fish_held_by, pull_of_fish
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from tests.fishing import drift as drift_of
from tests.fishing import fished


def read(rig: Rig, reach: Reach, system: str = "metric") -> dict[str, Reading]:
    return {r.key: r for r in readings_of(fished(rig, reach, units=system))}


def test_one_bead_up_brings_the_point_to_the_bottom(contact_rig: Rig, weir_run: Reach, drawer: Drawer) -> None:
    before = read(contact_rig, weir_run)["bottom"]
    after = read(StepBead(at="point", heavier=True).apply(contact_rig, drawer), weir_run)["bottom"]
    assert before.value is None
    assert before.severity == "act"
    assert after.value is not None
    assert 1 < after.value < 7


def test_held_back_the_flies_leave_the_water_alone(contact_rig: Rig, weir_run: Reach, drawer: Drawer) -> None:
    bubbles = read(contact_rig, weir_run)["drag"]
    slower = read(SetLead(lead=0.7).apply(contact_rig, drawer), weir_run)["drag"]
    assert bubbles.value > slower.value
    assert bubbles.severity != "fine"


def test_worst_comes_first(contact_rig: Rig, weir_run: Reach) -> None:
    order = [r.severity for r in read(contact_rig, weir_run).values()]
    assert order == sorted(order, key=["act", "look", "fine"].index)


def test_figures_change_units_and_values_do_not(contact_rig: Rig, weir_run: Reach) -> None:
    metric, imperial = read(contact_rig, weir_run), read(contact_rig, weir_run, "imperial")
    assert metric["weakest"].unit == "kg"
    assert imperial["weakest"].unit == "lb"
    assert metric["weakest"].value == imperial["weakest"].value


def test_every_reading_gives_its_reason(contact_rig: Rig, weir_run: Reach) -> None:
    readings, kinds = read(contact_rig, weir_run), reading_kinds()
    asked = {*methods()[contact_rig.method].readings, *EVERY_RIG}
    assert set(readings) <= asked
    assert all(kinds[key].when or kinds[key].of for key in asked - set(readings))
    assert {*(key for m in methods().values() for key in m.readings), *EVERY_RIG} == set(reading_kinds())
    assert all(r.why for r in readings.values())


def test_a_leader_past_twice_the_rod_is_said(contact_rig: Rig, weir_run: Reach, drawer: Drawer) -> None:
    rig = SetLength(span="mono", value="5.5 m").apply(contact_rig, drawer)
    assert read(rig, weir_run)["casting_length"].severity == "act"


def test_the_weakest_link_is_the_smallest_of_the_chain_and_its_loss_is_counted(
    contact_rig: Rig, drawer: Drawer
) -> None:
    links = strength_chain(contact_rig)
    weak = weakest_link(links)
    assert weak.force == min(link.force for link in links)
    assert set(weak.loses) == {"dropper", "point"}
    finer = SetDiameter(span="point-tippet", value="0.08").apply(contact_rig, drawer)
    assert weakest_link(strength_chain(finer)).loses == ("point",)


def test_a_knot_keeps_its_table_share(contact_rig: Rig) -> None:
    eye = next(k for k in strength_chain(contact_rig) if k.kind == "eye" and k.part == "point")
    assert eye.force == pytest.approx(0.80 * contact_rig.spans[-1].wet_strength())


def test_the_spool_s_own_label_wins(contact_rig: Rig) -> None:
    span = contact_rig.spans[-1]
    labelled = span.model_copy(update={"spool": span.spool.model_copy(update={"strength_kg": 2.0})})
    assert labelled.wet_strength() == pytest.approx(2.0 * 9.80665)


def test_the_fish_a_rig_holds_pulls_just_as_hard_as_the_rig() -> None:
    assert pull_of_fish(fish_held_by(9.0, 0.6), 0.6) == pytest.approx(9.0, rel=1e-6)
    assert pull_of_fish(1.0, 0.0) == pytest.approx(0.65 * 9.80665)


def test_cut_lengths_are_finished_plus_what_knots_eat_and_hold(contact_rig: Rig) -> None:
    cuts = {c.part: c for c in cuts_of(contact_rig, Writer(), Measures())}
    point = cuts["point-tippet"]
    # water knot: 150 d + 4, 60 held; slip-through: 50 d + 2, 60 held
    assert point.eaten_mm == pytest.approx(150 * 0.12 + 4 + 50 * 0.12 + 2)
    assert point.held_mm == 120
    tippet = cuts["tippet"]
    assert tippet.tag_mm == 120
    assert tippet.held_mm == 60 + 20
    for cut in cuts.values():
        whole = cut.finished_mm + cut.eaten_mm + cut.held_mm + cut.tag_mm
        assert whole <= cut.cut_mm < whole + 5


def test_a_drift_is_complete_enough_to_play(contact_rig: Rig, weir_run: Reach) -> None:
    drift = drift_of(contact_rig, weir_run)
    assert len(drift.x_mm) == len(drift.z_mm) == len(drift.times_s)
    nodes = len(drift.x_mm[0])
    assert all(0 <= n < nodes for line in drift.lines for n in line)
    assert drift.key != drift_of(contact_rig, weir_run.model_copy(update={"depth_m": 0.91})).key
    by_role = {f.role: f for f in drift.flies}
    assert by_role["dropper"].settled_depth_m < by_role["point"].settled_depth_m
