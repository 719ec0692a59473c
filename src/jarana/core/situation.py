"""The situation: what judges a rig gets it whole, as one frozen value, and nothing beside it.

A *setting* is everything but the rig: the water, the person's drawer, the rules that hold, the day, the person, what was
learnt. A *situation* is a rig in a setting.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from datetime import date
from functools import cached_property
from typing import Literal

from jarana.core.errors import InputError
from jarana.core.heads.base import HeadPart
from jarana.core.model import content_hash
from jarana.core.motions import motions
from jarana.core.motions.base import MotionKind, Ride
from jarana.core.motions.stood import Stood, stood
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import System, Writer
from jarana.core.water.kinds.base import Way
from jarana.core.water.reach import Reach


@dataclass(frozen=True)
class Person:
    """Who fishes: the units they read and type, and lengths of their own they measure with, by name, m.

    `habits` replace constants of worth, by key.
    """

    units: System = "metric"
    own: tuple[tuple[str, float], ...] = ()
    habits: tuple[tuple[str, float], ...] = ()


@dataclass(frozen=True)
class Correction:
    """What was learnt of a water: a factor on what is written of it."""

    of: Literal["pace", "depth"]
    factor: float


@dataclass(frozen=True)
class Setting:
    """Everything of a situation but the rig.

    Attributes
    ----------
    rules
        The rule set of the water, None where none is attached.
    today
        The day, in the person's own zone.
    corrections
        What was learnt; drifts are computed with it.
    guessed
        Keys of unknowns of which the person has no more than a guess.
    """

    water: Reach
    drawer: Drawer = field(default_factory=Drawer)
    rules: RuleSet | None = None
    today: date = date.min
    person: Person = Person()
    corrections: tuple[Correction, ...] = ()
    guessed: tuple[str, ...] = ()

    @cached_property
    def writer(self) -> Writer:
        """Writes in the person's units; a rod is the first they own."""
        rods = tuple(("rod", rod.length) for rod in self.drawer.rods[:1])
        return Writer(self.person.units, (*self.person.own, *rods))

    @cached_property
    def fished(self) -> Reach:
        """The water as it is believed to be: as written, times what was learnt of it."""
        water = self.water
        for learnt in self.corrections:
            water = water.scaled(**{learnt.of: learnt.factor})
        return water


@dataclass(frozen=True)
class Situation:
    """A rig in a setting.

    Raises
    ------
    InputError
        When the rig names a motion that is not known.
    """

    rig: Rig
    setting: Setting

    def __post_init__(self) -> None:
        """Check what the rig names against the registries."""
        if self.rig.motion.kind not in motions():
            known = ", ".join(motions())
            raise InputError.one("rig.motion.kind", self.rig.motion.kind, f"the motions known are: {known}")

    @property
    def water(self) -> Reach:
        """The water as it is written."""
        return self.setting.water

    @property
    def drawer(self) -> Drawer:
        """The person's tackle."""
        return self.setting.drawer

    @property
    def rules(self) -> RuleSet | None:
        """The rules that hold."""
        return self.setting.rules

    @property
    def today(self) -> date:
        """The day."""
        return self.setting.today

    @property
    def writer(self) -> Writer:
        """Writes in the person's units; a rod is the one in hand."""
        person = self.setting.person
        return Writer(person.units, (*person.own, ("rod", self.rig.rod.length)))

    @property
    def head(self) -> HeadPart:
        """What holds the rig."""
        return self.rig.head

    @cached_property
    def motion(self) -> MotionKind:
        """How it is moved: the rig's own motion, or the usual one of its head where that does not belong to the water."""
        own = motions()[self.rig.motion.kind]
        if self.water.kind in own.waters:
            return own
        return motions()[self.head.in_the_river if self.water.nature.flows else self.head.in_the_lake]

    @property
    def cast(self) -> Way:
        """Which way it is cast."""
        return self.motion.way(self.water.nature.flows, self.rig.stance.angle_deg)

    @property
    def head_wind(self) -> float:
        """The wind against that cast, m/s; negative from behind."""
        return self.water.head_wind(self.cast)

    @cached_property
    def stood(self) -> Stood | None:
        """Where rod and tip are; None on a lake and where what floats is moved by its own top."""
        return stood(self.rig, self.setting.fished, self.motion)

    def ride(self, natural_pace: Callable[[], float] = lambda: 0.0) -> Ride:
        """Return what its motion is asked with."""
        water, motion, stand = self.setting.fished, self.rig.motion, self.stood
        return Ride(
            head=self.head,
            lead=motion.lead,
            count_s=motion.count_s,
            pace=water.pace_m_s,
            drift_m=water.drift_m,
            flows=water.nature.flows,
            off_m=water.off_m,
            line_m=self.head.line_out() + self.rig.length,
            tip=stand.tip if stand else None,
            angle=stand.angle if stand else 0.0,
            follows=stand.follows if stand else False,
            pulls=motion.pulls,
            natural_pace=natural_pace,
        )

    @cached_property
    def key(self) -> str:
        """A hash of all that a drift follows from."""
        learnt = [[c.of, c.factor] for c in self.setting.corrections]
        return content_hash(self.rig, self.water, learnt, *self.setting.guessed)

    def with_rig(self, rig: Rig) -> Situation:
        """Return another rig in the same setting."""
        return Situation(rig, self.setting)

    def with_water(self, water: Reach) -> Situation:
        """Return the same rig in another water."""
        return Situation(self.rig, replace(self.setting, water=water))
