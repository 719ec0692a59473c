"""Every view is one that everybody can use; each once here, all of them in all ways among the long tests."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Browser

from tests.e2e.every_view import PLACES, VIEWS, WAYS, WEB, Seen, looked_at, seen
from tests.e2e.site import Site


def some(way: Seen) -> list[str]:
    """Return the views that are looked at in this way: over all ways each of them once."""
    k = WAYS.index(way)
    return [view for i, view in enumerate(VIEWS) if i % len(WAYS) == k]


@pytest.mark.parametrize("way", WAYS, ids=lambda w: f"{'empty' if w.empty else 'full'}-{w.size[0]}-{w.scheme}")
@pytest.mark.parametrize(
    "views", [pytest.param(some, id="some"), pytest.param(lambda _: VIEWS, id="all", marks=pytest.mark.long)]
)
def test_a_view_has_nothing_axe_finds_nothing_too_wide_and_nothing_too_small_to_hit(
    browser: Browser, site: Site, way: Seen, views: object
) -> None:
    with seen(browser, site, way) as page:
        assert [wrong for view in views(way) for wrong in looked_at(page, site, way, view)] == []  # type: ignore[operator]


def test_every_place_is_looked_at() -> None:
    said = set(re.findall(r'"(/[a-z/:]+?)(?:/?:\w+\??)?"', (WEB / "app" / "routes.tsx").read_text()))
    assert {path.replace("/:rig", "") for path in said} <= {place.removesuffix("/nobodys") for place in PLACES}
