"""Every rig and every water has an address: it can be kept, opened in another window, and gone back from."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser, Page, Route, expect

from tests.e2e.conftest import Site
from tests.e2e.test_keeping import library

FIRST, OTHER = "Two nymphs, level contact", "Two nymphs under a float"


def address(page: Page) -> str:
    """Return the address once it names the rig."""
    expect(page).to_have_url(re.compile(r"/rig/[0-9a-f-]{36}$"))
    return page.url


def chip(page: Page, name: str) -> None:
    expect(page.get_by_role("button", name=re.compile("^rig in hand"))).to_contain_text(name)


def take(page: Page, name: str) -> None:
    library(page)
    page.get_by_role("button", name=f"Take {name} in hand").click()
    chip(page, name)


@pytest.mark.long
def test_a_rig_taken_in_hand_has_an_address_and_back_takes_the_one_before(bench: Page) -> None:
    chip(bench, FIRST)
    first = address(bench)
    take(bench, OTHER)
    expect(bench).to_have_url(re.compile(r"/rig/[0-9a-f-]{36}"))
    assert bench.url.partition("?")[0] != first
    bench.keyboard.press("Escape")
    bench.get_by_role("link", name="Tie", exact=True).click()
    expect(bench).to_have_url(re.compile(r"/tie/[0-9a-f-]{36}$"))
    bench.goto(first)
    chip(bench, FIRST)


def test_back_takes_the_rig_before_and_keeps_what_was_changed(bench: Page) -> None:
    first = address(bench)
    bench.keyboard.press("]")
    expect(bench.locator("#part-point")).to_contain_text("3.3 mm")
    take(bench, OTHER)
    bench.keyboard.press("Escape")
    for _ in range(4):
        if bench.url == first:
            break
        bench.go_back()
    chip(bench, FIRST)
    expect(bench.locator("#part-point")).to_contain_text("3.3 mm")
    expect(bench.get_by_test_id("save-state")).to_have_text("rev 2 · saved")


NOBODYS = "00000000-0000-4000-8000-000000000001"


@pytest.mark.long
def test_a_row_of_tackle_an_outing_and_two_revisions_have_addresses_and_the_window_a_title(bench: Page) -> None:
    expect(bench).to_have_title(f"{FIRST} · Rig · Jarana")
    root = bench.url.split("/rig")[0]
    bench.goto(f"{root}/tackle/leaders?row=leader-fast")
    cell = bench.get_by_role("gridcell", name="fast sinking 1.5 m", exact=True)
    expect(cell).to_have_attribute("tabindex", "0")
    expect(bench).to_have_title("Tackle · Jarana")
    cell.focus()
    bench.keyboard.press("ArrowUp")
    expect(bench).to_have_url(re.compile("row=leader-37$"))
    bench.goto(f"{root}/tackle/leaders?row={NOBODYS}")
    expect(bench.get_by_role("alert")).to_contain_text("no such leader of yours")
    bench.goto(f"{root}/learn")
    bench.get_by_role("group", name="Your season").get_by_role("button").first.click()
    picked = bench.get_by_role("region", name="The outing picked")
    told = picked.inner_text()
    bench.reload()
    assert picked.inner_text() == told
    bench.go_back()
    expect(picked).to_have_count(0)
    bench.goto(f"{root}/learn?outing={NOBODYS}")
    expect(bench.get_by_role("alert")).to_contain_text("no such outing of yours")


@pytest.mark.long
def test_revisions_that_are_compared_have_an_address_and_one_that_is_not_there_is_said(bench: Page) -> None:
    bench.keyboard.press("]")
    expect(bench.get_by_test_id("save-state")).to_have_text("rev 2 · saved")
    root = bench.url.partition("?")[0]
    bench.goto(f"{root}?sheet=history&rev=1-2")
    expect(bench.get_by_role("region", name="Comparison")).to_contain_text("From rev 1 to rev 2")
    expect(bench.get_by_role("checkbox", name="Compare rev 1")).to_be_checked()
    bench.get_by_role("checkbox", name="Compare rev 2").click()
    expect(bench).to_have_url(re.compile("rev=1$"))
    bench.keyboard.press("Escape")
    expect(bench).to_have_url(root)
    bench.goto(f"{root}?sheet=history&rev=77")
    expect(bench.get_by_role("alert")).to_contain_text("no such revision of this rig")


@pytest.mark.long
def test_an_address_opens_its_rig_in_another_window_and_its_taper(bench: Page) -> None:
    first = address(bench)
    take(bench, OTHER)
    other = bench.context.new_page()
    other.goto(f"{first}/taper")
    chip(other, FIRST)
    expect(other).to_have_url(f"{first}/taper")
    other.reload()
    chip(other, FIRST)


@pytest.mark.long
def test_a_water_has_an_address(bench: Page) -> None:
    bench.get_by_role("link", name="Water", exact=True).click()
    expect(bench).to_have_url(re.compile(r"/water/weir-run$"))
    bench.get_by_role("button", name=re.compile("Alder Flats")).first.click()
    expect(bench).to_have_url(re.compile(r"/water/alder-flats$"))
    bench.go_back()
    expect(bench).to_have_url(re.compile(r"/water/weir-run$"))
    expect(bench.get_by_role("button", name="today's water")).to_contain_text("Weir Run")


@pytest.mark.long
def test_what_is_not_there_is_said_and_one_goes_on_with_what_is(bench: Page, site: Site) -> None:
    for about, way in (("rig", "The rig in hand"), ("water", "Today's water")):
        bench.goto(f"{site.address}/{about}/0b6f2d52-7f0e-4f0a-9f3e-0a4b1f8f3c11")
        expect(bench.get_by_role("heading", level=1)).to_have_text(f"There is no such {about} of yours")
        bench.get_by_role("button", name=way, exact=True).click()
        expect(bench.get_by_role("heading", name="There is no such")).to_have_count(0)
    expect(bench).to_have_url(re.compile(r"/water/weir-run$"))


@pytest.mark.long
def test_the_first_tab_skips_places_and_bar_to_what_is_here(bench: Page) -> None:
    bench.reload()
    bench.wait_for_selector("[data-testid=tank]")
    bench.keyboard.press("Tab")
    skip = bench.get_by_role("button", name="Skip to what is here")
    expect(skip).to_be_focused()
    expect(skip).to_be_in_viewport()
    bench.keyboard.press("Enter")
    expect(bench.get_by_role("main")).to_be_focused()
    bench.keyboard.press("Tab")
    assert bench.evaluate("document.querySelector('main').contains(document.activeElement)")


def test_what_a_page_opens_with_is_asked_for_before_the_program_is_there_and_once(bench: Page) -> None:
    address(bench)
    bench.wait_for_selector("[data-testid=tank]")
    asked: list[str] = []
    bench.on("request", lambda request: asked.append(request.url.partition("/api/v1/")[2]))
    bench.reload()
    bench.wait_for_selector("[data-testid=tank]")
    for path in ("me", "book", "drawer", "reaches", "in-hand"):
        assert path in asked[: asked.index("workbench")]
        assert asked[: asked.index("workbench")].count(path) == 1, path
    assert asked.count("workbench") == 1


def test_what_is_in_hand_is_named_while_the_program_is_on_its_way(browser: Browser, site: Site) -> None:
    context = browser.new_context(service_workers="block")
    page, held = context.new_page(), list[Route]()
    page.route("**/assets/index-*.js", lambda route: held.append(route))
    page.goto(f"{site.address}/enter#{site.token()}", wait_until="commit")
    glimpse = page.locator("#glimpse li")
    expect(glimpse).to_have_text(["Two nymphs, level contact", "Tavrin, Weir Run", re.compile("Slim olive, ")])
    expect(page.get_by_role("navigation")).to_have_count(0)
    for route in held:
        route.continue_()
    expect(page.get_by_test_id("tank")).to_be_visible()
    expect(glimpse).to_have_count(0)
    context.close()
