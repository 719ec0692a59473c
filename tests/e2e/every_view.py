"""Every place and every sheet, as somebody with the valley and somebody with nothing sees them, at each size and in each theme."""

from __future__ import annotations

import re
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path

from playwright.sync_api import Browser, Page, Request, expect

from tests.e2e.conftest import violations
from tests.e2e.site import Site

WEB = Path(__file__).parents[2] / "web" / "src"
PLACES = {
    "/water",
    "/rig",
    "/rig/taper",
    "/tie",
    "/fish",
    "/learn",
    "/tackle",
    "/begin",
    "/join",
    "/shared/nobodys",
    "/enter",
}
SHEETS = re.findall(
    r'"(\w+)"', (WEB / "state" / "open_sheets.ts").read_text().partition("as const")[0].partition("NAMES")[2]
)
VIEWS = (*sorted(PLACES), *(f"/rig?sheet={name}" for name in SHEETS))
SIZES = ((1280, 800), (1600, 1000), (390, 844))
POINTER_PX, THUMB_PX = 32, 48
LOOK_MS, QUIET_LOOKS = 40, 3
BESIDE = """view => {
  history.pushState({ idx: 1 }, '', view);
  dispatchEvent(new PopStateEvent('popstate', { state: { idx: 1 } }));
}"""
"""Opens an address within the program, as a link does."""
SMALL = """(least) => [...document.querySelectorAll('button, a[href], input, select, summary, [role=slider]')].filter(e => {
  const style = getComputedStyle(e);
  // Within a sentence or a label a word is as high as its line; a drawing has buttons and keys beside it.
  if (style.visibility !== 'visible' || e.closest('svg, .sr-only, [aria-hidden=true]') || e.closest('.in-text')) return false;
  if (style.display === 'inline') return false;
  const place = e.matches('[role=slider]') ? e.closest('[data-orientation]:not([role=slider])') ?? e
    : e.matches('[type=checkbox], [type=radio]') ? e.closest('label') ?? e : e;
  const { width, height } = place.getBoundingClientRect();
  return width > 1 && height > 1 && (height < least - 0.5 || width < least - 0.5);
}).map(e => `${e.getAttribute('aria-label') || e.innerText || e.name || e.outerHTML.slice(0, 80)}`)"""


@dataclass(frozen=True)
class Seen:
    """Who looks, on what."""

    empty: bool
    size: tuple[int, int]
    scheme: str

    @property
    def touch(self) -> bool:
        """Whether it is a phone."""
        return self.size[0] <= 900


WAYS = tuple(Seen(empty, size, scheme) for empty in (False, True) for size in SIZES for scheme in ("light", "dark"))


class Flying:
    """What a page asked for and has not got yet, from here on."""

    def __init__(self, page: Page) -> None:
        self.page, self.asked = page, set[Request]()
        page.on("request", self.leaves)
        page.on("requestfinished", self.comes)
        page.on("requestfailed", self.comes)

    def leaves(self, request: Request) -> None:
        self.asked.add(request)

    def comes(self, request: Request) -> None:
        self.asked.discard(request)

    def landed(self) -> None:
        """Wait until nothing has been under way for a little while."""
        still = 0
        while still < QUIET_LOOKS:
            self.page.wait_for_timeout(LOOK_MS)
            still = 0 if self.asked else still + 1
        self.page.remove_listener("request", self.leaves)
        self.page.remove_listener("requestfinished", self.comes)
        self.page.remove_listener("requestfailed", self.comes)


@contextmanager
def seen(browser: Browser, site: Site, way: Seen) -> Iterator[Page]:
    """Return a page of somebody who is in."""
    width, height = way.size
    context = browser.new_context(
        viewport={"width": width, "height": height}, has_touch=way.touch, is_mobile=way.touch,
        color_scheme=way.scheme, reduced_motion="reduce",  # type: ignore[arg-type]
    )  # fmt: skip
    page = context.new_page()
    page.goto(f"{site.address}/enter#{site.token(empty=way.empty)}")
    page.wait_for_selector("nav")
    yield page
    context.close()


def looked_at(page: Page, site: Site, way: Seen, view: str, anew: bool = True) -> list[str]:
    """Return what is wrong with a view: what axe finds, what is wider than the screen, what a pointer or a thumb misses.

    It is opened by loading its address, or, not `anew`, from the view before it.
    """
    if anew:
        page.goto(site.address + view)
        page.wait_for_load_state("networkidle")
    else:
        flying = Flying(page)
        page.evaluate(BESIDE, view)
        flying.landed()
    if "sheet=" in view and not way.empty:
        expect(page.get_by_role("dialog").first).to_be_visible()
    wrong = [f"{view}: {said}" for said in violations(page)]
    if page.evaluate("document.documentElement.scrollWidth") > way.size[0]:
        wrong.append(f"{view}: wider than the screen")
    least = THUMB_PX if way.touch else POINTER_PX
    return wrong + [f"{view}: smaller than {least} px: {name}" for name in page.evaluate(SMALL, least)]
