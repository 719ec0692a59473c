"""Help where one is: what a place is for, what a word means where it stands, and anything by name."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import violations
from tests.e2e.site import Site


def by_name(page: Page, typed: str) -> None:
    page.get_by_role("button", name="Anything by name").click()
    page.get_by_role("dialog").get_by_role("combobox").fill(typed)


def test_a_place_says_what_it_is_for_and_a_word_is_found_by_what_others_call_it(bench: Page) -> None:
    bench.keyboard.press("h")
    sheet = bench.get_by_role("dialog", name="Help and words")
    expect(sheet.get_by_role("region", name="What Rig is for")).to_contain_text("how deep every fly")
    expect(sheet.get_by_role("term").first).to_be_visible()
    sheet.get_by_label("What does a word mean?").fill("indicator")
    expect(sheet.get_by_role("term")).to_have_text(["float", "sighter"])
    expect(sheet.get_by_role("img", name="Drawn: float")).to_be_visible()
    assert violations(bench) == []
    bench.go_back()
    expect(sheet).to_have_count(0)


@pytest.mark.long
@pytest.mark.parametrize("width", [1280, 390])
def test_a_word_says_what_it_means_where_it_stands(browser: Browser, site: Site, width: int) -> None:
    context = browser.new_context(viewport={"width": width, "height": 844}, reduced_motion="reduce")
    page = context.new_page()
    page.goto(f"{site.address}/enter#{site.token()}")
    page.get_by_role("link", name="Water", exact=True).click()
    page.get_by_role("button", name="Where they hold").click()
    said = page.get_by_role("dialog", name="taking zone")
    expect(said).to_contain_text("The band of depth where fish take")
    assert violations(page) == []
    said.get_by_role("button", name="Other words").click()
    sheet = page.get_by_role("dialog", name="Help and words")
    expect(sheet.get_by_role("term").first).to_have_text("taking zone")
    context.close()


@pytest.mark.long
def test_anything_is_found_by_name_and_what_was_chosen_comes_first(bench: Page) -> None:
    by_name(bench, "slim olive 2.8")
    bench.get_by_role("option", name="Slim olive #16, 2.8 mm bead").click()
    expect(bench).to_have_url(re.compile(r"/tackle/flies\?row="))
    expect(bench.get_by_role("heading", name=re.compile("^Slim olive #16 2.8 mm"))).to_be_visible()
    bench.reload()
    expect(bench.get_by_role("heading", name=re.compile("^Slim olive #16 2.8 mm"))).to_be_visible()
    by_name(bench, "greased")
    bench.get_by_role("option", name="dressing").click()
    expect(bench.get_by_role("dialog", name="Help and words").get_by_role("term").first).to_have_text("dressing")
    bench.keyboard.press("Escape")
    bench.get_by_role("button", name="Anything by name").click()
    last = bench.get_by_role("group", name="Chosen last").get_by_role("option")
    expect(last).to_have_text(["dressing", "Slim olive #16, 2.8 mm bead"])
    bench.get_by_role("dialog").get_by_role("combobox").fill("inches")
    bench.get_by_role("option", name=re.compile("^units U")).click()
    expect(bench.get_by_role("button", name=re.compile("^Units:"))).not_to_contain_text("mm")
