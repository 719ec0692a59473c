"""The leader designed on screen."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations
from tests.e2e.test_tank import take


def taper(bench: Page) -> None:
    take(bench, "Dry with a nymph below", "alder")
    bench.get_by_role("link", name="Taper").click()
    expect(bench.get_by_test_id("cast")).to_be_visible()


@pytest.mark.long
def test_a_leader_is_designed_compared_and_put_on_the_rig(bench: Page) -> None:
    taper(bench)
    expect(bench.get_by_test_id("cast")).to_contain_text("head wind")
    assert violations(bench) == []
    bench.get_by_role("button", name="Pin it, to compare").click()
    bench.get_by_role("combobox", name="School").click()
    bench.get_by_role("option", name="40 / 20 / 40, soft landing").click()
    expect(bench.get_by_test_id("cast")).to_contain_text("The pinned one fails at")
    bench.get_by_label("Length, from the line to the first fly").fill("11 ft")
    bench.get_by_label("Length, from the line to the first fly").press("Enter")
    expect(bench.get_by_role("img", name=re.compile("The leader, 3.35 m"))).to_be_visible()
    bench.get_by_role("button", name="Put it on the rig in hand").click()
    expect(bench.get_by_role("option", name=re.compile("Butt 1"))).to_be_visible()
    bench.keyboard.press("Control+z")
    expect(bench.get_by_role("option", name=re.compile("Butt 1"))).to_have_count(0)


@pytest.mark.long
def test_without_a_size_the_nearest_leader_comes_with_what_is_missing(bench: Page) -> None:
    taper(bench)
    bench.get_by_role("button", name="Leave out spool 17").click()
    expect(bench.get_by_test_id("broken")).to_contain_text("No leader of these spools keeps every rule.")
    expect(bench.get_by_test_id("broken")).to_contain_text("0.35 mm, between 0.4 and 0.3")
    bench.get_by_label("Tippet", exact=True).fill("rope")
    bench.get_by_label("Tippet", exact=True).press("Enter")
    expect(bench.get_by_role("alert")).to_contain_text("rope")
    expect(bench.get_by_label("Tippet", exact=True)).to_have_value("rope")
    assert violations(bench) == []
