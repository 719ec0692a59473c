"""A rig is changed as its practitioner would change it, the track answers, and all of it is undone."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations
from tests.e2e.e2e_help import drift_key, wait_new_drift
from tests.e2e.ways import IN_SHORT, WAYS, start, walk


@pytest.mark.parametrize("way", IN_SHORT)
@pytest.mark.long
def test_every_change_is_answered_and_undone(bench: Page, way: str) -> None:
    walk(bench, WAYS[way])


@pytest.mark.long
def test_a_rig_is_fitted_to_deeper_water_by_one_press_and_that_is_one_step_back(bench: Page) -> None:
    start(bench, WAYS["contact"])
    note = bench.get_by_role("note", name="The rig and today's water")
    expect(note).to_have_count(0)
    before = drift_key(bench)
    bench.get_by_role("button", name=re.compile("today's water")).click()
    bench.get_by_label("Depth").fill("1.4")
    bench.get_by_label("Depth").press("Enter")
    wait_new_drift(bench, before)
    bench.keyboard.press("Escape")
    expect(note).to_contain_text("56% deeper than the one it was fitted to")
    deeper = drift_key(bench)
    note.get_by_role("button", name="Fit it to this water").click()
    expect(note).to_contain_text("min")
    expect(bench.get_by_test_id("tank")).to_have_attribute("data-drift", deeper)
    assert violations(bench) == []
    note.get_by_role("button", name="Do it").click()
    wait_new_drift(bench, deeper)
    expect(note).to_have_count(0)
    bench.get_by_role("button", name="Undo", exact=True).click()
    expect(bench.get_by_test_id("tank")).to_have_attribute("data-drift", deeper)


@pytest.mark.long
def test_a_depth_one_saw_stands_beside_the_computed_one(bench: Page) -> None:
    bench.get_by_role("button", name="Measured by yourself").click()
    sheet = bench.get_by_role("dialog", name="Measured by yourself")
    sheet.get_by_label("After").fill("soon")
    sheet.get_by_label("Depth").fill("0.55")
    sheet.get_by_role("button", name="Note it").click()
    expect(sheet.get_by_role("alert")).to_contain_text("soon")
    sheet.get_by_label("After").fill("4")
    sheet.get_by_role("button", name="Note it").click()
    expect(sheet).to_contain_text(re.compile(r"Pool wall: point 0.55 m after 4 s, computed 0.\d\d m"))
    assert violations(bench) == []
    bench.keyboard.press("Escape")
    expect(bench.get_by_test_id("reading-checked")).to_contain_text("Not as you measured")


@pytest.mark.long
def test_a_float_and_a_joint_are_moved_by_keys_on_the_line(bench: Page) -> None:
    start(bench, WAYS["float pair"])
    before = drift_key(bench)
    handle = bench.get_by_role("slider", name="Where the float sits")
    told = handle.get_attribute("aria-valuetext")
    handle.press("ArrowUp")
    wait_new_drift(bench, before)
    assert handle.get_attribute("aria-valuetext") != told
    bench.locator("#part-j-point-tippet").click()
    before = drift_key(bench)
    bench.get_by_role("slider", name=re.compile("^Knot below")).press("ArrowLeft")
    wait_new_drift(bench, before)
    expect(bench.get_by_test_id("line")).to_contain_text("0.35 m")
