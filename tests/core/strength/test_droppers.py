"""The five ways to hang a dropper, on the demo's contact rig."""

from __future__ import annotations

import pytest

from jarana.core.errors import InputError
from jarana.core.rig.edits.droppers import SetSchool, tag_for
from jarana.core.rig.model import Rig
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import tie_sheet
from jarana.core.strength.dropper_choice import DropperChoice, dropper_choices
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from tests.fishing import drift

SCHOOLS = ("tag", "link", "ring", "bend", "fold")


@pytest.fixture
def choices(contact_rig: Rig, drawer: Drawer) -> dict[str, DropperChoice]:
    return {c.words.key: c for c in dropper_choices(contact_rig, "dropper", 0.9, drawer=drawer)}


def test_all_five_are_offered_and_the_one_tied_is_marked(choices: dict[str, DropperChoice]) -> None:
    assert set(choices) == set(SCHOOLS)
    assert [c.words.key for c in choices.values() if c.now] == ["tag"]


def test_a_link_and_a_ring_spare_the_main_line_and_a_fold_eats_most(choices: dict[str, DropperChoice]) -> None:
    assert choices["link"].shortens == choices["ring"].shortens == 0
    assert choices["fold"].shortens > choices["tag"].shortens > choices["bend"].shortens > 0


def test_only_the_link_slides_and_what_hangs_in_the_line_tangles_least(choices: dict[str, DropperChoice]) -> None:
    assert [c.words.key for c in choices.values() if c.words.slides] == ["link"]
    assert choices["bend"].tangle == choices["link"].tangle == "little"
    assert choices["tag"].tangle == "some"


def test_a_long_tag_tangles_more(contact_rig: Rig, drawer: Drawer) -> None:
    long = contact_rig.replace_attachment("dropper", link={"length_mm": 400})
    told = {c.words.key: c.tangle for c in dropper_choices(long, "dropper", 0.9, drawer=drawer)}
    assert told["tag"] == "much"


def test_cold_hands_take_longer(contact_rig: Rig, drawer: Drawer, choices: dict[str, DropperChoice]) -> None:
    cold = {c.words.key: c for c in dropper_choices(contact_rig, "dropper", 0.9, hard=True, drawer=drawer)}
    assert all(cold[k].anew_s > choices[k].anew_s for k in SCHOOLS)


def test_a_fold_wants_one_line_above_and_below(contact_rig: Rig, drawer: Drawer) -> None:
    finer = contact_rig.replace_span(contact_rig.span_index("point-tippet"), d0_mm=0.1, d1_mm=0.1)
    fold = next(c for c in dropper_choices(finer, "dropper", 0.9, drawer=drawer) if c.words.key == "fold")
    assert "not one line" in fold.fault
    with pytest.raises(InputError, match="not one line"):
        SetSchool(at="dropper", school="fold").apply(finer, drawer)


def test_the_point_has_no_school(contact_rig: Rig, drawer: Drawer) -> None:
    with pytest.raises(InputError, match="dropper at a joint"):
        SetSchool(at="point", school="link").apply(contact_rig, drawer)


@pytest.mark.parametrize("school", SCHOOLS)
@pytest.mark.parametrize("back", SCHOOLS)
def test_every_school_can_be_left_for_every_other_and_drifts(
    contact_rig: Rig, drawer: Drawer, weir_run: Reach, school: str, back: str
) -> None:
    there = SetSchool(at="dropper", school=school).apply(contact_rig, drawer)
    again = SetSchool(at="dropper", school=back).apply(there, drawer)
    assert again.attachment("dropper").school == back
    assert {f.id for f in drift(there, weir_run).flies} == {"dropper", "point"}


@pytest.mark.parametrize("school", SCHOOLS)
def test_every_school_has_its_own_way_on_the_tie_sheet(contact_rig: Rig, drawer: Drawer, school: str) -> None:
    rig = SetSchool(at="dropper", school=school).apply(contact_rig, drawer)
    sheet = tie_sheet(rig, drawer, Measures(), Writer())
    text = " ".join(f"{step.title} {step.detail}" for step in sheet.steps)
    said = {
        "tag": "Keep the tag that points down",
        "link": "girthed round the line",
        "ring": "Ring: clinch",
        "bend": "to the bend of the",
        "fold": "cut one leg at the knot",
    }
    assert said[school] in text
    assert [c.part for c in sheet.cuts].count("dropper") == (school in ("link", "ring"))


def test_a_folded_line_is_one_piece_as_long_as_its_parts_and_the_dropper(contact_rig: Rig, drawer: Drawer) -> None:
    rig = SetSchool(at="dropper", school="fold").apply(contact_rig, drawer)
    piece = next(c for c in tie_sheet(rig, drawer, Measures(), Writer()).cuts if c.part == "tippet")
    spans = sum(s.length_mm for s in rig.spans[-2:])
    assert piece.finished_mm == spans
    assert piece.tag_mm == 120
    assert piece.cut_mm > spans + 120


@pytest.mark.parametrize(("depth", "tag"), [(0.3, 0.10), (1.25, 0.20), (3.0, 0.30)])
def test_a_dropper_hangs_longer_in_deep_water(depth: float, tag: float) -> None:
    assert tag_for(depth) == pytest.approx(tag)
