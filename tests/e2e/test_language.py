"""A second language is a file: with every word disguised nothing on the screens is left as it was, but what people wrote themselves."""

from __future__ import annotations

import re
from collections.abc import Iterator
from pathlib import Path

import pytest
from playwright.sync_api import Browser, Page, expect

from jarana.core.words.language import Language, read_language
from jarana.formats.words_file import disguised, english
from tests.conftest import VALLEY, Postgres
from tests.e2e.conftest import Site, enter

SEEN = r"""() => {
  const seen = (e) => { const r = e.getBoundingClientRect(); return r.width > 1 && r.height > 1; };
  const found = [document.title];
  const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  while (texts.nextNode()) {
    const around = texts.currentNode.parentElement;
    if (around && !/SCRIPT|STYLE|INPUT/.test(around.tagName) && seen(around)) found.push(texts.currentNode.textContent);
  }
  for (const name of ['aria-label', 'title', 'placeholder', 'alt', 'aria-valuetext'])
    for (const e of document.querySelectorAll(`[${name}]`)) if (seen(e)) found.push(e.getAttribute(name));
  return found;
}"""
PLAIN = re.compile(r"(?<![^\W\d_])[A-Za-z]*[aeiouyAEIOUY][A-Za-z]*(?![^\W\d_])")
DATA = Path(__file__).parents[2] / "src" / "jarana" / "demo"
UNITS = {"min", "rev", "Jarana", "SVG", "JSON", "CSV", "UTF", "Esc", "Enter", "Escape", "Ctrl", "Shift", "Alt", "Tab"}
MONTHS = {"Jan", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"}


def written() -> set[str]:
    """Words people wrote themselves: names of waters, rigs, flies and spools of the valley, and units."""
    text = " ".join(p.read_text(encoding="utf-8") for p in DATA.rglob("*") if p.suffix in (".toml", ".csv", ".py"))
    words = set(re.findall(r"[A-Za-z]+", text))
    return words | {w.capitalize() for w in words} | UNITS | MONTHS


@pytest.fixture(scope="module")
def language(tmp_path_factory: pytest.TempPathFactory) -> Path:
    path: Path = tmp_path_factory.mktemp("words") / "disguised.json"
    path.write_text(disguised(english()).model_dump_json(), encoding="utf-8")
    return path


@pytest.fixture(scope="module")
def foreign(postgres: Postgres, language: Path) -> Iterator[Site]:
    site = Site(postgres.copy("foreign", VALLEY), JARANA_LANGUAGE=str(language))
    site.start()
    yield site
    site.stop()


def theirs(page: Page) -> set[str]:
    """Words of what the person of the page wrote, and of their rigs, which keep their knots as they were tied."""
    told = page.evaluate("Promise.all(['rigs', 'drawer'].map(of => fetch('/api/v1/' + of).then(r => r.text())))")
    knots = " ".join(text for name, text in english().tables.items() if name.startswith("knots."))
    names = " ".join(re.findall(r'"(?:name|label)": ?"([^"]*)"', " ".join(told)))
    return written() | set(re.findall(r"[A-Za-z]+", f"{knots} {knots.lower()} {names}"))


def left(page: Page, known: set[str]) -> set[str]:
    """Return the words on the screen that no file of words was asked for."""
    page.wait_for_timeout(300)
    found = set()
    for text in page.evaluate(SEEN):
        words = [w for w in PLAIN.findall(text or "") if len(w) > 2 and w not in known]
        if words:
            found.add(f"{' '.join(words)} in {text.strip()[:80]!r}")
    return found


PLACES = ("water", "rig", "tie", "tackle", "taper", "fish", "learn")
SHEETS = ("palette", "keys", "rigs", "history", "start", "schools", "find", "ladder", "rerig", "shopping", "practice", "account", "clubs", "help", "units")  # fmt: skip
SIZES = {"desk": (1280, 800), "phone": (390, 844)}


EVERYWHERE = (*PLACES, *(f"rig?sheet={sheet}" for sheet in SHEETS), "tackle/flies", "tackle/knots", "nowhere")


@pytest.mark.long
@pytest.mark.parametrize("size", list(SIZES))
def test_nothing_on_the_screens_is_left_in_english_but_what_people_wrote(
    browser: Browser, foreign: Site, size: str
) -> None:
    width, height = SIZES[size]
    context = browser.new_context(
        viewport={"width": width, "height": height}, has_touch=size == "phone", reduced_motion="reduce"
    )
    page = enter(context, foreign)
    assert page.evaluate("document.documentElement.lang") == "en-XA"
    known, found = theirs(page), {}
    for where in EVERYWHERE:
        page.goto(f"{foreign.address}/{where}")
        expect(page.get_by_role("dialog" if "sheet" in where else "main").first).to_be_visible()
        page.wait_for_load_state("networkidle")
        found[where] = left(page, known)
    context.close()
    words = sorted({text: where for where, texts in found.items() for text in texts}.items())
    assert not words, "\n".join(f"{where}: {text}" for text, where in words)


def test_a_file_may_say_only_part_and_a_wrong_one_is_named(tmp_path: Path) -> None:
    some, none = tmp_path / "some.json", tmp_path / "none.json"
    some.write_text(Language(code="xx", screen={"Depth": "Tiefe"}).model_dump_json())
    none.write_text('{"code": "xx", "sreen": {}}')
    assert read_language(some).core == {}
    with pytest.raises(SystemExit, match="no file of words: sreen: Extra inputs"):
        read_language(none)
    with pytest.raises(SystemExit, match="cannot be read: No such file"):
        read_language(tmp_path / "nowhere.json")
