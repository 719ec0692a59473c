"""Reading and writing documents; every query is bound to an owner."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, datetime
from typing import TypeVar
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach
from jarana.storage.tables import (
    AnglerRow,
    FloatRow,
    FlyLineRow,
    FlyPatternRow,
    MovementRow,
    ReachDayRow,
    ReachRow,
    RigRevisionRow,
    RigRow,
    RodRow,
    RuleSetRow,
    SignInTokenRow,
    SpoolRow,
    TieRow,
)

OwnedRow = TypeVar("OwnedRow", ReachRow, SpoolRow, FlyPatternRow, RodRow, FlyLineRow, FloatRow, RuleSetRow)


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

    def keep_rule_set(self, rules: RuleSet) -> None:
        """Add a rule set, or replace the one of that id."""
        self.session.merge(RuleSetRow(id=rules.id, owner_id=self.owner, document=rules))

    def spool_rows(self, ids: Sequence[str]) -> Sequence[SpoolRow]:
        """Return spools of those ids, locked, thrown away or not, always in the same order."""
        query = select(SpoolRow).where(SpoolRow.owner_id == self.owner, SpoolRow.id.in_(ids)).order_by(SpoolRow.id)
        return self.session.scalars(query.with_for_update()).all()

    def drawer(self) -> Drawer:
        """Return the tackle as edits and methods see it."""
        return Drawer(
            spools=tuple(sorted((r.document for r in self._rows(SpoolRow)), key=lambda s: s.number)),
            patterns=tuple(r.document for r in self._rows(FlyPatternRow)),
            rods=tuple(r.document for r in self._rows(RodRow)),
            lines=tuple(r.document for r in self._rows(FlyLineRow)),
            floats=tuple(sorted((r.document for r in self._rows(FloatRow)), key=lambda f: f.lift_gf)),
        )

    def add_reach(self, reach: Reach) -> ReachRow:
        """Add a reach."""
        row = ReachRow(id=reach.id, owner_id=self.owner, document=reach)
        self.session.add(row)
        self.session.flush()
        return row

    def keep_drawer(self, drawer: Drawer) -> None:
        """Add everything in a drawer, replacing what has the same id."""
        for spool in drawer.spools:
            self.session.merge(SpoolRow(id=spool.id, owner_id=self.owner, document=spool))
        for pattern in drawer.patterns:
            self.session.merge(FlyPatternRow(id=pattern.id, owner_id=self.owner, document=pattern))
        for rod in drawer.rods:
            self.session.merge(RodRow(id=rod.id, owner_id=self.owner, document=rod))
        for line in drawer.lines:
            self.session.merge(FlyLineRow(id=line.id, owner_id=self.owner, document=line))
        for body in drawer.floats:
            self.session.merge(FloatRow(id=body.id, owner_id=self.owner, document=body))


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

    def taken_for(self, tie_id: UUID) -> Sequence[MovementRow]:
        """Return what a tie took, and what was put back of it."""
        query = select(MovementRow).where(MovementRow.tie_id == tie_id, MovementRow.owner_id == self.owner)
        return self.session.scalars(query).all()

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
