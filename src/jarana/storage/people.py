"""People, the doors they come in by, and the links by which their things are seen."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from itertools import count
from uuid import UUID

from sqlalchemy import delete, func, select, update
from sqlalchemy.orm import Session

from jarana.storage.row_security import at_the_door
from jarana.storage.tables import AnglerRow, InvitationRow, PasskeyRow, ShareRow, SignInTokenRow, SittingRow


class Anglers:
    """People and the tokens that let them in."""

    def __init__(self, session: Session) -> None:
        self.session = session

    @at_the_door
    def get(self, angler_id: UUID) -> AnglerRow | None:
        """Return a person by id."""
        return self.session.get(AnglerRow, angler_id)

    @at_the_door
    def everybody(self, most: int) -> Sequence[AnglerRow]:
        """Return so many people, by name."""
        return self.session.scalars(select(AnglerRow).order_by(AnglerRow.name).limit(most)).all()

    @at_the_door
    def named(self, name: str) -> AnglerRow | None:
        """Return a person by name."""
        return self.session.scalars(select(AnglerRow).where(AnglerRow.name == name)).first()

    @at_the_door
    def add(self, row: AnglerRow) -> AnglerRow:
        """Add a person."""
        self.session.add(row)
        self.session.flush()
        return row

    @at_the_door
    def has_token(self, digest: str) -> bool:
        """Say whether there is a token of a hash, spent or not."""
        return self.session.get(SignInTokenRow, digest) is not None

    @at_the_door
    def add_token(self, digest: str, angler_id: UUID, expires_at: datetime, by_letter: bool = False) -> None:
        """Keep the hash of a one-time token; what is long too old is forgotten."""
        old = SignInTokenRow.expires_at < expires_at - timedelta(days=3)
        self.session.execute(delete(SignInTokenRow).where(SignInTokenRow.angler_id == angler_id, old))
        self.session.add(SignInTokenRow(digest=digest, angler_id=angler_id, expires_at=expires_at, by_letter=by_letter))

    @at_the_door
    def spend_token(self, digest: str, now: datetime) -> tuple[AnglerRow, bool] | None:
        """Use a token up and return its person, and whether it came by letter; None when it is unknown, used or too old."""
        query = select(SignInTokenRow).where(SignInTokenRow.digest == digest).with_for_update()
        token = self.session.scalars(query).first()
        if token is None or token.used_at is not None or token.expires_at < now:
            return None
        token.used_at = now
        row = self.get(token.angler_id)
        return (row, token.by_letter) if row is not None else None

    @at_the_door
    def begin_sitting(
        self, sitting: UUID, angler_id: UUID, now: datetime, life: timedelta, by_letter: bool = False
    ) -> None:
        """Let a browser sit; what ended, or was not used for as long as a sitting lives, is forgotten."""
        gone = SittingRow.ended_at.is_not(None) | (SittingRow.used_at < now - life)
        self.session.execute(delete(SittingRow).where(SittingRow.angler_id == angler_id, gone))
        self.session.add(SittingRow(id=sitting, angler_id=angler_id, begun_at=now, used_at=now, by_letter=by_letter))

    @at_the_door
    def who_sits(
        self, sitting: UUID, angler_id: UUID, now: datetime, life: timedelta
    ) -> tuple[AnglerRow, datetime] | None:
        """Return who sits at a browser still, and when it was last used, where it has not ended nor lain too long: one look for both."""
        still = SittingRow.ended_at.is_(None), SittingRow.used_at > now - life
        query = select(AnglerRow, SittingRow.used_at).join(SittingRow, SittingRow.angler_id == AnglerRow.id)
        found = self.session.execute(query.where(SittingRow.id == sitting, AnglerRow.id == angler_id, *still)).first()
        return None if found is None else (found[0], found[1])

    @at_the_door
    def use_sitting(self, sitting: UUID, now: datetime) -> None:
        """Write down that a browser is used."""
        self.session.execute(update(SittingRow).where(SittingRow.id == sitting).values(used_at=now))

    @at_the_door
    def sitting(self, sitting: UUID) -> SittingRow | None:
        """Return a sitting."""
        return self.session.get(SittingRow, sitting)

    @at_the_door
    def sitting_at(self, angler_id: UUID, since: datetime) -> int:
        """Return in how many browsers a person sits that were used after a time."""
        mine = SittingRow.angler_id == angler_id, SittingRow.ended_at.is_(None), SittingRow.used_at > since
        return int(self.session.scalar(select(func.count()).select_from(SittingRow).where(*mine)) or 0)

    @at_the_door
    def with_mail(self, mail: str) -> AnglerRow | None:
        """Return the person of a mail address."""
        return self.session.scalars(select(AnglerRow).where(AnglerRow.mail == mail)).first()

    @at_the_door
    def free_name(self, name: str) -> str:
        """Return a name nobody has: this one, or it with a number."""
        there = set(
            self.session.scalars(select(AnglerRow.name).where(AnglerRow.name.startswith(name, autoescape=True)))
        )
        return next(n for k in count(1) if (n := name if k == 1 else f"{name} {k}") not in there)

    @at_the_door
    def remove(self, angler_id: UUID) -> None:
        """Delete a person and everything that is theirs."""
        self.session.execute(delete(AnglerRow).where(AnglerRow.id == angler_id))

    @at_the_door
    def invite(self, digest: str, angler_id: UUID, expires_at: datetime, now: datetime, most: int) -> bool:
        """Keep the hash of an invitation, unless so many of this person's stand already."""
        self.session.execute(delete(InvitationRow).where(InvitationRow.expires_at < now))
        mine = select(func.count()).select_from(InvitationRow).where(InvitationRow.angler_id == angler_id)
        if int(self.session.scalar(mine) or 0) >= most:
            return False
        self.session.add(InvitationRow(digest=digest, angler_id=angler_id, expires_at=expires_at))
        return True

    @at_the_door
    def spend_invitation(self, digest: str, now: datetime) -> bool:
        """Use an invitation up; say whether there was one."""
        gone = delete(InvitationRow).where(InvitationRow.digest == digest, InvitationRow.expires_at > now)
        return self.session.scalar(gone.returning(InvitationRow.digest)) is not None

    @at_the_door
    def end_sittings(self, angler_id: UUID, now: datetime, only: UUID | None = None, but: UUID | None = None) -> None:
        """End one sitting of a person, or all of them, or all `but` one."""
        change = update(SittingRow).where(SittingRow.angler_id == angler_id, SittingRow.ended_at.is_(None))
        if but is not None:
            change = change.where(SittingRow.id != but)
        self.session.execute((change.where(SittingRow.id == only) if only else change).values(ended_at=now))


class Passkeys:
    """Keys that let people in, by their public halves."""

    def __init__(self, session: Session) -> None:
        self.session = session

    @at_the_door
    def get(self, key: str) -> PasskeyRow | None:
        """Return a passkey, whosesoever it is."""
        return self.session.get(PasskeyRow, key)

    def of(self, angler_id: UUID) -> Sequence[PasskeyRow]:
        """Return a person's passkeys, newest first."""
        mine = select(PasskeyRow).where(PasskeyRow.angler_id == angler_id)
        return self.session.scalars(mine.order_by(PasskeyRow.made_at.desc(), PasskeyRow.id)).all()

    def add(self, row: PasskeyRow) -> None:
        """Keep a passkey."""
        self.session.add(row)
        self.session.flush()

    def remove(self, angler_id: UUID, key: str) -> bool:
        """Forget a passkey of a person; say whether there was one."""
        gone = delete(PasskeyRow).where(PasskeyRow.angler_id == angler_id, PasskeyRow.id == key)
        return self.session.scalar(gone.returning(PasskeyRow.id)) is not None

    @at_the_door
    def used(self, row: PasskeyRow, signed: int, now: datetime) -> None:
        """Note that a passkey let its person in."""
        row.signed, row.used_at = signed, now
        self.session.flush()


class Shares:
    """Links by which one person's things are seen."""

    def __init__(self, session: Session) -> None:
        self.session = session

    def add(self, row: ShareRow) -> None:
        """Keep a link."""
        self.session.add(row)
        self.session.flush()

    def of(self, owner: UUID) -> Sequence[ShareRow]:
        """Return the links of a person, newest first."""
        return self.session.scalars(
            select(ShareRow).where(ShareRow.owner_id == owner).order_by(ShareRow.made_at.desc(), ShareRow.id)
        ).all()

    def get(self, owner: UUID, key: UUID) -> ShareRow | None:
        """Return a link of a person."""
        return self.session.get(ShareRow, (owner, key))

    def forget(self, owner: UUID, before: datetime) -> None:
        """Delete links that ran out long ago."""
        self.session.execute(delete(ShareRow).where(ShareRow.owner_id == owner, ShareRow.expires_at < before))

    @at_the_door
    def open(self, digest: str, now: datetime) -> ShareRow | None:
        """Return the link of a hash and count that it was opened; None where there is none, or it has ended."""
        lives = ShareRow.digest == digest, ShareRow.ended_at.is_(None), ShareRow.expires_at > now
        change = update(ShareRow).where(*lives).values(opened=ShareRow.opened + 1).returning(ShareRow)
        return self.session.scalars(change).first()
