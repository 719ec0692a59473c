"""The bench as somebody who listens goes through it: by roles and names alone, with keys."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, Page, expect


def on(page: Page, key: str, at: Locator, most: int = 60) -> None:
    """Press a key until something has the focus."""
    for _ in range(most):
        if at.evaluate("e => e === document.activeElement"):
            return
        page.keyboard.press(key)
    expect(at).to_be_focused()


def told(page: Page) -> str:
    """Return what a change came to, once it is told."""
    said = page.get_by_role("status", name="What it came to")
    expect(said).to_contain_text("in the hour", timeout=20_000)
    return said.inner_text()


def test_a_length_a_bead_and_a_way_to_fish_are_changed_and_what_it_came_to_is_told_once(bench: Page) -> None:
    before = told(bench)
    # Nothing has the focus: the first Tab skips places and bar.
    skip = bench.get_by_role("button", name="Skip to what is here")
    on(bench, "Tab", skip)
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("main")).to_be_focused()
    line = bench.get_by_role("listbox", name=re.compile("^The line, from the rod to the point"))
    on(bench, "Tab", line)
    point = line.get_by_role("option", name=re.compile("^Resin quill #14"))
    for _ in range(20):
        if point.get_attribute("aria-selected") == "true":
            break
        bench.keyboard.press("ArrowRight")
    expect(point).to_have_attribute("aria-selected", "true")
    bench.keyboard.press("]")
    said = bench.get_by_role("status", name="What it came to")
    expect(said).not_to_have_text(before, timeout=20_000)
    expect(point).to_have_accessible_name(re.compile("3.3 mm"))
    # What is picked has its controls after the line.
    part = bench.get_by_role("group", name=re.compile("point", re.IGNORECASE)).first
    expect(part).to_be_visible()
    bench.keyboard.press("Escape")
    held = bench.get_by_role("radiogroup", name="How it is fished").get_by_role("radio", name="natural")
    on(bench, "Tab", bench.get_by_role("radio", name="with the bubbles"))
    for _ in range(6):
        if held.evaluate("e => e === document.activeElement"):
            break
        bench.keyboard.press("ArrowLeft")
    bench.keyboard.press(" ")
    expect(held).to_have_attribute("aria-checked", "true")
    worst = bench.get_by_role("region", name="Readings").get_by_role("listitem").first.get_by_role("button").first
    on(bench, "Tab", worst)
    bench.keyboard.press("Enter")
    expect(worst).to_have_attribute("aria-expanded", "true")


def test_the_drift_is_read_in_figures(bench: Page) -> None:
    told(bench)
    looked = bench.get_by_role("radiogroup", name="Looked at")
    looked.get_by_role("radio", name="in figures").focus()
    bench.keyboard.press(" ")
    table = bench.get_by_role("table", name=re.compile("^How deep, m"))
    assert table.get_by_role("columnheader").all_inner_texts() == ["s", "m drifted", "dropper", "point"]
    fourth = table.get_by_role("row", name=re.compile("^4 "))
    expect(fourth.get_by_role("cell").last).to_have_text(re.compile(r"^0\.\d\d \(0\.\d\d–0\.\d\d\)$"))
    expect(bench.get_by_test_id("track-point")).to_have_count(0)
    looked.get_by_role("radio", name="from the side").click()
    expect(bench.get_by_test_id("track-point")).to_be_visible()
