"""Small readings of the workbench page."""

from __future__ import annotations

from playwright.sync_api import Page, expect


def drift_key(page: Page) -> str:
    """Return the key of the drift that is shown."""
    return page.get_by_test_id("tank").get_attribute("data-drift") or ""


def wait_new_drift(page: Page, before: str) -> None:
    """Wait until another drift than `before` is shown."""
    expect(page.get_by_test_id("tank")).not_to_have_attribute("data-drift", before, timeout=20_000)


def reading(page: Page, key: str) -> str:
    """Return the text of a reading."""
    return page.get_by_test_id(f"reading-{key}").inner_text()


def nominal(page: Page, key: str) -> str:
    """Return the heading of a reading: what it says at once, without what follows (band and tries)."""
    return page.get_by_test_id(f"reading-{key}").get_by_role("button").first.inner_text()
