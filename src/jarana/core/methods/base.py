"""What a method says of itself."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from jarana.core.drift.result import Drift
from jarana.core.readings import reading_kinds
from jarana.core.readings.base import ORDER, Context, Known, Reading
from jarana.core.rig.model import MotionKind, Rig
from jarana.core.strength.chain import strength_chain
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.water.reach import Reach

EVERY_RIG = ("strong", "tippet", "spacing", "snag", "rules")
"""Readings that matter whatever the method."""


@dataclass(frozen=True)
class Pace:
    """A way of moving the rig the method knows: its name, its share of the surface pace, the kind of motion."""

    name: str
    lead: float
    kind: MotionKind = "led"


RETRIEVES = (
    Pace("left to sink", 0.0, "still"),
    Pace("figure-of-eight", 0.0, "figure"),
    Pace("strip and pause", 0.0, "strip"),
    Pace("lift and hang", 0.0, "lift"),
)
"""How a team on a fly line is fished in still water."""


@dataclass(frozen=True)
class Method:
    """A way of fishing.

    Attributes
    ----------
    when
        Conditions that speak for it, a sentence.
    paces
        The motions it offers.
    touch
        How often a fly should touch the bed.
    readings
        Keys of the readings that matter to it.
    lake_readings
        Those that matter on still water; None for the same.
    start
        Builds a whole rig of it from a person's own tackle for a reach.
    """

    key: str
    name: str
    when: str
    paces: tuple[Pace, ...]
    touch: Literal["now and then", "all the time", "never"]
    readings: tuple[str, ...]
    start: Callable[[Drawer, Reach], Rig]
    lake_readings: tuple[str, ...] | None = None

    def context(self, rig: Rig, reach: Reach, drift: Drift, writer: Writer, known: Known | None = None) -> Context:
        """Return what its readings look at."""
        return Context(rig, reach, drift, strength_chain(rig), self.touch, writer, known or Known())

    def read(
        self, rig: Rig, reach: Reach, drift: Drift, writer: Writer, known: Known | None = None
    ) -> tuple[Reading, ...]:
        """Return its readings and those every rig has, worst first, otherwise in its own order."""
        context = self.context(rig, reach, drift, writer, known)
        kinds = reading_kinds()
        keys = self.lake_readings if self.lake_readings and reach.kind == "lake" else self.readings
        made = [kinds[key].read(context) for key in (*keys, *EVERY_RIG)]
        return tuple(sorted(made, key=lambda reading: ORDER[reading.severity]))
