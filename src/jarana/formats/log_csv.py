"""A log of drifts as CSV: which rig, what was seen; of some drifts how many touched; or how deep it was sounded to be."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from dataclasses import dataclass, field

from jarana.core.errors import FaultList, InputError, shorten
from jarana.core.learn.water import Sight

CODES = ("nothing", "ticked", "dragging")
MOST_ROWS = 20_000
MOST_FAULTS = 50
COLUMNS = ("rig", "code", "drifts", "low", "high", "depth")
SOUNDED = "sounded"
"""The code of a row that tells of a sounding: `depth`, m, of whatever rig."""
LEAST_M, MOST_M = 0.1, 40.0


@dataclass
class Log:
    """What was seen of which rig, and depths that were sounded, m."""

    sights: list[Sight] = field(default_factory=list)
    depths: list[float] = field(default_factory=list)


def read_log(text: str, rigs: Sequence[str]) -> Log:
    """Return what a log tells, rigs by their place in `rigs`.

    A row names a rig and a code; or leaves the code out and tells of so many drifts between what numbers touched;
    or its code is `sounded`, and it tells a depth in metres.

    Raises
    ------
    InputError
        With everything wrong, by line.
    """
    faults = FaultList()
    found = Log()
    try:
        rows = list(csv.DictReader(io.StringIO(text.removeprefix("\ufeff"))))
    except csv.Error as error:
        raise InputError.one("events", "", f"is no table: {error}") from None
    if not rows:
        raise InputError.one("events", "", f"holds no drift; columns are {', '.join(COLUMNS)}")
    if len(rows) > MOST_ROWS:
        raise InputError.one("events", str(len(rows)), f"at most {MOST_ROWS} rows")
    for number, row in enumerate(rows, 2):
        where = f"line {number}"
        if (row.get("code") or "").strip() == SOUNDED:
            depth = _depth(row.get("depth"))
            if faults.check(depth is not None, f"{where}: depth", shorten(row.get("depth") or ""), DEPTH_WANTED):
                found.depths.append(depth or 0.0)
        elif (sight := _sight(row, rigs, where, faults)) is not None:
            found.sights.append(sight)
        if len(faults.faults) >= MOST_FAULTS:
            break
    faults.raise_if_any()
    return found


DEPTH_WANTED = f"{LEAST_M:g} to {MOST_M:g} m as a number"


def _depth(text: str | None) -> float | None:
    try:
        depth = float((text or "")[:12])
    except ValueError:
        return None
    return depth if LEAST_M <= depth <= MOST_M else None


def _sight(row: dict[str, str | None], rigs: Sequence[str], where: str, faults: FaultList) -> Sight | None:
    name, code = (row.get("rig") or "").strip(), (row.get("code") or "").strip()
    if not faults.check(name in rigs, f"{where}: rig", shorten(name), f"is none of {', '.join(rigs[:12])}"):
        return None
    if code:
        if not faults.check(
            code in CODES, f"{where}: code", shorten(code), f"is one of {', '.join((*CODES, SOUNDED))}"
        ):
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
