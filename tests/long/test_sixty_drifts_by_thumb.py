"""Sixty drifts with five takes, no server, the tab killed at ten places: nothing lost, nothing doubled."""

from __future__ import annotations

from playwright.sync_api import Page, expect

from tests.e2e.conftest import Site, Windows
from tests.e2e.fishing_by_thumb import fish, pack_and_go, phone, told

KILLED = (3, 8, 14, 19, 25, 31, 38, 44, 51, 57)


def test_an_outing_through_ten_killed_tabs_is_the_outing_without_them(windows: Windows, site: Site) -> None:
    with phone(windows) as (context, page):
        pack_and_go(page)
        page.reload()
        site.stop()
        try:

            def after(k: int, now: Page) -> Page:
                if k not in KILLED:
                    return now
                now.close()
                opened = context.new_page()
                opened.goto(f"{site.address}/fish")
                return opened

            page, takes = fish(page, 60, 12, 400, after)
        finally:
            site.start()
        page.evaluate("window.dispatchEvent(new Event('online'))")
        expect(page.get_by_role("status")).to_have_text("all sent", timeout=30_000)
        found = told(page, site)
        outing = found["outing"]
        assert (outing["drifts"], takes, len(outing["fish"])) == (60, 5, 5)  # type: ignore[index]
        assert len({e["id"] for e in found["events"]}) == 1 + 60 + 5  # type: ignore[index, attr-defined]
