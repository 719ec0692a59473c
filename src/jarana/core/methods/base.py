"""What a method says of itself: data, and one function that ties its rig."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from jarana.core.heads.base import HeadPart
from jarana.core.methods.chosen import Chosen, Missing
from jarana.core.methods.inside_rules import inside
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import one_fly
from jarana.core.methods.when import Fit, Says, judged
from jarana.core.motions import motions
from jarana.core.rig.model import Fitted, Rig
from jarana.core.situation import Setting
from jarana.core.water.kinds.base import Way
from jarana.core.water.reach import Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
led = led
figure-of-eight = figure-of-eight
hangs-still = hangs still
held-on-tight-line = held on a tight line
moved-hand-times = moved a hand at times
left-sink = left to sink
strip-pause = strip and pause
lift-hang = lift and hang
drifts = it drifts
fed = line is fed
held-back = held back
fished = fished in a { $waters }
""",
)

EVERY_RIG = (
    "ledge", "rakes", "leader_by_line", "held_up", "strong", "tippet", "spacing", "snag", "cast_load", "owned", "rules", "checked",
)  # fmt: skip
"""Readings that matter whatever the method."""
THROWN = ("turnover", "changes_left", "weakest")
DEEP = ("bottom", "zone", "drag", "land")
HELD = (*DEEP, *THROWN, "sag", "sunk", "wind", "casting_length", "visible")
"""A rig the rod holds."""
HUNG = ("float_load", *DEEP, "settle", "drag_free", "take_to_sign", *THROWN, "visible", "netting")
"""A rig that hangs from a float in moving water."""
STILL_HUNG = ("float_load", "zone", "settle", "take_to_sign", *THROWN, "visible", "netting")
STILL_LINE = ("zone", "settle", *THROWN, "netting")
"""A team on a fly line in still water."""
DRIES = ("float_load", "on_top", "drag_free", *THROWN, "visible")
STILL_DRY = ("float_load", "on_top", "settle", *THROWN, "visible")


@dataclass(frozen=True)
class Pace:
    """A way of moving the rig the method knows: its name, its share of the surface pace, the kind of motion."""

    name: str
    lead: float
    kind: str = "led"

    @property
    def waters(self) -> tuple[str, ...]:
        """Kinds of water it belongs to."""
        return motions()[self.kind].waters


RETRIEVES = (
    Pace(say("left-sink"), 0.0, "still"),
    Pace(say("figure-of-eight"), 0.0, "figure"),
    Pace(say("strip-pause"), 0.0, "strip"),
    Pace(say("lift-hang"), 0.0, "lift"),
)
"""How a team on a fly line is fished in still water."""
SUSPENDED = (
    Pace(say("hangs-still"), 0.0, "still"),
    Pace(say("held-on-tight-line"), 0.0, "tight"),
    Pace(say("moved-hand-times"), 0.0, "nudge"),
)
"""How a float is fished in still water."""
DRIFTS = (
    Pace(say("drifts"), 1.0, "natural"),
    Pace(say("fed"), 1.0, "feed"),
    Pace(say("held-back"), 0.8),
    Pace(say("led"), 1.15),
)
"""How a float is fished in a river."""


@dataclass(frozen=True)
class Wish:
    """How often a method wishes to touch the bed, as shares of its drifts, and how much of a drift it may lie on the stones."""

    least: float
    most: float
    lies: float


WISHES = {
    "now and then": Wish(1 / 6, 1.0, 0.5),
    "all the time": Wish(0.8, 1.0, 1.0),
    "never": Wish(0.0, 0.5, 0.25),
}
"""On 1 drift in 6 to every one; on nearly all; at most on half (practice)."""


@dataclass(frozen=True)
class Started:
    """A rig of a method with the reason for every choice, and what is not owned."""

    rig: Rig
    choices: tuple[Chosen, ...] = ()
    missing: tuple[Missing, ...] = ()


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
    lowest
        Id of the fly that rides lowest, where one is meant to.
    stands_for
        Sides of disputed questions it is the example of.
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
    lowest: str = ""
    stands_for: tuple[str, ...] = ()

    @property
    def wish(self) -> Wish:
        """How often it should touch, as shares."""
        return WISHES[self.touch]

    def begin(self, setting: Setting) -> Started:
        """Return a whole rig for a water from a person's own tackle, with reasons; what is not owned is named.

        With a rule set it is brought inside it as far as that goes.

        Raises
        ------
        InputError
            Where this water asks for a rig that cannot be tied: a span longer than any.
        """
        kit = Kit(setting, self.rod_class, self.way)
        rig = one_fly(kit, self.ties(kit), self.name)
        said: tuple[Chosen, ...] = ()
        if setting.rules is not None:
            rig, said = inside(rig, setting.rules, kit.drawer, kit.writer)
        water = setting.fished
        rig = rig.rebuilt(fitted=Fitted(kind=water.kind, depth_m=water.depth_m, pace_m_s=water.pace_m_s))
        return Started(rig, (*kit.told(rig), *said), tuple(kit.missing))

    def start(self, setting: Setting) -> Rig:
        """Return the rig alone."""
        return self.begin(setting).rig

    def way(self, flows: bool) -> Way:
        """Return which way it is cast: as its first motion that belongs to the water is."""
        kind = next((p.kind for p in self.paces if flows == ("river" in p.waters)), self.paces[0].kind)
        return motions()[kind].way(flows)

    def fit(self, reach: Reach) -> Fit:
        """Return how a water speaks for it; another kind of water speaks against it altogether."""
        found = judged(self.says, reach)
        if reach.kind in self.waters:
            return found
        return Fit(-100, (), (say("fished", waters=self.waters[0]),))

    def keys(self, reach: Reach, head: HeadPart | None = None) -> tuple[str, ...]:
        """Return the readings made of a rig of it in a water; one that came to be held another way is judged as such, too."""
        own = self.lake_readings if self.lake_readings and not reach.nature.flows else self.readings
        if head is not None:
            own = (*(key for key in head.reads if key not in own), *(key for key in own if key not in head.leaves))
        return (*own, *EVERY_RIG)
