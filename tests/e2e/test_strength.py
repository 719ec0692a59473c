"""Knots and strength on the workbench."""

from __future__ import annotations

import re

from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations
from tests.e2e.e2e_help import drift_key, wait_new_drift


def test_a_better_knot_is_found_tied_and_undone(bench: Page) -> None:
    bench.get_by_role("option", name=re.compile("^Blood 0.91 kg")).click()
    bench.get_by_role("button", name=re.compile("^Knot: Blood")).click()
    choices = bench.get_by_role("dialog", name="What can be tied here")
    expect(choices).to_contain_text("Holds most of what can be tied here.")
    bench.get_by_label("Cold hands or wind").check()
    expect(choices).to_contain_text("with cold hands")
    assert violations(bench) == []
    before = drift_key(bench)
    choices.get_by_role("button", name=re.compile("Three-turn water knot")).click()
    expect(bench.get_by_role("button", name=re.compile("^Knot: Three-turn water knot"))).to_be_visible()
    bench.get_by_role("button", name="Undo", exact=True).click()
    expect(bench.get_by_role("option", name=re.compile("^Blood 0.91 kg"))).to_be_visible()
    assert before


def test_the_line_is_drawn_by_strength_for_a_pull_at_a_fly(bench: Page) -> None:
    bench.get_by_role("combobox", name=re.compile("Strength")).click()
    bench.get_by_role("option", name=re.compile("the dropper")).click()
    expect(bench.get_by_test_id("line")).to_contain_text("and you lose 2 flies")
    assert violations(bench) == []
    bench.get_by_role("combobox", name=re.compile("Strength")).click()
    bench.get_by_role("option", name=re.compile("nobody")).click()
    expect(bench.get_by_test_id("line")).not_to_contain_text("you lose")


def test_the_rules_of_the_water_are_read(bench: Page) -> None:
    expect(bench.get_by_test_id("reading-rules")).to_contain_text("Inside the rules you wrote")
    before = drift_key(bench)
    bench.get_by_role("option", name=re.compile("^Tippet to the point")).click()
    bench.get_by_label("Length").fill("30 cm")
    bench.get_by_label("Length").press("Enter")
    wait_new_drift(bench, before)
    expect(bench.get_by_test_id("reading-rules")).to_contain_text("and point 30 cm apart, at least 50 cm")


def test_rules_are_written_down_and_read_at_once(bench: Page) -> None:
    bench.get_by_role("link", name="Water").click()
    bench.get_by_role("button", name="Write down others").click()
    bench.get_by_label("Name").last.fill("My beat")
    bench.get_by_label("Most flies").fill("several")
    bench.get_by_role("button", name="Keep them").click()
    expect(bench.get_by_role("alert")).to_contain_text("several")
    assert violations(bench) == []
    bench.get_by_label("Most flies").fill("1")
    bench.get_by_role("button", name="Keep them").click()
    expect(bench.get_by_role("combobox", name="They hold here")).to_contain_text("My beat")
    bench.get_by_role("link", name="Rig", exact=True).click()
    expect(bench.get_by_test_id("reading-rules")).to_contain_text("2 flies, at most 1")
