"""What a season taught: read, traced to its outings, and kept apart."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations


@pytest.mark.long
def test_the_season_is_told_and_an_outing_can_be_kept_apart(bench: Page) -> None:
    bench.get_by_role("link", name="Learn", exact=True).click()
    expect(bench.get_by_text(re.compile("^24 outings"))).to_be_visible()
    taught = bench.get_by_role("region", name="What the water taught")
    expect(taught.get_by_text(re.compile("should have by what is written"))).to_be_visible(timeout=60_000)
    expect(bench.get_by_role("img", name="Said against seen")).to_be_visible()
    assert violations(bench) == []
    bench.get_by_role("button", name=re.compile("Weir Run, .* drifts")).first.click()
    bench.get_by_role("button", name="Keep it apart").click()
    expect(bench.get_by_text(re.compile("^23 outings"))).to_be_visible()
    bench.get_by_role("button", name="Learn from it again").click()
    expect(bench.get_by_text(re.compile("^24 outings"))).to_be_visible()
    assert bench.evaluate("document.documentElement.scrollWidth") <= 1280


@pytest.mark.long
def test_what_was_learnt_is_told_at_the_tank_left_out_and_forgotten_with_one_press_each(bench: Page) -> None:
    tank = bench.get_by_test_id("tank")
    expect(bench.get_by_test_id("lesson")).to_have_count(0)
    plain = tank.get_attribute("data-drift")
    bench.get_by_role("link", name="Learn", exact=True).click()
    taught = bench.get_by_role("region", name="What the water taught")
    expect(taught.get_by_text(re.compile("^Learnt from"))).to_be_visible(timeout=60_000)
    bench.get_by_role("link", name="Rig", exact=True).click()
    note = bench.get_by_test_id("lesson")
    expect(note).to_contain_text("Learnt from")
    expect(tank).not_to_have_attribute("data-drift", plain or "")
    assert violations(bench) == []
    note.get_by_role("button", name="Without it").click()
    expect(tank).to_have_attribute("data-drift", plain or "")
    expect(note).to_contain_text("Computed as you wrote it")
    bench.reload()
    expect(bench.get_by_test_id("lesson")).to_contain_text("Computed as you wrote it")
    bench.get_by_test_id("lesson").get_by_role("link", name="Learn").click()
    taught.get_by_role("button", name="Forget it").click()
    expect(taught.get_by_text(re.compile("^Forgotten: outings before"))).to_be_visible()
    bench.get_by_role("link", name="Rig", exact=True).click()
    expect(bench.get_by_test_id("lesson")).to_have_count(0)
    expect(tank).to_have_attribute("data-drift", plain or "")


@pytest.mark.long
def test_an_exercise_is_guessed_by_keys_and_comes_back(bench: Page) -> None:
    bench.goto(bench.url.split("/rig")[0] + "/learn?sheet=practice")
    one = bench.get_by_role("region", name="Exercise")
    expect(one).to_be_visible(timeout=60_000)
    assert violations(bench) == []
    for _ in range(6):
        slider = one.get_by_role("slider")
        if slider.count():
            slider.focus()
            slider.press("ArrowUp")
        else:
            one.get_by_role("button").first.press("Enter")
        sink = one.get_by_role("button", name="See it sink")
        expect(sink).to_be_enabled()
        sink.press("Enter")
        expect(one.get_by_role("status")).to_be_visible(timeout=20_000)
        assert violations(bench) == []
        one.get_by_role("button", name=re.compile("Next one|Done")).press("Enter")
        if bench.get_by_text(re.compile("That was all|enough for today")).count():
            break
    expect(bench.get_by_role("region", name="How it went").get_by_role("row")).not_to_have_count(1)


def test_the_log_is_asked_and_an_older_one_is_looked_through_before_it_is_brought_in(bench: Page) -> None:
    bench.get_by_role("link", name="Learn", exact=True).click()
    bench.get_by_role("button", name=re.compile("^When in the year")).click()
    asked = bench.get_by_role("region", name="Ask the log")
    expect(asked.get_by_role("row").filter(has_text="Weir Run").first).to_be_visible()
    bench.get_by_role("button", name="Bring an older log in").click()
    sheet = bench.get_by_role("dialog", name="An older log")
    bad = {"name": "log.csv", "mimeType": "text/csv", "buffer": b"day,water,drifts\n14.6.2025,Weir Run,x\n"}
    sheet.get_by_label("The file").set_input_files(bad)  # type: ignore[arg-type]
    expect(sheet.get_by_role("alert")).to_contain_text("line 2: day")
    good = bad | {"buffer": b"day,water,drifts,takes\n2025-06-14,Weir Run,30,4\n"}
    sheet.get_by_label("The file").set_input_files(good)  # type: ignore[arg-type]
    expect(sheet.get_by_role("status")).to_contain_text("1 outing, 30 drifts, 4 takes")
    assert violations(bench) == []
    sheet.get_by_role("button", name="Bring it in").click()
    expect(bench.get_by_text(re.compile("^25 outings"))).to_be_visible()
