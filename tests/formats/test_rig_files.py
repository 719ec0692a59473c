"""A rig goes out as a file and comes in again unchanged; a bad file says everything that is wrong with it."""

from __future__ import annotations

import contextlib
import csv
import io
import json
from xml.etree import ElementTree

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jarana.core.errors import InputError
from jarana.core.model import content_hash
from jarana.core.rig.edits.dressing import SetDressing
from jarana.core.rig.edits.flies import RemoveFly, StepBead
from jarana.core.rig.edits.spans import ChangeLength, StepDiameter
from jarana.core.rig.edits.whole import Rename, SetLead
from jarana.core.rig.model import Rig
from jarana.core.units import Writer
from jarana.demo.load import valley
from jarana.formats.cut_sheet_csv import cut_sheet_csv
from jarana.formats.rig_file import rig_from_text, rig_text
from jarana.formats.rig_svg import rig_svg
from tests.fishing import started

REACHES, DRAWER = valley()
RIG = started("level-contact", REACHES[0], DRAWER)
EDITS = st.sampled_from(
    [
        StepBead(at="point", heavier=True),
        StepBead(at="point", heavier=False),
        StepBead(at="dropper", heavier=True),
        ChangeLength(span="tippet", by_mm=100),
        ChangeLength(span="point-tippet", by_mm=-100),
        StepDiameter(span="point-tippet", finer=True),
        StepDiameter(span="tippet", finer=False),
        SetLead(lead=0.85),
        SetDressing(span="mono", dressing="greased"),
        Rename(name='ünï — <&> "quoted"'),
        RemoveFly(at="dropper"),
    ]
)


def after(edits: list) -> Rig:
    """Return the rig after edits; one that cannot be done leaves it."""
    rig = RIG
    for edit in edits:
        with contextlib.suppress(InputError):
            rig = edit.apply(rig, DRAWER)
    return rig


@settings(max_examples=40, deadline=None)
@given(st.lists(EDITS, max_size=12))
def test_out_and_in_is_the_identity(edits: list) -> None:
    rig = after(edits)
    assert rig_from_text(rig_text(rig)) == rig
    assert content_hash(rig_from_text("\ufeff" + rig_text(rig))) == content_hash(rig)


@settings(max_examples=40, deadline=None)
@given(st.lists(EDITS, max_size=12))
def test_an_edit_never_touches_the_document_it_was_made_from(edits: list) -> None:
    """Undo goes back to documents, so going back along any edits ends where they began."""
    rig, states, hashes = RIG, [RIG], [content_hash(RIG)]
    for edit in edits:
        try:
            rig = edit.apply(rig, DRAWER)
        except InputError:
            continue
        states.append(rig)
        hashes.append(content_hash(rig))
    assert [content_hash(state) for state in reversed(states)] == hashes[::-1]


def test_everything_wrong_is_named_by_path_at_once() -> None:
    data = json.loads(rig_text(RIG))
    data["spans"][1]["length_mm"] = -5
    data["spans"][2]["material"]["density_kg_m3"] = "heavy"
    data["colour"] = "red"
    with pytest.raises(InputError) as error:
        rig_from_text(json.dumps(data))
    paths = {f.path for f in error.value.faults}
    assert {"spans[1].length_mm", "spans[2].material.density_kg_m3", "colour"} <= paths
    assert all(f.reason for f in error.value.faults)


@pytest.mark.parametrize(
    ("text", "path", "reason"),
    [
        ("", "line 1, column 1", "not JSON"),
        ('{\n"a": }', "line 2, column 6", "not JSON"),
        ("[" * 50000, "", "not JSON"),
        ("[]", "", "one object"),
        ('{"version": 9}', "version", "version 7"),
        (rig_text(RIG).replace("0.12", "NaN", 1), "", "NaN"),
        ("x" * 400_001, "", "at most"),
    ],
)
def test_what_is_no_rig_file_is_refused_with_its_reason(text: str, path: str, reason: str) -> None:
    with pytest.raises(InputError) as error:
        rig_from_text(text)
    assert error.value.faults[0].path == path
    assert reason in error.value.faults[0].reason


def test_a_method_nobody_knows_is_a_fault_of_the_file() -> None:
    text = rig_text(RIG).replace('"level-contact"', '"dynamite"')
    with pytest.raises(InputError, match="methods known"):
        rig_from_text(text)


def test_texts_in_the_drawing_are_escaped_and_nothing_runs() -> None:
    rig = Rename(name="<script>alert(1)</script>").apply(RIG, DRAWER)
    svg = rig_svg(rig, Writer())
    assert "<script" not in svg
    tree = ElementTree.fromstring(svg)
    texts = [e.text for e in tree.iter() if e.text]
    assert "<script>alert(1)</script>" in texts
    assert any("Slim olive" in t or "Resin quill" in t for t in texts)
    assert len([e for e in tree.iter() if e.tag.endswith("circle")]) >= 3


def test_a_spreadsheet_takes_no_cell_for_a_formula() -> None:
    span = RIG.spans[0].model_copy(update={"name": "=1+1"})
    rows = list(csv.DictReader(io.StringIO(cut_sheet_csv(RIG.rebuilt(spans=(span, *RIG.spans[1:]))))))
    assert rows[0]["piece"] == "'=1+1"
    assert [float(r["cut_mm"]) % 5 for r in rows] == [0] * len(rows)
    assert float(rows[-1]["finished_mm"]) == 520
