"""The tables. Every row a person made carries its owner."""

from __future__ import annotations

from datetime import date, datetime
from uuid import UUID, uuid4

from sqlalchemy import (
    DateTime,
    ForeignKey,
    ForeignKeyConstraint,
    Index,
    Integer,
    MetaData,
    String,
    UniqueConstraint,
    Uuid,
    func,
)
from sqlalchemy.orm import DeclarativeBase, Mapped, MappedAsDataclass, mapped_column

from jarana.core.leader.wear import Wear
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.sheet.measures import Measures
from jarana.core.stock.change import Entries
from jarana.core.tackle.drawer import FlyLine, FlyPattern, KnotTest, OwnedRing, OwnedShot, Reel, Rod, Spool
from jarana.core.tackle.float import Float as FloatDocument
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
    """A person."""

    __tablename__ = "angler"
    name: Mapped[str] = mapped_column(String(120))
    id: Mapped[UUID] = mapped_column(primary_key=True, default_factory=uuid4)
    session_version: Mapped[int] = mapped_column(Integer, default=1)
    measures: Mapped[Measures | None] = mapped_column(Document(Measures), default=None)
    created_at: Mapped[datetime] = mapped_column(server_default=func.now(), init=False)


class SignInTokenRow(Base):
    """A token that signs a person in once; only its hash is kept."""

    __tablename__ = "sign_in_token"
    digest: Mapped[str] = mapped_column(String(64), primary_key=True)
    angler_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), index=True)
    expires_at: Mapped[datetime]
    used_at: Mapped[datetime | None] = mapped_column(default=None)


class Owned(MappedAsDataclass, kw_only=True):
    """A row that belongs to one angler."""

    id: Mapped[str] = mapped_column(String(64), primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), primary_key=True)
    deleted_at: Mapped[datetime | None] = mapped_column(default=None)


class ReachRow(Owned, Base):
    """A reach as it was last seen; `number` counts its changes, so that two windows cannot lose one."""

    __tablename__ = "reach"
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


class RuleSetRow(Owned, Base):
    """A rule set a person wrote down."""

    __tablename__ = "rule_set"
    document: Mapped[RuleSet] = mapped_column(Document(RuleSet))


class SpoolRow(Owned, Base):
    """A spool."""

    __tablename__ = "spool"
    document: Mapped[Spool] = mapped_column(Document(Spool))


class FlyPatternRow(Owned, Base):
    """A fly pattern with its weights."""

    __tablename__ = "fly_pattern"
    document: Mapped[FlyPattern] = mapped_column(Document(FlyPattern))


class RodRow(Owned, Base):
    """A rod."""

    __tablename__ = "rod"
    document: Mapped[Rod] = mapped_column(Document(Rod))


class FlyLineRow(Owned, Base):
    """A fly line."""

    __tablename__ = "fly_line"
    document: Mapped[FlyLine] = mapped_column(Document(FlyLine))


class FloatRow(Owned, Base):
    """A float."""

    __tablename__ = "float"
    document: Mapped[FloatDocument] = mapped_column(Document(FloatDocument))


class ShotRow(Owned, Base):
    """Shot of a size."""

    __tablename__ = "shot"
    document: Mapped[OwnedShot] = mapped_column(Document(OwnedShot))


class RingRow(Owned, Base):
    """Rings of a size."""

    __tablename__ = "ring"
    document: Mapped[OwnedRing] = mapped_column(Document(OwnedRing))


class ReelRow(Owned, Base):
    """A reel."""

    __tablename__ = "reel"
    document: Mapped[Reel] = mapped_column(Document(Reel))


class KnotTestRow(Owned, Base):
    """Own pull tests of a knot."""

    __tablename__ = "knot_test"
    document: Mapped[KnotTest] = mapped_column(Document(KnotTest))


class RigRow(Base):
    """A rig: a name over its revisions."""

    __tablename__ = "rig"
    id: Mapped[UUID] = mapped_column(primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), index=True)
    head_revision: Mapped[UUID]
    deleted_at: Mapped[datetime | None] = mapped_column(default=None)


class RigRevisionRow(Base):
    """An immutable state of a rig; `base` is the revision it was made from."""

    __tablename__ = "rig_revision"
    __table_args__ = (UniqueConstraint("rig_id", "number"), Index(None, "owner_id", "rig_id"))
    id: Mapped[UUID] = mapped_column(primary_key=True)
    rig_id: Mapped[UUID] = mapped_column(ForeignKey("rig.id", ondelete="CASCADE"))
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"))
    number: Mapped[int] = mapped_column(Integer)
    document: Mapped[Rig] = mapped_column(Document(Rig))
    base_id: Mapped[UUID | None] = mapped_column(default=None)
    occasion: Mapped[str] = mapped_column(String(16), default="changed", server_default="changed")
    made_at: Mapped[datetime] = mapped_column(server_default=func.now(), init=False)


class TieRow(Base):
    """A rig tied at the table: which revision, and whether it was taken back."""

    __tablename__ = "tie"
    id: Mapped[UUID] = mapped_column(primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"), index=True)
    rig_id: Mapped[UUID] = mapped_column(ForeignKey("rig.id", ondelete="CASCADE"), index=True)
    revision_id: Mapped[UUID] = mapped_column(ForeignKey("rig_revision.id", ondelete="CASCADE"))
    undone_at: Mapped[datetime | None] = mapped_column(default=None)
    made_at: Mapped[datetime] = mapped_column(server_default=func.now(), init=False)


class StockChangeRow(Base):
    """One change to the drawer: what it did to which documents, so that it can be taken back and made again."""

    __tablename__ = "stock_change"
    __table_args__ = (Index(None, "owner_id", "made_at"),)
    id: Mapped[UUID] = mapped_column(primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"))
    why: Mapped[str] = mapped_column(String(200))
    entries: Mapped[Entries] = mapped_column(Document(Entries))
    tie_id: Mapped[UUID | None] = mapped_column(ForeignKey("tie.id", ondelete="CASCADE"), index=True, default=None)
    undone_at: Mapped[datetime | None] = mapped_column(default=None)
    made_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp(), init=False)


class WearRow(Base):
    """One thing that happened to a tied rig: a re-tie, a cut-back, a break, a stray knot."""

    __tablename__ = "wear"
    id: Mapped[UUID] = mapped_column(primary_key=True)
    owner_id: Mapped[UUID] = mapped_column(ForeignKey("angler.id", ondelete="CASCADE"))
    tie_id: Mapped[UUID] = mapped_column(ForeignKey("tie.id", ondelete="CASCADE"), index=True)
    event: Mapped[Wear] = mapped_column(Document(Wear))
    undone_at: Mapped[datetime | None] = mapped_column(default=None)
    made_at: Mapped[datetime] = mapped_column(server_default=func.clock_timestamp(), init=False)


class GaugeRow(Base):
    """The last good reading of a river gauge."""

    __tablename__ = "gauge"
    station: Mapped[str] = mapped_column(String(64), primary_key=True)
    reading: Mapped[GaugeReading] = mapped_column(Document(GaugeReading))
