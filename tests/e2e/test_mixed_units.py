"""Units chosen each by itself: seen at once, typed in, there again after a reload and on another browser of the same person."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations
from tests.e2e.e2e_help import drift_key, wait_new_drift


@pytest.mark.long
def test_units_are_chosen_each_by_itself_and_follow_the_person(bench: Page) -> None:
    bench.get_by_role("button", name=re.compile("^Units:")).click()
    sheet = bench.get_by_role("dialog", name="Units")
    for quantity, way in (("Strength of line and knots", "lb"), ("Beads", "parts of an inch"), ("Numbers", "comma")):
        row = sheet.get_by_role("group", name=quantity)
        row.get_by_role("radio", name=re.compile(re.escape(f"({way})"))).check()
        expect(row.get_by_role("radio", checked=True)).to_have_accessible_name(re.compile(re.escape(f"({way})")))
    assert violations(bench) == []
    bench.keyboard.press("Escape")
    expect(bench.get_by_role("button", name="Units: mm · m · lb")).to_be_visible()
    expect(bench.get_by_test_id("reading-weakest")).to_contain_text(re.compile(r"\d,\d lb"))
    expect(bench.locator("#part-tippet")).to_contain_text(re.compile(r"0,12 mm\s*0,8\d m"))
    bench.locator("#part-tippet").click()
    field = bench.get_by_label("Length", exact=True)
    before = drift_key(bench)
    field.fill("0,6")
    field.press("Enter")
    wait_new_drift(bench, before)
    expect(bench.locator("#part-tippet")).to_contain_text("0,60 m")
    bench.reload()
    expect(bench.locator("#part-tippet")).to_contain_text("0,12 mm")
    # Another browser of the same person knows nothing of them yet.
    bench.evaluate("localStorage.clear()")
    bench.reload()
    expect(bench.get_by_test_id("reading-weakest")).to_contain_text(re.compile(r"\d,\d lb"))
    bench.keyboard.press("u")
    expect(bench.locator("#part-tippet")).to_contain_text("0.12 mm")


def test_what_is_read_when_other_units_are_chosen_is_written_in_them(bench: Page) -> None:
    bench.get_by_role("link", name="Learn").click()
    told = bench.get_by_role("region", name="Lines and knots")
    expect(told).to_contain_text(re.compile(r"where \d+\.\d were to be expected"))
    bench.get_by_role("button", name=re.compile("^Units:")).click()
    row = bench.get_by_role("dialog", name="Units").get_by_role("group", name="Numbers")
    row.get_by_role("radio", name=re.compile(r"\(comma\)")).check()
    bench.keyboard.press("Escape")
    expect(told).to_contain_text(re.compile(r"where \d+,\d were to be expected"))
