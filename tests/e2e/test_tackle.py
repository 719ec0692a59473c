"""The drawer as an angler fills and keeps it."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import DESK, Site, Windows, violations


@pytest.fixture
def drawer(bench: Page) -> Page:
    """The demo angler's drawers."""
    bench.get_by_role("link", name="Tackle").click()
    expect(bench.get_by_role("grid", name="Spools")).to_be_visible()
    return bench


@pytest.fixture
def empty(windows: Windows) -> Iterator[Page]:
    """A new person's empty drawers."""
    with windows.open(empty=True, **DESK) as page:
        page.get_by_role("link", name="Tackle").click()
        yield page


class Keys:
    """Presses keys and counts them."""

    def __init__(self, page: Page) -> None:
        self.page, self.count = page, 0

    def press(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)
            self.count += 1

    def type(self, text: str) -> None:
        self.page.keyboard.type(text)
        self.count += len(text)


def cell(page: Page, row: str, column: int) -> object:
    return page.get_by_role("row", name=re.compile(row)).get_by_role("gridcell").nth(column)


def test_an_empty_drawer_becomes_a_usable_one_in_under_sixty_keys(empty: Page) -> None:
    keys = Keys(empty)
    expect(empty.get_by_text("No spools yet.")).to_be_visible()
    expect(empty.get_by_role("combobox", name="Add a spool")).to_be_focused()
    for n, name in enumerate(("0.40", "0.30", "sig", "5x", "6x", "flu"), start=1):
        keys.type(name)
        keys.press("Enter")
        expect(empty.get_by_text(f"{n} in all")).to_be_visible()
    keys.press("Escape", "2")
    expect(empty.get_by_role("combobox", name="Add a fly")).to_be_focused()
    keys.press("Enter")
    for n in range(2, 13):
        keys.press("ArrowDown", "Enter")
        expect(empty.get_by_text(f"{n} in all")).to_be_visible()
    assert keys.count < 60
    keys.press("Escape")
    assert violations(empty) == []


def test_cells_are_typed_by_keyboard_and_a_wrong_one_keeps_what_was_typed(drawer: Page) -> None:
    grid = drawer.get_by_role("grid", name="Spools")
    grid.get_by_text("fluorocarbon 0.12").click()
    drawer.keyboard.type("thin one")
    drawer.keyboard.press("Tab")
    drawer.keyboard.press("ArrowRight")
    drawer.keyboard.type("5x")
    drawer.keyboard.press("Enter")
    row = grid.get_by_role("row", name=re.compile("thin one"))
    expect(row).to_contain_text("0.152 mm")
    row.get_by_text("21.0 m").click()
    drawer.keyboard.type("lots")
    drawer.keyboard.press("Enter")
    expect(drawer.get_by_role("alert")).to_contain_text("lots")
    expect(drawer.get_by_role("textbox", name=re.compile("Left of"))).to_have_value("lots")
    drawer.keyboard.press("Escape")
    expect(row).to_contain_text("21.0 m")
    drawer.keyboard.press("Control+z")
    drawer.keyboard.press("Control+z")
    expect(grid.get_by_text("fluorocarbon 0.12")).to_be_visible()


@pytest.mark.long
def test_what_is_typed_goes_into_all_picked_rows_and_is_undone_together(drawer: Page) -> None:
    grid = drawer.get_by_role("grid", name="Spools")
    grid.get_by_text("24.0 m").click()
    drawer.keyboard.press("Shift+ArrowDown")
    drawer.keyboard.press("Shift+ArrowDown")
    expect(drawer.get_by_text("3 picked")).to_be_visible()
    drawer.keyboard.type("50 m")
    drawer.keyboard.press("Enter")
    expect(grid.get_by_text("50.0 m")).to_have_count(3)
    drawer.keyboard.press("Control+z")
    expect(grid.get_by_text("50.0 m")).to_have_count(0)


@pytest.mark.long
def test_rows_are_found_sorted_duplicated_and_thrown_away(drawer: Page) -> None:
    drawer.keyboard.press("2")
    grid = drawer.get_by_role("grid", name="Fly box")
    expect(grid).to_be_visible()
    drawer.keyboard.press("/")
    drawer.keyboard.type("stone crawler")
    expect(grid.get_by_role("row")).to_have_count(5)
    grid.get_by_role("button", name="Falls").click()
    grid.get_by_role("button", name="Falls").click()
    expect(grid.get_by_role("columnheader", name="Falls")).to_have_attribute("aria-sort", "descending")
    expect(grid.get_by_role("row").nth(1)).to_contain_text("4.6 mm")
    grid.get_by_role("row").nth(1).get_by_text("Stone crawler").click()
    drawer.keyboard.press("Control+d")
    expect(grid.get_by_role("row")).to_have_count(6)
    expect(grid).to_contain_text("5.0 mm")
    drawer.keyboard.press("Delete")
    expect(grid.get_by_role("row")).to_have_count(5)
    assert violations(drawer) == []


@pytest.mark.long
def test_a_fly_is_timed_in_a_jar_and_its_own_figure_taken(drawer: Page) -> None:
    drawer.keyboard.press("2")
    drawer.get_by_label("Find in fly box").fill("resin quill")
    drawer.get_by_role("grid", name="Fly box").get_by_text("Resin quill").first.click()
    drawer.get_by_role("button", name="Time it in a jar").click()
    watch = drawer.get_by_role("button", name="start")
    for _ in range(2):
        watch.press("Enter")
        drawer.wait_for_timeout(450)
        drawer.get_by_role("button", name="stop").press("Enter")
    drawer.get_by_label("or type a time").fill("0.5")
    drawer.get_by_role("button", name="Add the drop").click()
    expect(drawer.get_by_role("list", name="Drops").get_by_role("listitem")).to_have_count(3)
    expect(drawer.get_by_test_id("jar-found")).to_contain_text("Computed:")
    drawer.get_by_label("or type a time").fill("soon")
    drawer.get_by_role("button", name="Add the drop").click()
    expect(drawer.get_by_role("alert")).to_contain_text("soon")
    drawer.get_by_role("button", name="Leave out drop 4").click()
    assert violations(drawer) == []
    drawer.get_by_role("button", name="Use its own figure").click()
    expect(drawer.get_by_role("textbox", name="Times timed")).to_have_value("3")


def test_a_file_with_three_bad_rows_is_refused_by_row_and_taken_once_it_is_right(drawer: Page) -> None:
    drawer.keyboard.press("2")
    expect(drawer.get_by_text("105 in all")).to_be_visible()
    drawer.get_by_role("button", name="CSV in and out").click()
    good = "pattern;hook;dressing;bead [mm];count\nOne;16;slim;2,5;3\nFive;14;dubbed;2.8 mm;4\n"
    bad = "Two;17;slim;2,5;3\nThree;16;velvet;2;3\nFour;16;slim;3.0;-2\n"
    drawer.get_by_label("Paste it here").fill(good + bad)
    expect(drawer.get_by_text("3 things are wrong; nothing is taken in until all is right.")).to_be_visible()
    expect(drawer.get_by_text("Hook “17”: one of 4/0, 3/0")).to_be_visible()
    expect(drawer.get_by_role("button", name="Take in all")).to_be_disabled()
    assert violations(drawer) == []
    drawer.get_by_label("Paste it here").fill(good)
    drawer.get_by_role("button", name="Take in all 2 rows").click()
    expect(drawer.get_by_text("107 in all")).to_be_visible()
    drawer.get_by_role("button", name="Undo: imported 2 rows").click()
    expect(drawer.get_by_text("105 in all")).to_be_visible()


@pytest.mark.long
def test_a_file_that_is_not_utf8_is_refused_in_place(drawer: Page) -> None:
    drawer.get_by_role("button", name="CSV in and out").click()
    drawer.locator("input[type=file]").set_input_files(
        {"name": "old.csv", "mimeType": "text/csv", "buffer": "label;material;left\nfür;copolymer;3".encode("latin-1")}
    )
    expect(drawer.get_by_role("alert")).to_contain_text("old.csv is not UTF-8 text")


@pytest.mark.long
def test_a_spool_is_measured_with_what_was_rejected_named(drawer: Page, site: Site) -> None:
    site.micrometer.fault, site.micrometer.every = "garbled", 2
    try:
        drawer.get_by_role("grid", name="Spools").get_by_text("nylon tippet 5X").click()
        drawer.get_by_role("button", name="Measure it").click()
        expect(drawer.get_by_test_id("measured")).to_contain_text("n = 5")
        expect(drawer.get_by_test_id("measured")).to_contain_text("garbled")
    finally:
        site.micrometer.fault, site.micrometer.every = "none", 1
    drawer.get_by_role("button", name="Use it").click()
    expect(drawer.get_by_label("Times measured")).to_have_value("5")


@pytest.mark.long
def test_what_moved_is_told_and_can_be_taken_back(drawer: Page) -> None:
    grid = drawer.get_by_role("grid", name="Spools")
    grid.get_by_text("24.0 m").click()
    drawer.keyboard.type("20")
    drawer.keyboard.press("Enter")
    expect(grid.get_by_text("20.0 m")).to_be_visible()
    drawer.get_by_role("button", name="What moved").click()
    expect(drawer.get_by_text("−4.0 m")).to_be_visible()
    assert violations(drawer) == []
    drawer.get_by_role("button", name="Take back: Spools: left → 20").click()
    expect(drawer.get_by_role("button", name="Make again: Spools: left → 20")).to_be_visible()
    drawer.keyboard.press("Escape")
    expect(grid.get_by_text("24.0 m")).to_be_visible()


@pytest.mark.long
def test_a_water_follows_its_gauge(bench: Page, site: Site) -> None:
    bench.get_by_role("link", name="Water").click()
    bench.get_by_role("combobox", name="Gauge it follows").click()
    bench.get_by_role("option", name="Tavrin at the old bridge").click()
    gauge = bench.get_by_test_id("gauge")
    expect(gauge).to_contain_text("m³/s")
    bench.get_by_role("button", name="Today's depth belongs to this level").click()
    expect(gauge).to_contain_text("Taken: depth and temperature go with it.")
    assert violations(bench) == []
