"""Knots and strength on the workbench."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations
from tests.e2e.e2e_help import drift_key, wait_new_drift


@pytest.mark.long
def test_a_better_knot_is_found_tied_and_undone(bench: Page) -> None:
    bench.get_by_role("option", name=re.compile("^Blood 0.91 kg")).click()
    bench.get_by_role("button", name=re.compile("^Knot: Blood")).click()
    choices = bench.get_by_role("dialog", name="What can be tied here")
    expect(choices).to_contain_text("Holds most of what can be tied here.")
    bench.get_by_label("Cold hands or wind").check()
    expect(choices).to_contain_text("with cold hands")
    assert violations(bench) == []
    before = drift_key(bench)
    choices.get_by_role("button", name=re.compile("^Three-turn water knot")).click()
    expect(bench.get_by_role("button", name=re.compile("^Knot: Three-turn water knot"))).to_be_visible()
    bench.get_by_role("button", name="Undo", exact=True).click()
    expect(bench.get_by_role("option", name=re.compile("^Blood 0.91 kg"))).to_be_visible()
    assert before


@pytest.mark.long
def test_the_line_is_drawn_by_strength_for_a_pull_at_a_fly(bench: Page) -> None:
    bench.get_by_role("combobox", name=re.compile("^Where it parts")).click()
    bench.get_by_role("option", name=re.compile("the dropper")).click()
    expect(bench.get_by_test_id("line")).to_contain_text("and you lose two flies")
    assert violations(bench) == []
    bench.get_by_role("combobox", name=re.compile("^Where it parts")).click()
    bench.get_by_role("option", name=re.compile("^nothing")).click()
    expect(bench.get_by_test_id("line")).not_to_contain_text("you lose")


@pytest.mark.long
def test_the_rules_of_the_water_are_read(bench: Page) -> None:
    expect(bench.get_by_test_id("reading-rules")).to_contain_text("Inside the rules you wrote")
    before = drift_key(bench)
    bench.get_by_role("option", name=re.compile("^Tippet to the point")).click()
    bench.get_by_label("Length").fill("30 cm")
    bench.get_by_label("Length").press("Enter")
    wait_new_drift(bench, before)
    expect(bench.get_by_test_id("reading-rules")).to_contain_text("and point 30 cm apart, at least 50 cm")


@pytest.mark.long
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
    expect(bench.get_by_test_id("reading-rules")).to_contain_text("2 flies, at most 1", timeout=20_000)


def test_a_dropper_is_hung_another_way_and_the_knot_is_shown_in_steps(bench: Page) -> None:
    bench.get_by_role("option", name=re.compile("^Slim olive")).click()
    bench.get_by_role("button", name=re.compile("^Hung by: long tag")).click()
    ways = bench.get_by_role("dialog", name="Ways to hang it")
    for name in ("Long tag of the knot", "Girthed link", "Ring", "In the line, by the bend", "Fold of unbroken line"):
        expect(ways).to_contain_text(name)
    assert violations(bench) == []
    ways.get_by_role("button", name="How it is tied: Girthed link").click()
    card = bench.get_by_role("dialog", name="Girthed link")
    expect(card.get_by_role("img")).to_have_count(3)
    expect(card).to_contain_text("Moisten, seat, test")
    assert violations(bench) == []
    card.get_by_role("button", name="Close").click()
    before = drift_key(bench)
    ways.get_by_role("button", name=re.compile("^Girthed link")).click()
    wait_new_drift(bench, before)
    expect(bench.get_by_role("button", name=re.compile("^Hung by: girthed link"))).to_be_visible()


@pytest.mark.long
def test_cautions_are_short_or_in_full_and_stay(bench: Page) -> None:
    bench.get_by_role("link", name="Tie", exact=True).click()
    bench.get_by_role("button", name="All steps").click()
    cautions = bench.get_by_role("complementary", name="Cautions")
    expect(cautions).to_contain_text("Nippers, not teeth")
    cautions.get_by_role("button", name="In full").click()
    expect(cautions).to_contain_text("pull away from your face")
    bench.reload()
    expect(cautions).to_contain_text("pull away from your face")
    cautions.get_by_role("button", name="Shorter").click()
    expect(cautions).to_contain_text("Nippers, not teeth")


@pytest.mark.long
def test_a_wind_knot_is_found_as_the_weakest_place_and_cut_out(bench: Page) -> None:
    bench.get_by_role("option", name=re.compile("^Tippet to the point")).click()
    bench.get_by_label("wind knot in it").click()
    expect(bench.get_by_test_id("reading-weakest")).to_contain_text("wind knot in the tippet to the point")
    bench.get_by_label("wind knot in it").click()
    expect(bench.get_by_test_id("reading-weakest")).not_to_contain_text("wind knot")
