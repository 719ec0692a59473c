"""The tank plays any rig: floats, dry flies and lake teams, with how sure it is."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations
from tests.e2e.e2e_help import choose_by_name, drift_key, wait_new_drift


def take(page: Page, name: str, water: str) -> None:
    """Take a rig in hand and put it into a water."""
    page.get_by_role("button", name=re.compile("rig in hand")).click()
    page.get_by_role("button", name=f"Take {name} in hand").click()
    expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page.get_by_role("button", name=re.compile(f"rig in hand {name}"))).to_be_visible()
    choose_by_name(page, water)
    expect(page.get_by_test_id("tank")).to_be_visible()


@pytest.mark.long
def test_the_band_follows_the_track_and_goes_when_something_changes(bench: Page) -> None:
    expect(bench.get_by_test_id("band-point")).to_be_visible(timeout=15000)
    expect(bench.get_by_test_id("reading-zone")).to_contain_text(re.compile(r"\(\d+–\d+\)"))
    expect(bench.get_by_test_id("reading-bottom")).to_contain_text(
        re.compile(r"\d+ drifts? of (10|20)|every drift|no drift")
    )
    before = drift_key(bench)
    bench.keyboard.press("]")
    wait_new_drift(bench, before)
    expect(bench.get_by_test_id("band-point")).to_have_count(0)
    expect(bench.get_by_test_id("band-point")).to_be_visible(timeout=15000)


def test_a_float_is_set_deeper_and_its_load_is_read(bench: Page) -> None:
    take(bench, "Two nymphs under a float", "sluice")
    expect(bench.get_by_test_id("reading-float_load")).to_contain_text("%")
    before = drift_key(bench)
    bench.get_by_label("Above the point").fill("4 ft 6")
    bench.get_by_label("Above the point").press("Enter")
    wait_new_drift(bench, before)
    expect(bench.get_by_label("Above the point")).to_have_value("4 ft 6")
    bench.get_by_label("Above the point").fill("40 m")
    bench.get_by_label("Above the point").press("Enter")
    expect(bench.get_by_role("alert").first).to_be_visible()


def test_a_lake_reads_against_seconds_and_counts_down(bench: Page) -> None:
    take(bench, "Three pupae, straight line", "north shore")
    expect(bench.get_by_text("seconds since it landed")).to_be_visible()
    expect(bench.get_by_test_id("reading-settle")).to_contain_text("Settles in")
    before = drift_key(bench)
    bench.get_by_role("radio", name="strip and pause").click()
    wait_new_drift(bench, before)
    before = drift_key(bench)
    bench.get_by_role("button", name="Five seconds more").click()
    wait_new_drift(bench, before)
    count = bench.get_by_label("Count down")
    expect(count).to_have_value("25 s")
    before = drift_key(bench)
    count.fill("75")
    count.press("Enter")
    wait_new_drift(bench, before)
    expect(bench.get_by_test_id("story")).to_contain_text("Counted down 75 s")
    assert violations(bench) == []


@pytest.mark.long
def test_what_it_assumes_is_a_click_away(bench: Page) -> None:
    bench.get_by_role("button", name="What this assumes").click()
    expect(bench.get_by_text("in three dimensions, from the rod tip on")).to_be_visible()
    assert violations(bench) == []


@pytest.mark.long
def test_a_rod_tip_is_typed_refused_beside_its_field_and_stepped(bench: Page) -> None:
    tip = bench.get_by_label("Rod tip, up")
    tip.fill("high")
    tip.press("Enter")
    expect(bench.get_by_role("group", name="Rod and line").get_by_role("alert")).to_be_visible()
    before = drift_key(bench)
    tip.fill("2 m")
    tip.press("Enter")
    wait_new_drift(bench, before)
    expect(bench.get_by_role("alert")).to_have_count(0)
    before = drift_key(bench)
    bench.get_by_role("button", name="Rod tip higher").click()
    wait_new_drift(bench, before)
    expect(tip).to_have_value("2.2 m")
    bench.get_by_role("radio", name="from above").click()
    expect(bench.get_by_test_id("plan")).to_be_visible()
    assert violations(bench) == []
