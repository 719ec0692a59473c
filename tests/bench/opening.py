"""How soon there is something to work with: on a slow line and a slow processor, and on a phone without a signal.

python -m tests.bench.opening
"""

from __future__ import annotations

import json
import statistics
import time

from playwright.sync_api import Browser, CDPSession, Page, sync_playwright

from tests.conftest import VALLEY, shared_postgres
from tests.e2e.conftest import FLAGS, Windows
from tests.e2e.fishing_by_thumb import pack_and_go, phone
from tests.e2e.site import Site

SLOWER = 4
MBIT, LATENCY_MS = 1.6, 150
OPENINGS = 5
LOADS = 5
SEEN = {"known": "#glimpse li, nav", "bench": "nav", "tank": "[data-testid=tank]"}
PAINTED = """
  window.seen = {}; new MutationObserver(() => { for (const [what, where] of Object.entries(SEEN))
    if (!(what in seen) && document.querySelector(where)) { seen[what] = 0;
      requestAnimationFrame(() => setTimeout(() => { seen[what] = performance.now() / 1000 })) } })
    .observe(document, { childList: true, subtree: true });
  window.shifts = 0; window.lcp = 0; window.longest = 0;
  new PerformanceObserver(l => { for (const e of l.getEntries()) if (!e.hadRecentInput) window.shifts += e.value })
    .observe({ type: 'layout-shift', buffered: true });
  new PerformanceObserver(l => { for (const e of l.getEntries()) window.lcp = e.startTime })
    .observe({ type: 'largest-contentful-paint', buffered: true });
  new PerformanceObserver(l => { for (const e of l.getEntries()) window.longest = Math.max(window.longest, e.duration) })
    .observe({ type: 'longtask', buffered: true });
"""


def slowed(page: Page, line: bool = True) -> CDPSession:
    """Make processor and line slow."""
    session = page.context.new_cdp_session(page)
    session.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    if line:
        session.send("Network.enable")
        rate = MBIT * 1e6 / 8
        session.send(
            "Network.emulateNetworkConditions",
            {"offline": False, "latency": LATENCY_MS, "downloadThroughput": rate, "uploadThroughput": rate},
        )
    return session


def slow_line(browser: Browser, site: Site) -> None:
    """Print the first load, throttled: from the press to what was painted, as the page's own clock tells it."""
    for size in ({"width": 1280, "height": 800}, {"width": 390, "height": 844}):
        loads = [_first_load(browser, site, size) for _ in range(LOADS)]
        known, bench, tank, lcp = (_range([load[k] for load in loads]) for k in ("known", "bench", "tank", "lcp"))
        shifts, longest = (max(load[k] for load in loads) for k in ("shifts", "longest"))
        print(
            f"{size['width']} px, {MBIT} Mbit, {LATENCY_MS} ms, processor / {SLOWER}, {LOADS} loads: what is in hand is painted after {known} s (wanted < 2.5), "
            f"the bench after {bench}, the tank after {tank} (< 4), largest paint {lcp} s, CLS {shifts:.3f} (< 0.02), longest task {longest:.0f} ms"
        )


def _range(seconds: list[float]) -> str:
    return f"{statistics.median(seconds):.1f} ({min(seconds):.1f} to {max(seconds):.1f})"


def _first_load(browser: Browser, site: Site, size: dict[str, int]) -> dict[str, float]:
    context = browser.new_context(viewport=size, service_workers="block")  # type: ignore[arg-type]
    context.add_init_script(PAINTED.replace("SEEN", json.dumps(SEEN)))
    page = context.new_page()
    slowed(page)
    page.goto(f"{site.address}/enter#{site.token()}", wait_until="commit")
    page.wait_for_selector(SEEN["tank"], timeout=60_000)
    page.wait_for_timeout(5000)
    told: dict[str, float] = page.evaluate("({...seen, shifts, lcp: lcp / 1000, longest})")
    context.close()
    return told


def without_signal(browser: Browser, site: Site) -> None:
    """Print how long a pack takes, and how soon an installed phone is open with the server gone."""
    with phone(Windows(browser, site)) as (context, page):
        begun = time.perf_counter()
        pack_and_go(page)
        print(f"planned water of a pack ready after {time.perf_counter() - begun:.0f} s (wanted < 20)")
        page.reload()
        site.stop()
        took = []
        for _ in range(OPENINGS):
            page.close()
            page = context.new_page()
            slowed(page, line=False)
            begun = time.perf_counter()
            page.goto(f"{site.address}/fish", wait_until="commit")
            page.get_by_role("button", name="Flies down").wait_for()
            took.append(time.perf_counter() - begun)
        print(
            f"an installed phone opens without a server, processor / {SLOWER}: median {statistics.median(took):.2f} s, "
            f"slowest {max(took):.2f} (wanted < 1.5)"
        )


def main() -> None:
    """Measure on a site of its own."""
    with shared_postgres() as postgres:
        site = Site(postgres.copy("opening", VALLEY))
        try:
            site.start()
            with sync_playwright() as play:
                browser = play.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
                slow_line(browser, site)
                without_signal(browser, site)
                browser.close()
        finally:
            site.stop()


if __name__ == "__main__":
    main()
