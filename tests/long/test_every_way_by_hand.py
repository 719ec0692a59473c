"""All twenty ways of fishing, by hand in the browser."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page

from tests.e2e.ways import IN_SHORT, WAYS, walk


@pytest.mark.parametrize("way", sorted(set(WAYS) - set(IN_SHORT)))
def test_every_change_is_answered_and_undone(bench: Page, way: str) -> None:
    walk(bench, WAYS[way])


def test_there_are_twenty() -> None:
    assert len(WAYS) == 20
