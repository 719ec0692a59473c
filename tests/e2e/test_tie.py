"""Tying at the table, one step at a time, and the card on paper."""

from __future__ import annotations

import re
import subprocess
from pathlib import Path

import numpy as np
import pytest
from playwright.sync_api import Page, expect

from tests.e2e.conftest import violations

DPI = 508
"""20 dots in a millimetre."""


@pytest.fixture
def table(bench: Page) -> Page:
    bench.get_by_role("link", name="Tie", exact=True).click()
    expect(bench.get_by_test_id("column")).to_be_visible()
    return bench


def test_a_rig_is_tied_in_step_mode_and_its_line_leaves_the_spools(table: Page) -> None:
    expect(table.get_by_test_id("pull-spool-9")).to_contain_text("21.0 m")
    table.get_by_role("button", name="One step at a time").click()
    step = table.get_by_role("region", name="Step")
    expect(step).to_contain_text("Step 1 of 9")
    expect(step.get_by_role("heading").first).to_contain_text("Cut 4.11 m of coloured mono 0.18 mm")
    for _ in range(4):
        table.get_by_role("button", name="Tied and tested").click()
    expect(step).to_contain_text("Step 5 of 9")
    table.reload()
    expect(table.get_by_role("region", name="Step")).to_contain_text("Step 5 of 9")
    for _ in range(3):
        table.get_by_role("button", name="Tied and tested").click()
    table.get_by_role("button", name="Done", exact=True).click()
    table.get_by_role("button", name="It holds").click()
    expect(table.get_by_text("9 of 9 done")).to_be_visible()
    table.get_by_role("button", name="It is tied: take line and flies from the drawer").click()
    expect(table.get_by_test_id("save-state")).to_contain_text("rev 2")
    expect(table.get_by_text("0 of 9 done")).to_be_visible()
    table.get_by_role("button", name="All steps").click()
    expect(table.get_by_test_id("pull-spool-9")).to_contain_text("19.3 m")
    table.get_by_role("button", name="Take it back").click()
    expect(table.get_by_test_id("pull-spool-9")).to_contain_text("21.0 m")


@pytest.mark.long
def test_a_step_that_changed_loses_its_tick_and_no_other(table: Page) -> None:
    for box in table.get_by_role("region", name="Steps").get_by_role("checkbox").all():
        box.check()
    expect(table.get_by_text("9 of 9 done")).to_be_visible()
    table.get_by_role("link", name="Rig", exact=True).click()
    table.locator("#part-point").click()
    table.keyboard.press("]")
    expect(table.locator("#part-point")).to_contain_text("3.3 mm")
    table.get_by_role("link", name="Tie", exact=True).click()
    expect(table.get_by_text("8 of 9 done")).to_be_visible()
    expect(table.get_by_test_id("step-point").get_by_role("checkbox")).not_to_be_checked()


@pytest.mark.long
def test_one_s_own_measures_stand_beside_the_lengths(table: Page) -> None:
    table.get_by_role("button", name="Set your hand, forearm and reach").click()
    table.get_by_label("Hand span").fill("wide")
    table.get_by_role("button", name="Set", exact=True).click()
    expect(table.get_by_role("alert")).to_contain_text("not a length")
    table.get_by_label("Hand span").fill("8 1/4 in")
    table.get_by_label("Forearm, elbow to fingertip").fill("46")
    table.get_by_role("button", name="Set", exact=True).click()
    expect(table.get_by_test_id("step-j-point-tippet")).to_contain_text("1 forearm + 1 hand span")
    assert violations(table) == []


def test_the_card_is_one_a5_page_with_a_true_ruler(table: Page, tmp_path: Path) -> None:
    pdf = tmp_path / "card.pdf"
    table.pdf(path=pdf, prefer_css_page_size=True)
    told = subprocess.run(["pdfinfo", str(pdf)], capture_output=True, text=True, check=True).stdout
    assert re.search(r"Pages:\s+1\n", told)
    size = re.search(r"Page size:\s+([\d.]+) x ([\d.]+) pts", told)
    assert size
    assert float(size[1]) == pytest.approx(148 / 25.4 * 72, abs=1)
    assert float(size[2]) == pytest.approx(210 / 25.4 * 72, abs=1)
    text = subprocess.run(["pdftotext", str(pdf), "-"], capture_output=True, text=True, check=True).stdout
    assert "Two nymphs, level contact" in text
    assert "Nippers, not teeth" in text
    assert table.locator(".card-code").evaluate("code => code.decode().then(() => code.naturalWidth)") > 0
    subprocess.run(["pdftoppm", "-gray", "-r", str(DPI), str(pdf), str(tmp_path / "page")], check=True)
    assert longest_black_run(next(tmp_path.glob("page*.pgm"))) / (DPI / 25.4) == pytest.approx(100.0, abs=0.5)


def longest_black_run(path: Path) -> int:
    """Return the longest row of black dots on a page; the ruler's base line is the only long one."""
    data = path.read_bytes()
    head = re.match(rb"P5\s+(\d+)\s+(\d+)\s+255\s", data)
    assert head
    width, height = int(head[1]), int(head[2])
    dark = np.frombuffer(data[head.end() :], dtype=np.uint8).reshape(height, width) < 100
    best = 0
    for row in dark[dark.sum(axis=1) > width // 2]:
        edges = np.flatnonzero(np.diff(np.concatenate(([0], row.view(np.int8), [0]))))
        best = max(best, int((edges[1::2] - edges[::2]).max()))
    return best
