"""The workbench on a phone: the water stays in sight while a thumb changes the rig."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import Windows, violations
from tests.e2e.fishing_by_thumb import PHONE

THUMB = 48


@pytest.fixture
def page(windows: Windows) -> Iterator[Page]:
    with windows.open(viewport=PHONE, has_touch=True) as page:
        yield page


def test_a_bead_is_stepped_with_one_tap_while_the_tank_and_the_worst_reading_stay_in_sight(page: Page) -> None:
    tank = page.get_by_test_id("tank")
    before = tank.get_attribute("data-drift")
    line = page.get_by_role("region", name="Line")
    first = line.get_by_role("listitem").first
    expect(first).to_contain_text("point")
    first.get_by_role("button", name="More: bead").tap()
    expect(tank).not_to_have_attribute("data-drift", before or "")
    line.get_by_role("listitem").last.scroll_into_view_if_needed()
    expect(tank).to_be_in_viewport(ratio=0.95)
    expect(page.get_by_test_id("worth")).to_be_in_viewport()
    page.get_by_role("button", name="Undo").tap()
    expect(tank).to_have_attribute("data-drift", before or "")


def test_a_part_opens_to_all_of_its_controls_from_below_and_back_again(page: Page) -> None:
    line = page.get_by_role("region", name="Line")
    line.get_by_role("button", name=re.compile("^Tippet to the point")).tap()
    sheet = page.get_by_role("dialog", name="Change it")
    expect(sheet.get_by_label("Length", exact=True)).to_be_visible()
    assert violations(page) == []
    sheet.get_by_role("button", name="Close").tap()
    expect(sheet).to_have_count(0)
    page.get_by_role("button", name="How it is fished").tap()
    page.get_by_role("radio", name="natural").tap()
    expect(page.get_by_role("radio", name="natural")).to_have_attribute("aria-checked", "true")
    page.get_by_role("button", name="Rod, line, leader, what holds it").tap()
    expect(page.get_by_role("group", name="The whole rig")).to_be_visible()
    assert violations(page) == []


def test_everything_fits_has_one_line_of_bar_and_room_for_a_thumb(page: Page) -> None:
    assert page.evaluate("document.documentElement.scrollWidth") <= PHONE["width"]
    bar = page.locator("header").first.bounding_box()
    assert bar is not None
    assert bar["height"] <= 60
    for button in page.get_by_role("region", name="Line").get_by_role("button").all():
        box = button.bounding_box()
        assert box is not None
        assert box["height"] >= THUMB - 0.5, button.inner_text()
    assert page.get_by_text(re.compile("^Keys:")).count() == 0


@pytest.mark.parametrize(
    ("width", "height"),
    [
        pytest.param(640, 400, id="200 %", marks=pytest.mark.long),
        pytest.param(320, 256, id="400 %"),
        pytest.param(844, 390, id="on its side", marks=pytest.mark.long),
    ],
)
def test_enlarged_or_on_its_side_there_is_room_to_work_and_nothing_covers_it(
    page: Page, width: int, height: int
) -> None:
    page.set_viewport_size({"width": width, "height": height})
    tank = page.get_by_test_id("tank")
    before = tank.get_attribute("data-drift")
    line = page.get_by_role("region", name="Line")
    line.get_by_role("listitem").first.get_by_role("button", name="More: bead").tap(timeout=5_000)
    expect(tank).not_to_have_attribute("data-drift", before or "")
    line.get_by_role("button", name=re.compile("^Tippet to the point")).tap(timeout=5_000)
    sheet = page.get_by_role("dialog", name="Change it")
    sheet.get_by_label("Length", exact=True).tap(timeout=5_000)
    sheet.get_by_role("button", name="Close").tap(timeout=5_000)
    assert page.evaluate("document.documentElement.scrollWidth") <= width
    assert violations(page) == []
