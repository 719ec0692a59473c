"""What goes over the wire."""

from __future__ import annotations

from datetime import datetime
from typing import TYPE_CHECKING, Annotated, Union
from uuid import UUID

from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from jarana.core.drift.result import Drift
from jarana.core.methods.base import Method
from jarana.core.model import Frozen
from jarana.core.readings.base import Reading
from jarana.core.rig.edits import rig_edits
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Rig
from jarana.core.sheet.cut_list import CutList
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import Knot
from jarana.core.units import System
from jarana.core.water.edit import WaterEdit, water_edits
from jarana.core.water.reach import Reach
from jarana.usecases.work_on_rig import MOST_EDITS

if TYPE_CHECKING:
    AnyEdit = RigEdit | WaterEdit
else:
    AnyEdit = Annotated[Union[(*rig_edits(), *water_edits())], Field(discriminator="op")]


class WorkbenchRequest(Frozen):
    """A rig in its water, and what to change; `seq` comes back so that late answers can be told."""

    rig: Rig
    water: Reach
    edits: tuple[AnyEdit, ...] = Field(default=(), max_length=MOST_EDITS)
    seq: int = Field(ge=0, le=2**53)
    units: System = "metric"


class Strength(Frozen):
    """One thing that can break, written for reading."""

    kind: str
    part: str
    name: str
    force_n: float
    shown: str
    loses: tuple[str, ...]
    why: str


class WorkbenchAnswer(Frozen):
    """The rig and water after the edits, and everything computed from them."""

    rig: Rig
    water: Reach
    drift: Drift
    readings: tuple[Reading, ...]
    strength: tuple[Strength, ...]
    sheet: CutList
    seq: int


class Token(Frozen):
    """A one-time sign-in token."""

    token: Annotated[str, StringConstraints(min_length=8, max_length=200, pattern=r"^[A-Za-z0-9_-]+$")]


class Me(Frozen):
    """Who is signed in."""

    id: UUID
    name: str


class Pace(Frozen):
    """A way of leading the rig."""

    name: str
    lead: float


class MethodView(Frozen):
    """A method as the screen shows it."""

    key: str
    name: str
    when: str
    paces: tuple[Pace, ...]

    @classmethod
    def of(cls, method: Method) -> MethodView:
        """Show a method."""
        paces = tuple(Pace(name=p.name, lead=p.lead) for p in method.paces)
        return cls(key=method.key, name=method.name, when=method.when, paces=paces)


class UnitRule(Frozen):
    """How a figure is written: ``(si + offset)·factor`` with so many decimals, in a form."""

    unit: str
    factor: float
    decimals: int
    form: str
    offset: float


class UnitSystem(Frozen):
    """One system of units: its name on the button and a rule for each kind of figure."""

    key: System
    name: str
    rules: dict[str, UnitRule]


class Bed(Frozen):
    """A kind of bed."""

    key: str
    name: str


class Book(Frozen):
    """What the screens look up: units, methods, beds, knots."""

    units: tuple[UnitSystem, ...]
    methods: tuple[MethodView, ...]
    beds: tuple[Bed, ...]
    knots: tuple[Knot, ...]


class Reaches(Frozen):
    """One's own reaches."""

    reaches: tuple[Reach, ...]


class DrawerView(Frozen):
    """One's own tackle."""

    drawer: Drawer


class RigSummary(Frozen):
    """A rig in a list."""

    id: UUID
    name: str
    revision: UUID
    number: int
    made_at: datetime


class Rigs(Frozen):
    """One's own rigs, newest first."""

    rigs: tuple[RigSummary, ...]


class RigRevision(Frozen):
    """A saved state of a rig."""

    rig_id: UUID
    id: UUID
    base: UUID | None
    number: int
    made_at: datetime
    rig: Rig


class NewRevision(Frozen):
    """A state of a rig to be saved on top of `base` (None for a new rig); ids are made by the client."""

    id: UUID
    base: UUID | None = None
    rig: Rig


class Stale(BaseModel):
    """The rig was changed elsewhere: the newest revision, to be offered beside one's own."""

    model_config = ConfigDict(frozen=True)

    type: str
    title: str
    status: int
    detail: str
    newest: RigRevision


class Health(Frozen):
    """Whether the server is well."""

    status: str
