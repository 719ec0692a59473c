"""An outing on a phone, tap by tap; the tab may be killed at any place and the server be gone."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from contextlib import contextmanager

from playwright.sync_api import BrowserContext, Page, expect

from tests.e2e.conftest import Windows
from tests.e2e.site import Site

PACKED = 400_000
"""ms a pack may take on a busy machine."""
PHONE = {"width": 390, "height": 844}
OPEN = """new Promise((done) => {
  const opening = indexedDB.open(`jarana-bank-${localStorage.getItem('jarana.person')}`);
  opening.onsuccess = () => done(opening.result);
})"""
DONE = "new Promise((done) => { asked.onsuccess = () => { db.close(); done(asked.result); }; })"
TAKE = f"async () => {{ const db = await {OPEN}; const asked = db.transaction('packs').objectStore('packs').get('today'); return {DONE}; }}"
PUT = (
    f"async (kept) => {{ const db = await {OPEN}; const asked = db.transaction('packs', 'readwrite')"
    f".objectStore('packs').put(kept, 'today'); return {DONE}; }}"
)
"""What lies on a phone taken from it, and laid on another."""
_packed: dict[str, object] = {}
"""The pack of a site's demo rig in its demo water: computed once, since all phones of the tests take it along."""


@contextmanager
def phone(windows: Windows) -> Iterator[tuple[BrowserContext, Page]]:
    """Return a phone that is signed in, its worker installed."""
    with windows.open(viewport=PHONE, has_touch=True) as page:
        page.get_by_role("link", name="Fish", exact=True).click()
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        yield page.context, page


def pack_and_go(page: Page) -> None:
    """Take the rig in hand along and be at the water; on a phone that packed it before, as it lies there."""
    ready = page.get_by_role("button", name="At the water")
    address = page.evaluate("location.origin")
    if address in _packed:
        page.evaluate(PUT, _packed[address])
        page.reload()
    else:
        page.get_by_role("button", name=re.compile("^Pack")).click()
        expect(ready).to_be_visible(timeout=PACKED)
        _packed[address] = page.evaluate(TAKE)
    ready.click(timeout=PACKED)
    expect(page.get_by_role("button", name="Flies down")).to_be_visible()


def fish(
    page: Page, drifts: int, take_each: int, pause_ms: int, after: Callable[[int, Page], Page]
) -> tuple[Page, int]:
    """Fish so many drifts, a take at each how-many-th; `after` each something may happen to the tab. Returns page and takes."""
    takes = 0
    for k in range(1, drifts + 1):
        page.get_by_role("button", name="Flies down").click()
        page.wait_for_timeout(pause_ms)
        if k % take_each == 0:
            page.get_by_role("button", name="take", exact=True).click()
            page.get_by_role("button", name=re.compile("^point")).click()
            page.get_by_role("button", name="missed").click()
            takes += 1
        else:
            page.get_by_role("button", name="ticked" if k % 3 else "nothing", exact=True).click()
        expect(page.get_by_text(f"starts the clock of drift {k + 1}")).to_be_visible()
        page = after(k, page)
    return page, takes


def told(page: Page, site: Site) -> dict[str, object]:
    """Return the newest outing as the server tells it."""
    answer = page.request.get(f"{site.address}/api/v1/outings").json()
    first = answer["outings"][0]
    page_of = page.request.get(f"{site.address}/api/v1/outings/{first['id']}").json()
    return dict(page_of)
