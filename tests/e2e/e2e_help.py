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


def told(page: Page, key: str) -> str:
    """Return the heading of a reading once its shares are there (what one drift says meanwhile is not waited on)."""
    row = page.get_by_test_id(f"reading-{key}")
    expect(row).to_have_attribute("aria-busy", "false", timeout=20_000)
    return row.get_by_role("button").first.inner_text()


def choose_by_name(page: Page, typed: str) -> None:
    """Open the palette, type, and take what comes first, as fingers on keys do: nothing is clicked while the list still moves."""
    page.keyboard.press("Control+k")
    field = page.get_by_placeholder("A place, a water")
    field.fill(typed)
    expect(page.get_by_role("option", selected=True)).to_contain_text(typed, ignore_case=True)
    field.press("Enter")
    expect(field).to_have_count(0)
