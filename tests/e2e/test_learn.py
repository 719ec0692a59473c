"""What a season taught: read, traced to its outings, and kept apart."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations


def test_the_season_is_told_and_an_outing_can_be_kept_apart(bench: Page) -> None:
    bench.get_by_role("link", name="Learn", exact=True).click()
    expect(bench.get_by_text(re.compile("^24 outings"))).to_be_visible()
    taught = bench.get_by_role("region", name="What the water taught")
    expect(taught.get_by_text(re.compile("should have by what is written"))).to_be_visible(timeout=60_000)
    expect(bench.get_by_role("img", name="Said against seen")).to_be_visible()
    assert violations(bench) == []
    bench.get_by_role("button", name=re.compile("Weir Run, .* drifts")).first.click()
    bench.get_by_role("button", name="Keep it apart").click()
    expect(bench.get_by_text(re.compile("^23 outings"))).to_be_visible()
    bench.get_by_role("button", name="Learn from it again").click()
    expect(bench.get_by_text(re.compile("^24 outings"))).to_be_visible()
    assert bench.evaluate("document.documentElement.scrollWidth") <= 1280
