"""What a method says of itself: data, and one function that ties its rig."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from jarana.core.drift.result import Drift
from jarana.core.methods.inside_rules import inside
from jarana.core.methods.kit import Chosen, Kit, Missing
from jarana.core.methods.when import Fit, Says, judged
from jarana.core.readings import reading_kinds
from jarana.core.readings.base import ORDER, Context, Known, Reading
from jarana.core.rig.model import MotionKind, Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.strength.chain import strength_chain
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.water.reach import Reach

EVERY_RIG = ("strong", "tippet", "spacing", "snag", "cast_load", "owned", "rules")
"""Readings that matter whatever the method."""
THROWN = ("turnover", "changes_left", "weakest")
DEEP = ("bottom", "zone", "drag", "land")
HELD = (*DEEP, *THROWN, "sag", "casting_length", "visible")
"""A rig the rod holds."""
HUNG = ("float_load", *DEEP, "settle", "take_to_sign", *THROWN, "visible", "netting")
"""A rig that hangs from a float in moving water."""
STILL_HUNG = ("float_load", "zone", "settle", "take_to_sign", *THROWN, "visible", "netting")
STILL_LINE = ("zone", "settle", *THROWN, "netting")
"""A team on a fly line in still water."""
DRIES = ("float_load", "drag_free", *THROWN, "visible")


RIVER_KINDS = ("led", "natural", "swing", "lift", "strip")
LAKE_KINDS = ("still", "figure", "strip", "lift", "inch", "nudge")


@dataclass(frozen=True)
class Pace:
    """A way of moving the rig the method knows: its name, its share of the surface pace, the kind of motion."""

    name: str
    lead: float
    kind: MotionKind = "led"

    @property
    def waters(self) -> tuple[str, ...]:
        """Where it can be done: in moving water, in still water, or in both."""
        return tuple(w for w, kinds in (("river", RIVER_KINDS), ("lake", LAKE_KINDS)) if self.kind in kinds)


RETRIEVES = (
    Pace("left to sink", 0.0, "still"),
    Pace("figure-of-eight", 0.0, "figure"),
    Pace("strip and pause", 0.0, "strip"),
    Pace("lift and hang", 0.0, "lift"),
)
"""How a team on a fly line is fished in still water."""
DRIFTS = (Pace("it drifts", 1.0, "natural"), Pace("held back", 0.8), Pace("led", 1.15))
"""How a float is fished in a river."""


@dataclass(frozen=True)
class Started:
    """A rig of a method with the reason for every choice, and what is not owned."""

    rig: Rig
    choices: tuple[Chosen, ...]
    missing: tuple[Missing, ...]


@dataclass(frozen=True)
class Method:
    """A way of fishing.

    Attributes
    ----------
    number
        Its place in the list of methods.
    waters
        Where it is fished.
    when
        Conditions that speak for it, a sentence.
    says
        The same as conditions of a water, for and against.
    paces
        The motions it offers.
    touch
        How often a fly should touch the bed.
    readings
        Keys of the readings that matter to it.
    ties
        Puts its rig together with a kit.
    rod_class
        Class of the rod it is fished with.
    apart_m
        How far apart its flies are tied in practice.
    ends
        How a drift or a retrieve ends.
    moves
        What is usually changed next, in order.
    lake_readings
        Those that matter on still water; None for the same.
    """

    number: int
    key: str
    name: str
    waters: tuple[Literal["river", "lake"], ...]
    when: str
    says: tuple[Says, ...]
    paces: tuple[Pace, ...]
    touch: Literal["now and then", "all the time", "never"]
    readings: tuple[str, ...]
    ties: Callable[[Kit], Rig]
    ends: str
    moves: tuple[str, ...]
    rod_class: int = 5
    apart_m: tuple[float, float] | None = None
    lake_readings: tuple[str, ...] | None = None

    def begin(
        self, drawer: Drawer, reach: Reach, writer: Writer | None = None, rules: RuleSet | None = None
    ) -> Started:
        """Return a whole rig for a water from a person's own tackle, with reasons; what is not owned is named.

        With a rule set it is brought inside it as far as that goes.
        """
        kit = Kit(drawer, reach, self.rod_class, writer)
        rig = self.ties(kit)
        said: tuple[Chosen, ...] = ()
        if rules is not None:
            rig, said = inside(rig, rules, kit.writer)
        return Started(rig, (*kit.told(rig), *said), tuple(kit.missing))

    def start(self, drawer: Drawer, reach: Reach) -> Rig:
        """Return the rig alone."""
        return self.begin(drawer, reach).rig

    def fit(self, reach: Reach) -> Fit:
        """Return how a water speaks for it; another kind of water speaks against it altogether."""
        found = judged(self.says, reach)
        if reach.kind in self.waters:
            return found
        return Fit(-100, (), (f"fished in a {self.waters[0]}",))

    def context(self, rig: Rig, reach: Reach, drift: Drift, writer: Writer, known: Known | None = None) -> Context:
        """Return what its readings look at."""
        return Context(rig, reach, drift, strength_chain(rig), self.touch, writer, known or Known(), self.apart_m)

    def keys(self, reach: Reach) -> tuple[str, ...]:
        """Return the readings made of a rig of it in a water."""
        own = self.lake_readings if self.lake_readings and reach.kind == "lake" else self.readings
        return (*own, *EVERY_RIG)

    def read(
        self, rig: Rig, reach: Reach, drift: Drift, writer: Writer, known: Known | None = None
    ) -> tuple[Reading, ...]:
        """Return its readings and those every rig has, worst first, otherwise in its own order."""
        context = self.context(rig, reach, drift, writer, known)
        kinds = reading_kinds()
        made = [kinds[key].read(context) for key in self.keys(reach)]
        return tuple(sorted(made, key=lambda reading: ORDER[reading.severity]))
