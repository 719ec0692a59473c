"""The tour of the README, walked word by word: every key it names is pressed, every label it names is pressed or read."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.e2e.conftest import Windows
from tests.e2e.fishing_by_thumb import PACKED, phone
from tests.e2e.site import Site

README = (Path(__file__).parents[2] / "README.md").read_text()
SLOW = 40_000
"""ms a search, or a pack, may take on a busy machine."""
NOT_ON_THE_SCREEN = {"bin/demo", "tests/e2e/test_tour.py"}
KEYS = {"Ctrl Z": "Control+z", "Ctrl K": "Control+k", "Esc": "Escape"}


def steps(after: str, before: str) -> list[str]:
    """Return the numbered steps of a part of the README."""
    part = README.partition(after)[2].partition(before)[0]
    return re.findall(r"^\d+\. (.+)$", part, re.MULTILINE)


DESK, THUMB = steps("## Five minutes", "By thumb"), steps("By thumb, on a phone:", "[What every place")


class Walk:
    """A walk over a page that remembers which words of the README it followed."""

    def __init__(self, page: Page) -> None:
        self.page = page
        self.followed: set[str] = set()

    def word(self, word: str) -> str:
        """Follow a word."""
        self.followed.add(word)
        return word

    def key(self, key: str) -> None:
        """Press a key."""
        self.page.keyboard.press(KEYS.get(self.word(key), key))

    def button(self, name: str, within: Locator | None = None) -> Locator:
        """Return a button, link or choice whose name begins as the README says."""
        begins = re.compile(f"^{re.escape(self.word(name))}", re.IGNORECASE)
        there = within or self.page.locator("body")
        either = there.get_by_role("button", name=begins).or_(there.get_by_role("radio", name=begins))
        return either.or_(there.get_by_role("link", name=begins)).first

    def press(self, name: str, within: Locator | None = None) -> None:
        """Press what is called so."""
        self.button(name, within).click(timeout=SLOW)

    def read(self, name: str) -> Locator:
        """See what is written."""
        seen = self.page.get_by_text(self.word(name)).first
        expect(seen).to_be_visible(timeout=SLOW)
        return seen

    def place(self, name: str) -> None:
        """Go to a place."""
        self.page.get_by_role("link", name=self.word(name), exact=True).click()

    def type(self, label: str, text: str) -> Locator:
        """Type into a field."""
        field = self.page.get_by_label(self.word(label), exact=True).first
        field.fill(self.word(text))
        field.press("Enter")
        return field

    def sheet(self, name: str) -> Locator:
        """Return a sheet that is open."""
        sheet = self.page.get_by_role("dialog", name=name)
        expect(sheet).to_be_visible()
        return sheet

    def drifts(self, what: Callable[[], None]) -> None:
        """Do something after which another drift is drawn."""
        tank = self.page.get_by_test_id("tank")
        before = tank.get_attribute("data-drift") or ""
        what()
        expect(tank).not_to_have_attribute("data-drift", before, timeout=20_000)


def stand(w: Walk) -> None:
    expect(w.page.get_by_role("button", name=re.compile(w.word("Weir Run"))).first).to_be_visible()
    expect(w.page.get_by_role("heading", name=w.word("Two nymphs, level contact"))).to_be_visible()
    expect(w.page.get_by_test_id("track-point")).to_be_visible()


def bead(w: Walk) -> None:
    expect(w.page.locator("#part-point")).to_contain_text("2.8 mm")
    w.drifts(lambda: w.key("]"))
    expect(w.page.locator("#part-point")).to_contain_text("3.3 mm")
    w.drifts(lambda: w.key("Ctrl Z"))
    expect(w.page.locator("#part-point")).to_contain_text("2.8 mm")


def lengths(w: Walk) -> None:
    span = w.page.locator("#part-point-tippet")
    expect(span).to_contain_text(w.word("Tippet to the point"))
    span.click()
    w.drifts(lambda: w.key("-"))
    w.drifts(lambda: w.key("."))
    for typed, shown in (("1' 8\"", "0.51 m"), ("52 cm", "0.52 m"), ("0,5", "0.50 m")):
        w.type("Length", typed)
        expect(w.page.locator("#part-point-tippet")).to_contain_text(shown)
    w.page.locator("body").click(position={"x": 2, "y": 700})
    w.key("Esc")
    expect(w.page.get_by_label("Length", exact=True)).to_have_count(0)


def fished(w: Walk) -> None:
    w.drifts(lambda: w.press("held back"))
    expect(w.page.get_by_text("As drawn:")).to_be_visible()
    w.press("from above")
    expect(w.page.get_by_role("radio", name="from above")).to_have_attribute("aria-checked", "true")


def bettered(w: Walk) -> None:
    w.read("good minutes in the hour")
    expect(w.page.get_by_role("button", name=re.compile("→")).first).to_be_visible(timeout=SLOW)
    w.drifts(lambda: w.key("1"))


def taper(w: Walk) -> None:
    w.key("P")
    expect(w.page.get_by_role("button", name=re.compile("^Let"))).to_be_visible()
    w.key("T")
    length = w.page.get_by_role("slider", name=w.word("Length"))
    before = length.input_value()
    length.press("ArrowRight")
    expect(length).not_to_have_value(before)
    w.press("Back to the rig")
    expect(w.page.get_by_test_id("tank")).to_be_visible()


def found(w: Walk) -> None:
    w.key("F")
    sheet = w.sheet("Find")
    expect(sheet.get_by_role("list", name=re.compile("^Rigs, "))).to_have_attribute("aria-busy", "false", timeout=SLOW)
    w.drifts(lambda: w.press("Take it", sheet))
    w.key("L")
    w.sheet("Ladder")
    w.key("Esc")
    expect(w.page.get_by_role("dialog")).to_have_count(0)


def water(w: Walk) -> None:
    w.place("Water")
    w.page.get_by_role("button", name=re.compile("^Sounding run")).press("ArrowDown")
    field = w.page.get_by_label(w.word("Depth there"), exact=True)
    field.fill("3' 2\"")
    field.press("Enter")
    expect(w.page.get_by_role("button", name=re.compile("^today's water")).first).to_contain_text("0.97 m")


def tie(w: Walk) -> None:
    w.place("Tie")
    expect(w.button("Print the card")).to_be_visible()
    w.press("One step at a time")
    expect(w.page.get_by_role("region", name="Step")).to_contain_text("Cut")


def tackle(w: Walk) -> None:
    w.place("Tackle")
    many = w.page.get_by_text(re.compile(r"^\d+ in all$"))
    before = int(many.inner_text().split()[0])
    w.key("A")
    w.page.get_by_role("combobox", name="Add a spool").fill("fluoro 5x")
    expect(w.page.get_by_role("option").first).to_be_visible()
    w.key("Enter")
    expect(many).to_have_text(f"{before + 1} in all")
    w.page.keyboard.press("Escape")
    w.press("What moved")
    w.sheet("What moved")
    w.page.keyboard.press("Escape")


def learnt(w: Walk) -> None:
    w.place("Learn")
    expect(w.page.get_by_role("heading", name="What the water taught")).to_be_visible()
    w.key("Ctrl K")
    w.page.get_by_placeholder("A place, a water").fill("quill")
    expect(w.page.get_by_role("option").filter(has_text="quill").first).to_be_visible()
    w.page.keyboard.press("Escape")
    for key, name in (("H", "Help"), ("?", "Keys")):
        w.key(key)
        expect(w.page.get_by_role("dialog")).to_contain_text(name)
        w.page.keyboard.press("Escape")
        expect(w.page.get_by_role("dialog")).to_have_count(0)


def by_thumb(w: Walk) -> None:
    tank = w.page.get_by_test_id("tank")
    first = w.page.get_by_role("region", name="Line").get_by_role("listitem").first
    expect(first).to_contain_text(w.word("point"))
    w.drifts(lambda: first.get_by_role("button", name="More: bead").tap())
    expect(tank).to_be_in_viewport()
    w.drifts(lambda: w.button("Undo").tap())
    w.button("Tippet to the point").tap()
    w.button("Close", w.sheet("Change it")).tap()


def at_the_water(w: Walk) -> None:
    w.place("Fish")
    w.press("Pack")
    w.button("At the water").click(timeout=PACKED)
    for drift, ends in enumerate(("ticked", "nothing", "take"), start=1):
        w.button("Flies down").tap()
        w.page.wait_for_timeout(300)
        w.button(ends).tap()
        if ends == "take":
            w.page.get_by_role("button", name=re.compile("^point")).tap()
            w.page.get_by_role("button", name="missed").tap()
        expect(w.page.get_by_text(f"starts the clock of drift {drift + 1}")).to_be_visible()


def next_change(w: Walk) -> None:
    change = w.page.get_by_role("region", name=w.word("Next"))
    expect(change.or_(w.page.get_by_text(w.word("Keep fishing"))).first).to_be_visible()


AT_THE_DESK = (stand, bead, lengths, fished, bettered, taper, found, water, tie, tackle, learnt)
BY_THUMB = (by_thumb, at_the_water, next_change)


def words(step: str) -> set[str]:
    """Return the keys and labels a step names."""
    return (set(re.findall(r"`([^`]+)`", step)) | set(re.findall(r"\*([^*]+)\*", step))) - NOT_ON_THE_SCREEN


def walk(page: Page, told: list[str], walked: tuple[Callable[[Walk], None], ...]) -> None:
    """Walk every step; no word of it is left out."""
    assert len(told) == len(walked)
    for step, go in zip(told, walked, strict=True):
        w = Walk(page)
        go(w)
        assert words(step) <= w.followed, step


@pytest.fixture
def phone_page(windows: Windows, site: Site) -> Iterator[Page]:
    with phone(windows) as (_, page):
        page.get_by_role("link", name="Rig", exact=True).click()
        page.wait_for_selector("[data-testid=tank]")
        yield page


@pytest.mark.long
def test_the_tour_is_as_it_is_told(bench: Page) -> None:
    walk(bench, DESK, AT_THE_DESK)


@pytest.mark.long
def test_the_tour_is_as_it_is_told_by_thumb(phone_page: Page) -> None:
    walk(phone_page, THUMB, BY_THUMB)
