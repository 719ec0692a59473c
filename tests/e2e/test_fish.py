"""Along at the water: packed at home, fished without a signal, sent when there is one again."""

from __future__ import annotations

import re
from collections.abc import Iterator
from contextlib import contextmanager

import pytest
from playwright.sync_api import BrowserContext, Page, expect

from tests.e2e.conftest import Site, Windows, violations
from tests.e2e.fishing_by_thumb import fish, pack_and_go, phone, told


@contextmanager
def away(what: str, context: BrowserContext, site: Site) -> Iterator[None]:
    """Be without a signal, or have the server stopped, which takes as long as it is fished."""
    if what == "the signal":
        context.set_offline(True)
    else:
        site.stop()
    try:
        yield
    finally:
        if what == "the signal":
            context.set_offline(False)
        else:
            site.start()


@pytest.mark.parametrize("what", ["the signal", pytest.param("the server", marks=pytest.mark.long)])
def test_an_outing_with_something_away_is_kept_through_killed_tabs_and_sent_once(
    windows: Windows, site: Site, what: str
) -> None:
    with phone(windows) as (context, page):
        pack_and_go(page)
        assert violations(page) == []
        expect(page.get_by_role("status")).to_have_text("all sent")
        page.reload()
        with away(what, context, site):

            def after(k: int, now: Page) -> Page:
                if k == 1:
                    now.close()
                    now = context.new_page()
                    now.goto(f"{site.address}/fish")
                if k == 2:
                    now.reload()
                return now

            page, takes = fish(page, 3, 2, 120, after)
            expect(page.get_by_role("status")).to_contain_text("no signal")
            page.get_by_role("button", name=re.compile("^undo")).click()
            expect(page.get_by_text("starts the clock of drift 3")).to_be_visible()
        page.evaluate("window.dispatchEvent(new Event('online'))")
        expect(page.get_by_role("status")).to_have_text("all sent", timeout=20_000)
        found = told(page, site)
        outing = found["outing"]
        assert (outing["drifts"], len(outing["fish"])) == (2, takes)  # type: ignore[index]
        ids = [e["id"] for e in found["events"]]  # type: ignore[index]
        assert len(ids) == len(set(ids))
        seqs = [e["seq"] for e in found["events"]]  # type: ignore[index]
        assert seqs == sorted(seqs)


@pytest.mark.long
def test_the_water_is_stepped_and_everything_follows_at_once(windows: Windows, site: Site) -> None:
    with phone(windows) as (_, page):
        pack_and_go(page)
        page.get_by_role("button", name="change").click()
        sheet = page.get_by_role("dialog", name="The water now")
        for _ in range(2):
            sheet.get_by_role("button", name="More depth").click()
        sheet.get_by_role("button", name=re.compile("^I sounded 1.00 m")).click()
        expect(page.get_by_role("button", name=re.compile("1.00 m.*sounded"))).to_be_visible()
        page.get_by_role("button", name="more", exact=True).click()
        more = page.get_by_role("dialog", name="More")
        assert violations(page) == []
        more.get_by_role("button", name="2–3").click()
        more.get_by_role("button", name="1", exact=True).last.click()
        expect(page.get_by_text("starts the clock of drift 7")).to_be_visible()
        page.get_by_role("button", name="far", exact=True).click()
        page.get_by_role("button", name="step +").click()
        page.get_by_role("button", name="nothing", exact=True).click()
        expect(page.get_by_role("img", name="Where you have been: 7 drifts; now far, step 2")).to_be_visible()


def test_a_fly_that_is_lost_is_off_the_rig_and_out_of_the_drawer(windows: Windows, site: Site) -> None:
    def count(page: Page) -> int:
        drawer = page.request.get(f"{site.address}/api/v1/drawer").json()["drawer"]
        return sum(w["count"] for p in drawer["patterns"] for w in p["weights"])

    def comes_to(page: Page, wanted: int) -> bool:
        for _ in range(100):
            if count(page) == wanted:
                return True
            page.wait_for_timeout(200)
        return False

    with phone(windows) as (_, page):
        pack_and_go(page)
        before = count(page)
        page.get_by_role("button", name="more", exact=True).click()
        page.get_by_role("button", name="hung up, lost").click()
        page.get_by_role("button", name=re.compile("^dropper")).click()
        expect(page.get_by_label("The drift").get_by_text("Slim olive")).to_have_count(0)
        assert comes_to(page, before - 1)
        page.get_by_role("button", name=re.compile("^undo")).click()
        expect(page.get_by_label("The drift").get_by_text("Slim olive")).to_be_visible()
        assert comes_to(page, before)


@pytest.mark.long
def test_an_outing_that_ended_is_a_table_and_a_file(windows: Windows, site: Site) -> None:
    with phone(windows) as (_, page):
        pack_and_go(page)
        page.get_by_role("button", name="dragging", exact=True).click()
        page.get_by_role("button", name="more", exact=True).click()
        page.get_by_role("button", name="End this outing").click()
        expect(page.get_by_role("button", name="At the water")).to_be_visible()
        expect(page.get_by_role("button", name="At the water")).to_be_visible()
        page.evaluate("navigator.locks.request('jarana-bank', () => true)")
        page.reload()
        past = page.get_by_role("region", name="Your outings")
        past.get_by_role("button", name="Table").first.click()
        expect(past.get_by_role("cell", name="dragging").first).to_be_visible()
        with page.expect_download() as file:
            past.get_by_role("link", name="CSV", exact=True).first.click()
        assert "dragging" in file.value.path().read_text()


@pytest.mark.parametrize(("width", "height"), [pytest.param(1280, 800, marks=pytest.mark.long), (390, 844)])
def test_before_the_first_cast_fits_and_axe_finds_nothing(
    windows: Windows, site: Site, width: int, height: int
) -> None:
    with phone(windows) as (_, page):
        page.set_viewport_size({"width": width, "height": height})
        expect(page.get_by_role("heading", name="Fish")).to_be_visible()
        assert violations(page) == []
        assert page.evaluate("document.documentElement.scrollWidth") <= width


@pytest.mark.long
def test_the_bag_is_listed_and_spawning_fish_are_left_alone(windows: Windows, site: Site) -> None:
    with phone(windows) as (_, page):
        page.get_by_role("button", name="The bag").click()
        sheet = page.get_by_role("dialog", name="Pack list")
        expect(sheet.get_by_role("region", name="Flies").get_by_role("listitem")).to_have_count(2)
        expect(sheet.get_by_role("region", name="Labels for winders")).to_contain_text("at the point")
        assert violations(page) == []
        page.keyboard.press("Escape")
        pack_and_go(page)
        page.get_by_role("button", name="more", exact=True).click()
        more = page.get_by_role("dialog", name="More")
        more.get_by_text(re.compile("^What to cut")).click()
        expect(more.get_by_role("row")).to_have_count(6)
        more.get_by_role("button", name="fish spawning").click()
        expect(page.get_by_role("alert")).to_contain_text("leave them")
        expect(page.get_by_role("region", name="Next")).to_have_count(0)
        page.get_by_role("button", name="step +").click()
        expect(page.get_by_role("alert")).to_have_count(0)
