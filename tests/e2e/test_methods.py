"""From today's water to the cut sheet, method by method, as an angler walks it."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import Site, violations

LONG = pytest.mark.long
WALKS = [
    ("Weir Run", "Contact, thin level leader", "Two nymphs, level contact", "coloured mono", "contact"),
    pytest.param(
        "Alder Flats", "Dry with a nymph below", "Dry with a nymph below", "Tie to the bend of the", "dry", marks=LONG
    ),
    pytest.param(
        "Sluice Meadow",
        "Nymphs under a float",
        "Two nymphs under a float",
        "three-turn water knot",
        "float",
        marks=LONG,
    ),
    pytest.param(
        "north shore", "Lake, straight line", "Three pupae, straight line", "upper tippet", "lake", marks=LONG
    ),
]


@pytest.mark.parametrize(("water", "method", "rig", "step", "kind"), WALKS)
def test_from_the_water_to_the_cut_sheet(bench: Page, water: str, method: str, rig: str, step: str, kind: str) -> None:
    bench.get_by_role("link", name="Water", exact=True).click()
    bench.get_by_role("button", name=re.compile(water)).first.click()
    bench.get_by_role("button", name="Start a rig for it").click()
    sheet = bench.get_by_role("dialog", name="Start a rig")
    expect(sheet).to_contain_text(water)
    first = sheet.get_by_role("listitem").first
    expect(first).to_contain_text("start")
    sheet.get_by_role("checkbox", name="as it is usually tied").check()
    sheet.get_by_role("button", name=re.compile(f"^{method}")).click()
    expect(sheet).to_contain_text(f"{rig} is in hand.")
    expect(sheet).to_contain_text("Every part of it is yours.")
    expect(sheet).to_contain_text("How it ends")
    assert violations(bench) == []
    sheet.get_by_role("button", name="See it fish").click()
    expect(bench.get_by_test_id("story")).not_to_be_empty()
    expect(bench.get_by_test_id("reading-owned")).to_contain_text("All from your own tackle")
    axis = "seconds since it landed" if kind == "lake" else "m drifted|downstream of where it lands"
    expect(bench.get_by_label("Tank")).to_contain_text(re.compile(axis))
    bench.get_by_role("link", name="Tie it").click()
    bench.get_by_role("button", name="All steps").click()
    expect(bench.get_by_role("region", name="Steps")).to_contain_text(step)
    expect(bench.get_by_role("region", name="Steps")).to_contain_text("Cut")


def test_all_twenty_are_there_and_those_of_another_water_are_set_apart(bench: Page) -> None:
    bench.keyboard.press("m")
    sheet = bench.get_by_role("dialog", name="Start a rig")
    sheet.get_by_role("button", name="All 20 methods").click()
    expect(sheet.get_by_role("listitem")).to_have_count(14)
    apart = sheet.get_by_role("region", name="Not in this water")
    expect(apart).to_contain_text("Lake, vertical")
    assert violations(bench) == []


@pytest.mark.long
def test_both_schools_are_told_with_this_rig_s_figures_and_one_is_fished(bench: Page) -> None:
    bench.get_by_role("button", name="Where anglers disagree").click()
    sheet = bench.get_by_role("dialog", name="Where anglers disagree")
    pulled = sheet.get_by_role("region", name="Should the flies ever be pulled?")
    expect(pulled).to_contain_text(re.compile("Pulled (faster|slower) than its water"), timeout=20000)
    drifting, led = re.findall(r"(?:Pulled \w+ than|Drifts with) [a-z ]*water: ([0-9.]+) m/s", pulled.inner_text())
    assert float(drifting) != float(led)
    assert violations(bench) == []
    pulled.get_by_role("button", name="Fish it so").first.click()
    expect(bench.get_by_role("radio", name="natural")).to_be_checked()
    bench.get_by_role("button", name="Undo", exact=True).click()
    expect(bench.get_by_role("radio", name="with the bubbles")).to_be_checked()


@pytest.mark.long
def test_an_empty_drawer_still_gives_a_rig_with_what_is_missing_named(browser: Browser, site: Site) -> None:
    context = browser.new_context(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")
    page = context.new_page()
    page.goto(f"{site.address}/enter#{site.token(empty=True)}")
    page.get_by_role("link", name="Water", exact=True).click()
    page.get_by_role("button", name="My own drawn next").click()
    page.get_by_role("button", name="My own, later").click()
    page.get_by_role("button", name="Draw it").click()
    page.get_by_role("button", name="Start a rig for it").click()
    sheet = page.get_by_role("dialog", name="Start a rig")
    sheet.get_by_role("checkbox", name="as it is usually tied").check()
    sheet.get_by_role("listitem").first.get_by_role("button").click()
    lacks = sheet.get_by_role("region", name="What you do not own")
    expect(lacks).to_contain_text("You do not own all of it")
    sheet.get_by_role("button", name="See it fish").click()
    expect(page.get_by_test_id("reading-owned")).to_contain_text("Nothing in your drawer yet")
    context.close()


@pytest.mark.long
def test_methods_are_put_in_order_of_what_they_are_worth_once_all_are_tried_and_not_under_a_pointer(
    bench: Page,
) -> None:
    asked: list[str] = []
    bench.on("request", lambda r: asked.append(r.post_data or "") if r.url.endswith("/api/v1/jobs") else None)
    bench.keyboard.press("m")
    sheet = bench.get_by_role("dialog", name="Start a rig")
    rows = sheet.get_by_role("list", name=re.compile("^Methods")).get_by_role("listitem")
    first = rows.first
    expect(first).to_contain_text("Contact, thin level leader")
    first.hover()
    expect(sheet.get_by_role("progressbar", name="Methods that are tried")).to_have_count(0, timeout=60_000)
    expect(first).to_contain_text(re.compile(r"\d+ .*good min/h"))
    expect(first.locator("svg[aria-label='Contact, thin level leader, drawn in this water']")).to_be_visible()
    expect(sheet.get_by_role("list", name="Methods, the one this water speaks for most first")).to_be_visible()
    sheet.get_by_role("heading", name="Start a rig").hover()
    expect(sheet.get_by_role("list", name="Methods, the one worth most here first")).to_be_visible()
    minutes = [int(re.search(r"(\d+)\s*(?:\(.*\))?\s*good min/h", text).group(1)) for text in rows.all_inner_texts()]  # type: ignore[union-attr]
    assert minutes == sorted(minutes, reverse=True)
    assert violations(bench) == []
    rows.first.click()
    sheet.get_by_role("button", name="Stop").click(timeout=20_000)
    expect(sheet.get_by_role("list", name="Methods, the one worth most here first")).to_be_visible()
    assert sum('"ranking"' in body for body in asked) == 1
