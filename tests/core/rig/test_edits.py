"""Edits are pure, named, and refuse what cannot be tied."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jarana.core.errors import InputError
from jarana.core.rig.edits import rig_edits
from jarana.core.rig.edits.flies import AddDropper, RemoveFly, StepBead, SwapFly
from jarana.core.rig.edits.spans import (
    ChangeLength,
    MoveJoint,
    SetDiameter,
    SetLength,
    SetTag,
    StepDiameter,
    UseSpool,
)
from jarana.core.rig.edits.whole import Rename, SetLead, UseKnot
from jarana.core.rig.model import Rig
from jarana.core.water.edits.figures import SetDepth, SetZone
from jarana.core.water.reach import Reach
from jarana.demo.load import valley
from tests.fishing import started

REACHES, DRAWER = valley()
RIG = started("level-contact", REACHES[0], DRAWER)


def test_a_typed_length_is_kept_to_the_tenth_of_a_millimetre() -> None:
    rig = SetLength(span="point-tippet", value="1' 8\"").apply(RIG, DRAWER)
    assert rig.spans[-1].length_mm == 508.0


def test_moving_a_joint_keeps_the_whole_length() -> None:
    rig = MoveJoint(joint="j-point-tippet", by_mm=50).apply(RIG, DRAWER)
    assert rig.length == pytest.approx(RIG.length)
    assert rig.spans[-1].length_mm == RIG.spans[-1].length_mm - 50


def test_a_diameter_of_an_owned_spool_brings_the_spool_along() -> None:
    owned = SetDiameter(span="point-tippet", value="0.10").apply(RIG, DRAWER).spans[-1]
    assert owned.spool is not None
    assert owned.spool.number == 7
    assert SetDiameter(span="point-tippet", value="0.11").apply(RIG, DRAWER).spans[-1].spool is None


def test_finer_steps_through_the_drawer_and_says_when_it_ends() -> None:
    rig = StepDiameter(span="tippet", finer=True).apply(RIG, DRAWER)
    assert rig.spans[3].d0_mm == 0.10
    with pytest.raises(InputError, match="no finer fluorocarbon in your drawer"):
        StepDiameter(span="tippet", finer=True).apply(rig, DRAWER)


def test_a_dropper_needs_a_tag_and_the_knot_gives_way_to_one_that_leaves_it() -> None:
    plain = UseKnot(part="j-clear", knot="double-uni").apply(RIG, DRAWER)
    rig = AddDropper(joint="j-clear", weight="tiny-black-20").apply(plain, DRAWER)
    assert rig.joints[1].knot.key == "water"
    assert [a.id for a in rig.attachments][-1] == "point"
    with pytest.raises(InputError, match="leaves no tag"):
        UseKnot(part="j-clear", knot="double-uni").apply(rig, DRAWER)
    assert RemoveFly(at="f1").apply(rig, DRAWER).attachments == RIG.attachments


@pytest.mark.parametrize(
    ("edit", "path"),
    [
        (SetLength(span="nowhere", value="1"), "span"),
        (SetLength(span="tippet", value="abc"), "value"),
        (SetLength(span="tippet", value="90 m"), "value"),
        (SetLength(span="tippet", value="-1"), "value"),
        (ChangeLength(span="point-tippet", by_mm=-5000), "value"),
        (SetDiameter(span="tippet", value="40x"), "value"),
        (SetTag(at="point", value="10"), "at"),
        (SwapFly(at="point", weight="none"), "weight"),
        (StepBead(at="nobody", heavier=True), "at"),
        (RemoveFly(at="point"), "at"),
        (AddDropper(joint="j-point-tippet", weight="tiny-black-20"), "joint"),
        (AddDropper(joint="j-line", weight="tiny-black-20"), "joint"),
        (UseKnot(part="point", knot="blood"), "knot"),
        (UseKnot(part="j-clear", knot="no-such"), "knot"),
        (UseSpool(span="tippet", spool="none"), "spool"),
    ],
)
def test_what_cannot_be_done_is_refused_by_field(edit, path: str) -> None:
    with pytest.raises(InputError) as error:
        edit.apply(RIG, DRAWER)
    assert error.value.faults[0].path == path


def test_water_is_typed_in_any_unit_and_refused_by_field() -> None:
    reach = REACHES[0]
    assert SetDepth(value="3 ft").apply(reach).depth_m == pytest.approx(0.9144)
    with pytest.raises(InputError) as error:
        SetZone(low="x", high="y").apply(reach)
    assert [f.path for f in error.value.faults] == ["low", "high"]
    with pytest.raises(InputError):
        SetZone(low="40", high="20").apply(reach)


def test_every_edit_has_a_name_of_its_own() -> None:
    names = [kind.model_fields["op"].default for kind in rig_edits()]
    assert len(set(names)) == len(names) >= 13


EDITS = st.one_of(
    st.builds(ChangeLength, span=st.sampled_from([s.id for s in RIG.spans]), by_mm=st.sampled_from([-100.0, 100.0])),
    st.builds(StepBead, at=st.sampled_from(["point", "dropper"]), heavier=st.booleans()),
    st.builds(StepDiameter, span=st.sampled_from([s.id for s in RIG.spans]), finer=st.booleans()),
    st.builds(SetLead, lead=st.floats(0, 1.6)),
    st.builds(MoveJoint, joint=st.sampled_from([j.id for j in RIG.joints]), by_mm=st.sampled_from([-30.0, 30.0])),
    st.builds(Rename, name=st.text("abc ", min_size=1, max_size=5)),
)


@settings(max_examples=40, deadline=None)
@given(st.lists(EDITS, max_size=12))
def test_any_edits_leave_a_rig_that_survives_the_way_through_json(edits: list) -> None:
    rig = RIG
    for edit in edits:
        before = rig.model_dump_json()
        try:
            rig = edit.apply(rig, DRAWER)
        except InputError as error:
            assert error.faults[0].reason
        assert Rig.model_validate_json(before).model_dump_json() == before
    assert Rig.model_validate_json(rig.model_dump_json()) == rig


def test_the_method_fits_the_tippet_to_the_water(weir_run: Reach) -> None:
    deep = weir_run.model_copy(update={"depth_m": 1.6})
    thin = weir_run.model_copy(update={"depth_m": 0.3})
    below = [sum(s.length_mm for s in started("level-contact", r).spans[3:]) for r in (thin, weir_run, deep)]
    assert below == sorted(below)
    assert len(started("level-contact", thin).attachments) == 1
    assert started("level-contact", weir_run).length <= 2 * 3.2 + 0.01
