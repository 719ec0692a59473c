"""An outing as its events tell it: what was fished, what was seen, where, what it cost. A projection; it can be made anew."""

from __future__ import annotations

import itertools
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from jarana.core.bank.taps import every_tap
from jarana.core.journal.event import Event, event_kinds, standing
from jarana.core.journal.kinds.apart import Apart
from jarana.core.journal.kinds.batch import Batch
from jarana.core.journal.kinds.changed import Changed
from jarana.core.journal.kinds.drift import Drift, Placed
from jarana.core.journal.kinds.ended import Ended
from jarana.core.journal.kinds.outing import Along, Outing
from jarana.core.journal.kinds.seen import Seen
from jarana.core.journal.kinds.take import Take
from jarana.core.model import Frozen
from jarana.core.units import Writer

TOUCHES = ("ticked", "dragging")
LONGEST_PAUSE_S = 20 * 60.0
"""A pause between two taps that is longer is no fishing time (a guess)."""


class Fished(Frozen):
    """What one rig, as it was, did: drifts, those of them that touched, and takes."""

    rig: int
    option: int
    drifts: int = 0
    touched: int = 0
    takes: int = 0


class Covered(Frozen):
    """Drifts and takes at a lane and a step."""

    lane: str
    step: int
    drifts: int = 0
    takes: int = 0


class TakeTold(Frozen):
    """A take, as it was told.

    Attributes
    ----------
    edits
        Those that made the rig it was on of the rig as it was taken along.
    """

    id: UUID
    at: datetime
    rig: int
    option: int
    lane: str
    step: int
    fly: str | None
    second: float | None
    when: str
    ended: str
    species: str
    cm: float | None
    edits: tuple[dict[str, Any], ...] = ()


class Row(Frozen):
    """A line of the table of an outing; of a drift what was said of it, and whether it touched."""

    id: UUID
    at: datetime
    kind: str
    rig: int | None = None
    option: int | None = None
    lane: str = ""
    step: int | None = None
    what: str = ""
    second: float | None = None
    drifts: int = 0
    said: float | None = None
    touched: bool = False
    took: bool = False


class OutingView(Frozen):
    """An outing.

    Attributes
    ----------
    minutes
        Fishing time: from tap to tap, long pauses left out.
    lost
        Flies of the box that were lost.
    refused
        Changes that were proposed and not made.
    apart
        Nothing is learnt from it.
    """

    id: UUID
    begun_at: datetime
    ended_at: datetime | None
    water: str
    water_name: str
    rigs: tuple[Along, ...]
    depth_m: float
    pace_m_s: float
    temperature_c: float | None
    minutes: float
    drifts: int
    touched: int
    fished: tuple[Fished, ...]
    covered: tuple[Covered, ...]
    fish: tuple[TakeTold, ...]
    changes: int
    refused: int
    lost: tuple[str, ...]
    apart: bool = False
    rows: tuple[Row, ...]


@dataclass
class _Counts:
    drifts: int = 0
    touched: int = 0
    takes: int = 0


def in_order(events: Iterable[Event]) -> list[Event]:
    """Return events in the order they happened: every device's own order holds, whatever its clock says.

    Devices are laid beside each other by their clocks, each never going back.
    """
    by_device: dict[str, list[Event]] = {}
    for event in events:
        by_device.setdefault(event.device, []).append(event)
    rows: list[tuple[datetime, str, int, Event]] = []
    for device, own in by_device.items():
        latest: datetime | None = None
        for event in sorted(own, key=lambda e: e.seq):
            latest = event.at if latest is None else max(latest, event.at)
            rows.append((latest, device, event.seq, event))
    return [event for _, _, _, event in sorted(rows, key=lambda r: r[:3])]


METRIC = Writer()


def outing_of(events: Sequence[Event], writer: Writer = METRIC) -> OutingView | None:
    """Return an outing from its events, figures as a person reads them; None where it was not begun, or was taken back."""
    rows = in_order(standing(events))
    begun = next((e for e in rows if e.kind == "outing"), None)
    if begun is None:
        return None
    document = event_kinds()["outing"].of(begun)
    assert isinstance(document, Outing)
    depth, pace, temperature = document.depth_m, document.pace_m_s, document.temperature_c
    fished: dict[tuple[int, int], _Counts] = {}
    covered: dict[tuple[str, int], _Counts] = {}
    fish: list[TakeTold] = []
    made: dict[tuple[int, int], tuple[dict[str, Any], ...]] = {}
    lost: list[str] = []
    table: list[Row] = []
    changes = refused = 0
    ended: datetime | None = None
    apart = False
    for event in rows:
        if event.kind not in event_kinds() or event is begun:
            continue
        told = event_kinds()[event.kind].of(event)
        if isinstance(told, Drift | Batch):
            drifts, touched, takes = _counted(told)
            for counts in (
                fished.setdefault((told.at.rig, told.at.option), _Counts()),
                covered.setdefault((told.at.lane, told.at.step), _Counts()),
            ):
                counts.drifts += drifts
                counts.touched += touched
                counts.takes += takes
            if isinstance(told, Drift) and told.source and every_tap()[told.tap].loses:
                lost.append(told.source)
            what = told.tap if isinstance(told, Drift) else f"{told.low}–{told.high} of {told.drifts}"
            row = _row(event, told.at, what, told.second if isinstance(told, Drift) else None, drifts)
            if isinstance(told, Drift) and drifts:
                row = row.model_copy(update={"said": told.said, "touched": bool(touched), "took": bool(takes)})
            table.append(row)
        elif isinstance(told, Take):
            fish.append(_fish(event, told, made.get((told.at.rig, told.at.option), ())))
            words = ", ".join(
                w for w in (told.ended, told.species, writer.text("short", told.cm / 100) if told.cm else "") if w
            )
            table.append(_row(event, told.at, words, told.second, 0))
        elif isinstance(told, Changed):
            changes, refused = changes + int(told.made), refused + int(not told.made)
            if told.made:
                made[(told.rig, told.option)] = told.edits
            table.append(
                Row(id=event.id, at=event.at, kind=event.kind, rig=told.rig, option=told.option, what=told.text)
            )
        elif isinstance(told, Seen):
            depth, pace = told.depth_m or depth, told.pace_m_s if told.pace_m_s is not None else pace
            temperature = told.temperature_c if told.temperature_c is not None else temperature
            what = _seen(told, writer)
            table.append(Row(id=event.id, at=event.at, kind=event.kind, what=what))
        elif isinstance(told, Apart):
            apart = True
        elif isinstance(told, Ended):
            ended = event.at
            table.append(Row(id=event.id, at=event.at, kind=event.kind, what=told.note))
    return OutingView(
        id=begun.id,
        begun_at=begun.at,
        ended_at=ended,
        water=document.water,
        water_name=document.water_name,
        rigs=document.rigs,
        depth_m=depth,
        pace_m_s=pace,
        temperature_c=temperature,
        minutes=round(_minutes(rows), 1),
        drifts=sum(c.drifts for c in fished.values()),
        touched=sum(c.touched for c in fished.values()),
        fished=tuple(
            Fished(rig=k[0], option=k[1], drifts=c.drifts, touched=c.touched, takes=c.takes)
            for k, c in sorted(fished.items())
        ),
        covered=tuple(
            Covered(lane=k[0], step=k[1], drifts=c.drifts, takes=c.takes) for k, c in sorted(covered.items())
        ),
        fish=tuple(fish),
        changes=changes,
        refused=refused,
        lost=tuple(lost),
        apart=apart,
        rows=tuple(table),
    )


def _seen(told: Seen, writer: Writer) -> str:
    """Return what was seen of the water, in words."""
    figures = (("depth", told.depth_m), ("speed", told.pace_m_s), ("temperature", told.temperature_c))
    return ", ".join(writer.text(what, si) for what, si in figures if si is not None)


def _counted(told: Drift | Batch) -> tuple[int, int, int]:
    """Return the drifts an event tells of, those that touched, and its takes; a range of touches counts by its middle."""
    if isinstance(told, Batch):
        return told.drifts, round(0.5 * (told.low + told.high)), told.takes
    tap = every_tap().get(told.tap)
    if tap is None or not tap.ends:
        return 0, 0, 0
    return 1, int(tap.shows in TOUCHES), int(tap.takes)


def _row(event: Event, at: Placed, what: str, second: float | None, drifts: int) -> Row:
    return Row(
        id=event.id, at=event.at, kind=event.kind, rig=at.rig, option=at.option, lane=at.lane, step=at.step, what=what,
        second=second, drifts=drifts,
    )  # fmt: skip


def _fish(event: Event, told: Take, edits: tuple[dict[str, Any], ...]) -> TakeTold:
    return TakeTold(
        id=event.id, at=event.at, rig=told.at.rig, option=told.at.option, lane=told.at.lane, step=told.at.step,
        fly=told.fly, second=told.second, when=told.when, ended=told.ended, species=told.species, cm=told.cm,
        edits=edits,
    )  # fmt: skip


def _minutes(rows: Sequence[Event]) -> float:
    gaps = [(b.at - a.at).total_seconds() for a, b in itertools.pairwise(rows)]
    return sum(gap for gap in gaps if 0 < gap <= LONGEST_PAUSE_S) / 60.0
