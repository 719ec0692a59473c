"""Every view is one that everybody can use; each once here, all of them in all ways among the long tests."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from _pytest.mark import ParameterSet
from playwright.sync_api import Browser

from tests.e2e.every_view import PLACES, SIZES, VIEWS, WAYS, WEB, Seen, looked_at, seen
from tests.e2e.site import Site

SOME = (WAYS[0], WAYS[5], WAYS[8], WAYS[10])
"""At the desk by day and on a phone by night with everything, the other two with nothing: over them each view once."""


def ways() -> Iterator[ParameterSet]:
    """Yield every way with the views that are looked at in it."""
    for way in WAYS:
        name = f"{'empty' if way.empty else 'full'}-{way.size[0]}-{way.scheme}"
        yield pytest.param(way, VIEWS, id=f"all-{name}", marks=pytest.mark.long)
        if way in SOME:
            yield pytest.param(way, VIEWS[SOME.index(way) :: len(SOME)], id=f"some-{name}")


@pytest.mark.parametrize(("way", "views"), list(ways()))
def test_a_view_has_nothing_axe_finds_nothing_too_wide_and_nothing_too_small_to_hit(
    browser: Browser, site: Site, way: Seen, views: tuple[str, ...]
) -> None:
    with seen(browser, site, way) as page:
        assert [wrong for view in views for wrong in looked_at(page, site, way, view, views == VIEWS)] == []


def test_those_that_are_looked_at_are_of_both_people_both_themes_and_every_size() -> None:
    assert {w.empty for w in SOME} == {False, True}
    assert {w.scheme for w in SOME} == {"light", "dark"}
    assert {w.size for w in SOME} == set(SIZES)


def test_every_place_is_looked_at() -> None:
    said = set(re.findall(r'"(/[a-z/:]+?)(?:/?:\w+\??)?"', (WEB / "app" / "routes.tsx").read_text()))
    assert {path.replace("/:rig", "") for path in said} <= {place.removesuffix("/nobodys") for place in PLACES}
