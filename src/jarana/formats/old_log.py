"""An older log as CSV: a line for what was fished on a day with a rig, as people keep it in a notebook or a spreadsheet."""

from __future__ import annotations

import csv
import io
from collections.abc import Callable
from dataclasses import dataclass
from datetime import date, time
from typing import TypeVar

from jarana.core.errors import FaultList, InputError, shorten
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.formats.cells import unquoted

say = phrases(
    __name__,
    """
a-column-stands-twice = a column stands twice
as-in = as in 2025-06-14
which-water-was-it = which water was it
how-many-drifts-casts-or = how many drifts, casts or retrieves
one-of = one of { $all }
larger-than-kb = larger than 900 kB
holds-no-line-columns-are = holds no line; columns are { $all }
lines = { $rows } lines
at-most-lines-at-a = at most { $most_rows } lines at a time
no-such-column-there-are = no such column; there are { $all }
this-column-is-missing = this column is missing
from-on-not-after-today = from { $first_year } on, not after today
as-in-2 = as in 18:30
at-most-characters = at most { $longest } characters
at-most-as-many-as = at most as many as there were drifts
is-no-table = is no table: { $error }
from-to = from { $text } to { $text2 }
a-whole-number-from-to = a whole number from { $least } to { $most }
""",
)

COLUMNS = (
    "day", "time", "water", "rig", "drifts", "touched", "takes", "lane", "step", "depth", "pace", "temperature", "note",
)  # fmt: skip
REQUIRED = ("day", "water", "drifts")
MOST_BYTES = 900_000
MOST_ROWS = 4000
MOST_FAULTS = 50
LONGEST = 120
MOST_DRIFTS = 400
FIRST_YEAR = 1990
NOON = time(12)
LANES = ("near", "main", "far")

Parsed = TypeVar("Parsed")


@dataclass(frozen=True)
class OldRow:
    """A line of a log: SI, empty where it does not say."""

    line: int
    day: date
    at: time
    water: str
    rig: str
    drifts: int
    touched: int | None
    takes: int
    lane: str
    step: int
    depth_m: float | None
    pace_m_s: float | None
    temperature_c: float | None
    note: str


def template() -> str:
    """Return a header with a line to write over."""
    return (
        ",".join(COLUMNS) + "\n2025-06-14,18:30,Weir Run,Short and led,30,8,2,main,1,0.9 m,0.6 m/s,12 °C,after rain\n"
    )


def read_old_log(text: str, writer: Writer, today: date) -> list[OldRow]:
    """Return the lines of a log; commas, semicolons or tabs between cells, figures in any unit, columns in any order.

    Raises
    ------
    InputError
        With everything wrong, by line.
    """
    if len(text.encode("utf-8", "surrogatepass")) > MOST_BYTES:
        raise InputError.one("file", "", say("larger-than-kb"))
    text = text.removeprefix("\ufeff")
    first = text.split("\n", 1)[0][:2000]
    try:
        reader = csv.reader(io.StringIO(text, newline=""), delimiter=max(",;\t", key=first.count))
        rows = [(reader.line_num, row) for row in reader if any(cell.strip() for cell in row)]
    except csv.Error as error:
        raise InputError.one("file", "", say("is-no-table", error=error)) from None
    if len(rows) < 2:
        raise InputError.one("file", "", say("holds-no-line-columns-are", all=", ".join(COLUMNS)))
    if len(rows) - 1 > MOST_ROWS:
        raise InputError.one("file", say("lines", rows=len(rows) - 1), say("at-most-lines-at-a", most_rows=MOST_ROWS))
    faults = FaultList()
    header = [cell.strip().casefold() for cell in rows[0][1]]
    for name in header:
        faults.check(name in COLUMNS, "header", shorten(name), say("no-such-column-there-are", all=", ".join(COLUMNS)))
    for name in REQUIRED:
        faults.check(name in header, "header", name, say("this-column-is-missing"))
    faults.check(len(set(header)) == len(header), "header", "", say("a-column-stands-twice"))
    faults.raise_if_any()
    found = []
    for line, row in rows[1:]:
        cells = {name: unquoted(cell).strip() for name, cell in zip(header, row, strict=False)}
        one = _row(line, cells, writer, today, faults)
        if one is not None:
            found.append(one)
        if len(faults.faults) >= MOST_FAULTS:
            break
    faults.raise_if_any()
    return found


def _row(line: int, cells: dict[str, str], writer: Writer, today: date, faults: FaultList) -> OldRow | None:
    before = len(faults.faults)
    where = f"line {line}: "

    def figure(name: str, rule: str, least: float, most: float) -> float | None:
        text = cells.get(name, "")
        if not text:
            return None
        with faults.under(""):
            value = writer.read(rule, shorten(text), f"{where}{name}")
            if faults.check(
                least <= value <= most, f"{where}{name}", text,
                say("from-to", text=writer.text(rule, least), text2=writer.text(rule, most)),
            ):  # fmt: skip
                return value
        return None

    def whole(name: str, least: int, most: int) -> int | None:
        text = cells.get(name, "")
        if not text:
            return None
        good = text.isascii() and text.lstrip("-").isdigit() and len(text) < 6 and least <= int(text) <= most
        return (
            int(text)
            if faults.check(good, where + name, text, say("a-whole-number-from-to", least=least, most=most))
            else None
        )

    day = _parsed(date.fromisoformat, cells.get("day", ""), f"{where}day", say("as-in"), faults)
    if day is not None:
        faults.check(
            day.year >= FIRST_YEAR and day <= today,
            f"{where}day",
            day,
            say("from-on-not-after-today", first_year=FIRST_YEAR),
        )
    at = (
        _parsed(time.fromisoformat, cells.get("time", ""), f"{where}time", say("as-in-2"), faults)
        if cells.get("time")
        else NOON
    )
    water, rig, note = (cells.get(k, "") for k in ("water", "rig", "note"))
    faults.check(bool(water), f"{where}water", "", say("which-water-was-it"))
    for name, text in (("water", water), ("rig", rig), ("note", note)):
        faults.check(
            len(text) <= LONGEST and "\0" not in text, where + name, text, say("at-most-characters", longest=LONGEST)
        )
    drifts, touched, takes = (
        whole("drifts", 1, MOST_DRIFTS),
        whole("touched", 0, MOST_DRIFTS),
        whole("takes", 0, MOST_DRIFTS),
    )
    faults.check(bool(cells.get("drifts")), f"{where}drifts", "", say("how-many-drifts-casts-or"))
    for name, n in (("touched", touched), ("takes", takes)):
        faults.check(n is None or drifts is None or n <= drifts, where + name, n, say("at-most-as-many-as"))
    lane = cells.get("lane", "") or "main"
    faults.check(lane in LANES, f"{where}lane", lane, say("one-of", all=", ".join(LANES)))
    step = whole("step", -500, 500)
    depth, pace = figure("depth", "depth", 0.05, 40.0), figure("pace", "speed", 0.0, 3.0)
    warm = figure("temperature", "temperature", -2.0, 40.0)
    if len(faults.faults) > before or day is None or at is None or drifts is None:
        return None
    return OldRow(
        line, day, at.replace(tzinfo=None), water, rig, drifts, touched, takes or 0, lane, 1 if step is None else step,
        depth, pace, warm, note,
    )  # fmt: skip


def _parsed(read: Callable[[str], Parsed], text: str, path: str, like: str, faults: FaultList) -> Parsed | None:
    try:
        return read(text)
    except ValueError:
        faults.add(path, text, like)
        return None
