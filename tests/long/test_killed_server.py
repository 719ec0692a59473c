"""The server goes in the middle of something; nothing is lost."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.e2e.conftest import Site
from tests.e2e.e2e_help import drift_key, wait_new_drift


def test_the_rig_is_kept_after_a_rest_and_a_killed_server_loses_nothing(bench: Page, site: Site) -> None:
    bench.keyboard.press("]")
    expect(bench.get_by_test_id("save-state")).to_have_text("rev 2 · saved", timeout=8000)
    site.stop()
    site.start()
    bench.reload()
    expect(bench.locator("#part-point")).to_contain_text("3.3 mm")


def test_a_change_just_made_survives_a_reload_and_a_server_gone_in_the_middle(bench: Page, site: Site) -> None:
    before = drift_key(bench)
    bench.keyboard.press("]")
    wait_new_drift(bench, before)
    site.stop()
    bench.keyboard.press("]")
    expect(bench.get_by_text("The server does not answer.")).to_be_visible()
    site.start()
    expect(bench.locator("#part-point")).to_contain_text("3.8 mm", timeout=15000)
    bench.reload()
    expect(bench.locator("#part-point")).to_contain_text("3.8 mm")
    expect(bench.get_by_test_id("save-state")).to_have_text(re.compile(r"rev \d · saved"), timeout=10000)
    bench.reload()
    expect(bench.locator("#part-point")).to_contain_text("3.8 mm")
