"""What goes over the wire."""

from __future__ import annotations

from datetime import date
from typing import Annotated
from uuid import UUID

import numpy as np
from pydantic import Field, StringConstraints

from jarana.core.caution import Caution
from jarana.core.drift.document import Drift
from jarana.core.law import Asked
from jarana.core.model import Frozen, Key, Text, Typed
from jarana.core.readings.base import Reading
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.search.answers import WouldView
from jarana.core.search.any_edit import AnyEdit, AnyWaterEdit
from jarana.core.search.bench import MOST_EDITS
from jarana.core.tackle.drawer import Drawer
from jarana.core.unit_rules import LONGEST_KEY
from jarana.core.units import System
from jarana.core.water.gauge import GaugeReading
from jarana.core.water.reach import Reach
from jarana.core.water.section import Section


class FaultView(Frozen):
    """One value that cannot be used: where it stands, what it was, and what it should be."""

    path: str
    value: str
    reason: str


class Problem(Frozen):
    """What went wrong, as application/problem+json (RFC 9457)."""

    type: str
    title: str
    status: int
    detail: str
    request_id: str = ""
    faults: tuple[FaultView, ...] = ()


class WorkbenchRequest(Frozen):
    """A rig in its water, and what to change; `seq` comes back so that late answers can be told."""

    rig: Rig
    water: Reach
    edits: tuple[AnyEdit, ...] = Field(default=(), max_length=MOST_EDITS)
    seq: int = Field(ge=0, le=2**53)


class Strength(Frozen):
    """One thing that can break, written for reading."""

    kind: str
    part: str
    name: str
    force_n: float
    shown: str
    loses: tuple[str, ...]
    lost: str
    why: str


class SentDrift(Drift):
    """A drift as it is sent: frames as steps, a quarter of the length.

    Attributes
    ----------
    x_mm, y_mm, z_mm
        The first frame, then how far every drawn node moved from each frame to the next, whole millimetres.
    """

    @classmethod
    def of(cls, drift: Drift) -> SentDrift:
        """Return a drift with its frames as steps, and without its laws: those go with the whole answer."""
        steps = {"x_mm": _steps(drift.x_mm), "y_mm": _steps(drift.y_mm), "z_mm": _steps(drift.z_mm), "laws": ()}
        return cls.model_construct(**(dict(drift) | steps))


def _steps(frames: tuple[tuple[int, ...], ...]) -> tuple[tuple[int, ...], ...]:
    return (*frames[:1], *map(tuple, np.diff(np.array(frames), axis=0).tolist())) if len(frames) > 1 else frames


class Stretch(Frozen):
    """Line between two things that hang in a row, by what they are called."""

    above: str
    below: str
    mm: float


class WorkbenchAnswer(Frozen):
    """The rig and water after the edits, and everything computed from them.

    Attributes
    ----------
    laws
        Every law behind drift, readings and section, once: those carry none of their own here.
    doubts
        A sentence for every law that was used outside the range in which it is known.
    roles
        What everything that hangs on the line is called, by its id.
    stretches
        From what holds the rig, else the highest fly, to each fly below it.
    differs
        How the water differs by a fifth or more from the one the rig was fitted to; empty where it does not.
    taught
        What earlier outings taught of this water, all of this is computed with it; empty where nothing is used.
    """

    rig: Rig
    water: Reach
    drift: SentDrift
    readings: tuple[Reading, ...]
    strength: tuple[Strength, ...]
    section: Section
    cautions: tuple[Caution, ...]
    story: str
    laws: tuple[Asked, ...]
    doubts: tuple[str, ...]
    roles: dict[str, str]
    stretches: tuple[Stretch, ...]
    differs: str
    taught: str = ""
    seq: int


class RefitRequest(Frozen):
    """A rig to be fitted to its water."""

    rig: Rig
    water: Reach


class RefitAnswer(Frozen):
    """What would fit it: edits to be done together, what they change, what that takes, and what suits the water better."""

    edits: tuple[dict[str, object], ...]
    changes: tuple[str, ...]
    takes: str
    better: str


class TriesRequest(Frozen):
    """A rig in its water whose unsatisfied readings want something to try."""

    rig: Rig
    water: Reach
    seq: int = Field(ge=0, le=2**53)


class TriesAnswer(Frozen):
    """The readings again, with at most two computed edits each; where nothing betters the rig, that, and what would."""

    readings: tuple[Reading, ...]
    nothing_fits: str = ""
    what_would: tuple[WouldView, ...] = ()
    seq: int


class RerigRequest(Frozen):
    """Two rigs, and the water in whose weather one is made of the other."""

    before: Rig
    after: Rig
    water: Reach


class WaterRequest(Frozen):
    """A water without a rig, and what to change of it."""

    water: Reach
    edits: tuple[AnyWaterEdit, ...] = Field(default=(), max_length=MOST_EDITS)
    seq: int = Field(ge=0, le=2**53)


class WaterAnswer(Frozen):
    """The water after the edits and what is drawn of it."""

    water: Reach
    section: Section
    seq: int


class Token(Frozen):
    """A one-time sign-in token, the sealed one of a letter, or the six digits a signed-in browser shows for a phone."""

    token: Annotated[str, StringConstraints(min_length=6, max_length=2000, pattern=r"^[A-Za-z0-9._-]+$")]


class PhoneCode(Frozen):
    """What lets a phone in as this person, once.

    Attributes
    ----------
    address
        Opens and signs in; `picture` shows it as a code, the data of an image.
    digits
        To type at `enter` instead.
    minutes
        So long both live.
    reachable
        The address is not this machine's own: a phone may come to it.
    """

    address: str
    enter: str
    picture: str
    digits: str
    minutes: int
    reachable: bool


class Me(Frozen):
    """Who is signed in; `units` are what they chose to read and type in, "" where they chose nothing."""

    id: UUID
    name: str
    units: str = ""


class ChosenUnits(Frozen):
    """What a person reads and types in: a system, or a system with changes (``imperial,fish=kg,mark=comma``)."""

    units: str = Field(min_length=1, max_length=LONGEST_KEY, examples=["metric"])


class UnitRule(Frozen):
    """How a figure is written: ``(si + offset)·factor`` with so many decimals, in a form; a text from `length_from` on as a length; `step` is what a button adds."""

    unit: str
    factor: float
    decimals: int
    form: str
    offset: float
    length_from: float | None = None
    step: float = 0.0


class UnitSystem(Frozen):
    """One system of units: its name on the button and a rule for each kind of figure."""

    key: System
    name: str
    rules: dict[str, UnitRule]
    mark: str = "."


class QuantityOption(Frozen):
    """A way of writing a quantity, with an example."""

    key: str
    name: str
    example: str


class QuantityView(Frozen):
    """What may be written one way or another on its own, with the way that is chosen."""

    key: str
    name: str
    chosen: str
    options: tuple[QuantityOption, ...]


class Bed(Frozen):
    """A kind of bed; stony where the size of its stones can be told."""

    key: str
    name: str
    stony: bool


class KeptReach(Frozen):
    """A water as it was last seen; `number` counts its changes."""

    reach: Reach
    number: int


class Reaches(Frozen):
    """One's own waters."""

    reaches: tuple[KeptReach, ...]


class NewReach(Frozen):
    """A water as it is on a day, to be saved over number `base` (None for a new one); today where no day is told."""

    reach: Reach
    base: int | None = Field(default=None, ge=1)
    day: date | None = None


class StaleReach(Problem):
    """The water was changed elsewhere: its newest state, to be offered beside one's own."""

    newest: KeptReach


class ReachDay(Frozen):
    """The conditions of one day."""

    day: date
    reach: Reach


class ReachDays(Frozen):
    """The dated copies of a water, newest first."""

    days: tuple[ReachDay, ...]


Base = Annotated[str, StringConstraints(max_length=16, pattern=r"^[0-9a-f]*$")] | None
"""The mark of the state a change was made on; without one nothing is expected of what is there."""


class RuleSetView(Frozen):
    """A rule set and its rules in few words each; `mark` is to be sent back with a change of it."""

    rules: RuleSet
    said: tuple[str, ...]
    mark: str = Field(examples=["4f1d2c3b5a697881"])


class TypedSeason(Frozen):
    """When a method is allowed, days as 04-01."""

    method: Key
    first: Typed
    last: Typed


class TypedRules(Frozen):
    """A rule set as it is typed; an empty text is a rule that is not there. `base` is the mark of the state that was seen, empty for a new one."""

    base: Base = None
    name: Text
    source: Text = ""
    checked: Typed
    most_flies: Typed = ""
    least_distance: Typed = ""
    longest_rods: Typed = ""
    longest: Typed = ""
    bead_to_hook: Typed = ""
    barbless: bool = False
    floats: bool = True
    shot: bool = True
    lead: bool = True
    sliding_droppers: bool = True
    seasons: tuple[TypedSeason, ...] = Field(default=(), max_length=20)
    remark: Text = ""


class RuleSets(Frozen):
    """One's own rule sets."""

    rule_sets: tuple[RuleSetView, ...]


class DrawerView(Frozen):
    """One's own tackle."""

    drawer: Drawer


class Page(Frozen):
    """So many of a list, after so many others."""

    limit: int = Field(default=200, ge=1, le=500)
    after: int = Field(default=0, ge=0, le=1_000_000)


class Before(Frozen):
    """So many of a list, those before a place in it (the last place told)."""

    limit: int = Field(default=200, ge=1, le=500)
    before: int | None = Field(default=None, ge=0)


class InHandView(Frozen):
    """Today's water and the rig in hand; None where there is none. `told` are their names, a line each: the rig, the water, the flies
    from the rod down."""

    water: str | None
    rig: UUID | None
    told: tuple[str, ...] = ()


class TakeInHand(Frozen):
    """A water, a rig, or both to take in hand."""

    water: Key | None = None
    rig: UUID | None = None


class Gone(Frozen):
    """Done; nothing to say."""


class Health(Frozen):
    """Whether the server is well."""

    status: str


class Station(Frozen):
    """A river gauge."""

    key: str
    name: str


class Stations(Frozen):
    """The gauges there are, or why there are none."""

    stations: tuple[Station, ...]
    trouble: str


class GaugeView(Frozen):
    """A reading, how old it is, and what is wrong where it is not fresh."""

    reading: GaugeReading | None
    age_s: int
    trouble: str
