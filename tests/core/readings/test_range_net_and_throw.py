"""How far a sign is seen, what comes to the net, what is thrown, what is owned; and the cautions of a rig."""

from __future__ import annotations

from dataclasses import replace

import pytest

from jarana.core.heads.sight import seen_to
from jarana.core.methods.cautions import cautions_of
from jarana.core.outcomes.tracks import members_of
from jarana.core.readings import readings_of
from jarana.core.readings.base import Reading
from jarana.core.rig.edits.spans import SetDiameter
from jarana.core.rig.edits.whole import SetFloat, SetMotion
from jarana.core.rig.model import Rig
from jarana.core.situation import Person, Situation
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.fly_line import THIRTY_FEET, mass_per_metre
from jarana.core.water.reach import Reach
from jarana.core.worth.constants import Habits
from jarana.core.worth.noticed import noticed
from tests.fishing import DRAWER, WATERS, fished, read, started


def of(key: str, situation: Situation) -> Reading:
    return next(r for r in readings_of(situation) if r.key == key)


def hung(water: str = "sluice-meadow") -> tuple[Rig, Reach]:
    return started("float-pair", WATERS[water], DRAWER), WATERS[water]


@pytest.mark.parametrize(
    ("size", "wave", "dark", "metres"),
    [
        (0.010, False, False, 12.0),
        (0.005, False, False, 6.0),
        (0.010, True, False, 8.4),
        (0.03, False, False, 20.0),
        (0.010, False, True, 6.0),
        (0.010, True, True, 4.2),
    ],
)
def test_a_sign_is_seen_in_proportion_to_its_size_and_less_far_in_a_wave_and_before_dark(
    size: float, wave: bool, dark: bool, metres: float
) -> None:
    assert seen_to(size, 12.0, wave, dark) == pytest.approx(metres)


def test_ones_own_eyes_replace_the_usual_ones_in_the_reading_and_in_worth() -> None:
    rig, reach = hung()
    here = fished(rig, reach.model_copy(update={"off_m": 12.0}))
    plain = of("visible", here)
    keen = replace(here, setting=replace(here.setting, person=Person(habits=(("sight", 24.0),))))
    assert of("visible", keen).value == pytest.approx(2 * (plain.value or 0.0))
    assert "About 24.0 m for 10 mm" in " ".join(of("visible", keen).why)
    tracks = members_of(here, 8)
    assert tracks is not None
    shares = [float(noticed(tracks, s, Habits(s.setting.person)).mean()) for s in (here, keen)]
    assert shares[1] > shares[0]


def test_a_bigger_float_is_seen_where_a_small_one_is_not() -> None:
    rig, reach = hung()
    far = reach.model_copy(update={"off_m": 14.0})
    assert read("visible", SetFloat(body="pinch-half").apply(rig, DRAWER), far).severity == "look"
    assert read("visible", SetFloat(body="bung").apply(rig, DRAWER), far).severity == "fine"


def test_a_float_farther_from_the_point_than_rod_and_arm_is_out_of_reach() -> None:
    rig, reach = hung()
    near = read("netting", rig, reach)
    assert near.severity == "fine"
    assert near.value == pytest.approx(rig.head.above(rig))
    far = SetFloat(above="3.3 m").apply(rig, DRAWER)
    assert read("netting", far, reach).severity == "look"
    freed = far.head.model_copy(update={"body": far.head.body.model_copy(update={"releasing": True})})
    assert (read("netting", far.rebuilt(head=freed), reach).value or 0.0) < 1.0


def test_what_is_thrown_is_weighed_against_the_class_of_the_line() -> None:
    # 5-weight: 140 grains x 64.799 mg = 9.07 g; the jig #10 with its float is more than a twentieth of it
    rig, reach = started("jig-over-ledge", WATERS["mill-throat"], DRAWER), WATERS["mill-throat"]
    thrown = read("cast_load", rig, reach)
    assert "9.07 g" in thrown.why[0]
    parts = rig.point.fly.mass + rig.head.body.mass
    assert thrown.value == pytest.approx(parts)
    assert thrown.severity == ("look" if parts / 9.0719e-3 >= 0.10 else "fine")


def test_a_heavier_bead_is_a_heavier_throw(contact_rig: Rig, weir_run: Reach) -> None:
    from jarana.core.rig.edits.flies import StepBead

    heavy = StepBead(at="point", heavier=True).apply(contact_rig, DRAWER)
    assert read("cast_load", heavy, weir_run).value > read("cast_load", contact_rig, weir_run).value


def test_every_part_that_is_not_yours_is_named_and_the_nearest_offered(contact_rig: Rig, weir_run: Reach) -> None:
    assert read("owned", contact_rig, weir_run).value == 0
    bare = contact_rig.replace_span(contact_rig.span_index("tippet"), spool=None)
    told = read("owned", bare, weir_run)
    assert told.value == 1
    assert told.parts == ("tippet",)
    assert "nearest: 9 · fluorocarbon 0.12" in told.why[0]
    assert read("owned", contact_rig, weir_run, Drawer(rods=DRAWER.rods)).value == len(contact_rig.spans) + 2 + 1
    empty = read("owned", contact_rig, weir_run, Drawer())
    assert empty.title == "Nothing in your drawer yet"
    assert len(empty.why) == empty.value == len(contact_rig.spans) + 2 + 2


def test_strong_enough_counts_what_breaks_and_says_that_it_takes_line(contact_rig: Rig, weir_run: Reach) -> None:
    told = read("strong", contact_rig, weir_run)
    assert told.severity != "act"
    assert "It takes line" in told.sentence
    fine = SetDiameter(span="point-tippet", value="0.08").apply(contact_rig, DRAWER)
    assert read("strong", fine, weir_run).value < told.value
    swung = SetMotion(kind="swing").apply(contact_rig, DRAWER)
    assert "jerks 2 times as hard" in read("strong", swung, weir_run).sentence


def test_among_obstructions_one_fly_is_enough() -> None:
    rig, reach = hung()
    (weed, *_) = reach.obstacles
    thick = reach.model_copy(update={"obstacles": (weed.model_copy(update={"length_m": 0.5 * reach.drift_m}),)})
    assert "Among so many obstructions" in read("spacing", rig, thick).sentence
    assert "Among so many" not in read("spacing", rig, reach).sentence


@pytest.mark.parametrize(
    ("method", "water", "keys"),
    [
        ("short-and-led", "mill-throat", {"heavy-fly", "long-rod"}),
        ("swung", "alder-flats", {"swung-take"}),
        ("pegged-bead", "sluice-meadow", {"shot-on-line", "bead-distance"}),
        ("lake-vertical", "oskel-north", {"still-boat", "long-rod"}),
    ],
)
def test_cautions_stand_where_they_belong(method: str, water: str, keys: set[str]) -> None:
    rig = started(method, WATERS[water], DRAWER)
    assert keys <= {c.key for c in cautions_of(fished(rig, WATERS[water]))}


@pytest.mark.parametrize(
    ("open_loop", "lobbed", "title"),
    [
        (1.01, 2.0, "Light on the line"),
        (0.99, 1.01, "A slower stroke and an open loop"),
        (0.5, 0.99, "Lobbed, not cast"),
    ],
)
def test_ones_own_shares_say_from_when_a_rig_is_lobbed(open_loop: float, lobbed: float, title: str) -> None:
    rig, reach = hung()
    here = fished(rig, reach)
    share = (of("cast_load", here).value or 0.0) / (mass_per_metre(rig.line.line_class) * THIRTY_FEET)
    own = Person(habits=(("open-loop", open_loop * share), ("lobbed", lobbed * share)))
    assert of("cast_load", replace(here, setting=replace(here.setting, person=own))).title == title
