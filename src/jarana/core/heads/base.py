"""What every head says of itself."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TYPE_CHECKING, ClassVar

from jarana.core.engine.hydro.water_properties import Water
from jarana.core.engine.scenario import FreeTop
from jarana.core.model import Frozen
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
the = the { $noun }
""",
)

if TYPE_CHECKING:
    from jarana.core.rig.model import Rig
    from jarana.core.tackle.drawer import Drawer

WITH_ROD_S, FREE_S = 20.0, 60.0
"""s: a drift the rod holds is lifted out by then; one that floats by itself goes on longer (practice)."""
SPACING = 0.06
"""Node spacing wanted on line in the water, m: within a centimetre of half of it (tests/core/methods)."""


@dataclass(frozen=True)
class Thrown:
    """A mass on the line besides the flies: where, m from the fly line; kg; and its C·A in the air, m²."""

    place: float
    mass: float
    drag_area: float
    name: str


@dataclass(frozen=True)
class Sign:
    """What is watched for a take: its name, and how big it is, m."""

    what: str
    size: float


@dataclass(frozen=True)
class Wanted:
    """How a head is wanted on a rig; what is None is as usual.

    Attributes
    ----------
    body
        Id of an owned float.
    above
        Its height above the point, m.
    fly
        Id of the attachment that holds the rig.
    out
        Fly line in the water, m.
    """

    body: str | None = None
    above: float | None = None
    fly: str | None = None
    out: float | None = None


class HeadPart(Frozen):
    """A head. Subclasses carry ``kind: Literal[...]`` and answer what is asked of them.

    Attributes
    ----------
    noun
        What it is called in a sentence.
    habit
        Under which name the constants of worth tell how long a cast with it takes, and how far it is fished.
    floats
        It drifts by itself, and bears a load.
    on_line
        A fly line in or on the water is part of the chain.
    is_float
        A float, as rules mean it.
    droppers_stop
        A dropper fly meets the tip ring before the fish is near the net.
    longest_s
        How long a drift on a river lasts at most, s.
    spacing
        Node spacing wanted on its leader in moving water, m.
    taps
        Which row of taps a drift with it ends in, in moving water.
    lifted
        The rod lifts it out at the end of a drift.
    tip_m
        Usual height of the rod tip over a river, m (practice).
    in_the_river, in_the_lake
        How it is moved where the rig's own motion does not belong to the water.

    reads, leaves
        Keys of the readings a rig so held is also judged by, and of those that say nothing of it, whatever its method.
    """

    noun: ClassVar[str]
    habit: ClassVar[str]
    reads: ClassVar[tuple[str, ...]] = ()
    leaves: ClassVar[tuple[str, ...]] = ()
    floats: ClassVar[bool] = False
    on_line: ClassVar[bool] = False
    is_float: ClassVar[bool] = False
    droppers_stop: ClassVar[bool] = True
    longest_s: ClassVar[float] = FREE_S
    spacing: ClassVar[float] = SPACING
    tip_m: ClassVar[float] = 0.5
    taps: ClassVar[str] = "touch"
    lifted: ClassVar[bool] = False
    in_the_river: ClassVar[str] = "natural"
    in_the_lake: ClassVar[str] = "still"

    @property
    def key(self) -> str:
        """Its kind."""
        return str(self.kind)  # type: ignore[attr-defined]

    @classmethod
    def put_on(cls, rig: Rig, drawer: Drawer, wanted: Wanted) -> HeadPart:
        """Return it as it comes to a rig that was held another way; raise InputError with a path where it cannot."""
        return cls()

    def fault(self, rig: Rig) -> str:
        """Return what is wrong with it on a rig; empty when it fits."""
        return ""

    def slid_from(self, other: HeadPart, before: Rig, after: Rig) -> tuple[float, float] | None:
        """Return how high over the point it sat and sits, m, where it is the same as another but for that; else None."""
        return None

    def deeper(self, rig: Rig, by_m: float) -> HeadPart | None:
        """Return it slid so that the rig hangs so much deeper, m, or higher, as far as that goes; None where it cannot be slid."""
        return None

    def setting(self, rig: Rig, writer: Writer) -> str:
        """Return in a word or two how it is set; empty where it is not."""
        return ""

    def hangs_from(self, rig: Rig) -> float:
        """Return how far down the leader the chain begins, m from the fly line."""
        return 0.0

    def holds(self) -> str | None:
        """Return the id of the attachment that is the head itself; None where it is none of them."""
        return None

    def free_top(self, rig: Rig, water: Water) -> FreeTop | None:
        """Return what drifts by itself at the top; None where nothing does."""
        return None

    def described(self, rig: Rig, writer: Writer) -> str:
        """Return what holds the rig, as a history tells it."""
        return say("the", noun=role_name(self.noun))

    def put_on_at(self, rig: Rig, writer: Writer) -> tuple[str, str] | None:
        """Return what a tie sheet says of putting it on, a title and how; None where nothing is put on."""
        return None

    def greased_above(self, rig: Rig) -> float | None:
        """Return down to where the leader is greased for it, m from the fly line; None where it asks for none."""
        return None

    def not_thrown_by_loop(self) -> str:
        """Return why no loop throws such a rig; empty where one does."""
        return ""

    def thrown(self, rig: Rig) -> Thrown | None:
        """Return what it adds to what is thrown."""
        return None

    def stops(self, rig: Rig) -> float | None:
        """Return how far above the point it stops the line at the tip ring, m; None where it does not."""
        return None

    def sign(self, rig: Rig) -> Sign | None:
        """Return what is watched for a take; None where takes are felt on the line."""
        return None

    def line_out(self) -> float:
        """Return how much fly line is in or on the water, m."""
        return 0.0

    def missing(self, drawer: Drawer) -> str:
        """Return what of it is not in a drawer, with what is owned; empty where all of it is."""
        return ""
