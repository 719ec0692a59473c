"""What goes along on paper: a water, a drawer, the cards of a day."""

from __future__ import annotations

import re
import subprocess
from pathlib import Path

import pytest
from playwright.sync_api import Page, expect


def printed(page: Page, path: Path) -> tuple[int, str, str]:
    """Print a page; return how many pages it takes, its text, and what is told of the file."""
    page.pdf(path=path, prefer_css_page_size=True, tagged=True)
    told = subprocess.run(["pdfinfo", str(path)], capture_output=True, text=True, check=True).stdout
    text = subprocess.run(["pdftotext", "-layout", str(path), "-"], capture_output=True, text=True, check=True).stdout
    pages = re.search(r"Pages:\s+(\d+)", told)
    assert pages
    return int(pages[1]), text, told


def test_a_water_is_one_page_with_its_figures_its_rules_and_lines_to_write_on(bench: Page, tmp_path: Path) -> None:
    bench.goto(bench.url.split("/rig")[0] + "/water")
    expect(bench.get_by_role("button", name="Print this water")).to_be_visible()
    expect(bench.get_by_text("From the board at the bridge")).to_be_visible()
    expect(bench.get_by_test_id("paper")).to_have_count(0)
    pages, text, told = printed(bench, tmp_path / "water.pdf")
    assert pages == 1
    assert "Tagged:          yes" in told
    for words in ("Weir Run", "Tavrin", "coarse gravel", "0.90 m", "They take", "Check the licence"):
        assert words in text, words
    assert "Print this water" not in text
    expect(bench.get_by_test_id("paper")).to_have_count(0)


def ink(path: Path) -> float:
    """Return the share of the first page of a file that is dark: of one that lies under something else none is."""
    drawn = subprocess.run(
        ["pdftoppm", "-gray", "-r", "40", "-l", "1", str(path)], capture_output=True, check=True
    ).stdout.split(b"\n", 3)[3]
    return sum(level < 128 for level in drawn) / len(drawn)


def test_the_ladder_is_one_page_across_with_every_column_and_nothing_over_it(bench: Page, tmp_path: Path) -> None:
    bench.get_by_role("button", name="Ladder").click()
    sheet = bench.get_by_role("dialog", name="Ladder")
    columns = sheet.get_by_role("columnheader")
    expect(columns.nth(8)).to_be_visible(timeout=60_000)
    pages, text, told = printed(bench, tmp_path / "ladder.pdf")
    assert pages == 1
    assert re.search(r"Page size: +59\d\.?\d* x 4[12]\d", told), "A5 across"
    heads = next(line for line in text.splitlines() if columns.nth(1).inner_text() in line)
    assert heads.split()[-8:] == [columns.nth(k).inner_text() for k in range(1, 9)]
    assert "Carry beside it" in text
    assert "Print it" not in text
    assert ink(tmp_path / "ladder.pdf") > 0.005


@pytest.mark.long
def test_a_drawer_is_a_list_of_what_is_found_in_it(bench: Page, tmp_path: Path) -> None:
    bench.goto(bench.url.split("/rig")[0] + "/tackle/flies")
    bench.get_by_label("Find in fly box").fill("resin pupa")
    expect(bench.get_by_role("status").filter(has_text=" of ")).to_be_visible()
    pages, text, _ = printed(bench, tmp_path / "box.pdf")
    assert pages == 1
    assert "Fly box" in text
    rows = [line for line in text.splitlines() if "Resin pupa" in line]
    assert len(rows) >= 3
    assert "Slim olive" not in text


@pytest.mark.long
def test_the_cards_of_a_day_are_a_page_each_and_nothing_else(bench: Page, tmp_path: Path) -> None:
    bench.goto(bench.url.split("/rig")[0] + "/fish")
    bench.get_by_text("Two nymphs under a float").click()
    bench.get_by_role("button", name="The bag: list and labels").click()
    bench.get_by_role("button", name="Their 2 cards").click()
    expect(bench.get_by_role("button", name="Print 2 cards")).to_be_visible()
    codes = bench.locator(".card-code")
    expect(codes).to_have_count(2)
    for code in codes.all():
        assert code.evaluate("code => code.decode().then(() => code.naturalWidth)") > 0
    pages, text, _ = printed(bench, tmp_path / "cards.pdf")
    assert pages == 2
    assert "Two nymphs, level contact" in text
    assert "Two nymphs under a float" in text
    assert "The bag" not in text
    bench.get_by_role("button", name="The list").click()
    expect(bench.get_by_role("region", name="Labels for winders")).to_be_visible()
