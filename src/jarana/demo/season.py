"""Loads the demo angler's season (made by :mod:`jarana.demo.make_season`) as a phone would have sent it."""

from __future__ import annotations

import csv
from collections.abc import Iterator
from datetime import UTC, datetime, time, timedelta
from pathlib import Path
from uuid import UUID, uuid5

from jarana.core.journal import Event
from jarana.core.water.reach import Reach
from jarana.storage.work import Work
from jarana.usecases.keep_outing import MOST_EVENTS, take_events

FILE = Path(__file__).parent / "season.csv"
COLUMNS = ("outing", "days_ago", "rig", "second_of_day", "kind", "what", "second", "lane", "step", "said", "cm")
DEVICE = "demo-phone"


def load_season(work: Work, rigs: list[tuple[UUID, UUID, str, Reach]], namespace: UUID) -> None:
    """Write the season into a person's journal; `rigs` are id, revision, name and water of the demo's rigs."""
    events = list(_events(rigs, namespace, work.now))
    for k in range(0, len(events), MOST_EVENTS):
        _, refused = take_events(work, events[k : k + MOST_EVENTS])
        assert not refused, refused[0].why


def _events(rigs: list[tuple[UUID, UUID, str, Reach]], namespace: UUID, now: datetime) -> Iterator[Event]:
    with FILE.open(encoding="utf-8", newline="") as file:
        rows = list(csv.DictReader(file))
    begun: set[str] = set()
    seq = 0
    drift: UUID | None = None
    for row in rows:
        outing = uuid5(namespace, f"outing {row['outing']}")
        day = (now - timedelta(days=int(row["days_ago"]))).date()
        at = datetime.combine(day, time(), UTC) + timedelta(seconds=int(row["second_of_day"]))
        if row["outing"] not in begun:
            begun.add(row["outing"])
            seq += 1
            yield _event(outing, seq, at - timedelta(minutes=4), "outing", _begun(rigs[int(row["rig"])]), None)
        seq += 1
        key = uuid5(namespace, f"event {seq}")
        yield _event(key, seq, at, row["kind"], _payload(row, drift), outing)
        drift = key if row["kind"] == "drift" else drift


def _event(key: UUID, seq: int, at: datetime, kind: str, payload: dict[str, object], about: UUID | None) -> Event:
    told = {"type": kind, "version": 1} | payload
    return Event(id=key, device=DEVICE, seq=seq, at=at, kind=kind, about=about, payload=told)


def _begun(rig: tuple[UUID, UUID, str, Reach]) -> dict[str, object]:
    key, revision, name, water = rig
    return {
        "water": water.id,
        "water_name": water.full_name,
        "rigs": [{"id": str(key), "revision": str(revision), "name": name}],
        "depth_m": water.depth_m,
        "pace_m_s": water.pace_m_s,
        "temperature_c": water.temperature_c,
    }


def _payload(row: dict[str, str], drift: UUID | None) -> dict[str, object]:
    at = {"rig": 0, "option": 0, "lane": row["lane"], "step": int(row["step"])}
    second = float(row["second"]) if row["second"] else None
    if row["kind"] == "ended":
        return {"note": ""}
    if row["kind"] == "take":
        size = float(row["cm"]) if row["cm"] else None
        return {"at": at, "drift": str(drift), "second": second, "ended": row["what"], "species": "trout", "cm": size}
    said = float(row["said"]) if row["said"] else None
    return {"at": at, "tap": row["what"], "second": second, "said": said}
