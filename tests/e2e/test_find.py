"""Find, take, tie; the ladder; the way to another rig; the best rig of a method: as an angler asks for them."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import Site, enter, violations
from tests.e2e.e2e_help import choose_by_name, drift_key

SLOW = 120_000
"""ms a search may take on a busy machine."""


def opened(page: Page, key: str, name: str) -> object:
    page.keyboard.press(key)
    sheet = page.get_by_role("dialog", name=name)
    expect(sheet).to_be_visible()
    return sheet


def test_a_rig_is_found_taken_and_tied_and_taking_it_can_be_undone(bench: Page) -> None:
    before = drift_key(bench)
    bench.keyboard.press("f")
    sheet = bench.get_by_role("dialog", name="Find")
    rigs = sheet.get_by_role("list", name=re.compile("^Rigs, "))
    expect(rigs.get_by_role("listitem").first).to_be_visible(timeout=SLOW)
    expect(rigs).to_have_attribute("aria-busy", "false", timeout=SLOW)
    expect(sheet).to_contain_text("In hand now:")
    assert rigs.locator("> li").count() >= 2
    assert violations(bench) == []
    sheet.get_by_role("button", name=re.compile("^Take it ")).first.click()
    expect(sheet).to_have_count(0)
    expect(bench.get_by_test_id("tank")).not_to_have_attribute("data-drift", before)
    bench.get_by_role("link", name="Tie it").click()
    expect(bench.get_by_role("heading", level=1)).not_to_be_empty()
    bench.get_by_role("link", name="Rig", exact=True).click()
    bench.get_by_role("button", name="Undo").click()
    expect(bench.get_by_test_id("tank")).to_have_attribute("data-drift", before)


def test_a_find_is_stopped_and_presses_meanwhile_are_not_lost(bench: Page) -> None:
    bench.keyboard.press("f")
    sheet = bench.get_by_role("dialog", name="Find")
    sheet.get_by_role("button", name="Stop").click(timeout=20_000)
    expect(sheet.get_by_role("alert")).to_contain_text("It was stopped.")
    sheet.get_by_role("button", name="Search again").click()
    bench.keyboard.press("Escape")
    expect(sheet).to_have_count(0)
    bench.locator("#part-point-tippet").click()
    for _ in range(10):
        bench.keyboard.press("=")
    expect(bench.locator("#part-point-tippet")).to_contain_text("1.52 m")


@pytest.mark.long
def test_where_nothing_fits_it_is_said_with_what_would(bench: Page) -> None:
    choose_by_name(bench, "Weir Run")
    bench.get_by_role("link", name="Water", exact=True).click()
    off = bench.get_by_label("Off you", exact=False).or_(bench.get_by_label("How far off", exact=False)).first
    off.fill("30 m")
    off.press("Enter")
    bench.keyboard.press("Escape")
    bench.locator("body").click(position={"x": 5, "y": 5})
    bench.keyboard.press("f")
    sheet = bench.get_by_role("dialog", name="Find")
    expect(sheet).to_contain_text("Nothing may be fished here", timeout=SLOW)
    expect(sheet).to_contain_text("Left out")


@pytest.mark.long
def test_the_ladder_frames_today_and_is_reached_from_the_rig(bench: Page) -> None:
    bench.get_by_role("button", name="Ladder").click()
    sheet = bench.get_by_role("dialog", name="Ladder")
    table = sheet.get_by_role("table")
    expect(table).to_be_visible(timeout=SLOW)
    expect(table.get_by_text("today")).to_have_count(1)
    assert table.get_by_role("rowheader").count() >= 6
    assert violations(bench) == []
    bench.go_back()
    expect(sheet).to_have_count(0)


@pytest.mark.long
def test_the_way_to_another_rig_is_told_in_knots(bench: Page) -> None:
    choose_by_name(bench, "re-rig")
    sheet = bench.get_by_role("dialog", name=re.compile("^Re-rig"))
    expect(sheet.get_by_role("listitem").first).to_be_visible(timeout=20_000)
    expect(sheet).to_contain_text(re.compile(r"\d knots?"))
    expect(sheet).to_contain_text("The way back:")
    both = sheet.get_by_role("region", name="Side by side")
    expect(both).to_contain_text(
        re.compile("worth more on|Neither is worth more|ruled out|cannot be fished"), timeout=SLOW
    )
    expect(both.get_by_role("img")).not_to_have_count(0)
    assert violations(bench) == []
    before = bench.get_by_role("button", name=re.compile("rig in hand")).inner_text()
    sheet.get_by_role("button", name="Take up the other rod instead").click()
    expect(sheet).to_have_count(0)
    expect(bench.get_by_role("button", name=re.compile("rig in hand"))).not_to_have_text(before)


@pytest.mark.long
def test_the_best_of_a_method_is_started_with_its_reasons_or_it_is_said_why_not(bench: Page) -> None:
    bench.keyboard.press("m")
    sheet = bench.get_by_role("dialog", name="Start a rig")
    sheet.get_by_role("button", name=re.compile("^Contact, thin level leader")).click()
    told = sheet.get_by_text(re.compile("is in hand|does not suit this water"))
    expect(told).to_be_visible(timeout=SLOW)
    expect(sheet.get_by_text(re.compile("good minutes in the hour"))).to_be_visible()
    assert violations(bench) == []


@pytest.mark.long
def test_what_a_rig_is_worth_stands_over_its_readings_and_opens_to_its_factors(bench: Page) -> None:
    worth = bench.get_by_test_id("worth")
    expect(worth).to_contain_text(re.compile(r"\d+ good minutes in the hour"), timeout=SLOW)
    worth.click()
    expect(bench.get_by_text("in the zone", exact=True)).to_be_visible()
    expect(bench.get_by_text(re.compile("from (32|128) drifts"))).to_be_visible()


@pytest.mark.long
def test_find_fits_a_phone(browser: Browser, site: Site) -> None:
    context = browser.new_context(viewport={"width": 390, "height": 844}, reduced_motion="reduce")
    page = enter(context, site)
    page.get_by_role("button", name="Find", exact=True).click()
    sheet = page.get_by_role("dialog", name="Find")
    expect(sheet.get_by_role("button", name=re.compile("^Take it ")).first).to_be_visible(timeout=SLOW)
    assert page.evaluate("document.documentElement.scrollWidth") <= 390
    assert sheet.evaluate("d => d.scrollWidth <= d.clientWidth + 1")
    context.close()


@pytest.mark.long
def test_the_card_has_the_ladder_on_its_back_and_it_is_there_at_once_when_it_is_opened(bench: Page) -> None:
    bench.get_by_role("link", name="Tie it").click()
    back = bench.get_by_test_id("card-back")
    expect(back).to_have_count(1, timeout=SLOW)
    bench.emulate_media(media="print")
    expect(back).to_be_visible()
    expect(back.locator("td", has_text="today")).to_have_count(1)
    assert back.evaluate("b => b.scrollHeight <= b.clientHeight + 1 && b.scrollWidth <= b.clientWidth + 1")
    bench.emulate_media(media="screen")
    bench.get_by_role("link", name="Rig", exact=True).click()
    asked: list[str] = []
    bench.on("request", lambda r: asked.append(r.post_data or "") if r.url.endswith("/api/v1/jobs") else None)
    bench.get_by_role("button", name="Ladder").click()
    expect(bench.get_by_role("dialog", name="Ladder").get_by_role("table")).to_be_visible()
    assert not any('"kind":"ladder"' in body for body in asked)
