"""A log of drifts as CSV: which rig, what was seen; or of some drifts how many touched."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence

from jarana.core.errors import FaultList, InputError, shorten
from jarana.core.learn.water import Sight

CODES = ("nothing", "ticked", "dragging")
MOST_ROWS = 20_000
MOST_FAULTS = 50
COLUMNS = ("rig", "code", "drifts", "low", "high")


def read_log(text: str, rigs: Sequence[str]) -> list[Sight]:
    """Return what a log tells, rigs by their place in `rigs`.

    A row names a rig and a code; or leaves the code out and tells of so many drifts between what numbers touched.

    Raises
    ------
    InputError
        With everything wrong, by line.
    """
    faults = FaultList()
    found: list[Sight] = []
    try:
        rows = list(csv.DictReader(io.StringIO(text.removeprefix("\ufeff"))))
    except csv.Error as error:
        raise InputError.one("events", "", f"is no table: {error}") from None
    if not rows:
        raise InputError.one("events", "", f"holds no drift; columns are {', '.join(COLUMNS)}")
    if len(rows) > MOST_ROWS:
        raise InputError.one("events", str(len(rows)), f"at most {MOST_ROWS} rows")
    for number, row in enumerate(rows, 2):
        sight = _sight(row, rigs, f"line {number}", faults)
        if sight is not None:
            found.append(sight)
        if len(faults.faults) >= MOST_FAULTS:
            break
    faults.raise_if_any()
    return found


def _sight(row: dict[str, str | None], rigs: Sequence[str], where: str, faults: FaultList) -> Sight | None:
    name, code = (row.get("rig") or "").strip(), (row.get("code") or "").strip()
    if not faults.check(name in rigs, f"{where}: rig", shorten(name), f"is none of {', '.join(rigs[:12])}"):
        return None
    if code:
        if not faults.check(code in CODES, f"{where}: code", shorten(code), f"is one of {', '.join(CODES)}"):
            return None
        return Sight(rigs.index(name), code)
    numbers = [_number(row.get(key)) for key in ("drifts", "low", "high")]
    if not faults.check(None not in numbers, where, "", "wants a code, or drifts, low and high as whole numbers"):
        return None
    drifts, low, high = (n or 0 for n in numbers)
    inside = 1 <= drifts <= 60 and 0 <= low <= high <= drifts
    if not faults.check(
        inside, where, f"{low} to {high} of {drifts}", "at most as many touched as there were drifts, 1 to 60"
    ):
        return None
    return Sight(rigs.index(name), "", drifts, low, high)


def _number(text: str | None) -> int | None:
    return (
        int(text) if text is not None and text.strip().isascii() and text.strip().isdigit() and len(text) < 6 else None
    )
