"""Reading the water: a new reach, paced and sounded, kept as the day's."""

from __future__ import annotations

import re
import time

import pytest
from playwright.sync_api import Browser, Page, expect

from tests.e2e.conftest import Site, fits, violations


@pytest.fixture
def water(bench: Page) -> Page:
    bench.get_by_role("link", name="Water").click()
    bench.wait_for_url(re.compile("/water/"))
    expect(bench.get_by_label("Depth there")).to_be_visible()
    return bench


def fill(page: Page, label: str, text: str) -> None:
    field = page.get_by_label(label, exact=True)
    field.fill(text)
    field.press("Enter")


@pytest.mark.long
def test_a_new_reach_is_paced_with_three_throws_and_kept(water: Page) -> None:
    water.get_by_role("button", name="New water").click()
    expect(water.get_by_label("Name", exact=True)).to_have_value("New water")
    fill(water, "Name", "Otter Bend")
    fill(water, "Over", "16 ft 5")
    for seconds in ("8.1", "7,9 s", "8.3"):
        fill(water, "Took", seconds)
        water.get_by_role("button", name="Add", exact=True).click()
        expect(water.get_by_label("Took", exact=True)).to_have_value("")
    throws = water.get_by_role("list", name="Throws")
    expect(throws).to_contain_text("0.62 ± 0.02 m/s")
    fill(water, "Took", "3.1")
    water.get_by_role("button", name="Add", exact=True).click()
    expect(throws).to_contain_text("does not agree, left out")
    expect(throws).to_contain_text("0.62 ± 0.02 m/s")
    water.wait_for_timeout(2500)
    water.reload()
    expect(water.get_by_role("button", name=re.compile("Otter Bend.*0.62")).first).to_be_visible()
    expect(water.get_by_label("Name", exact=True)).to_have_value("Otter Bend")
    expect(water.get_by_role("list", name="Throws").get_by_role("listitem")).to_have_count(5)


def test_a_sounding_is_typed_dragged_and_moved_by_keys(water: Page) -> None:
    lip = water.get_by_role("button", name=re.compile("Sounding lip"))
    lip.focus()
    fill(water, "Depth by staff", "2 ft")
    expect(water.get_by_role("button", name=re.compile("Sounding lip.*0.61 m deep"))).to_be_visible()
    lip.focus()
    water.keyboard.press("ArrowDown")
    expect(water.get_by_role("button", name=re.compile("Sounding lip.*0.66 m deep"))).to_be_visible()
    box = lip.bounding_box()
    assert box
    middle = (box["x"] + box["width"] / 2, box["y"] + box["height"] / 2)
    water.mouse.move(*middle)
    water.mouse.down()
    water.mouse.move(middle[0] + 10, middle[1] + 40, steps=4)
    water.mouse.up()
    expect(water.get_by_role("button", name=re.compile(r"Sounding lip.*0\.(7|8)\d m deep"))).to_be_visible()
    water.keyboard.press("Control+z")
    expect(water.get_by_role("button", name=re.compile("Sounding lip.*0.66 m deep"))).to_be_visible()


@pytest.mark.long
def test_a_depth_by_line_and_a_depth_that_cannot_be(water: Page) -> None:
    water.get_by_role("button", name=re.compile("Sounding lip")).focus()
    fill(water, "Depth by staff", "deep")
    expect(water.get_by_role("alert")).to_contain_text("not a length")
    water.get_by_label("Depth by staff").press("Escape")
    water.get_by_role("button", name="Depth by line").click()
    fill(water, "Line out, tip to weight", "3.2 m")
    fill(water, "Tip over the water", "2.5 m")
    water.get_by_role("button", name="That is the depth").click()
    expect(water.get_by_role("button", name=re.compile("Sounding lip.*0.70 m deep"))).to_be_visible()


@pytest.mark.long
def test_an_earlier_day_is_looked_up_and_taken_again(water: Page) -> None:
    water.get_by_role("button", name="Earlier days").click()
    water.get_by_role("button", name=re.compile("Use that day.s figures")).last.click()
    expect(water.get_by_label("Depth there")).to_have_value("0.98 m")
    water.keyboard.press("Control+z")
    expect(water.get_by_label("Depth there")).to_have_value("0.90 m")


@pytest.mark.long
def test_what_two_windows_changed_of_a_water_is_told_and_kept_in_one(water: Page, site: Site) -> None:
    other = water.context.new_page()
    other.goto(water.url)
    expect(other.get_by_label("Depth there")).to_have_value("0.90 m")
    with water.expect_response(lambda answer: answer.request.method == "PUT"):
        fill(water, "Depth there", "1.10 m")
    fill(other, "Wind", "5 m/s")
    told = other.get_by_role("alert").filter(has_text="was changed elsewhere")
    expect(told).to_contain_text("depth 0.90 → 1.10 m", timeout=8000)
    expect(told).to_contain_text("wind 3 → 5 m/s")
    assert violations(other) == []
    with other.expect_response(lambda answer: answer.request.method == "PUT" and "reaches" in answer.url):
        told.get_by_role("button", name="Keep both").click()
    expect(told).to_have_count(0)
    expect(other.get_by_label("Depth there")).to_have_value("1.10 m")
    expect(other.get_by_label("Wind", exact=True)).to_have_value("5 m/s")
    water.reload()
    expect(water.get_by_label("Wind", exact=True)).to_have_value("5 m/s")
    expect(water.get_by_label("Depth there")).to_have_value("1.10 m")
    other.keyboard.press("Control+z")
    expect(other.get_by_label("Depth there")).to_have_value("0.90 m")


@pytest.mark.long
def test_a_water_changed_before_a_reload_is_never_put_over_what_was_saved_elsewhere(water: Page, site: Site) -> None:
    other = water.context.new_page()
    other.goto(water.url)
    expect(other.get_by_label("Depth there")).to_have_value("0.90 m")
    other.route("**/api/v1/reaches/*", lambda route: route.abort())
    fill(other, "Wind", "5 m/s")
    expect(other.get_by_label("Wind", exact=True)).to_have_value("5 m/s")
    with water.expect_response(lambda answer: answer.request.method == "PUT" and "reaches" in answer.url):
        fill(water, "Depth there", "1.10 m")
    other.wait_for_timeout(300)
    other.reload()
    other.unroute("**/api/v1/reaches/*")
    told = other.get_by_role("alert").filter(has_text="was changed elsewhere")
    expect(told).to_contain_text("depth 0.90 → 1.10 m", timeout=8000)
    expect(told).to_contain_text("wind 3 → 5 m/s")


@pytest.mark.long
def test_a_water_thrown_away_comes_back(water: Page) -> None:
    water.get_by_role("button", name=re.compile("Alder Flats")).click()
    water.get_by_role("button", name="Throw Alder Flats away").click()
    expect(water.get_by_role("button", name=re.compile("Alder Flats.*Tavrin"))).to_have_count(0)
    water.get_by_role("button", name="Undo: Alder Flats was thrown away.").click()
    expect(water.get_by_role("button", name=re.compile("Alder Flats"))).to_be_visible()


@pytest.mark.long
def test_rules_attached_are_read_with_source_and_the_usual_caution(water: Page) -> None:
    rules = water.get_by_role("region", name="Rules you entered")
    expect(rules).to_contain_text("at most 2 flies")
    expect(rules).to_contain_text("the board at the bridge")
    expect(rules).to_contain_text("Check the licence and the local rules")


@pytest.mark.parametrize(
    ("place", "width", "height", "scheme"),
    [
        pytest.param("Water", 1280, 800, "dark", marks=pytest.mark.long),
        pytest.param("Water", 390, 844, "light", marks=pytest.mark.long),
        pytest.param("Tie", 1280, 800, "light", marks=pytest.mark.long),
        ("Tie", 390, 844, "dark"),
    ],
)
def test_the_place_is_accessible_and_fits(
    browser: Browser, site: Site, place: str, width: int, height: int, scheme: str
) -> None:
    fits(browser, site, place, width, height, scheme)


def test_on_a_phone_todays_water_is_in_sight_in_the_list_it_is_one_of(water: Page) -> None:
    water.set_viewport_size({"width": 390, "height": 844})
    water.reload()
    todays = water.get_by_role("region", name="Waters").locator("[aria-current=true]")
    expect(todays).to_be_in_viewport(ratio=0.9)


def test_both_edges_of_the_zone_typed_one_after_the_other_are_kept_however_slow_the_answer(water: Page) -> None:
    water.route("**/api/v1/workbench", lambda route: (time.sleep(0.5), route.continue_()))
    fill(water, "From", "12 cm")
    fill(water, "To", "44 cm")
    expect(water.get_by_label("From", exact=True)).to_have_value("12 cm")
    expect(water.get_by_label("To", exact=True)).to_have_value("44 cm")


def test_edits_in_flight_and_a_step_back_for_each_survive_a_reload(water: Page) -> None:
    before = water.get_by_label("Depth there").input_value()
    water.route("**/api/v1/workbench", lambda route: None)
    fill(water, "Depth there", "1.10 m")
    fill(water, "Depth there", "1.30 m")
    expect(water.get_by_text("sending").first).to_be_visible()
    water.wait_for_timeout(800)
    water.unroute("**/api/v1/workbench")
    water.reload()
    expect(water.get_by_label("Depth there")).to_have_value("1.30 m")
    water.keyboard.press("Control+z")
    expect(water.get_by_label("Depth there")).to_have_value("1.10 m")
    water.keyboard.press("Control+z")
    expect(water.get_by_label("Depth there")).to_have_value(before)


@pytest.mark.long
def test_who_has_nothing_yet_is_shown_what_to_do(browser: Browser, site: Site) -> None:
    context = browser.new_context(viewport={"width": 390, "height": 844})
    page = context.new_page()
    page.goto(f"{site.address}/enter#{site.token(empty=True)}")
    expect(page.get_by_role("heading", name="Start with a water")).to_be_visible()
    assert violations(page) == []
    page.get_by_role("button", name="My own drawn next").click()
    page.get_by_role("button", name="My own, later").click()
    page.get_by_role("button", name="Draw it").click()
    expect(page.get_by_label("Name", exact=True)).to_have_value("New water")
    context.close()
