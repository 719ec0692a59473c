"""Twenty ways of fishing, as the hands of their practitioners change them on the screen: press, type, choose."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass

from playwright.sync_api import Page, expect

from tests.e2e.e2e_help import choose_by_name, drift_key, wait_new_drift

Step = Callable[[Page], None]


def key(pressed: str, part: str = "") -> Step:
    """Press a key, with a part of the line picked or with none."""

    def run(page: Page) -> None:
        let_go(page)
        if part:
            page.locator(f"#part-{part}").click()
        page.keyboard.press(pressed)

    return run


def typed(label: str, value: str, part: str = "") -> Step:
    """Type a figure into a field, of a part or of the whole rig."""

    def run(page: Page) -> None:
        let_go(page)
        if part:
            page.locator(f"#part-{part}").click()
        field = page.get_by_label(label, exact=True)
        field.fill(value)
        field.press("Enter")

    return run


def pressed(name: str, part: str = "") -> Step:
    """Press a button by its name."""

    def run(page: Page) -> None:
        let_go(page)
        if part:
            page.locator(f"#part-{part}").click()
        page.get_by_role("button", name=name, exact=True).click()

    return run


def in_the_line(part: str, item: str) -> Step:
    """Choose what becomes of a part of the line."""

    def run(page: Page) -> None:
        let_go(page)
        page.locator(f"#part-{part}").click()
        page.get_by_role("button", name=re.compile("^In the line")).click()
        page.get_by_role("menuitem", name=re.compile(f"^{item}")).click()

    return run


def off_a_winder(part: str, label: str) -> Step:
    """Put on what was tied beforehand."""

    def run(page: Page) -> None:
        let_go(page)
        page.locator(f"#part-{part}").click()
        page.get_by_role("button", name=re.compile("^Tied beforehand")).click()
        page.get_by_role("menuitem", name=re.compile(f"^{label}")).click()

    return run


def fly(part: str, label: str, words: str) -> Step:
    """Choose a fly by a few letters."""

    def run(page: Page) -> None:
        let_go(page)
        page.locator(f"#part-{part}").click()
        page.get_by_role("region", name="Line").get_by_role("button", name=re.compile(f"^{label}")).click()
        page.get_by_placeholder("a few letters, a size, a bead").fill(words)
        page.keyboard.press("Enter")

    return run


def chosen(label: str, option: str, part: str = "") -> Step:
    """Choose from a list."""

    def run(page: Page) -> None:
        let_go(page)
        if part:
            page.locator(f"#part-{part}").click()
        page.get_by_role("combobox", name=re.compile(f"^{label}")).first.click()
        page.get_by_role("option", name=re.compile(f"^{option}")).first.click()

    return run


def motion(name: str) -> Step:
    """Move it another way."""

    def run(page: Page) -> None:
        page.get_by_role("radio", name=name, exact=True).click()

    return run


def retrieve(label: str, value: str) -> Step:
    """Open the retrieve and type one of its figures: each is a step back of its own."""

    def run(page: Page) -> None:
        page.get_by_role("button", name=re.compile("^Retrieve: ")).click()
        field = page.get_by_role("dialog", name="Retrieve").get_by_label(label, exact=True).first
        field.fill(value)
        field.press("Enter")
        page.keyboard.press("Escape")

    return run


def let_go(page: Page) -> None:
    """Leave the part and the field in hand."""
    page.locator("body").press("Escape")


@dataclass(frozen=True)
class Way:
    """A way of fishing: the water, the method as the list names it, and what is changed, step by step."""

    water: str
    method: str
    steps: tuple[Step, ...]


RIVER, LAKE = "weir", "north shore"
WAYS: dict[str, Way] = {
    "dry": Way(RIVER, "Dry fly", (
        fly("point", "Behind it", "dusk hackle"), typed("Diameter", "0.13", "tippet"), key("=", "tippet"),
    )),
    "contact": Way(RIVER, "Contact, thin level", (
        key("x"), typed("Length", "0.9", "tippet"), key("]", "dropper"), pressed("Rod tip higher"),
    )),
    "suspended team": Way(LAKE, "Lake, suspended", (
        typed("float → top dropper → dropper → point", "0.6 / 0.6 / 0.6"), chosen("Float", "hollow ball 19"),
        pressed("Take this fly off", "top-fly"),
    )),
    "float pair": Way(RIVER, "Nymphs under a float", (
        pressed("Float farther up: the flies deeper"), key("]", "point"), chosen("Float", "hollow ball 16"), motion("held back"),
    )),
    "swing": Way(RIVER, "Swung", (
        key("-", "point-tippet"), fly("dropper", "Fly", "dusk hackle"), pressed("Mend more upstream"),
    )),
    "shot below": Way(RIVER, "Shot below", (
        typed("Weight", "0.8 g", "shot"), key("=", "to-shot"), typed("Tag", "20", "fly"),
    )),
    "eggs": Way(RIVER, "Pegged bead", (
        in_the_line("end", "peg a bead"), typed("Above the lower end", "8", "bead"), typed("Its colour, its name", "peach bead", "bead-2"),
        off_a_winder("point", "egg trailer"),
    )),
    "lake sinking line": Way(LAKE, "Lake, multi-density", (
        typed("Count down", "75"), retrieve("Speed", "60"), retrieve("Rest", "6"), key("]", "top-fly"), motion("figure-of-eight"),
    )),
    "foam point": Way(LAKE, "Lake, held up by", (
        fly("middle-fly", "Fly", "dubbed pupa"), typed("Length", "1.5", "top"), in_the_line("top", "tie a piece"),
    )),
    "streamer": Way(RIVER, "Streamer", (
        chosen("Line", "just under"), in_the_line("taper", "take it out"), in_the_line("tippet", "pinch a shot"),
    )),
    "tapered contact": Way(RIVER, "Contact, tapered", (
        in_the_line("point-tippet", "cut it in two"), key("]", "point"), in_the_line("j-point-tippet", "tie it on a ring"),
    )),
    "heavy anchor": Way(RIVER, "Contact, heavy anchor", (
        chosen("Line lies", "tucked"), key(",", "point-tippet"), typed("Rod tip, up", "1.5"),
    )),
    "dry with a nymph": Way(RIVER, "Dry with a nymph", (
        key("x"), fly("dry", "Behind it", "tiny black"), typed("dry fly → point", "0.8"),
    )),
    "dry with an emerger": Way(RIVER, "Dry with an emerger", (
        typed("dry fly → point", "0.3"), pressed("More slack"), fly("point", "Fly", "dusk hackle 14"),
    )),
    "three in line": Way(RIVER, "Three flies", (
        key("x"), pressed("Float farther up: the flies deeper"), typed("float → point", "0.9"),
    )),
    "jig over a ledge": Way(RIVER, "Jig under", (
        pressed("Float farther up: the flies deeper"), key(",", "tippet"), chosen("Held by", "rod"),
    )),
    "hand-tied": Way(RIVER, "Hand-tied", (
        in_the_line("step-6", "take it out"), in_the_line("tippet", "tie tippet"), typed("Line out", "7"),
    )),
    "straight line": Way(LAKE, "Lake, straight line", (
        typed("Count down", "75 s"), chosen("Line", "just under"), typed("top dropper → dropper → point", "1.2/1.2"),
    )),
    "vertical": Way(LAKE, "Lake, vertical", (
        typed("Count down", "1 min"), retrieve("Rest", "8"), key("=", "tippet"),
    )),
    "single float": Way(LAKE, "Lake, single float", (
        typed("Above the point", "3.2"), motion("held on a tight line"), key("]", "point"),
    )),
}  # fmt: skip
IN_SHORT = ("contact",)
"""The one that is walked with every change (the tour walks another); all others are walked among the long tests."""


def start(page: Page, way: Way) -> None:
    """Take the water, and start the method's rig from the drawer."""
    choose_by_name(page, way.water)
    page.keyboard.press("m")
    sheet = page.get_by_role("dialog", name="Start a rig")
    sheet.get_by_role("button", name="All 20 methods").click()
    sheet.get_by_role("checkbox", name="as it is usually tied").check()
    sheet.get_by_role("button", name=re.compile(f"^{way.method}")).first.click()
    expect(sheet).to_contain_text("is in hand.")
    sheet.get_by_role("button", name="See it fish").click()
    expect(page.get_by_test_id("story")).not_to_be_empty()


def walk(page: Page, way: Way) -> None:
    """Make every change, see the track answer each, undo all of them, and find the rig as it was."""
    start(page, way)
    begun = drift_key(page)
    for step in way.steps:
        before = drift_key(page)
        step(page)
        wait_new_drift(page, before)
    let_go(page)
    for _ in way.steps:
        before = drift_key(page)
        page.get_by_role("button", name="Undo", exact=True).click()
        wait_new_drift(page, before)
    expect(page.get_by_test_id("tank")).to_have_attribute("data-drift", begun)
