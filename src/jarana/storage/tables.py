"""The tables. Every row a person made carries its owner."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any
from uuid import UUID, uuid4

from sqlalchemy import (
    BigInteger,
    CheckConstraint,
    DateTime,
    ForeignKey,
    ForeignKeyConstraint,
    Identity,
    Index,
    Integer,
    MetaData,
    String,
    UniqueConstraint,
    Uuid,
    func,
    text,
)
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.orm import DeclarativeBase, Mapped, MappedAsDataclass, mapped_column

from jarana.core.journal import Event
from jarana.core.learn.taught import Lesson
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.sheet.measures import Measures
from jarana.core.unit_rules import LONGEST_KEY
from jarana.core.water.gauge import GaugeReading
from jarana.core.water.reach import Reach
from jarana.storage.documents import Document

NAMING = {
    "ix": "ix_%(table_name)s_%(column_0_N_name)s",
    "uq": "uq_%(table_name)s_%(column_0_N_name)s",
    "ck": "ck_%(table_name)s_%(constraint_name)s",
    "fk": "fk_%(table_name)s_%(column_0_N_name)s",
    "pk": "pk_%(table_name)s",
}


class Base(MappedAsDataclass, DeclarativeBase, kw_only=True):
    """All tables."""

    metadata = MetaData(naming_convention=NAMING)
    type_annotation_map = {datetime: DateTime(timezone=True), UUID: Uuid()}


class AnglerRow(Base):
    """A person, with today's water and the rig in hand: theirs, whatever browser they sit at.

    `mail` and `word`, the hash of a password, are those of an account; who only ever came by a token has neither.
    """

    __tablename__ = "angler"
    __table_args__ = (UniqueConstraint("mail"),)
    name: Mapped[str] = mapped_column(String(120))
    id: Mapped[UUID] = mapped_column(primary_key=True, default_factory=uuid4)
    measures: Mapped[Measures | None] = mapped_column(Document(Measures), default=None)
    water_in_hand: Mapped[str | None] = mapped_column(String(64), default=None)
    rig_in_hand: Mapped[UUID | None] = mapped_column(default=None)
    mail: Mapped[str | None] = mapped_column(String(254), default=None)
    word: Mapped[str | None] = mapped_column(String(200), default=None)
    created_at: Mapped[datetime] = mapped_column(server_default=func.now(), init=False)


class SignInTokenRow(Base):
    """A token that signs a person in once; only its hash is kept."""

    __tablename__ = "sign_in_token"
    digest: Mapped[str] = mapped_column(String(64), primary_key=True)
    angler_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), index=True)
    expires_at: Mapped[datetime]
    used_at: Mapped[datetime | None] = mapped_column(default=None)
    by_letter: Mapped[bool] = mapped_column(default=False, server_default=text("false"))


class InvitationRow(Base):
    """An invitation to have an account here, once; only its hash is kept."""

    __tablename__ = "invitation"
    digest: Mapped[str] = mapped_column(String(64), primary_key=True)
    angler_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), index=True)
    expires_at: Mapped[datetime]


class SittingRow(Base):
    """A browser that is signed in, until it is ended or long not used: what its cookie says alone lets nobody in."""

    __tablename__ = "sitting"
    id: Mapped[UUID] = mapped_column(primary_key=True)
    angler_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), index=True)
    begun_at: Mapped[datetime]
    used_at: Mapped[datetime]
    ended_at: Mapped[datetime | None] = mapped_column(default=None)
    by_letter: Mapped[bool] = mapped_column(default=False, server_default=text("false"))


class PasskeyRow(Base):
    """The public half of a key that lets its person in; `signed` is how often it says it was used."""

    __tablename__ = "passkey"
    id: Mapped[str] = mapped_column(String(400), primary_key=True)
    angler_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), index=True)
    public_key: Mapped[bytes]
    signed: Mapped[int] = mapped_column(BigInteger)
    name: Mapped[str] = mapped_column(String(60))
    made_at: Mapped[datetime]
    used_at: Mapped[datetime | None] = mapped_column(default=None)


class ShareRow(Base):
    """A link by which anybody sees one thing of a person's, until it runs out or is taken back; only its hash is kept."""

    __tablename__ = "share"
    __table_args__ = (
        CheckConstraint("kind IN ('rig', 'water', 'outing', 'leader')", name="kind_known"),
        UniqueConstraint("digest"),
        Index("ix_share_made", "owner_id", "made_at"),
    )
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    digest: Mapped[str] = mapped_column(String(64))
    kind: Mapped[str] = mapped_column(String(8))
    subject: Mapped[str] = mapped_column(String(64))
    made_at: Mapped[datetime]
    expires_at: Mapped[datetime]
    ended_at: Mapped[datetime | None] = mapped_column(default=None)
    opened: Mapped[int] = mapped_column(Integer, default=0, server_default="0")
    vague: Mapped[bool] = mapped_column(default=False, server_default=text("false"))


class ClubRow(Base):
    """People who show each other waters, rules, rigs and leaders."""

    __tablename__ = "club"
    id: Mapped[UUID] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(60))
    made_at: Mapped[datetime]


class ClubMemberRow(Base):
    """Somebody in a club: its keeper, a member who puts things in, or a guest who takes only."""

    __tablename__ = "club_member"
    __table_args__ = (
        CheckConstraint("role IN ('keeper', 'member', 'guest')", name="role_known"),
        UniqueConstraint("club_id", "angler_id"),
    )
    id: Mapped[UUID] = mapped_column(primary_key=True)
    club_id: Mapped[UUID] = mapped_column(ForeignKey("club.id", ondelete="CASCADE"))
    angler_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), index=True)
    role: Mapped[str] = mapped_column(String(8))
    joined_at: Mapped[datetime]


class ClubCallRow(Base):
    """A code by which people come into a club until it runs out; only its hash is kept. One stands at a time."""

    __tablename__ = "club_call"
    __table_args__ = (
        CheckConstraint("role IN ('member', 'guest')", name="role_known"),
        UniqueConstraint("digest"),
    )
    club_id: Mapped[UUID] = mapped_column(ForeignKey("club.id", ondelete="CASCADE"), primary_key=True)
    digest: Mapped[str] = mapped_column(String(64))
    role: Mapped[str] = mapped_column(String(8))
    expires_at: Mapped[datetime]


class ClubThingRow(Base):
    """Something a member put into a club, as it was then; `edition` counts how often it was put anew."""

    __tablename__ = "club_thing"
    __table_args__ = (
        CheckConstraint("kind IN ('rig', 'water', 'rules', 'leader')", name="kind_known"),
        CheckConstraint("edition > 0", name="edition_counts"),
        UniqueConstraint("club_id", "angler_id", "kind", "subject"),
    )
    id: Mapped[UUID] = mapped_column(primary_key=True)
    club_id: Mapped[UUID] = mapped_column(ForeignKey("club.id", ondelete="CASCADE"), index=True)
    angler_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"))
    kind: Mapped[str] = mapped_column(String(8))
    subject: Mapped[str] = mapped_column(String(64))
    name: Mapped[str] = mapped_column(String(120))
    document: Mapped[dict[str, Any]] = mapped_column(JSONB)
    put_at: Mapped[datetime]
    edition: Mapped[int] = mapped_column(Integer, default=1, server_default="1")


class ClubCopyRow(Base):
    """What of one's own is a club's thing, of which edition; and whether what one's outings teach of it goes to the club.

    `given` is that: of pace and depth alone, without the hand and without a day.
    """

    __tablename__ = "club_copy"
    __table_args__ = (Index("ix_club_copy_subject", "angler_id", "subject"),)
    thing_id: Mapped[UUID] = mapped_column(ForeignKey("club_thing.id", ondelete="CASCADE"), primary_key=True)
    angler_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), primary_key=True)
    subject: Mapped[str] = mapped_column(String(64))
    edition: Mapped[int] = mapped_column(Integer)
    gives: Mapped[bool] = mapped_column(default=False, server_default=text("false"))
    given: Mapped[dict[str, Any] | None] = mapped_column(JSONB(none_as_null=True), default=None)


class PulseRow(Base):
    """One row that is written to tell whether the database can be written."""

    __tablename__ = "pulse"
    id: Mapped[int] = mapped_column(primary_key=True, autoincrement=False)
    at: Mapped[datetime]


class Owned(MappedAsDataclass, kw_only=True):
    """A row that belongs to one angler."""

    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), primary_key=True)
    deleted_at: Mapped[datetime | None] = mapped_column(default=None)


class ReachRow(Owned, Base):
    """A reach as it was last seen; `number` counts its changes, so that two windows cannot lose one."""

    __tablename__ = "reach"
    __table_args__ = (
        CheckConstraint("number > 0", name="number_counts"),
        Index("ix_reach_here", "owner_id", postgresql_where="deleted_at IS NULL"),
    )
    document: Mapped[Reach] = mapped_column(Document(Reach))
    number: Mapped[int] = mapped_column(Integer, default=1, server_default="1")


class ReachDayRow(Base):
    """The conditions of a reach on one day: a dated copy."""

    __tablename__ = "reach_day"
    __table_args__ = (
        ForeignKeyConstraint(["reach_id", "owner_id"], ["reach.id", "reach.owner_id"], ondelete="CASCADE"),
    )
    reach_id: Mapped[str] = mapped_column(String(64), primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(primary_key=True)
    day: Mapped[date] = mapped_column(primary_key=True)
    document: Mapped[Reach] = mapped_column(Document(Reach))


class LessonRow(Base):
    """What the outings on a water taught a person.

    With `used` off nothing is computed with it; outings begun before `since` are left out of it, `why` tells the reason.
    """

    __tablename__ = "lesson"
    __table_args__ = (
        ForeignKeyConstraint(["reach_id", "owner_id"], ["reach.id", "reach.owner_id"], ondelete="CASCADE"),
    )
    reach_id: Mapped[str] = mapped_column(String(64), primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(primary_key=True)
    document: Mapped[Lesson | None] = mapped_column(Document(Lesson), default=None)
    used: Mapped[bool] = mapped_column(default=True)
    since: Mapped[datetime | None] = mapped_column(default=None)
    why: Mapped[str] = mapped_column(String(16), default="")


class RuleSetRow(Owned, Base):
    """A rule set a person wrote down."""

    __tablename__ = "rule_set"
    __table_args__ = (Index("ix_rule_set_here", "owner_id", postgresql_where="deleted_at IS NULL"),)
    document: Mapped[RuleSet] = mapped_column(Document(RuleSet))


class ItemRow(Base):
    """One thing of the drawer, of whatever kind; a projection of the journal's stock events."""

    __tablename__ = "item"
    __table_args__ = (
        CheckConstraint("kind <> ''", name="kind_named"),
        Index("ix_item_here", "owner_id", "kind", postgresql_where="deleted_at IS NULL"),
    )
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), primary_key=True)
    kind: Mapped[str] = mapped_column(String(16), primary_key=True)
    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    document: Mapped[dict[str, Any]] = mapped_column(JSONB)
    deleted_at: Mapped[datetime | None] = mapped_column(default=None)


class RigRow(Base):
    """A rig: a name over its revisions, with what a list shows of the newest."""

    __tablename__ = "rig"
    __table_args__ = (
        ForeignKeyConstraint(
            ["owner_id", "head_revision"],
            ["rig_revision.owner_id", "rig_revision.id"],
            deferrable=True,
            initially="DEFERRED",
            use_alter=True,
        ),
        CheckConstraint("number > 0", name="number_counts"),
        Index("ix_rig_newest", "owner_id", text("changed_at DESC"), "id", postgresql_where="deleted_at IS NULL"),
    )
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    head_revision: Mapped[UUID]
    name: Mapped[str] = mapped_column(String(120))
    method: Mapped[str] = mapped_column(String(64))
    flies: Mapped[list[str]] = mapped_column(JSONB)
    number: Mapped[int] = mapped_column(Integer)
    changed_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp(), init=False)
    deleted_at: Mapped[datetime | None] = mapped_column(default=None)


class RigRevisionRow(Base):
    """An immutable state of a rig; `base` is the revision it was made from."""

    __tablename__ = "rig_revision"
    __table_args__ = (
        ForeignKeyConstraint(["owner_id", "rig_id"], ["rig.owner_id", "rig.id"], ondelete="CASCADE"),
        UniqueConstraint("owner_id", "rig_id", "number"),
        CheckConstraint("number > 0", name="number_counts"),
    )
    owner_id: Mapped[UUID] = mapped_column(primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    rig_id: Mapped[UUID]
    number: Mapped[int] = mapped_column(Integer)
    document: Mapped[Rig] = mapped_column(Document(Rig))
    base_id: Mapped[UUID | None] = mapped_column(default=None)
    occasion: Mapped[str] = mapped_column(String(16), default="changed", server_default="changed")
    made_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp(), init=False)


class EventRow(Base):
    """One event of the journal, never changed; `undone` is a projection of the undos that name it."""

    __tablename__ = "event"
    __table_args__ = (
        ForeignKeyConstraint(["owner_id", "undoes"], ["event.owner_id", "event.id"], ondelete="CASCADE"),
        UniqueConstraint("owner_id", "device", "seq"),
        CheckConstraint("seq >= 0", name="seq_counts"),
        CheckConstraint("(kind = 'undo') = (undoes IS NOT NULL)", name="undo_names_one"),
        Index("ix_event_newest", "owner_id", "kind", text("place DESC")),
        Index("ix_event_about", "owner_id", "about", "kind"),
        Index("ix_event_undoes", "owner_id", "undoes"),
    )
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), primary_key=True)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    device: Mapped[str] = mapped_column(String(64))
    seq: Mapped[int] = mapped_column(BigInteger)
    at: Mapped[datetime]
    kind: Mapped[str] = mapped_column(String(16))
    payload: Mapped[dict[str, Any]] = mapped_column(JSONB)
    about: Mapped[UUID | None] = mapped_column(default=None)
    undoes: Mapped[UUID | None] = mapped_column(default=None)
    undone: Mapped[bool] = mapped_column(default=False, server_default=text("false"))
    place: Mapped[int] = mapped_column(BigInteger, Identity(always=True), init=False)
    received_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp(), init=False)

    @property
    def event(self) -> Event:
        """The event as the core knows it."""
        return Event(
            id=self.id,
            device=self.device,
            seq=self.seq,
            at=self.at,
            kind=self.kind,
            about=self.about,
            payload=self.payload,
            undoes=self.undoes,
        )


class CaseRow(Base):
    """A computation that failed, kept so that it can be run again."""

    __tablename__ = "solver_case"
    id: Mapped[str] = mapped_column(String(32), primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), index=True)
    message: Mapped[str] = mapped_column(String(400))
    situation: Mapped[dict[str, Any]] = mapped_column(JSONB)
    made_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp(), init=False)


ENDED = ("done", "failed", "stopped")
"""States of a job that stay."""


class JobRow(Base):
    """Something asked for that takes over a second: how far it is, and what was found."""

    __tablename__ = "job"
    __table_args__ = (
        CheckConstraint("state IN ('waiting', 'running', 'done', 'failed', 'stopped')", name="state_known"),
        CheckConstraint("done >= 0 AND steps >= 0", name="progress_counts"),
        Index("ix_job_open", "owner_id", postgresql_where="state IN ('waiting', 'running')"),
        Index("ix_job_made", "owner_id", "made_at"),
    )
    id: Mapped[UUID] = mapped_column(primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"))
    kind: Mapped[str] = mapped_column(String(16))
    asked: Mapped[dict[str, Any]] = mapped_column(JSONB)
    units: Mapped[str] = mapped_column(String(LONGEST_KEY))
    zone: Mapped[str] = mapped_column(String(64))
    seen_at: Mapped[datetime]
    state: Mapped[str] = mapped_column(String(8), default="waiting")
    turns: Mapped[int] = mapped_column(Integer, default=0)
    done: Mapped[int] = mapped_column(Integer, default=0)
    steps: Mapped[int] = mapped_column(Integer, default=0)
    found: Mapped[dict[str, Any] | None] = mapped_column(JSONB, default=None)
    ended_at: Mapped[datetime | None] = mapped_column(default=None)
    made_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp(), init=False)


class GaugeRow(Base):
    """The last good reading of a river gauge."""

    __tablename__ = "gauge"
    station: Mapped[str] = mapped_column(String(64), primary_key=True)
    reading: Mapped[GaugeReading] = mapped_column(Document(GaugeReading))


class LimitRow(Base):
    """How often somebody did something in a stretch of time: shared by all processes, and lost with a crash."""

    __tablename__ = "limit_count"
    __table_args__ = (Index("ix_limit_count_ends", "ends_at"), {"prefixes": ["UNLOGGED"]})
    key: Mapped[str] = mapped_column(String(300), primary_key=True)
    count: Mapped[int] = mapped_column(Integer)
    ends_at: Mapped[datetime]
