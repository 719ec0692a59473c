"""What a method says of itself."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from jarana.core.drift.result import Drift
from jarana.core.readings import reading_kinds
from jarana.core.readings.base import ORDER, Context, Reading
from jarana.core.rig.model import Rig
from jarana.core.strength.chain import strength_chain
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.water.reach import Reach


@dataclass(frozen=True)
class Pace:
    """A way of leading the rig the method knows: its name and its share of the surface pace."""

    name: str
    lead: float


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
    start
        Builds a whole rig of it from a person's own tackle for a reach.
    """

    key: str
    name: str
    when: str
    paces: tuple[Pace, ...]
    touch: Literal["now and then", "all the time"]
    readings: tuple[str, ...]
    start: Callable[[Drawer, Reach], Rig]

    def read(self, rig: Rig, reach: Reach, drift: Drift, writer: Writer) -> tuple[Reading, ...]:
        """Return its readings, worst first, otherwise in its own order."""
        context = Context(rig, reach, drift, strength_chain(rig), self.touch, writer)
        kinds = reading_kinds()
        made = [kinds[key].read(context) for key in self.readings]
        return tuple(sorted(made, key=lambda reading: ORDER[reading.severity]))
