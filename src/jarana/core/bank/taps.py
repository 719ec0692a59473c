"""What can be tapped after a drift: the first row by how it is fished, and what lies behind *more*."""

from __future__ import annotations

from typing import Literal

from jarana.core.model import Frozen
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
nothing = nothing
ticked = ticked
dragging = dragging
take = take
touched = touched
weed = weed
grab = grab
splash = splash
refused = rise refused
drags = drags
bump = bumped a fish
hung = hung up, freed
lost = hung up, lost
tangle = tangle
wind-knot = wind knot
soaked = fly soaked
dried = dried
bitten = bitten off
retied = tied on again
paused = float paused
step = step on
spawning = fish spawning
leave-them = Fish on bright, cleaned gravel are spawning: leave them, do not wade there, and fish elsewhere.
""",
)
Shows = Literal["", "nothing", "ticked", "dragging", "take"]


class Tap(Frozen):
    """Something that is tapped.

    Attributes
    ----------
    key, label
        As it is kept, and as it is read.
    shows
        What a drift showed that ended so, as the plan's tables call it; empty where they learn nothing from it.
    ends
        It ends the drift: the clock stops.
    loses
        A fly is asked for that is gone with it.
    takes
        A fish took: it is asked on which fly, and how it ended.
    restores
        What was lost is tied on again.
    steps
        The next drift begins a step farther along.
    stops
        Why nobody fishes on at this place; empty where one may.
    """

    key: str
    label: str
    shows: Shows = ""
    ends: bool = True
    loses: bool = False
    takes: bool = False
    restores: bool = False
    steps: bool = False
    stops: str = ""


def _tap(key: str, shows: Shows = "", stops: str = "", **more: bool) -> Tap:
    return Tap(key=key, label=say(key), shows=shows, stops=stops, **more)


FIRST: dict[str, tuple[Tap, ...]] = {
    "touch": (
        _tap("nothing", "nothing"),
        _tap("ticked", "ticked"),
        _tap("dragging", "dragging"),
        _tap("take", takes=True),
    ),
    "swing": (
        _tap("nothing", "nothing"),
        _tap("grab", "take", takes=True),
        _tap("splash", "take"),
        _tap("step", "nothing", steps=True),
    ),
    "lake": (_tap("nothing", "nothing"), _tap("touched", "take"), _tap("weed"), _tap("take", "take", takes=True)),
    "dry": (_tap("nothing", "nothing"), _tap("refused"), _tap("drags"), _tap("take", takes=True)),
}
"""The first row by how a rig is fished; the first of it is what is kept where nobody taps."""
MORE = (
    _tap("bump"), _tap("hung"), _tap("lost", loses=True), _tap("tangle"), _tap("wind-knot", ends=False),
    _tap("bitten", loses=True), _tap("retied", ends=False, restores=True), _tap("paused", "ticked"), _tap("soaked", ends=False), _tap("dried", ends=False),
    _tap("spawning", stops=say("leave-them"), ends=False),
)  # fmt: skip
BATCH = 6
"""Drifts that are told at once."""
HOW_MANY: tuple[tuple[int, int | None], ...] = ((0, 0), (1, 1), (2, 3), (4, None))
"""Of the last drifts so many touched: from and to; None is all of them."""


def first_row(situation: Situation) -> tuple[Tap, ...]:
    """Return the first row of a rig in its water."""
    return FIRST["lake" if not situation.water.nature.flows else situation.head.taps]


def every_tap() -> dict[str, Tap]:
    """Return everything that can be tapped by key."""
    return {tap.key: tap for row in (*FIRST.values(), MORE) for tap in row}
