"""Bring an older log in: its lines become outings of the journal, once, however often they are brought."""

from __future__ import annotations

import hashlib
import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from uuid import NAMESPACE_OID, UUID, uuid5
from zoneinfo import ZoneInfo

from jarana.core.errors import FaultList
from jarana.core.journal import Event
from jarana.core.water.reach import Reach
from jarana.core.words import phrases
from jarana.formats.old_log import OldRow
from jarana.storage.work import Work
from jarana.usecases.keep_outing import take_events
from jarana.usecases.today import Asking

say = phrases(
    __name__,
    """
line-rig = line { $line }: rig
at-most-rigs-a-day = at most { $most_rigs } rigs a day on a water
line-depth = line { $line }: depth
this-water-is-none-of = this water is none of yours: how deep was it
""",
)

MOST_RIGS = 6
"""Of an outing, as the journal keeps it."""
MOST_OF_A_BATCH = 60
A_LINE = timedelta(minutes=1)
MOST_KNOWN = 400
MOST_REVISIONS = 200


@dataclass(frozen=True)
class Brought:
    """What a log holds: outings, drifts and takes; lines on waters and with rigs that are not one's own."""

    outings: int
    drifts: int
    takes: int
    strange: tuple[str, ...]


def bring_log(work: Work, rows: Sequence[OldRow], asking: Asking, write: bool) -> Brought:
    """Bring lines in; without `write` only tell what they hold.

    A rig of one's own is taken as it was on that day. A water that is not one's own must tell its depth.

    Raises
    ------
    InputError
        Naming every line whose water is not one's own and has no depth, and days on which too many rigs were fished.
    """
    with work.reading():
        waters = {name: r.document for r in work.belongings.reach_rows() for name in _names(r.document)}
        rigs = {r.name.casefold(): r.id for r in reversed(work.rigs.listed(MOST_KNOWN))}
    faults = FaultList()
    days: list[list[OldRow]] = []
    for _, group in itertools.groupby(sorted(rows, key=_day_and_water), key=_day_and_water):
        own = list(group)
        names = list(dict.fromkeys(r.rig for r in own))
        path = say("line-rig", line=own[0].line)
        faults.check(len(names) <= MOST_RIGS, path, len(names), say("at-most-rigs-a-day", most_rigs=MOST_RIGS))
        if _key(own[0].water) not in waters:
            known = any(r.depth_m for r in own)
            faults.check(known, say("line-depth", line=own[0].line), "", say("this-water-is-none-of"))
        days.append(own)
    faults.raise_if_any()
    if write:
        for own in days:
            take_events(work, _events(work, own, waters.get(_key(own[0].water)), rigs, asking))
    strange = {r.water for r in rows if _key(r.water) not in waters} | {
        r.rig for r in rows if r.rig and r.rig.casefold() not in rigs
    }
    return Brought(len(days), sum(r.drifts for r in rows), sum(r.takes for r in rows), tuple(sorted(strange)))


def _names(reach: Reach) -> tuple[str, ...]:
    return _key(reach.name), _key(reach.full_name), reach.id


def _key(name: str) -> str:
    return " ".join(name.casefold().split())


def _day_and_water(row: OldRow) -> tuple[str, str]:
    return row.day.isoformat(), _key(row.water)


def _events(
    work: Work, rows: Sequence[OldRow], reach: Reach | None, rigs: dict[str, UUID], asking: Asking
) -> list[Event]:
    """Return the events of a day on a water; the same lines make the same events."""
    print_ = hashlib.sha256(
        repr([(r.water, r.day, r.rig, r.drifts, r.touched, r.takes, r.lane, r.step) for r in rows]).encode()
    )
    about = uuid5(NAMESPACE_OID, f"{work.owner} {print_.hexdigest()}")
    device = f"log-{about}"
    begins = datetime.combine(rows[0].day, min(r.at for r in rows), ZoneInfo(asking.zone)).astimezone(UTC)
    names = list(dict.fromkeys(r.rig for r in rows))
    depth = next((r.depth_m for r in rows if r.depth_m), reach.depth_m if reach else 1.0)
    pace = next((r.pace_m_s for r in rows if r.pace_m_s is not None), reach.pace_m_s if reach else 0.0)
    made: list[Event] = []

    def add(kind: str, when: datetime, **payload: object) -> None:
        seq = len(made) + 1
        key = about if kind == "outing" else uuid5(about, str(seq))
        told = {"type": kind, "version": 1} | payload
        made.append(
            Event(
                id=key,
                device=device,
                seq=seq,
                at=when,
                kind=kind,
                about=None if kind == "outing" else about,
                payload=told,
            )
        )

    along = [_along(work, name, rigs, rows[0]) for name in names]
    note = "; ".join(dict.fromkeys(r.note for r in rows if r.note))[:120]
    add(
        "outing", begins, water=reach.id if reach else f"log-{uuid5(about, rows[0].water)}",
        water_name=(reach.full_name if reach else rows[0].water)[:120],
        rigs=along, depth_m=depth, pace_m_s=pace, note=note,
        temperature_c=next((r.temperature_c for r in rows if r.temperature_c is not None), None),
    )  # fmt: skip
    at = begins
    for row in rows:
        place = {"rig": names.index(row.rig), "option": 0, "lane": row.lane, "step": row.step}
        for drifts, low, high, takes in _batches(row):
            at += A_LINE
            add("batch", at, at=place, drifts=drifts, low=low, high=high, takes=takes)
    add("ended", at + A_LINE, note="")
    return made


def _batches(row: OldRow) -> list[tuple[int, int, int, int]]:
    """Return a line in batches as the journal keeps them: drifts, touched from and to, takes."""
    found = []
    left, touched, takes = row.drifts, row.touched, row.takes
    while left > 0:
        drifts = min(left, MOST_OF_A_BATCH)
        took = min(takes, drifts)
        low, high = (0, drifts) if touched is None else (min(touched, drifts), min(touched, drifts))
        found.append((drifts, low, high, took))
        left, takes = left - drifts, takes - took
        touched = None if touched is None else touched - low
    return found


def _along(work: Work, name: str, rigs: dict[str, UUID], row: OldRow) -> dict[str, object]:
    """Return a rig that went along: one's own as it was at the end of that day, or a name alone."""
    key = rigs.get(name.casefold())
    if key is None:
        return {"id": "unknown", "name": name or "a rig"}
    with work.reading():
        then = [r for r in work.rigs.history(key, MOST_REVISIONS) if r.made_at.date() <= row.day]
    return {"id": str(key), "revision": str(then[0].id) if then else None, "name": name[:120]}
