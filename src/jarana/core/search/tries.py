"""Compute what a few edits would do to the readings that are not satisfied."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.errors import InputError, SolverError
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings.base import ORDER, Reading, ReadingKind, Try
from jarana.core.rig.compare import compare
from jarana.core.rig.cost import cost_of
from jarana.core.rig.edits.base import RigEdit
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
but = but { $worse }
""",
)

OFFERED = 2
MOST_TRIED = 14
"""Drifts computed for one answer."""


@dataclass(frozen=True)
class _Tried:
    edit: RigEdit
    situation: Situation
    readings: dict[str, Reading]


def readings_with_tries(situation: Situation) -> tuple[Reading, ...]:
    """Return the readings of a rig, those not satisfied with at most two edits that better them.

    Every edit is computed in full: a drift of its own, and every reading of it, so that what an edit costs
    elsewhere is said beside it.
    """
    readings = readings_of(situation)
    kinds = reading_kinds()
    tried: dict[str, _Tried | None] = {}
    told = []
    for reading in readings:
        kind = kinds[reading.key]
        if reading.severity == "fine" or kind.candidates is None:
            told.append(reading)
            continue
        found = []
        for edit in kind.candidates(situation):
            key = edit.model_dump_json()
            if key not in tried and len(tried) < MOST_TRIED:
                tried[key] = _try(edit, situation)
            if tried.get(key) is not None:
                found.append(tried[key])
        told.append(reading.model_copy(update={"tries": _best(kind, situation, readings, [f for f in found if f])}))
    return tuple(told)


def _try(edit: RigEdit, situation: Situation) -> _Tried | None:
    try:
        changed = edit.apply(situation.rig, situation.drawer, situation.writer)
        if changed == situation.rig:
            return None
        then = situation.with_rig(changed)
        return _Tried(edit, then, {r.key: r for r in readings_of(then)})
    except (InputError, SolverError):
        return None


def _best(kind: ReadingKind, before: Situation, readings: tuple[Reading, ...], found: list[_Tried]) -> tuple[Try, ...]:
    score = kind.score
    if score is None:
        return ()
    told = [t for t in found if kind.key in t.readings]
    better = sorted((t for t in told if score(t.situation) < score(before) - 1e-3), key=lambda t: score(t.situation))
    return tuple(_told(kind.key, before, readings, t) for t in better[:OFFERED])


def _told(key: str, before: Situation, readings: tuple[Reading, ...], tried: _Tried) -> Try:
    after = tried.readings[key]
    worse = [
        r.title.lower()
        for old in readings
        if old.key != key and (r := tried.readings.get(old.key)) is not None and ORDER[r.severity] < ORDER[old.severity]
    ]
    changes = compare(before.rig, tried.situation.rig, before.writer)
    # A spool of another diameter is one change to the angler: the line.
    name = next((c.text for c in changes if not c.what.endswith("spool")), "")
    water = before.water
    title = after.title[0].lower() + after.title[1:]
    return Try(
        edit=tried.edit.model_dump(mode="json"),
        name=name,
        effect=f"{title}, {after.figure} {after.unit}".strip(),
        severity=after.severity,
        costs=say("but", worse=worse[0]) if worse else "",
        takes=cost_of(before.rig, tried.situation.rig, water.temperature_c, water.wind_m_s).told(before.writer),
    )
