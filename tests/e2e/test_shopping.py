"""The shopping list: what a rig lacks is on it, and once it is bought it is in the drawer and on the rig."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations
from tests.e2e.e2e_help import choose_by_name, told

GONE = """async () => {
  const rows = (await (await fetch('/api/v1/stock/spools')).json()).rows.map((row) => row.id);
  const edits = [{ op: 'throw_away', rows }];
  const body = JSON.stringify({ id: crypto.randomUUID(), edits });
  const headers = { 'Content-Type': 'application/json' };
  return (await fetch('/api/v1/stock/spools/changes', { method: 'POST', headers, body })).status;
}"""


@pytest.mark.long
def test_what_the_rig_in_hand_lacks_is_bought_put_in_the_drawer_and_tied_on(bench: Page) -> None:
    assert bench.evaluate(GONE) == 200
    bench.reload()
    expect(bench.get_by_test_id("reading-owned")).to_contain_text("Not all of it is yours", timeout=20_000)
    bench.get_by_role("link", name="Tackle", exact=True).click()
    bench.get_by_role("button", name="Shopping list").click()
    sheet = bench.get_by_role("dialog", name="Shopping list")
    spools = sheet.get_by_role("region", name="Spools").get_by_role("listitem")
    expect(spools.filter(has_text="fluorocarbon tippet 0.12 mm")).to_contain_text("for Two nymphs, level contact")
    count = spools.count()
    assert violations(bench) == []
    spools.first.get_by_role("button", name=re.compile("^I have it")).click()
    expect(spools).to_have_count(count - 1)
    sheet.get_by_role("button", name=re.compile("^Add all that the rig in hand lacks")).click()
    expect(sheet.get_by_role("button", name=re.compile("^Add all that"))).to_have_count(0, timeout=20_000)
    bench.keyboard.press("Escape")
    expect(sheet).to_have_count(0)
    bench.get_by_role("link", name="Rig", exact=True).click()
    expect(bench.get_by_test_id("reading-owned")).to_contain_text("All from your own tackle", timeout=20_000)
    assert "All from your own tackle" in told(bench, "owned")


def test_a_list_with_nothing_on_it_says_how_to_be_told(bench: Page) -> None:
    choose_by_name(bench, "shopping")
    expect(bench.get_by_role("dialog", name="Shopping list")).to_contain_text("Nothing runs low")
