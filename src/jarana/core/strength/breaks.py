"""What fish that were on tell of one's lines and knots: does what gives first hold as it is said to?"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from jarana.core.law import Law, Range
from jarana.core.model import Frozen
from jarana.core.strength.chain import StrengthLink, weakest_link
from jarana.core.strength.fish import pull_of_fish
from jarana.core.strength.holds import shares_held
from jarana.core.tackle.drawer import KnotTest
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
count = { $gave } of { $on } fish were lost by it where { $expected } were to be expected
weaker = { $count }: it holds about { $by } % less than said, from { $low } to { $high } % of it.
stronger = { $count }: it holds about { $by } % more than said, from { $low } to { $high } % of it.
perhaps-weaker = { $count }: perhaps it holds { $by } % less than said, from { $low } to { $high } % of it.
perhaps-stronger = { $count }: perhaps it holds { $by } % more than said, from { $low } to { $high } % of it.
as-said = { $count }: it holds about as said, from { $low } to { $high } % of it.
pull = A pull against a scale would tell.
""",
)
LENGTH_TO_MASS = Law(
    "mass of a trout by its length",
    "Fulton's condition factor 1.1 (practice: 0.9 lean, 1.3 fat): kg = 1.1e-5 cm³",
    {"length": Range(0.08, 1.2, "the fish's length", "short", "m")},
    "how heavy it was is a guess",
)
CONDITION = 1.1e-5
"""kg per cm³."""
HAND = 0.2
"""How far one's own knots and lines lie off what is said of them, on the whole: standard deviation of the logarithm (guess)."""
SIZE_TOLD, SIZE_NOT_TOLD = 0.15, 0.5
"""Standard deviations of the logarithm of the pull of a fish whose length was told, and of one nobody measured (guesses)."""
GRID = np.linspace(-4.0 * HAND, 4.0 * HAND, 81)
"""Logarithms of the factor that are tried; the one in the middle is one."""
FACTORS = np.exp(GRID)
LEAST_ON = 3
"""Fish on from which on a link is told of, where none broke off."""
EIGHTY = (0.1, 0.9)
TOLD = 0.05
"""A factor nearer to one than this is as said."""
MOST_ROWS = 6
LEAST_SHARE = 0.15
"""No knot is counted with that keeps less of a line."""
SAME = 0.5
"""Percent of a line within which a figure is the one that counts already."""


@dataclass(frozen=True)
class Fight:
    """A fish that was on.

    Attributes
    ----------
    links
        What bore it.
    pace, jerk
        Of the current m/s, and how many times as hard the take pulled.
    length_m
        None where nobody measured it: then it was a usual one, of `usual_kg`.
    ended
        How, in the words of the journal's takes.
    """

    links: tuple[StrengthLink, ...]
    pace: float
    jerk: float
    length_m: float | None
    usual_kg: float
    ended: str

    def gave(self, weak: StrengthLink) -> bool:
        """Say whether what goes first went: a hook opens, all else breaks."""
        return self.ended == ("straightened" if weak.kind == "hook" else "broke")

    @property
    def mass(self) -> float:
        """What it weighed, kg."""
        return mass_of(self.length_m) if self.length_m else self.usual_kg


class Counted(Frozen):
    """What a knot keeps by what fish told, to count with from now on.

    Attributes
    ----------
    keeps, said, spread
        Of the dry line's strength, %: by them, as it is said to, and from tying to tying.
    row
        The row of one's own knots that says it already, or says another figure; empty for a new one.
    done
        It is counted with.
    """

    knot: str
    family: str
    keeps: float
    said: float
    spread: float
    fish: int
    row: str = ""
    done: bool = False


class LinkTold(Frozen):
    """What fish tell of what gives first.

    Attributes
    ----------
    what
        The knot and line.
    gave, expected
        How many fish were lost by it, and how many were to be, strengths as they are said.
    factor, low, high
        What it holds over what is said: most likely, and eight times of ten.
    counted
        What to count with, where a knot gave and eight times of ten lie to one side; None elsewhere.
    """

    what: str
    on: int
    gave: int
    expected: float
    factor: float
    low: float
    high: float
    says: str
    counted: Counted | None = None


def mass_of(length_m: float) -> float:
    """Return the mass of a trout of a length, kg.

    Examples
    --------
    >>> round(mass_of(0.40), 2)
    0.7
    """
    LENGTH_TO_MASS.ask(length=length_m)
    return CONDITION * (100.0 * length_m) ** 3


def told_by(fights: Sequence[Fight], own: Sequence[KnotTest] = ()) -> tuple[LinkTold, ...]:
    """Return what fish that were on tell of the links that give first, those that broke most often first.

    A factor on the strength of one link, lognormal about one by `HAND` before, weighed by every fish: with the share of takes held if it
    held, with the rest if it gave. The other links are as they are said. `own` is what one's own knots are said to keep already.
    """
    by_link: dict[str, list[Fight]] = {}
    for fight in fights:
        if fight.links:
            by_link.setdefault(weakest_link(fight.links).why, []).append(fight)
    rows = [_told(why, fish, own) for why, fish in by_link.items()]
    told = [row for row in rows if row.gave or row.on >= LEAST_ON]
    ordered = sorted(told, key=lambda row: (-row.gave, -row.on, row.what))[:MOST_ROWS]
    return tuple(row if _tells_most(row, told) else row.model_copy(update={"counted": None}) for row in ordered)


def _tells_most(row: LinkTold, rows: Sequence[LinkTold]) -> bool:
    """Say whether of all that tell of a knot, in whatever line, this has the most fish: one figure of it is offered."""
    mine = row.counted
    if mine is None:
        return True
    others = [r for r in rows if r.counted and (r.counted.knot, r.counted.family) == (mine.knot, mine.family)]
    return row is max(others, key=lambda r: (r.on, r.gave, r.what))


def _told(why: str, fights: Sequence[Fight], own: Sequence[KnotTest]) -> LinkTold:
    weights = -0.5 * (GRID / HAND) ** 2
    expected = 0.0
    gave = 0
    for fight in fights:
        weak = weakest_link(fight.links)
        pull, unsure = pull_of_fish(fight.mass, fight.pace), SIZE_TOLD if fight.length_m else SIZE_NOT_TOLD
        held = shares_held(fight.links, weak, FACTORS, pull, fight.jerk, unsure)
        expected += 1.0 - float(held[len(held) // 2])
        gave += fight.gave(weak)
        weights = weights + np.log(np.clip(1.0 - held if fight.gave(weak) else held, 1e-12, 1.0))
    share = np.exp(weights - weights.max())
    sums = np.cumsum(share / share.sum())
    low, high = (math.exp(float(np.interp(q, sums, GRID))) for q in EIGHTY)
    factor = math.exp(float(share @ GRID / share.sum()))
    count = say("count", gave=gave, on=len(fights), expected=f"{expected:.1f}")
    by, least, most = (f"{v * 100:.0f}" for v in (abs(factor - 1.0), low, high))
    sure = high < 1.0 or low > 1.0
    if abs(factor - 1.0) < TOLD:
        says = say("as-said", count=count, low=least, high=most)
    elif factor < 1.0 and sure:
        says = say("weaker", count=count, by=by, low=least, high=most)
    elif factor < 1.0:
        says = say("perhaps-weaker", count=count, by=by, low=least, high=most)
    elif sure:
        says = say("stronger", count=count, by=by, low=least, high=most)
    else:
        says = say("perhaps-stronger", count=count, by=by, low=least, high=most)
    if factor <= 1.0 - TOLD:
        says = f"{says} {say('pull')}"
    return LinkTold(
        what=why, on=len(fights), gave=gave, expected=round(expected, 2),
        factor=round(factor, 3), low=round(low, 3), high=round(high, 3), says=says,
        counted=_counted(weakest_link(fights[0].links), factor, len(fights), own) if sure else None,
    )  # fmt: skip


def _counted(weak: StrengthLink, factor: float, fish: int, own: Sequence[KnotTest]) -> Counted | None:
    """Return what the knot that gave keeps by what was told; pull tests of it count before fish."""
    tied = weak.tied
    if tied is None or abs(factor - 1.0) < TOLD:
        return None
    mine = [test for test in own if (test.knot, test.family) == (tied.knot, tied.family)]
    if any(test.counts and not test.fish for test in mine):
        return None
    keeps = round(100.0 * min(max(tied.share * factor, LEAST_SHARE), 1.0), 1)
    row = next((test for test in mine if test.fish), None)
    return Counted(
        knot=tied.knot, family=tied.family, keeps=keeps, said=round(100.0 * tied.share, 1), spread=round(keeps * weak.scatter, 1),
        fish=fish, row=row.id if row else "", done=row is not None and abs(100.0 * row.share - keeps) < SAME,
    )  # fmt: skip
