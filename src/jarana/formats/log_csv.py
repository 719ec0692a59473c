"""A log of drifts as CSV: which rig, what was seen; of some drifts how many touched; or how deep it was sounded to be."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from dataclasses import dataclass, field

from jarana.core.errors import FaultList, InputError, shorten
from jarana.core.learn.water import Sight
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
to-m-as-a-number = { $least_m } to { $most_m } m as a number
line = line { $number }
holds-no-drift-columns-are = holds no drift; columns are { $all }
at-most-rows = at most { $most_rows } rows
rig = { $where }: rig
is-none-of = is none of { $all }
wants-a-code-or-drifts = wants a code, or drifts, low and high as whole numbers
to-of = { $low } to { $high } of { $drifts }
at-most-as-many-touched = at most as many touched as there were drifts, 1 to 60
is-no-table = is no table: { $error }
depth = { $where }: depth
code = { $where }: code
is-one-of = is one of { $all }
""",
)

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
        raise InputError.one("events", "", say("is-no-table", error=error)) from None
    if not rows:
        raise InputError.one("events", "", say("holds-no-drift-columns-are", all=", ".join(COLUMNS)))
    if len(rows) > MOST_ROWS:
        raise InputError.one("events", str(len(rows)), say("at-most-rows", most_rows=MOST_ROWS))
    for number, row in enumerate(rows, 2):
        where = say("line", number=number)
        if (row.get("code") or "").strip() == SOUNDED:
            depth = _depth(row.get("depth"))
            if faults.check(
                depth is not None, say("depth", where=where), shorten(row.get("depth") or ""), DEPTH_WANTED
            ):
                found.depths.append(depth or 0.0)
        elif (sight := _sight(row, rigs, where, faults)) is not None:
            found.sights.append(sight)
        if len(faults.faults) >= MOST_FAULTS:
            break
    faults.raise_if_any()
    return found


DEPTH_WANTED = say("to-m-as-a-number", least_m=f"{LEAST_M:g}", most_m=f"{MOST_M:g}")


def _depth(text: str | None) -> float | None:
    try:
        depth = float((text or "")[:12])
    except ValueError:
        return None
    return depth if LEAST_M <= depth <= MOST_M else None


def _sight(row: dict[str, str | None], rigs: Sequence[str], where: str, faults: FaultList) -> Sight | None:
    name, code = (row.get("rig") or "").strip(), (row.get("code") or "").strip()
    if not faults.check(
        name in rigs, say("rig", where=where), shorten(name), say("is-none-of", all=", ".join(rigs[:12]))
    ):
        return None
    if code:
        if not faults.check(
            code in CODES, say("code", where=where), shorten(code), say("is-one-of", all=", ".join((*CODES, SOUNDED)))
        ):
            return None
        return Sight(rigs.index(name), code)
    numbers = [_number(row.get(key)) for key in ("drifts", "low", "high")]
    if not faults.check(None not in numbers, where, "", say("wants-a-code-or-drifts")):
        return None
    drifts, low, high = (n or 0 for n in numbers)
    inside = 1 <= drifts <= 60 and 0 <= low <= high <= drifts
    if not faults.check(inside, where, say("to-of", low=low, high=high, drifts=drifts), say("at-most-as-many-touched")):
        return None
    return Sight(rigs.index(name), "", drifts, low, high)


def _number(text: str | None) -> int | None:
    return (
        int(text) if text is not None and text.strip().isascii() and text.strip().isdigit() and len(text) < 6 else None
    )
