"""Reading and writing documents; every query is bound to an owner."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import TypeVar
from uuid import UUID

from sqlalchemy import select
from sqlalchemy.orm import Session

from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach
from jarana.storage.tables import (
    AnglerRow,
    FlyLineRow,
    FlyPatternRow,
    ReachRow,
    RigRevisionRow,
    RigRow,
    RodRow,
    SignInTokenRow,
    SpoolRow,
)

OwnedRow = TypeVar("OwnedRow", ReachRow, SpoolRow, FlyPatternRow, RodRow, FlyLineRow)


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

    def reaches(self) -> tuple[Reach, ...]:
        """Return every reach."""
        return tuple(row.document for row in self._rows(ReachRow))

    def drawer(self) -> Drawer:
        """Return the tackle as edits and methods see it."""
        return Drawer(
            spools=tuple(sorted((r.document for r in self._rows(SpoolRow)), key=lambda s: s.number)),
            patterns=tuple(r.document for r in self._rows(FlyPatternRow)),
            rods=tuple(r.document for r in self._rows(RodRow)),
            lines=tuple(r.document for r in self._rows(FlyLineRow)),
        )

    def keep_reach(self, reach: Reach) -> None:
        """Add a reach, or replace the one of that id."""
        self.session.merge(ReachRow(id=reach.id, owner_id=self.owner, document=reach))

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


class Rigs:
    """One angler's rigs and their revisions."""

    def __init__(self, session: Session, owner: UUID) -> None:
        self.session, self.owner = session, owner

    def get(self, rig_id: UUID, lock: bool = False) -> RigRow | None:
        """Return a rig that is not deleted."""
        query = select(RigRow).where(RigRow.id == rig_id, RigRow.owner_id == self.owner, RigRow.deleted_at.is_(None))
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

    def add(self, rig_id: UUID, revision_id: UUID, document: Rig) -> RigRevisionRow:
        """Make a rig with its first revision."""
        self.session.add(RigRow(id=rig_id, owner_id=self.owner, head_revision=revision_id))
        self.session.flush()
        return self._revise(rig_id, revision_id, None, 1, document)

    def revise(self, rig: RigRow, revision_id: UUID, document: Rig) -> RigRevisionRow:
        """Add a revision on top of the newest."""
        head = self.revision(rig.head_revision)
        number = head.number + 1 if head else 1
        row = self._revise(rig.id, revision_id, rig.head_revision, number, document)
        rig.head_revision = revision_id
        return row

    def _revise(self, rig_id: UUID, revision_id: UUID, base: UUID | None, number: int, document: Rig) -> RigRevisionRow:
        row = RigRevisionRow(
            id=revision_id, rig_id=rig_id, owner_id=self.owner, base_id=base, number=number, document=document
        )
        self.session.add(row)
        self.session.flush()
        return row
