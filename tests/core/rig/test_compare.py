"""What differs between two rigs reads as it was worked."""

from __future__ import annotations

from typing import Literal

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jarana.core.errors import InputError
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.dressing import SetDressing
from jarana.core.rig.edits.droppers import SetSchool
from jarana.core.rig.edits.flies import AddDropper, RemoveFly, StepBead, SwapFly
from jarana.core.rig.edits.spans import ChangeLength, SetLength, SetTag, StepDiameter, UseSpool
from jarana.core.rig.edits.stance import StepStance
from jarana.core.rig.edits.whole import Rename, SetFloat, SetLead, SetMotion, SetWindKnot, UseKnot, UseLine
from jarana.core.rig.model import Rig
from jarana.core.units import Writer
from jarana.demo.load import valley
from tests.fishing import started

REACHES, DRAWER = valley()
WATERS = {r.id: r for r in REACHES}
CONTACT = started("level-contact", WATERS["weir-run"], DRAWER)
FLOAT = started("float-pair", WATERS["sluice-meadow"], DRAWER)
TEAM = started("lake-team", WATERS["oskel-north"], DRAWER)


def said(rig: Rig, *edits: RigEdit, units: str = "metric") -> list[str]:
    after = rig
    for edit in edits:
        after = edit.apply(after, DRAWER)
    return [c.text for c in compare(rig, after, Writer(units))]


@pytest.mark.parametrize(
    ("rig", "edit", "text"),
    [
        (CONTACT, StepBead(at="point", heavier=True), "point bead 2.8 → 3.3 mm"),
        (CONTACT, SetLength(span="tippet", value="1 m"), "tippet 0.83 → 1.00 m"),
        (CONTACT, SetTag(at="dropper", value="15"), "dropper tag 12 → 15 cm"),
        (CONTACT, SetLead(lead=0.8), "led at 1 → 0.8 ×"),
        (CONTACT, SetMotion(kind="natural"), "moved led → natural drift"),
        (CONTACT, SetDressing(span="sighter", dressing="none"), "sighter dressing greased → none"),
        (CONTACT, RemoveFly(at="dropper"), "without dropper Slim olive #16 2.5 mm"),
        (CONTACT, UseKnot(part="point", knot="clinch"), "point knot compact slip-through → clinch, 5 turns"),
        (CONTACT, Rename(name="Dusk"), "name Two nymphs, level contact → Dusk"),
        (CONTACT, SwapFly(at="point", weight="hare-jig-33"), "point Resin quill #14 2.8 mm → Hare jig #14 3.3 mm"),
        (CONTACT, SetWindKnot(span="tippet", knotted=True), "tippet wind knot none → in it"),
        (CONTACT, SetSchool(at="dropper", school="link"), "dropper hung by long tag → girthed link"),
        (
            CONTACT,
            UseKnot(part="j-line", knot="surgeon-loop"),
            "knot to the line perfection loop → double surgeon's loop",
        ),
        (TEAM, UseLine(line="sweep-7"), "line floating 7-weight → sweep 3-5-3, 7-weight"),
    ],
    ids=lambda value: value.op if isinstance(value, RigEdit) else None,
)
def test_one_edit_is_one_line(rig: Rig, edit: RigEdit, text: str) -> None:
    assert said(rig, edit) == [text]


def test_a_float_set_otherwise_is_told_with_its_name() -> None:
    assert said(FLOAT, SetFloat(above="1.2 m")) == [
        "held by pinch-on foam 1.60 m above the point → pinch-on foam 1.20 m above the point"
    ]


def test_another_spool_is_a_line_and_its_number() -> None:
    assert said(CONTACT, UseSpool(span="point-tippet", spool="spool-7")) == [
        "tippet to the point fluorocarbon 0.12 mm → fluorocarbon 0.10 mm",
        "tippet to the point spool 9 → 7",
    ]


def test_units_are_the_person_s() -> None:
    assert said(CONTACT, SetLength(span="tippet", value="3 ft"), units="imperial") == ["tippet 2′ 8¾″ → 3′"]


EDITS = st.sampled_from(
    [
        StepBead(at="point", heavier=True),
        StepBead(at="dropper", heavier=False),
        ChangeLength(span="tippet", by_mm=100),
        StepDiameter(span="tippet", finer=True),
        SetDressing(span="mono", dressing="greased"),
        RemoveFly(at="dropper"),
        AddDropper(joint="j-ring", weight="slim-olive-25"),
        SetLead(lead=0.9),
    ]
)


@settings(max_examples=40, deadline=None)
@given(st.lists(EDITS, max_size=6))
def test_a_rig_differs_from_itself_in_nothing_and_from_another_in_something(edits: list[RigEdit]) -> None:
    after = CONTACT
    for edit in edits:
        try:
            after = edit.apply(after, DRAWER)
        except InputError:
            continue
    changes = compare(CONTACT, after, Writer())
    assert (after == CONTACT) is (changes == ())
    assert compare(after, after, Writer()) == ()
    assert len(compare(after, CONTACT, Writer())) == len(changes)


@pytest.mark.parametrize("units", ["metric", "imperial", "x"])
@pytest.mark.parametrize("more", [True, False])
@pytest.mark.parametrize("what", ["tip", "slack", "mend"])
def test_every_step_of_how_it_is_held_and_laid_is_told_in_every_unit(
    what: Literal["tip", "slack", "mend"], more: bool, units: str
) -> None:
    rig = FLOAT
    for _ in range(3):
        rig = StepStance(what=what).apply(rig, DRAWER)
    for _ in range(3):
        then = StepStance(what=what, more=more).apply(rig, DRAWER)
        assert then.stance != rig.stance
        assert compare(rig, then, Writer(units))
        rig = then
