"""The built application on the production server, with a real PostgreSQL and a real browser."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, expect

from tests.e2e.site import Site

AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync",
]  # fmt: skip


DESK = {"viewport": {"width": 1280, "height": 800}, "color_scheme": "light"}

expect.set_options(timeout=20_000)
"""Milliseconds something may take to be there: a slow machine is no fault of what is shown."""


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, object]:
    return {"executable_path": "/usr/bin/chromium", "args": FLAGS}


def enter(context: BrowserContext, site: Site) -> Page:
    """Open the address the start command would print, and wait for the workbench."""
    page = context.new_page()
    page.goto(f"{site.address}/enter#{site.token()}")
    page.wait_for_selector("[data-testid=tank]")
    return page


class Windows:
    """Windows of one browser that keeps its files, and what it made of them, from test to test, as anglers' do; their data it does not."""

    def __init__(self, browser: Browser, site: Site) -> None:
        self.browser, self.site = browser, site
        self.kept: dict[str, Page] = {}
        """A page that stays open for every kind of window: the others come from it and share its process."""

    @contextmanager
    def open(self, empty: bool = False, **like: Any) -> Iterator[Page]:
        """Open the workbench as the demo angler does, or come in with nothing at all; nothing stays after it."""
        name = repr(sorted(like.items()))
        if name not in self.kept:
            self.kept[name] = self.browser.new_context(reduced_motion="reduce", **like).new_page()
            self.kept[name].goto(f"{self.site.address}/readyz")
        first = self.kept[name]
        with first.expect_popup() as opened:
            first.evaluate("void window.open('about:blank')")
        page = opened.value
        page.goto(f"{self.site.address}/enter#{self.site.token(empty)}")
        page.wait_for_selector("nav" if empty else "[data-testid=tank]")
        yield page
        first.context.set_offline(False)
        for other in first.context.pages:
            if other != first:
                other.unroute_all(behavior="ignoreErrors")
                other.goto("about:blank")  # who leaves a page lets go of what is still computed for it
                other.close()
        left = first.context.new_cdp_session(first)
        left.send("Storage.clearDataForOrigin", {"origin": self.site.address, "storageTypes": "all"})
        left.send("Network.clearBrowserCookies")
        left.detach()


@pytest.fixture(scope="session")
def windows(browser: Browser, site: Site) -> Windows:
    return Windows(browser, site)


@pytest.fixture
def bench(windows: Windows) -> Iterator[Page]:
    """The workbench as the demo angler opens it, at 1280 x 800; no error may reach the console."""
    errors: list[str] = []
    with windows.open(**DESK) as page:
        page.on("pageerror", lambda error: errors.append(str(error)))
        yield page
    assert errors == []


def violations(page: Page) -> list[str]:
    """Return what axe finds against WCAG 2.2 AA."""
    if not page.evaluate("'axe' in window"):
        page.evaluate(AXE.read_text())
    found = page.evaluate(
        "axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']})"
        ".then(r => r.violations.map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.target + ' ' + n.failureSummary).join(' | ')))"
    )
    return list(found)


SHOWN = {
    "Rig": "[data-testid=tank]",
    "Water": "[data-testid=section]",
    "Tie": "[data-testid=column]",
    "Tackle": "[role=grid]",
}
"""What is there once a place is."""


def fits(browser: Browser, site: Site, place: str, width: int, height: int, scheme: str) -> None:
    """Go to a place at a size and in a theme: nothing axe finds, nothing wider than the screen, on a desk nothing below it."""
    context = browser.new_context(viewport={"width": width, "height": height}, color_scheme=scheme)  # type: ignore[arg-type]
    page = enter(context, site)
    page.get_by_role("link", name=place, exact=True).click()
    page.wait_for_selector(SHOWN[place])
    if place == "Rig":
        page.locator("#part-dropper, button:has-text('dropper')").first.click()
    assert violations(page) == []
    assert page.evaluate("document.documentElement.scrollWidth") <= width
    if width >= 900:
        assert page.evaluate("document.documentElement.scrollHeight") <= height
    context.close()
