"""Every place at every size in both themes."""

from __future__ import annotations

import pytest
from playwright.sync_api import Browser

from tests.e2e.conftest import SHOWN, Site, fits


@pytest.mark.parametrize("scheme", ["light", "dark"])
@pytest.mark.parametrize(("width", "height"), [(1280, 800), (1600, 1000), (390, 844)])
@pytest.mark.parametrize("place", SHOWN)
def test_a_place_is_accessible_and_fits(
    browser: Browser, site: Site, place: str, width: int, height: int, scheme: str
) -> None:
    fits(browser, site, place, width, height, scheme)
