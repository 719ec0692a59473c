"""The first minutes of somebody who has nothing: two presses to a tied rig, by thumb and at the desk, and all of it thrown away again."""

from __future__ import annotations

import re
import time
from collections.abc import Iterator

import pytest
from playwright.sync_api import Browser, Page, Route, expect

from tests.e2e.conftest import violations
from tests.e2e.site import Site


@pytest.fixture(params=[pytest.param((1280, 800), marks=pytest.mark.long), (390, 844)], ids=["desk", "phone"])
def newcomer(browser: Browser, site: Site, request: pytest.FixtureRequest) -> Iterator[Page]:
    width, height = request.param
    context = browser.new_context(viewport={"width": width, "height": height}, reduced_motion="reduce")
    page = context.new_page()
    page.goto(f"{site.address}/enter#{site.token(empty=True)}")
    yield page
    context.close()


def test_a_newcomer_has_a_tied_rig_after_two_presses(newcomer: Page) -> None:
    newcomer.get_by_role("button", name=re.compile("^Weir Run")).click()
    assert violations(newcomer) == []
    newcomer.get_by_role("button", name="Tie a rig for it").click()
    expect(newcomer.get_by_test_id("tank")).to_be_visible(timeout=60_000)
    expect(newcomer.get_by_text(re.compile("^Tied for Weir Run"))).to_be_visible()


@pytest.mark.long
def test_spools_and_flies_are_picked_from_pictures_and_thrown_away_again(newcomer: Page) -> None:
    newcomer.get_by_role("button", name=re.compile("^Weir Run")).click()
    newcomer.get_by_role("button", name="I pick").click()
    expect(newcomer.get_by_role("button", name="Tie a rig for it")).to_be_disabled()
    while newcomer.get_by_role("button", name="all of them").count():
        newcomer.get_by_role("button", name="all of them").first.click()
    assert violations(newcomer) == []
    newcomer.get_by_role("button", name="Tie a rig for it").click()
    expect(newcomer.get_by_test_id("tank")).to_be_visible(timeout=60_000)
    newcomer.get_by_role("button", name="Anything by name").click()
    newcomer.get_by_role("dialog").get_by_role("combobox").fill("throw the samples")
    newcomer.keyboard.press("Enter")
    expect(newcomer.get_by_role("heading", name="Start with a water")).to_be_visible(timeout=15_000)


@pytest.mark.long
def test_a_slow_answer_takes_no_sheet_away_that_was_opened_meanwhile(newcomer: Page) -> None:
    newcomer.get_by_role("link", name="Water", exact=True).click()
    newcomer.get_by_role("button", name="My own drawn next").click()
    newcomer.get_by_role("button", name="My own, later").click()
    held: list[Route] = []
    newcomer.route("**/api/v1/samples", lambda route: held.append(route))
    with newcomer.expect_request("**/api/v1/samples"):
        newcomer.get_by_role("button", name="Draw it").click()
    newcomer.wait_for_timeout(700)  # what was kept already must not open the bench behind this page
    expect(newcomer.get_by_role("heading", name="Start with a water")).to_be_visible()
    assert len(held) == 1
    newcomer.route("**/api/v1/reaches", lambda route: (time.sleep(0.5), route.continue_()))
    held[0].continue_()
    newcomer.get_by_role("button", name="Start a rig for it").click()
    newcomer.wait_for_timeout(1_000)
    expect(newcomer.get_by_role("dialog", name="Start a rig")).to_be_visible()


def test_first_minutes_that_cannot_be_fetched_offer_to_be_loaded_again(browser: Browser, site: Site) -> None:
    context = browser.new_context(viewport={"width": 1280, "height": 800}, service_workers="block")
    page = context.new_page()
    page.route("**/assets/begin*", lambda route: route.abort())
    page.goto(f"{site.address}/enter#{site.token(empty=True)}")
    expect(page.get_by_role("alert")).to_contain_text("This place could not be shown")
    page.unroute_all()
    page.get_by_role("button", name="Load it again").click()
    expect(page.get_by_role("heading", name="Start with a water")).to_be_visible()
    context.close()
