"""The tie sheet: what to pull out, cut, tie and dress."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.rig.edits.dressing import SetDressing
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.edits.shot import PinchShot
from jarana.core.rig.model import Rig
from jarana.core.sheet.dressing import dressing_plan
from jarana.core.sheet.measures import Measures, in_measures
from jarana.core.sheet.tie_sheet import TieSheet, tie_sheet
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from tests.fishing import DRAWER, REACHES, started

MINE = Measures(hand_mm=210, forearm_mm=460, chest_mm=880, rod_marks_mm=(500,))


@pytest.fixture
def sheet(contact_rig: Rig, drawer: Drawer) -> TieSheet:
    return tie_sheet(contact_rig, drawer, MINE, Writer())


def test_what_is_pulled_is_what_is_cut(sheet: TieSheet) -> None:
    assert sum(p.needed_mm for p in sheet.pulls) == pytest.approx(sum(c.cut_mm for c in sheet.cuts))
    tippet = next(p for p in sheet.pulls if p.spool_id == "spool-9")
    assert tippet.needed_mm == sum(c.cut_mm for c in sheet.cuts if c.spool_id == "spool-9")
    assert tippet.left_shown == "21.0 m"
    assert not tippet.short


def test_a_spool_that_is_short_or_not_owned_is_said(contact_rig: Rig, drawer: Drawer) -> None:
    spools = tuple(s.model_copy(update={"left_m": 0.5}) if s.number == 9 else s for s in drawer.spools if s.number != 4)
    pulls = tie_sheet(contact_rig, drawer.model_copy(update={"spools": spools}), MINE, Writer()).pulls
    assert next(p for p in pulls if p.spool_id == "spool-9").short
    assert [p.left_shown for p in pulls if p.spool_id is None] == ["none"]


def test_steps_go_from_the_line_to_the_flies_then_dress_and_test(contact_rig: Rig, sheet: TieSheet) -> None:
    kinds = [s.kind for s in sheet.steps]
    assert kinds == ["join"] * 5 + ["fly"] * 2 + ["dress", "test"]
    assert [s.cut for s in sheet.steps[:5]] == [s.id for s in contact_rig.spans]
    assert "Keep the tag that points down: 12 cm" in sheet.steps[4].detail
    assert "Nippers, not teeth" in sheet.steps[-1].detail
    assert len({s.key for s in sheet.steps}) == len(sheet.steps)


def test_a_step_that_changed_has_another_key_so_its_tick_is_gone(
    contact_rig: Rig, drawer: Drawer, sheet: TieSheet
) -> None:
    other = tie_sheet(RemoveFly(at="dropper").apply(contact_rig, drawer), drawer, MINE, Writer())
    assert {s.key for s in other.steps} != {s.key for s in sheet.steps}


def test_dressing_of_the_rig_is_the_plan(contact_rig: Rig, drawer: Drawer, sheet: TieSheet) -> None:
    assert "Grease lightly: sighter." in sheet.dressing
    bare = SetDressing(span="sighter", dressing="none").apply(contact_rig, drawer)
    assert not any("Grease" in line for line in tie_sheet(bare, drawer, MINE, Writer()).dressing)


def test_lengths_are_laid_along_the_body_with_the_rest_said() -> None:
    assert in_measures(1340, MINE, Writer()) == "1 fingertip to chest + 1 forearm"
    assert in_measures(700, MINE, Writer()) == "1 forearm + 1 hand span, 3 cm more"
    assert in_measures(505, MINE, Writer()) == "to rod mark 1"
    assert in_measures(120, MINE, Writer()) == ""
    assert in_measures(1340, Measures(), Writer()) == ""


@given(st.floats(100, 15000))
def test_what_is_said_of_a_length_is_within_a_seventh_of_it(length: float) -> None:
    said = in_measures(length, Measures(hand_mm=210, forearm_mm=460, chest_mm=880), Writer())
    if not said:
        return
    sizes = {"fingertip to chest": 880, "forearm": 460, "hand span": 210}
    total = 0.0
    for part in said.split(",")[0].split(" + "):
        count, _, name = part.partition(" ")
        total += int(count) * sizes[name]
    assert abs(total - length) <= 0.15 * length + 5


def test_a_shot_is_pinched_on_where_it_sits_and_tied_with_nothing(contact_rig: Rig, drawer: Drawer) -> None:
    rig = PinchShot(span="point-tippet", above_mm=250, mass_mg=200).apply(contact_rig, drawer)
    step = next(s for s in tie_sheet(rig, drawer, MINE, Writer()).steps if s.part == "s1")
    assert step.title.endswith("on the tippet to the point, 25 cm above its lower end")
    assert step.card == ""
    assert step.figures == ()


def test_a_shot_no_span_has_room_for_is_refused(contact_rig: Rig, drawer: Drawer) -> None:
    with pytest.raises(InputError, match="no longer than that"):
        PinchShot(span="point-tippet", above_mm=900).apply(contact_rig, drawer)


@pytest.mark.parametrize("method", methods())
def test_no_part_of_a_line_is_both_greased_and_degreased_and_no_fly_says_how_to_treat_the_line(method: str) -> None:
    water = next(r for r in REACHES if r.kind in methods()[method].waters)
    plan = tie_sheet(started(method, water), DRAWER, MINE, Writer()).dressing
    greased = [line.removeprefix("Grease lightly: ").rstrip(".") for line in plan if line.startswith("Grease")]
    bare = [line.removeprefix("Degrease, and wipe clean: ").rstrip(".") for line in plan if line.startswith("Degrease")]
    told = [set(" and ".join(names).replace(", ", " and ").split(" and ")) - {""} for names in (greased, bare)]
    assert not told[0] & told[1]
    flies = [line for line in plan if ": " in line and not line.startswith(("Stretch", "Grease", "Degrease"))]
    assert not any("line" in line or "leader" in line or "tippet" in line for line in flies)


def test_a_ready_made_leader_that_is_dressed_all_over_is_told_by_its_name_and_one_in_part_by_its_parts() -> None:
    rig = started("dry-fly", next(r for r in REACHES if r.kind == "river"))
    packet = [s for s in rig.spans if s.ready is not None]
    assert len(packet) > 1
    spans = tuple(s.model_copy(update={"dressing": "degreased"}) for s in rig.spans)
    tippet = spans[-1].name.lower()
    bare = f"Degrease, and wipe clean: {packet[0].name.lower()} and {tippet}."
    assert bare in dressing_plan(rig.rebuilt(spans=spans))
    parts = ", ".join(s.name.lower() for s in packet[1:])
    spans = (spans[0].model_copy(update={"dressing": "none"}), *spans[1:])
    assert f"Degrease, and wipe clean: {parts} and {tippet}." in dressing_plan(rig.rebuilt(spans=spans))
