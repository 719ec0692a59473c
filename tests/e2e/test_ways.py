"""A rig is changed as its practitioner would change it, the track answers, and all of it is undone."""

from __future__ import annotations

import pytest
from playwright.sync_api import Page

from tests.e2e.ways import IN_SHORT, WAYS, walk


@pytest.mark.parametrize("way", IN_SHORT)
def test_every_change_is_answered_and_undone(bench: Page, way: str) -> None:
    walk(bench, WAYS[way])
