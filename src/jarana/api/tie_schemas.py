"""Tying over the wire: the sheet, ties, what became of the flies, wear, one's own measures and habits."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from pydantic import Field

from jarana.api.rig_schemas import RigRevision
from jarana.api.schemas import Base
from jarana.core.leader.wear import WearKind
from jarana.core.model import Frozen, Key, Typed
from jarana.core.rig.model import Rig
from jarana.core.sheet.measures import Measures
from jarana.core.worth.constants import constants
from jarana.usecases.keep_measures import habits_mark


class SheetRequest(Frozen):
    """A rig to be tied."""

    rig: Rig


class NewTie(Frozen):
    """A rig marked tied, saved as a revision on `base`; ids are made by the client."""

    id: UUID
    revision_id: UUID
    base: UUID | None = None
    rig: Rig


class TakenLine(Frozen):
    """Line a spool gave."""

    spool_id: str
    metres: float


class FlyOut(Frozen):
    """A fly of the box that hangs on a tied rig."""

    weight: str
    name: str


class SettledFlies(Frozen):
    """What became of a tied rig's flies, weights of the box by id."""

    id: UUID
    back: tuple[Key, ...] = Field(default=(), max_length=20)
    lost: tuple[Key, ...] = Field(default=(), max_length=20)


class WornSpan(Frozen):
    """A span of a tied rig as it is now."""

    span: str
    name: str
    left: str
    tip: str
    holds: str
    knotted: bool
    changes: int | None


class WearView(Frozen):
    """One thing that happened to a tied rig."""

    id: UUID
    kind: str
    span: str
    at: datetime


class NewWear(Frozen):
    """Something that happened to a span; how much was lost is typed in any unit."""

    id: UUID
    kind: WearKind
    span: Key
    lost: Typed = ""


class TieView(Frozen):
    """A tie: what was taken from which spool, which leaders of the wallet, and which flies hang on it; nothing once it was taken back."""

    id: UUID
    undone: bool
    made_at: datetime
    taken: tuple[TakenLine, ...]
    leaders: tuple[str, ...] = ()
    flies_out: tuple[FlyOut, ...]
    worn: tuple[WornSpan, ...]
    wear: tuple[WearView, ...]
    revision: RigRevision


class LastTie(Frozen):
    """The newest tie of a rig that still stands."""

    tie: TieView | None


class MyMeasures(Frozen):
    """One's own measures; `mark` is to be sent back with a change of them."""

    measures: Measures
    mark: str = Field(examples=["4f1d2c3b5a697881"])


class HabitView(Frozen):
    """A constant of worth: the table's value, one's own (null: the table's), its range, unit and source."""

    key: str
    name: str
    value: float
    own: float | None
    low: float
    high: float
    unit: str


class MyHabits(Frozen):
    """Every constant of worth; `mark` is to be sent back with a change of one's own."""

    habits: tuple[HabitView, ...]
    mark: str = Field(examples=["4f1d2c3b5a697881"])

    @classmethod
    def of(cls, measures: Measures) -> MyHabits:
        """Show them with one's own."""
        own = measures.habits
        return cls(
            mark=habits_mark(measures),
            habits=tuple(
                HabitView(
                    key=row.key,
                    name=row.name,
                    value=row.value,
                    own=own.get(row.key),
                    low=row.low,
                    high=row.high,
                    unit=row.unit,
                )
                for row in constants().values()
            ),
        )


class TypedHabits(Frozen):
    """Constants of worth of one's own, by key; those left out are the table's."""

    base: Base = None
    habits: dict[str, float] = Field(max_length=100)


class TypedMeasures(Frozen):
    """Measures as typed (bare: centimetres); empty where not set."""

    base: Base = None
    hand: Typed = ""
    forearm: Typed = ""
    chest: Typed = ""
    turn: Typed = ""
    rod_marks: tuple[Typed, ...] = Field(default=(), max_length=8)
