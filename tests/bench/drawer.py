"""A big drawer: what a file of two thousand rows, its grid and an edit in it cost."""

from __future__ import annotations

import statistics
import time
from itertools import count
from uuid import uuid4

from playwright.sync_api import Page

from jarana.core.stock.change import Shelf
from jarana.core.stock.kinds import kinds
from jarana.formats.stock_csv import put_rows, read_stock

VARIANTS, SPOOLS = 500, 200
CELLS = 20


def fly_file(rows: int) -> str:
    """Return a file of so many weights, four to a pattern."""
    lines = (f"fly {i // 4};16;slim;{2 + 0.5 * (i % 4):.1f};3".replace(".", ",") for i in range(rows))
    return "pattern;hook;dressing;bead [mm];count\n" + "\n".join(lines) + "\n"


def spool_file(rows: int) -> str:
    """Return a file of so many spools."""
    return "label,material,diameter [mm],left [m]\n" + "".join(
        f"spool {i},fluorocarbon,{0.1 + 0.001 * i:.3f},30\n" for i in range(rows)
    )


def files() -> None:
    """Print what the largest file costs, read and put in place, and what one too large costs."""
    kind = kinds()["flies"]

    def took(rows: int) -> float:
        ids = count()
        began = time.perf_counter()
        put_rows(Shelf(kind, {}, lambda: f"n{next(ids)}"), read_stock(kind, fly_file(rows)))
        return (time.perf_counter() - began) * 1000

    took(2000)
    print(f"a file of 2000 flies read and put in place: {statistics.median(took(2000) for _ in range(5)):.0f} ms")
    print(f"a file of 10000 rows refused: {statistics.median(took(10000) for _ in range(5)):.0f} ms")


def grid(page: Page) -> None:
    """Print what the grid of a big drawer costs: opening it, finding in it, a cell typed."""
    for kind, text in (("flies", fly_file(VARIANTS)), ("spools", spool_file(SPOOLS))):
        page.evaluate(
            "([kind, text, id]) => fetch(`/api/v1/stock/${kind}/import`, {method: 'POST', headers: {'Content-Type': "
            "'application/json'}, body: JSON.stringify({id, text})}).then(r => r.json())",
            [kind, text, str(uuid4())],
        )
    page.get_by_role("link", name="Tackle").click()
    page.get_by_role("grid", name="Spools").wait_for()
    page.keyboard.press("2")
    page.get_by_role("grid", name="Fly box").wait_for()
    grid_of = page.get_by_role("grid", name="Fly box")
    grid_of.get_by_text("fly 0").first.click()
    typed, moved, found = [], [], []
    for n in range(CELLS):
        page.keyboard.press("End")
        began = time.perf_counter()
        page.keyboard.press("ArrowUp" if n % 2 else "ArrowDown")
        moved.append((time.perf_counter() - began) * 1000)
    grid_of.get_by_text("fly 1", exact=True).first.click()
    for n in range(CELLS):
        began = time.perf_counter()
        page.keyboard.type(f"named {n}")
        page.keyboard.press("Enter")
        grid_of.get_by_text(f"named {n}", exact=True).first.wait_for()
        typed.append((time.perf_counter() - began) * 1000)
        page.keyboard.press("ArrowUp")
    for n in range(CELLS):
        began = time.perf_counter()
        page.get_by_label("Find in fly box").fill(f"fly {n}{n % 10}")
        page.wait_for_function("() => / of /.test(document.querySelector('main [role=status]').textContent)")
        found.append((time.perf_counter() - began) * 1000)
        page.get_by_label("Find in fly box").fill("")
    print(
        f"a grid of {VARIANTS + 102} flies: an arrow key {statistics.median(moved):.0f} ms, "
        f"a name typed and kept {statistics.median(typed):.0f} ms, found {statistics.median(found):.0f} ms"
    )
