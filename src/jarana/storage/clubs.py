"""Clubs, their people and what is in them."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from uuid import UUID

from sqlalchemy import delete, func, select
from sqlalchemy.orm import Session

from jarana.storage.database import held
from jarana.storage.row_security import at_the_door
from jarana.storage.tables import AnglerRow, ClubCallRow, ClubCopyRow, ClubMemberRow, ClubRow, ClubThingRow


class Clubs:
    """The clubs one person is in; of others nothing is seen."""

    def __init__(self, session: Session, owner: UUID) -> None:
        self.session, self.owner = session, owner

    def mine(self) -> Sequence[tuple[ClubRow, str, int]]:
        """Return one's clubs by name, one's role in each, and how many people each has."""
        count = select(func.count()).where(ClubMemberRow.club_id == ClubRow.id).correlate(ClubRow).scalar_subquery()
        me = ClubMemberRow.__table__.alias()
        query = (
            select(ClubRow, me.c.role, count)
            .join(me, (me.c.club_id == ClubRow.id) & (me.c.angler_id == self.owner))
            .order_by(ClubRow.name, ClubRow.id)
        )
        return [(club, role, int(people)) for club, role, people in self.session.execute(query)]

    def me(self, club: UUID, lock: bool = False) -> ClubMemberRow | None:
        """Return one's own place in a club."""
        query = select(ClubMemberRow).where(ClubMemberRow.club_id == club, ClubMemberRow.angler_id == self.owner)
        return self.session.scalars(held(query) if lock else query).first()

    def club(self, club: UUID) -> ClubRow | None:
        """Return a club one is in."""
        return self.session.get(ClubRow, club)

    @at_the_door
    def lock(self, club: UUID) -> None:
        """Let one change of a club happen at a time."""
        self.session.execute(select(ClubRow.id).where(ClubRow.id == club).with_for_update())

    @at_the_door
    def begin(self, row: ClubRow, member: ClubMemberRow) -> None:
        """Found a club."""
        self.session.add(row)
        self.session.flush()
        self.session.add(member)

    @at_the_door
    def join(self, member: ClubMemberRow) -> None:
        """Let somebody in."""
        self.session.add(member)

    def people(self, club: UUID) -> Sequence[ClubMemberRow]:
        """Return the people of a club one is in, the longest in it first."""
        query = select(ClubMemberRow).where(ClubMemberRow.club_id == club)
        return self.session.scalars(query.order_by(ClubMemberRow.joined_at, ClubMemberRow.id)).all()

    @at_the_door
    def names(self, people: Sequence[UUID]) -> dict[UUID, str]:
        """Return what people are called."""
        query = select(AnglerRow.id, AnglerRow.name).where(AnglerRow.id.in_(people))
        return {row.id: row.name for row in self.session.execute(query)}

    @at_the_door
    def call(self, digest: str, now: datetime) -> ClubCallRow | None:
        """Return the call of a hash that stands."""
        query = select(ClubCallRow).where(ClubCallRow.digest == digest, ClubCallRow.expires_at > now)
        return self.session.scalars(query).first()

    def call_of(self, club: UUID, now: datetime) -> ClubCallRow | None:
        """Return the call of a club that stands."""
        query = select(ClubCallRow).where(ClubCallRow.club_id == club, ClubCallRow.expires_at > now)
        return self.session.scalars(query).first()

    def end_calls(self, club: UUID) -> None:
        """Let nobody in by a code any more."""
        self.session.execute(delete(ClubCallRow).where(ClubCallRow.club_id == club))

    def things(self, club: UUID) -> Sequence[ClubThingRow]:
        """Return what is in a club, newest first."""
        query = select(ClubThingRow).where(ClubThingRow.club_id == club)
        return self.session.scalars(query.order_by(ClubThingRow.put_at.desc(), ClubThingRow.id)).all()

    def thing(self, club: UUID, key: UUID, lock: bool = False) -> ClubThingRow | None:
        """Return a thing of a club."""
        query = select(ClubThingRow).where(ClubThingRow.club_id == club, ClubThingRow.id == key)
        return self.session.scalars(held(query) if lock else query).first()

    def copies(self, things: Sequence[UUID]) -> dict[UUID, ClubCopyRow]:
        """Return what one has of things, by thing."""
        query = select(ClubCopyRow).where(ClubCopyRow.thing_id.in_(things), ClubCopyRow.angler_id == self.owner)
        return {row.thing_id: row for row in self.session.scalars(query)}

    def copies_of(self, subject: str) -> Sequence[ClubCopyRow]:
        """Return of which clubs' things something of one's own is a copy that gives."""
        mine = ClubCopyRow.angler_id == self.owner, ClubCopyRow.subject == subject, ClubCopyRow.gives
        return self.session.scalars(select(ClubCopyRow).where(*mine)).all()

    @at_the_door
    def given(self, things: Sequence[ClubThingRow]) -> dict[UUID, list[dict[str, object]]]:
        """Return by thing what everybody's outings teach of it in its edition; not whose each is."""
        query = (
            select(ClubCopyRow.thing_id, ClubCopyRow.given)
            .join(ClubThingRow, ClubThingRow.id == ClubCopyRow.thing_id)
            .where(ClubCopyRow.thing_id.in_([t.id for t in things]), ClubCopyRow.edition == ClubThingRow.edition)
            .where(ClubCopyRow.gives, ClubCopyRow.given.is_not(None))
        )
        found: dict[UUID, list[dict[str, object]]] = {}
        for thing, given in self.session.execute(query):
            found.setdefault(thing, []).append(given)
        return found

    @at_the_door
    def drop_copies(self, club: UUID, angler: UUID) -> None:
        """Forget what somebody had of a club."""
        things = select(ClubThingRow.id).where(ClubThingRow.club_id == club).scalar_subquery()
        self.session.execute(
            delete(ClubCopyRow).where(ClubCopyRow.angler_id == angler, ClubCopyRow.thing_id.in_(things))
        )

    @at_the_door
    def remove(self, row: ClubRow | ClubMemberRow | ClubThingRow) -> None:
        """Delete a club, a thing of it, or somebody's place in it."""
        self.session.delete(row)
        self.session.flush()
