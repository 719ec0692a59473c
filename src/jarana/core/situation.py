"""The situation: what judges a rig gets it whole, as one frozen value, and nothing beside it.

A *setting* is everything but the rig: the water, the person's drawer, the rules that hold, the day, the person, what was
learnt. A *situation* is a rig in a setting.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from datetime import date
from functools import cached_property

from jarana.core.errors import InputError
from jarana.core.heads.base import HeadPart
from jarana.core.model import content_hash
from jarana.core.motions import motions
from jarana.core.motions.base import MotionKind, Ride
from jarana.core.motions.stood import Stood, stood
from jarana.core.rig.geometry import fly_gaps
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


TAUGHT = ("pace", "depth", "hand", "roughness")
"""What a log teaches of a water and of who fishes it; things belong to their rigs and are not carried to others."""


@dataclass(frozen=True)
class Taught:
    """What was learnt of a water and of the hand: factors on what is written, and how what is left of them spreads.

    Attributes
    ----------
    factors
        Of pace, depth, hand and roughness (:data:`TAUGHT`).
    root
        Lower root of their covariance, (4, 4), in spreads of before: the identity where nothing was learnt.
    drifts
        It was learnt from.
    """

    factors: tuple[float, float, float, float]
    root: tuple[tuple[float, ...], ...]
    drifts: int

    @property
    def pace(self) -> float:
        """How many times as fast as written it runs."""
        return self.factors[0]

    @property
    def depth(self) -> float:
        """How many times as deep as written it is."""
        return self.factors[1]

    @property
    def hand(self) -> float:
        """How many times as fast as meant a rig is led."""
        return self.factors[2]

    @property
    def rougher(self) -> float:
        """How many times as rough as written the bed is."""
        return self.factors[3]

    @property
    def at_a_pace_and_depth(self) -> Taught:
        """The same in a water whose pace and depth are given: hand and bed are as learnt, and what is left of it all."""
        return replace(self, factors=(1.0, 1.0, self.hand, self.rougher))


@dataclass(frozen=True)
class Setting:
    """Everything of a situation but the rig.

    Attributes
    ----------
    rules
        The rule set of the water, None where none is attached.
    today
        The day, in the person's own zone.
    taught
        What was learnt; drifts are computed with it. None where nothing was, or it is left out.
    guessed
        Keys of unknowns of which the person has no more than a guess.
    """

    water: Reach
    drawer: Drawer = field(default_factory=Drawer)
    rules: RuleSet | None = None
    today: date = date.min
    person: Person = Person()
    taught: Taught | None = None
    guessed: tuple[str, ...] = ()

    @cached_property
    def writer(self) -> Writer:
        """Writes in the person's units; a rod is the first they own."""
        rods = tuple(("rod", rod.length) for rod in self.drawer.rods[:1])
        return Writer(self.person.units, (*self.person.own, *rods))

    @cached_property
    def fished(self) -> Reach:
        """The water as it is believed to be: as written, times what was learnt of it."""
        taught = self.taught
        return self.water.scaled(taught.pace, taught.depth, taught.rougher) if taught else self.water

    @property
    def plain(self) -> Setting:
        """The same without what was learnt."""
        return replace(self, taught=None)


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
    def fished(self) -> Reach:
        """The water as it is believed to be."""
        return self.setting.fished

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
            hang=motion.hang,
            boat=self.rig.stance.boat_m_s,
            natural_pace=natural_pace,
        )

    @cached_property
    def key(self) -> str:
        """A hash of all that a drift follows from."""
        taught = self.setting.taught
        learnt = [list(taught.factors), [list(row) for row in taught.root]] if taught else []
        return content_hash(self.rig, self.water, learnt, *self.setting.guessed)

    @cached_property
    def flies_apart_m(self) -> float:
        """The widest gap between neighbouring flies, m; 0 with a single one."""
        return max((gap for gap, _, _ in fly_gaps(self.rig)), default=0.0)

    @property
    def led(self) -> bool:
        """The hand sets how fast it goes along the river."""
        return self.setting.fished.nature.flows and (self.motion.leads or not (self.head.floats or self.head.on_line))

    def with_rig(self, rig: Rig) -> Situation:
        """Return another rig in the same setting."""
        return Situation(rig, self.setting)

    def with_water(self, water: Reach) -> Situation:
        """Return the same rig in another water."""
        return Situation(self.rig, replace(self.setting, water=water))
