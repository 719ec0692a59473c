"""What a day pack holds, as a phone reads it."""

from __future__ import annotations

from typing import Any, Literal

from jarana.core.bank.counsel import Counsel
from jarana.core.bank.taps import BATCH, HOW_MANY, MORE, Tap
from jarana.core.caution import Caution
from jarana.core.learn.belief import LEAST_SHARE, LEAST_SPEAKS, MISTAPS
from jarana.core.learn.sounding import OUTING_DRIFTS
from jarana.core.model import Frozen
from jarana.core.rig.model import Rig
from jarana.core.search.cells import Ladder
from jarana.core.water.reach import Reach

VERSION = 1
DOUBTED = 1.28
"""The water is doubted where what was seen lies outside eight of ten."""
LEAST_LEFT = 12.0
"""So many drifts are always thought to be left (a guess)."""


class Curve(Frozen):
    """How deep a fly is, cm, at the times of each water: (waters, times)."""

    fly: str
    p10: tuple[tuple[int, ...], ...]
    p50: tuple[tuple[int, ...], ...]
    p90: tuple[tuple[int, ...], ...]


class Mark(Frozen):
    """A moment of a drift: when in the planned water, s, and its name."""

    name: str
    second: float


class PackOption(Frozen):
    """Something that can be fished.

    Attributes
    ----------
    text
        What is changed of the rig that was taken along; as it is, first.
    edits
        The edits that make it of that rig.
    seconds
        How long its drift is in each water, s.
    marks
        Its phases.
    ends
        What its end is called.
    puts_on
        Flies it ties on anew, by their place on the rig.
    expect
        How often to expect a touch, in words, in the planned water.
    knots, minutes
        To make it of each other option.
    """

    text: str
    edits: tuple[dict[str, Any], ...]
    seconds: tuple[float, ...]
    curves: tuple[Curve, ...]
    marks: tuple[Mark, ...]
    ends: str
    puts_on: tuple[str, ...]
    expect: str
    knots: tuple[int, ...]
    minutes: tuple[float, ...]


class PackFly(Frozen):
    """A fly of the rig: its place, its name, its bead or none, what of the box it is."""

    id: str
    role: str
    name: str
    bead: str
    source: str | None
    dry: bool = False


class Table(Frozen):
    """What is learnt and what to do, in one water: thousandths, (options × bins) unless said.

    Attributes
    ----------
    prior
        Chance of each bin, in hundred-thousandths.
    sounded
        The same in a water of just this depth, once that was sounded.
    good
        How good a drift is.
    codes
        Chance of what is seen.
    at
        The same by the part of the drift: (options × parts × bins).
    edges
        Ends of the parts, s.
    """

    prior: tuple[int, ...]
    sounded: tuple[int, ...]
    good: tuple[tuple[int, ...], ...]
    codes: dict[str, tuple[tuple[int, ...], ...]]
    at: dict[str, tuple[tuple[tuple[int, ...], ...], ...]]
    edges: tuple[float, ...]


class Plan(Frozen):
    """The bank plan of a rig: its tables, one for each water, and the sentences that go with them.

    Attributes
    ----------
    bins
        Value of each bin, in thousandths of a spread or in cm.
    less, more
        What to think where it touches less, or more, than it should; empty where that teaches nothing.
    sound_first
        Said before the first cast where a sounding pays; empty where it does not.
    cycle_s
        How long a drift with all around it takes, s.
    """

    kind: Literal["touch", "take"]
    bins: tuple[int, ...]
    tables: tuple[Table, ...]
    less: str = ""
    more: str = ""
    sound_first: str = ""
    cycle_s: float
    speaks: float = LEAST_SPEAKS
    share: float = LEAST_SHARE
    mistaps: float = MISTAPS
    doubted: float = DOUBTED


class PackCut(Frozen):
    """A piece to cut: of which line, how long with its knots, and how long it is then."""

    name: str
    line: str
    cut: str
    finished: str


class PackRig(Frozen):
    """A rig that goes along.

    Attributes
    ----------
    zone_cm, zone_datum
        Where they take, from and to: up from the bed, or down from the surface.
    against
        The rules of the water it breaks, on the day of the pack.
    cuts
        What it is cut of, to tie it anew.
    ladder
        What to put on as the water changes; only in a whole pack.
    """

    id: str
    name: str
    method: str
    motion: str
    rig: Rig
    flies: tuple[PackFly, ...]
    first_row: tuple[Tap, ...]
    options: tuple[PackOption, ...]
    plan: Plan | None
    counsel: tuple[Counsel, ...]
    cautions: tuple[Caution, ...]
    zone_cm: tuple[int, int] | None
    zone_datum: Literal["bed", "surface"]
    against: tuple[str, ...] = ()
    cuts: tuple[PackCut, ...] = ()
    ladder: Ladder | None = None


class Pack(Frozen):
    """A day pack.

    Attributes
    ----------
    made_at
        When, as the server's clock told it.
    depths, paces
        Of its waters, m and m/s: the first changes slowest.
    fractions
        The times at which depths are kept, as shares of a drift.
    whole
        All of them are in it, or only the planned one.
    learnt
        What earlier outings taught of the water; the plan begins with it.
    deeper, faster
        How many times as deep and as fast as it is said to be the water is, by that: where flies are and where the bed is
        follows from it, until the depth is sounded.
    warm_c
        From this temperature on one stops, °C; None where it does not hold.
    batch
        Drifts that are told at once.
    horizon, least_left
        Drifts an outing is thought to have, and the fewest that are left.
    light
        Hours of the clock between which a screen is read by day.
    """

    version: int = VERSION
    key: str
    made_at: str
    water: Reach
    water_name: str
    flows: bool
    depths: tuple[float, ...]
    paces: tuple[float, ...]
    fractions: tuple[float, ...] = ()
    whole: bool
    rigs: tuple[PackRig, ...]
    learnt: str = ""
    deeper: float = 1.0
    faster: float = 1.0
    more: tuple[Tap, ...] = MORE
    how_many: tuple[tuple[int, int | None], ...] = HOW_MANY
    cautions: tuple[Caution, ...]
    warm_c: float | None
    batch: int = BATCH
    horizon: float = OUTING_DRIFTS
    least_left: float = LEAST_LEFT
    light: tuple[float, float] | None = None
    units: str
