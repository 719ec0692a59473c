"""The built application on the production server, with a real PostgreSQL and a real browser."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, BrowserContext, Page

from tests.conftest import VALLEY, Postgres
from tests.e2e.site import Site

AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync",
]  # fmt: skip


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, object]:
    return {"executable_path": "/usr/bin/chromium", "args": FLAGS}


@pytest.fixture(scope="session")
def site(postgres: Postgres) -> Iterator[Site]:
    site = Site(postgres.copy("e2e", VALLEY))
    site.start()
    yield site
    site.stop()


def enter(context: BrowserContext, site: Site) -> Page:
    """Open the address the start command would print, and wait for the workbench."""
    page = context.new_page()
    page.goto(f"{site.address}/enter#{site.token()}")
    page.wait_for_selector("[data-testid=tank]")
    return page


@pytest.fixture(scope="session")
def window(browser: Browser) -> Iterator[BrowserContext]:
    """A browser whose cache outlives a test, as anglers' do."""
    context = browser.new_context(
        viewport={"width": 1280, "height": 800}, color_scheme="light", reduced_motion="reduce"
    )
    yield context
    context.close()


@pytest.fixture
def bench(window: BrowserContext, site: Site) -> Iterator[Page]:
    """The workbench as the demo angler opens it, at 1280 x 800; no error may reach the console. Nothing stays after it."""
    page = enter(window, site)
    errors: list[str] = []
    page.on("pageerror", lambda error: errors.append(str(error)))
    yield page
    for other in window.pages:
        if other != page:
            other.close()
    page.unroute_all(behavior="ignoreErrors")
    page.goto("about:blank")
    left = window.new_cdp_session(page)
    left.send("Storage.clearDataForOrigin", {"origin": site.address, "storageTypes": "all"})
    left.send("Network.clearBrowserCookies")
    page.close()
    assert errors == []


def violations(page: Page) -> list[str]:
    """Return what axe finds against WCAG 2.2 AA."""
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
