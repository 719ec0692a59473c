"""Rigs are kept: the library, their history, files, keys; nothing is lost on the way."""

from __future__ import annotations

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations
from tests.e2e.e2e_help import drift_key, wait_new_drift


def library(page: Page) -> None:
    page.get_by_role("button", name=re.compile("rig in hand")).click()
    expect(page.get_by_role("dialog", name="Your rigs")).to_be_visible()


def test_history_reads_as_it_was_worked_is_compared_and_restored(bench: Page) -> None:
    bench.keyboard.press("]")
    expect(bench.get_by_test_id("save-state")).to_have_text("rev 2 · saved", timeout=8000)
    bench.get_by_role("button", name=re.compile("history")).click()
    rows = bench.get_by_role("list", name="Revisions").get_by_role("listitem")
    expect(rows.first).to_contain_text("point bead 2.8 → 3.3 mm")
    bench.get_by_label("Compare rev 1").click()
    bench.get_by_label("Compare rev 2").click()
    comparison = bench.get_by_role("region", name="Comparison")
    expect(comparison).to_contain_text("point bead 2.8 → 3.3 mm")
    drawn = comparison.get_by_role("img", name=re.compile("^Rev 2 over rev 1 in today's water: .*point .* m deep"))
    expect(drawn).to_be_visible(timeout=60_000)
    assert violations(bench) == []
    bench.get_by_role("button", name="Restore rev 1").click()
    expect(rows).to_have_count(3)
    expect(rows.first).to_contain_text("an earlier state restored")
    bench.keyboard.press("Escape")
    expect(bench.locator("#part-point")).to_contain_text("2.8 mm")


@pytest.mark.long
def test_rigs_are_started_copied_renamed_found_and_brought_back(bench: Page) -> None:
    library(bench)
    bench.get_by_role("button", name="Copy Two nymphs, level contact").click()
    expect(bench.get_by_role("list", name="Rigs").get_by_role("listitem")).to_have_count(13)
    bench.get_by_role("button", name="Rename Two nymphs, level contact, copy").click()
    bench.get_by_label("New name").fill("Dusk rig")
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("button", name="Copy Dusk rig")).to_be_visible(timeout=8000)
    bench.get_by_label("Find by name, method or fly").fill("dusk quill")
    expect(bench.get_by_role("list", name="Rigs").get_by_role("listitem")).to_have_count(1)
    assert violations(bench) == []
    bench.get_by_role("button", name="Throw Dusk rig away").click()
    expect(bench.get_by_text("No rig has these words.")).to_be_visible()
    bench.get_by_role("dialog").get_by_role("button", name="Undo", exact=True).click()
    expect(bench.get_by_role("button", name="Take Dusk rig in hand")).to_be_visible()
    bench.get_by_role("button", name="Start a rig").click()
    bench.get_by_role("checkbox", name="as it is usually tied").check()
    bench.get_by_role("button", name=re.compile("^Contact, tapered mono")).click()
    bench.get_by_role("button", name="See it fish").click()
    expect(bench.get_by_role("dialog")).to_have_count(0)
    expect(bench.get_by_test_id("save-state")).to_have_text("rev 1 · saved")


@pytest.mark.long
def test_rigs_are_drawn_in_todays_water_by_their_worth_and_one_is_taken_to_where_it_was_fished(bench: Page) -> None:
    library(bench)
    rows = bench.get_by_role("list", name="Rigs").get_by_role("listitem")
    expect(rows.first.get_by_role("img", name=re.compile("in today's water: .*m deep"))).to_be_visible(timeout=60_000)
    for row in rows.all():
        expect(row).to_contain_text(re.compile("good min/h here|Not here|Made for a lake"), timeout=30_000)
    bench.get_by_role("checkbox", name=re.compile("^worth most in .* first")).check()
    said = (re.search(r"(\d+)\s*(?:\(.*\))?\s*good min/h", text) for text in rows.all_inner_texts())
    minutes = [int(found.group(1)) for found in said if found]
    assert minutes == sorted(minutes, reverse=True)
    expect(rows.last).to_contain_text("Made for a lake")
    assert violations(bench) == []
    bench.get_by_role("button", name=re.compile("Sluice Meadow, with Two nymphs under a float")).click()
    expect(bench.get_by_role("dialog")).to_have_count(0)
    expect(bench.get_by_role("button", name=re.compile("rig in hand"))).to_contain_text("Two nymphs under a float")
    expect(bench.get_by_role("button", name=re.compile("today's water"))).to_contain_text("Sluice Meadow")


def test_a_rig_goes_out_as_a_file_and_comes_in_with_the_same_document(bench: Page, tmp_path: Path) -> None:
    library(bench)
    bench.get_by_role("button", name="Files of Two nymphs, level contact").click()
    with bench.expect_download() as download:
        bench.get_by_role("link", name="Rig, JSON").click()
    path = tmp_path / "rig.json"
    download.value.save_as(path)
    bench.get_by_label("Rig file").set_input_files(path)
    expect(bench.get_by_text("Brought in: Two nymphs, level contact.", exact=True)).to_be_visible()
    hashes = bench.evaluate(
        """async () => {
          const rigs = (await (await fetch('/api/v1/rigs')).json()).rigs;
          const one = (r) => fetch(`/api/v1/rigs/${r.id}`).then((a) => a.json());
          return (await Promise.all(rigs.map(one))).map((r) => r.hash);
        }"""
    )
    assert len(hashes) == 13
    assert all(hashes)
    assert hashes[0] == hashes[1]


@pytest.mark.long
def test_a_bad_file_says_every_fault_and_brings_nothing_in(bench: Page, tmp_path: Path) -> None:
    library(bench)
    path = tmp_path / "bad.json"
    path.write_text(json.dumps({"version": 1, "name": "Bad", "spans": [{"id": "a"}], "colour": "red"}))
    bench.get_by_label("Rig file").set_input_files(path)
    told = bench.get_by_role("alert")
    expect(told).to_contain_text("Nothing was imported")
    expect(told).to_contain_text("spans[0].length_mm")
    expect(told).to_contain_text("colour")
    expect(bench.get_by_role("list", name="Rigs").get_by_role("listitem")).to_have_count(12)


@pytest.mark.long
def test_what_is_offered_is_applied_by_one_key_and_undone(bench: Page) -> None:
    offer = bench.get_by_label("Readings").get_by_role("button", name=re.compile("→")).first
    expect(offer).to_be_visible(timeout=20_000)
    before = drift_key(bench)
    bench.keyboard.press("1")
    wait_new_drift(bench, before)
    bench.keyboard.press("Control+z")
    expect(bench.get_by_test_id("tank")).to_have_attribute("data-drift", before)


@pytest.mark.long
def test_a_pinned_rig_stands_behind_the_one_in_hand(bench: Page) -> None:
    expect(bench.get_by_test_id("ghost")).to_have_count(0)
    bench.keyboard.press("p")
    bench.keyboard.press("]")
    expect(bench.get_by_test_id("ghost")).to_be_visible()
    expect(bench.locator("#part-point")).to_contain_text("was 2.8 mm")
    expect(bench.get_by_test_id("reading-bottom")).to_contain_text("pinned:")
    bench.keyboard.press("p")
    expect(bench.get_by_test_id("ghost")).to_have_count(0)


@pytest.mark.long
def test_anything_is_found_by_name(bench: Page) -> None:
    bench.keyboard.press("Control+k")
    bench.get_by_placeholder("A place, a water").fill("mill")
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("button", name=re.compile("Tavrin, Mill Throat"))).to_be_visible()
    bench.keyboard.press("Control+k")
    assert violations(bench) == []
    bench.get_by_placeholder("A place, a water").fill("sighter")
    bench.keyboard.press("Enter")
    expect(bench.locator("#part-sighter")).to_have_attribute("aria-selected", "true")


@pytest.mark.long
def test_keys_are_listed_remapped_and_switched_off(bench: Page) -> None:
    bench.keyboard.press("?")
    sheet = bench.get_by_role("dialog", name="Keys")
    sheet.get_by_role("button", name=re.compile("Key for one bead up")).click()
    bench.keyboard.press("[")
    expect(sheet.get_by_role("alert")).to_contain_text("one bead down")
    bench.keyboard.press("b")
    expect(sheet.get_by_role("button", name=re.compile("Key for one bead up: B"))).to_be_visible()
    bench.keyboard.press("Escape")
    before = drift_key(bench)
    bench.keyboard.press("b")
    wait_new_drift(bench, before)
    bench.keyboard.press("?")
    sheet.get_by_role("checkbox").uncheck()
    bench.keyboard.press("Escape")
    before = drift_key(bench)
    bench.keyboard.press("b")
    bench.wait_for_timeout(500)
    assert drift_key(bench) == before
