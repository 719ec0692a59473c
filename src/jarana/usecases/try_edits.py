"""Compute what a few edits would do to the readings that are not satisfied."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.drift.result import simulate
from jarana.core.errors import InputError, SolverError
from jarana.core.methods.base import Method
from jarana.core.readings import reading_kinds
from jarana.core.readings.base import ORDER, Context, Known, Reading, ReadingKind, Try
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import System, Writer
from jarana.core.water.reach import Reach
from jarana.usecases.work_on_rig import method_of

OFFERED = 2
MOST_TRIED = 14
"""Drifts computed for one answer."""


@dataclass(frozen=True)
class _Tried:
    edit: RigEdit
    context: Context
    readings: dict[str, Reading]


def readings_with_tries(
    rig: Rig, water: Reach, drawer: Drawer, units: System, known: Known | None = None
) -> tuple[Reading, ...]:
    """Return the readings of a rig, those not satisfied with at most two edits that better them.

    Every edit is computed in full: a drift of its own, and every reading of it, so that what an edit costs
    elsewhere is said beside it.
    """
    method, writer, known = method_of(rig), Writer(units), known or Known()
    drift = simulate(rig, water)
    context = method.context(rig, water, drift, writer, known)
    readings = method.read(rig, water, drift, writer, known)
    kinds = reading_kinds()
    tried: dict[str, _Tried | None] = {}
    told = []
    for reading in readings:
        kind = kinds[reading.key]
        if reading.severity == "fine" or kind.candidates is None:
            told.append(reading)
            continue
        found = []
        for edit in kind.candidates(context):
            key = edit.model_dump_json()
            if key not in tried and len(tried) < MOST_TRIED:
                tried[key] = _try(edit, rig, water, drawer, method, writer, known)
            if tried.get(key) is not None:
                found.append(tried[key])
        told.append(reading.model_copy(update={"tries": _best(kind, context, readings, [f for f in found if f])}))
    return tuple(told)


def _try(
    edit: RigEdit, rig: Rig, water: Reach, drawer: Drawer, method: Method, writer: Writer, known: Known
) -> _Tried | None:
    try:
        changed = edit.apply(rig, drawer)
        if changed == rig:
            return None
        drift = simulate(changed, water)
    except (InputError, SolverError):
        return None
    readings = {r.key: r for r in method.read(changed, water, drift, writer, known)}
    return _Tried(edit, method.context(changed, water, drift, writer, known), readings)


def _best(kind: ReadingKind, before: Context, readings: tuple[Reading, ...], found: list[_Tried]) -> tuple[Try, ...]:
    score = kind.score
    if score is None:
        return ()
    better = sorted((t for t in found if score(t.context) < score(before) - 1e-3), key=lambda t: score(t.context))
    return tuple(_told(kind.key, before, readings, t) for t in better[:OFFERED])


def _told(key: str, before: Context, readings: tuple[Reading, ...], tried: _Tried) -> Try:
    after = tried.readings[key]
    worse = [
        r.title.lower()
        for old in readings
        if old.key != key and ORDER[(r := tried.readings[old.key]).severity] < ORDER[old.severity]
    ]
    changes = compare(before.rig, tried.context.rig, before.writer)
    # A spool of another diameter is one change to the angler: the line.
    name = next((c.text for c in changes if not c.what.endswith("spool")), "")
    title = after.title[0].lower() + after.title[1:]
    return Try(
        edit=tried.edit.model_dump(mode="json"),
        name=name,
        effect=f"{title}, {after.figure} {after.unit}".strip(),
        severity=after.severity,
        costs=f"but {worse[0]}" if worse else "",
    )
