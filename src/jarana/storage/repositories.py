"""Reading and writing documents; every query is bound to an owner."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from datetime import date, datetime
from typing import Any, TypeVar
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.stock.change import Entries
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.gauge import GaugeReading
from jarana.core.water.reach import Reach
from jarana.storage.tables import (
    AnglerRow,
    FloatRow,
    FlyLineRow,
    FlyPatternRow,
    GaugeRow,
    KnotTestRow,
    ReachDayRow,
    ReachRow,
    ReelRow,
    RigRevisionRow,
    RigRow,
    RingRow,
    RodRow,
    RuleSetRow,
    ShotRow,
    SignInTokenRow,
    SpoolRow,
    StockChangeRow,
    TieRow,
    WearRow,
)

OwnedRow = TypeVar("OwnedRow", ReachRow, RuleSetRow)
SHELVES: dict[str, Any] = {
    "spools": SpoolRow,
    "flies": FlyPatternRow,
    "lines": FlyLineRow,
    "rods": RodRow,
    "floats": FloatRow,
    "shot": ShotRow,
    "rings": RingRow,
    "reels": ReelRow,
    "knots": KnotTestRow,
}
"""The table of each kind of tackle."""
ORDERS: dict[str, Callable[[Any], Any]] = {
    "spools": lambda doc: (doc.number, doc.id),
    "floats": lambda doc: (doc.lift_gf, doc.id),
    "shot": lambda doc: (-doc.mass_mg, doc.id),
}
"""How the items of a kind lie in the drawer; by id where nothing is said."""


class Anglers:
    """People and the tokens that let them in."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def get(self, angler_id: UUID) -> AnglerRow | None:
        """Return a person by id."""
        return self.session.get(AnglerRow, angler_id)

    def named(self, name: str) -> AnglerRow | None:
        """Return a person by name."""
        return self.session.scalars(select(AnglerRow).where(AnglerRow.name == name)).first()

    def add(self, row: AnglerRow) -> AnglerRow:
        """Add a person."""
        self.session.add(row)
        self.session.flush()
        return row

    def add_token(self, digest: str, angler_id: UUID, expires_at: datetime) -> None:
        """Keep the hash of a one-time token."""
        self.session.add(SignInTokenRow(digest=digest, angler_id=angler_id, expires_at=expires_at))

    def spend_token(self, digest: str, now: datetime) -> AnglerRow | None:
        """Use a token up and return its person; None when it is unknown, used or too old."""
        query = select(SignInTokenRow).where(SignInTokenRow.digest == digest).with_for_update()
        token = self.session.scalars(query).first()
        if token is None or token.used_at is not None or token.expires_at < now:
            return None
        token.used_at = now
        return self.get(token.angler_id)


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
        return self.session.scalars(query.with_for_update() if lock else query).first()

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
        table = SHELVES[kind]
        query = select(table).where(table.owner_id == self.owner, table.deleted_at.is_(None))
        documents = [row.document for row in self.session.scalars(query)]
        return sorted(documents, key=ORDERS.get(kind, lambda doc: doc.id))

    def drawer(self) -> Drawer:
        """Return the tackle as edits and methods see it."""
        shelves: dict[str, Any] = {kind.drawer: tuple(self.shelf(key)) for key, kind in kinds().items()}
        return Drawer(**shelves)

    def item(self, kind: str, item: str) -> Any:
        """Return one document of a kind; None where it is not, or was thrown away."""
        row = self.session.get(SHELVES[kind], (item, self.owner))
        return row.document if row and row.deleted_at is None else None

    def put_item(self, kind: str, item: str, document: Any, now: datetime) -> None:
        """Keep one document of a kind, or throw it away with None; what was thrown away can come back."""
        row = self.session.get(SHELVES[kind], (item, self.owner))
        if document is None:
            if row:
                row.deleted_at = now
        elif row is None:
            self.session.add(SHELVES[kind](id=item, owner_id=self.owner, document=document))
        else:
            row.document, row.deleted_at = document, None

    def lock(self) -> None:
        """Let one change to the drawer through at a time."""
        self.session.execute(select(AnglerRow.id).where(AnglerRow.id == self.owner).with_for_update())

    def change(self, change_id: UUID) -> StockChangeRow | None:
        """Return a change to the drawer."""
        query = select(StockChangeRow).where(StockChangeRow.id == change_id, StockChangeRow.owner_id == self.owner)
        return self.session.scalars(query).first()

    def change_taken(self, change_id: UUID) -> bool:
        """Say whether any change, of anybody, has that id."""
        return self.session.get(StockChangeRow, change_id) is not None

    def changes_of_tie(self, tie_id: UUID) -> Sequence[StockChangeRow]:
        """Return what a tie took from the drawer and what became of its flies, oldest first."""
        query = select(StockChangeRow).where(StockChangeRow.tie_id == tie_id, StockChangeRow.owner_id == self.owner)
        return self.session.scalars(query.order_by(StockChangeRow.made_at)).all()

    def mark_tie(self, tie_id: UUID, undone_at: datetime | None) -> None:
        """Mark a tie taken back, or standing again."""
        row = self.session.scalars(select(TieRow).where(TieRow.id == tie_id, TieRow.owner_id == self.owner)).first()
        if row:
            row.undone_at = undone_at

    def changes(self, most: int) -> Sequence[StockChangeRow]:
        """Return the newest changes to the drawer, newest first."""
        query = select(StockChangeRow).where(StockChangeRow.owner_id == self.owner)
        return self.session.scalars(query.order_by(StockChangeRow.made_at.desc()).limit(most)).all()

    def add_change(self, change_id: UUID, why: str, entries: Entries, tie_id: UUID | None = None) -> StockChangeRow:
        """Write a change into the ledger."""
        row = StockChangeRow(id=change_id, owner_id=self.owner, why=why[:200], entries=entries, tie_id=tie_id)
        self.session.add(row)
        return row

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


class Rigs:
    """One angler's rigs and their revisions."""

    def __init__(self, session: Session, owner: UUID) -> None:
        self.session, self.owner = session, owner

    def get(self, rig_id: UUID, lock: bool = False, deleted: bool = False) -> RigRow | None:
        """Return a rig; with `deleted` also one that was thrown away."""
        query = select(RigRow).where(RigRow.id == rig_id, RigRow.owner_id == self.owner)
        if not deleted:
            query = query.where(RigRow.deleted_at.is_(None))
        return self.session.scalars(query.with_for_update() if lock else query).first()

    def taken(self, rig_id: UUID) -> bool:
        """Say whether any rig, of anybody, has that id."""
        return self.session.get(RigRow, rig_id) is not None

    def heads(self) -> Sequence[RigRevisionRow]:
        """Return the newest revision of every rig, newest first."""
        query = (
            select(RigRevisionRow)
            .join(RigRow, RigRow.head_revision == RigRevisionRow.id)
            .where(RigRow.owner_id == self.owner, RigRow.deleted_at.is_(None))
            .order_by(RigRevisionRow.made_at.desc(), RigRevisionRow.id)
        )
        return self.session.scalars(query).all()

    def revision(self, revision_id: UUID) -> RigRevisionRow | None:
        """Return a revision of one's own."""
        query = select(RigRevisionRow).where(RigRevisionRow.id == revision_id, RigRevisionRow.owner_id == self.owner)
        return self.session.scalars(query).first()

    def history(self, rig_id: UUID, most: int) -> Sequence[RigRevisionRow]:
        """Return the newest revisions of a rig, newest first."""
        query = (
            select(RigRevisionRow)
            .where(RigRevisionRow.rig_id == rig_id, RigRevisionRow.owner_id == self.owner)
            .order_by(RigRevisionRow.number.desc())
            .limit(most)
        )
        return self.session.scalars(query).all()

    def add(self, rig_id: UUID, revision_id: UUID, document: Rig, occasion: str) -> RigRevisionRow:
        """Make a rig with its first revision."""
        self.session.add(RigRow(id=rig_id, owner_id=self.owner, head_revision=revision_id))
        self.session.flush()
        return self._revise(rig_id, revision_id, None, 1, document, occasion)

    def revise(self, rig: RigRow, revision_id: UUID, document: Rig, occasion: str) -> RigRevisionRow:
        """Add a revision on top of the newest."""
        head = self.revision(rig.head_revision)
        number = head.number + 1 if head else 1
        row = self._revise(rig.id, revision_id, rig.head_revision, number, document, occasion)
        rig.head_revision = revision_id
        return row

    def tie(self, tie_id: UUID) -> TieRow | None:
        """Return a tie of one's own, locked."""
        query = select(TieRow).where(TieRow.id == tie_id, TieRow.owner_id == self.owner).with_for_update()
        return self.session.scalars(query).first()

    def last_tie(self, rig_id: UUID) -> TieRow | None:
        """Return the newest tie of a rig that was not taken back."""
        query = (
            select(TieRow)
            .where(TieRow.rig_id == rig_id, TieRow.owner_id == self.owner, TieRow.undone_at.is_(None))
            .order_by(TieRow.made_at.desc())
            .limit(1)
        )
        return self.session.scalars(query).first()

    def wear(self, tie_id: UUID) -> Sequence[WearRow]:
        """Return what happened to a tied rig, oldest first, without what was taken back."""
        query = select(WearRow).where(
            WearRow.tie_id == tie_id, WearRow.owner_id == self.owner, WearRow.undone_at.is_(None)
        )
        return self.session.scalars(query.order_by(WearRow.made_at)).all()

    def wear_row(self, wear_id: UUID) -> WearRow | None:
        """Return one thing that happened."""
        query = select(WearRow).where(WearRow.id == wear_id, WearRow.owner_id == self.owner)
        return self.session.scalars(query).first()

    def add_wear(self, row: WearRow) -> None:
        """Write down what happened."""
        self.session.add(row)
        self.session.flush()

    def _revise(
        self, rig_id: UUID, revision_id: UUID, base: UUID | None, number: int, document: Rig, occasion: str
    ) -> RigRevisionRow:
        row = RigRevisionRow(
            id=revision_id,
            rig_id=rig_id,
            owner_id=self.owner,
            base_id=base,
            number=number,
            document=document,
            occasion=occasion,
        )
        self.session.add(row)
        self.session.flush()
        return row
