"""Reading and writing documents; every query is bound to an owner."""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from datetime import date, datetime
from functools import lru_cache
from typing import Any, TypeVar
from uuid import UUID

from sqlalchemy import ColumnElement, Text, cast, delete, func, select, tuple_
from sqlalchemy.orm import Session

from jarana.core.documents import read, written
from jarana.core.journal import Event
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.gauge import GaugeReading
from jarana.core.water.reach import Reach
from jarana.storage.database import held
from jarana.storage.tables import (
    AnglerRow,
    CaseRow,
    EventRow,
    GaugeRow,
    ItemRow,
    LessonRow,
    ReachDayRow,
    ReachRow,
    RigRevisionRow,
    RigRow,
    RuleSetRow,
)

OwnedRow = TypeVar("OwnedRow", ReachRow, RuleSetRow)
MOST_TURNS = 1000
"""Links of a chain of undos that are followed."""


@lru_cache(maxsize=8192)
def _item(kind: str, text: str) -> Any:
    """Return the document of an item's text: known by its content, so it is never out of date, and frozen, so it is shared."""
    return read(kinds()[kind].document, json.loads(text))


class Belongings:
    """What one angler owns and where they fish."""

    def __init__(self, session: Session, owner: UUID) -> None:
        self.session, self.owner = session, owner

    def _rows(self, table: type[OwnedRow]) -> Sequence[OwnedRow]:
        query = select(table).where(table.owner_id == self.owner, table.deleted_at.is_(None)).order_by(table.id)
        return self.session.scalars(query).all()

    def reach_rows(self) -> Sequence[ReachRow]:
        """Return every reach, by name."""
        return sorted(self._rows(ReachRow), key=lambda r: (r.document.river, r.document.name, r.id))

    def reach_row(self, reach_id: str, deleted: bool = False, lock: bool = False) -> ReachRow | None:
        """Return one reach; with `deleted` also one that was thrown away."""
        query = select(ReachRow).where(ReachRow.id == reach_id, ReachRow.owner_id == self.owner)
        if not deleted:
            query = query.where(ReachRow.deleted_at.is_(None))
        return self.session.scalars(held(query) if lock else query).first()

    def days(self, reach_id: str) -> Sequence[ReachDayRow]:
        """Return the dated copies of a reach, newest first."""
        query = (
            select(ReachDayRow)
            .where(ReachDayRow.reach_id == reach_id, ReachDayRow.owner_id == self.owner)
            .order_by(ReachDayRow.day.desc())
        )
        return self.session.scalars(query).all()

    def keep_day(self, reach: Reach, day: date) -> None:
        """Keep a reach as it is on a day, over what was kept of that day."""
        self.session.merge(ReachDayRow(reach_id=reach.id, owner_id=self.owner, day=day, document=reach))

    def lesson_row(self, reach_id: str, lock: bool = False) -> LessonRow | None:
        """Return what was learnt of a water."""
        query = select(LessonRow).where(LessonRow.reach_id == reach_id, LessonRow.owner_id == self.owner)
        return self.session.scalars(held(query) if lock else query).first()

    def add_lesson(self, reach_id: str) -> LessonRow:
        """Add an empty lesson of a water of one's own."""
        row = LessonRow(reach_id=reach_id, owner_id=self.owner)
        self.session.add(row)
        return row

    def rules_of(self, reach: Reach) -> RuleSet | None:
        """Return the rule set attached to a water, None where there is none of one's own."""
        row = self.rule_set_row(reach.rules) if reach.rules else None
        return row.document if row is not None and row.deleted_at is None else None

    def rule_sets(self) -> tuple[RuleSet, ...]:
        """Return every rule set."""
        return tuple(row.document for row in self._rows(RuleSetRow))

    def rule_set_row(self, rules_id: str) -> RuleSetRow | None:
        """Return a rule set by id, thrown away or not."""
        query = select(RuleSetRow).where(RuleSetRow.id == rules_id, RuleSetRow.owner_id == self.owner)
        return self.session.scalars(query).first()

    def keep_rule_set(self, rules: RuleSet) -> None:
        """Add a rule set, or replace the one of that id."""
        self.session.merge(RuleSetRow(id=rules.id, owner_id=self.owner, document=rules))

    def shelf(self, kind: str) -> list[Any]:
        """Return the documents of a kind of tackle, in their order."""
        return sorted((item for _, item in self._items(ItemRow.kind == kind)), key=kinds()[kind].drawn)

    def drawer(self) -> Drawer:
        """Return the tackle as edits and methods see it."""
        found: dict[str, list[Any]] = {key: [] for key in kinds()}
        for kind, item in self._items():
            found[kind].append(item)
        shelves: dict[str, Any] = {
            kind.drawer: tuple(sorted(found[key], key=kind.drawn)) for key, kind in kinds().items()
        }
        return Drawer(**shelves)

    def _items(self, *only: ColumnElement[bool]) -> Iterator[tuple[str, Any]]:
        """Yield kind and document of what is owned; a text that was read before is not read again."""
        query = select(ItemRow.kind, cast(ItemRow.document, Text)).where(
            ItemRow.owner_id == self.owner, ItemRow.deleted_at.is_(None), *only
        )
        for kind, text in self.session.execute(query):
            yield kind, _item(kind, text)

    def item(self, kind: str, item: str) -> Any:
        """Return one document of a kind; None where it is not, or was thrown away."""
        row = self.session.get(ItemRow, (self.owner, kind, item))
        return read(kinds()[kind].document, row.document) if row and row.deleted_at is None else None

    def put_item(self, kind: str, item: str, document: Any, now: datetime) -> None:
        """Keep one document of a kind, or throw it away with None; what was thrown away can come back."""
        row = self.session.get(ItemRow, (self.owner, kind, item))
        if document is None:
            if row:
                row.deleted_at = now
        elif row is None:
            self.session.add(ItemRow(owner_id=self.owner, kind=kind, id=item, document=written(document)))
        else:
            row.document, row.deleted_at = written(document), None

    def empty_items(self) -> None:
        """Take every item away, to lay them out again from the journal."""
        self.session.execute(delete(ItemRow).where(ItemRow.owner_id == self.owner))
        self.session.expire_all()

    def lock(self) -> AnglerRow | None:
        """Let one change of this person through at a time; return the person."""
        return self.session.scalars(held(select(AnglerRow).where(AnglerRow.id == self.owner))).first()

    def add_reach(self, reach: Reach) -> ReachRow:
        """Add a reach."""
        row = ReachRow(id=reach.id, owner_id=self.owner, document=reach)
        self.session.add(row)
        self.session.flush()
        return row


class Gauges:
    """The last good reading of each gauge; the same for everybody."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def last(self, station: str) -> GaugeReading | None:
        """Return the last good reading."""
        row = self.session.get(GaugeRow, station)
        return row.reading if row else None

    def keep(self, reading: GaugeReading) -> None:
        """Keep a good reading."""
        self.session.merge(GaugeRow(station=reading.station, reading=reading))


class Cases:
    """Computations that failed, kept so that they can be run again."""

    def __init__(self, session: Session, owner: UUID) -> None:
        self.session, self.owner = session, owner

    def keep(self, key: str, message: str, situation: dict[str, Any]) -> None:
        """Keep a case."""
        self.session.add(CaseRow(id=key, owner_id=self.owner, message=message[:400], situation=situation))


class Rigs:
    """One angler's rigs and their revisions."""

    def __init__(self, session: Session, owner: UUID) -> None:
        self.session, self.owner = session, owner

    def get(self, rig_id: UUID, lock: bool = False, deleted: bool = False) -> RigRow | None:
        """Return a rig; with `deleted` also one that was thrown away."""
        query = select(RigRow).where(RigRow.id == rig_id, RigRow.owner_id == self.owner)
        if not deleted:
            query = query.where(RigRow.deleted_at.is_(None))
        return self.session.scalars(held(query) if lock else query).first()

    def listed(self, most: int, after: int = 0) -> Sequence[RigRow]:
        """Return rigs, newest first, so many of them after so many others; no document is read."""
        query = (
            select(RigRow)
            .where(RigRow.owner_id == self.owner, RigRow.deleted_at.is_(None))
            .order_by(RigRow.changed_at.desc(), RigRow.id)
        )
        return self.session.scalars(query.offset(after).limit(most)).all()

    def documents(self, most: int) -> Sequence[tuple[UUID, Rig]]:
        """Return so many rigs as they are now, the newest first."""
        query = (
            select(RigRow.id, RigRevisionRow.document)
            .join(
                RigRevisionRow,
                (RigRevisionRow.owner_id == RigRow.owner_id) & (RigRevisionRow.id == RigRow.head_revision),
            )
            .where(RigRow.owner_id == self.owner, RigRow.deleted_at.is_(None))
            .order_by(RigRow.changed_at.desc(), RigRow.id)
        )
        return [(row[0], row[1]) for row in self.session.execute(query.limit(most))]

    def fished(self, revision: str | None) -> Rig | None:
        """Return the rig of a revision as an outing names it; None where there is none any more."""
        try:
            row = self.revision(UUID(revision or ""))
        except ValueError:
            return None
        return row.document if row else None

    def revision(self, revision_id: UUID) -> RigRevisionRow | None:
        """Return a revision of one's own."""
        return self.session.get(RigRevisionRow, (self.owner, revision_id))

    def history(self, rig_id: UUID, most: int, before: int | None = None) -> Sequence[RigRevisionRow]:
        """Return revisions of a rig, newest first, those of a lower number than `before`."""
        query = select(RigRevisionRow).where(RigRevisionRow.rig_id == rig_id, RigRevisionRow.owner_id == self.owner)
        if before is not None:
            query = query.where(RigRevisionRow.number < before)
        return self.session.scalars(query.order_by(RigRevisionRow.number.desc()).limit(most)).all()

    def add(self, rig_id: UUID, revision_id: UUID, document: Rig, occasion: str) -> RigRevisionRow:
        """Make a rig with its first revision."""
        rig = RigRow(id=rig_id, owner_id=self.owner, head_revision=revision_id, name="", method="", flies=[], number=1)
        _show(rig, document)
        self.session.add(rig)
        self.session.flush()
        return self._revise(rig, revision_id, None, document, occasion)

    def revise(self, rig: RigRow, revision_id: UUID, document: Rig, occasion: str) -> RigRevisionRow:
        """Add a revision on top of the newest."""
        base = rig.head_revision
        rig.number += 1
        rig.head_revision = revision_id
        rig.changed_at = func.clock_timestamp()
        _show(rig, document)
        return self._revise(rig, revision_id, base, document, occasion)

    def _revise(
        self, rig: RigRow, revision_id: UUID, base: UUID | None, document: Rig, occasion: str
    ) -> RigRevisionRow:
        row = RigRevisionRow(
            id=revision_id,
            rig_id=rig.id,
            owner_id=self.owner,
            base_id=base,
            number=rig.number,
            document=document,
            occasion=occasion,
        )
        self.session.add(row)
        self.session.flush()
        self.session.refresh(row, ["made_at"])
        return row


def _show(rig: RigRow, document: Rig) -> None:
    """Let a rig say what a list shows of it."""
    rig.name, rig.method = document.name, document.method
    rig.flies = [a.body.label for a in document.attachments]


class Journal:
    """One angler's record of what happened."""

    def __init__(self, session: Session, owner: UUID) -> None:
        self.session, self.owner = session, owner
        self._absent: set[UUID] = set()
        self._free: set[tuple[str, int]] = set()
        self._near: list[EventRow] = []
        """Held so that the session does not forget them."""

    @contextmanager
    def looked_up(self, events: Sequence[Event]) -> Iterator[None]:
        """Ask once for many events, while nobody else writes: which are there, and which places of their devices are taken."""
        ids = {event.id for event in events}
        about = {event.about for event in events if event.about is not None}
        places = {(event.device, event.seq) for event in events}
        mine = EventRow.owner_id == self.owner
        query = select(EventRow).where(
            mine, EventRow.id.in_(ids | about) | tuple_(EventRow.device, EventRow.seq).in_(list(places))
        )
        self._near = list(self.session.scalars(query))
        self._absent = ids - {row.id for row in self._near}
        self._free = places - {(row.device, row.seq) for row in self._near}
        try:
            yield
        finally:
            self._absent, self._free, self._near = set(), set(), []

    def there(self, ids: Sequence[UUID]) -> set[UUID]:
        """Return which of some events are written down."""
        query = select(EventRow.id).where(EventRow.owner_id == self.owner, EventRow.id.in_(ids))
        return set(self.session.scalars(query))

    def get(self, event_id: UUID) -> EventRow | None:
        """Return an event by id."""
        if event_id in self._absent:
            return None
        return self.session.get(EventRow, (self.owner, event_id))

    def append(self, event: Event) -> EventRow:
        """Write an event down, at the end; one that is there already stays as it is."""
        there = self.get(event.id)
        if there is not None:
            return there
        plain = event.model_dump(mode="json")
        row = EventRow(
            owner_id=self.owner,
            id=event.id,
            device=event.device,
            seq=event.seq,
            at=event.at,
            kind=event.kind,
            about=event.about,
            payload=plain["payload"],
            undoes=event.undoes,
        )
        self.session.add(row)
        self.session.flush()
        self._near.append(row)
        self._absent.discard(event.id)
        self._free.discard((event.device, event.seq))
        if event.undoes is not None:
            self._turn(event.undoes)
        return row

    def _turn(self, event_id: UUID) -> None:
        """Tell an event anew whether it stands, up the chain of what its own standing decides."""
        row = self.get(event_id)
        for _ in range(MOST_TURNS):
            if row is None:
                return
            query = select(EventRow.id).where(
                EventRow.owner_id == self.owner, EventRow.undoes == row.id, EventRow.undone.is_(False)
            )
            row.undone = self.session.scalars(query.limit(1)).first() is not None
            self.session.flush()
            row = self.get(row.undoes) if row.undoes is not None else None

    def next_seq(self, device: str) -> int:
        """Return the next place in a device's own order."""
        query = select(func.coalesce(func.max(EventRow.seq), -1)).where(
            EventRow.owner_id == self.owner, EventRow.device == device
        )
        return int(self.session.scalar(query) or 0) + 1

    def standing_undo(self, event_id: UUID) -> EventRow | None:
        """Return the undo that takes an event back, None where it stands."""
        query = select(EventRow).where(
            EventRow.owner_id == self.owner, EventRow.undoes == event_id, EventRow.undone.is_(False)
        )
        return self.session.scalars(query.limit(1)).first()

    def about(self, subject: UUID, kind: str, standing: bool = True) -> Sequence[EventRow]:
        """Return what happened to a thing, of one kind, oldest first; without `standing` also what was taken back."""
        query = select(EventRow).where(
            EventRow.owner_id == self.owner, EventRow.about == subject, EventRow.kind == kind
        )
        if standing:
            query = query.where(EventRow.undone.is_(False))
        return self.session.scalars(query.order_by(EventRow.place)).all()

    def newest(self, kind: str, most: int, before: int | None = None) -> Sequence[EventRow]:
        """Return the newest events of a kind, newest first, those written down before a place."""
        query = select(EventRow).where(EventRow.owner_id == self.owner, EventRow.kind == kind)
        if before is not None:
            query = query.where(EventRow.place < before)
        return self.session.scalars(query.order_by(EventRow.place.desc()).limit(most)).all()

    def of_outing(self, outing: UUID) -> Sequence[EventRow]:
        """Return every event of an outing, its beginning and undos among them, in the order they were written down."""
        mine = EventRow.owner_id == self.owner
        query = select(EventRow).where(mine, (EventRow.about == outing) | (EventRow.id == outing))
        return self.session.scalars(query.order_by(EventRow.place)).all()

    def of_outings(self, outings: Sequence[UUID], most: int) -> Sequence[EventRow]:
        """Return the newest events about some outings, in the order they were written down."""
        query = select(EventRow).where(EventRow.owner_id == self.owner, EventRow.about.in_(outings))
        return self.session.scalars(query.order_by(EventRow.place.desc()).limit(most)).all()[::-1]

    def taken_seq(self, device: str, seq: int) -> bool:
        """Say whether a device has used a place in its order."""
        if (device, seq) in self._free:
            return False
        query = select(EventRow.id).where(
            EventRow.owner_id == self.owner, EventRow.device == device, EventRow.seq == seq
        )
        return self.session.scalars(query.limit(1)).first() is not None

    def everything(self, kind: str) -> Sequence[EventRow]:
        """Return every event of a kind, oldest first."""
        query = select(EventRow).where(EventRow.owner_id == self.owner, EventRow.kind == kind)
        return self.session.scalars(query.order_by(EventRow.place)).all()
