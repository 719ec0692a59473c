"""Something stops, at a second: was that the bed, or a fish? It depends on where the flies are by then."""

from __future__ import annotations

import numpy as np

from jarana.core.bank.practice.base import Exercise, ExerciseKind, courses_of, zone_of
from jarana.core.engine.columns import AT_Z, UNDER
from jarana.core.outcomes.shares import in_ten
from jarana.core.outcomes.tracks import Tracks, members_of
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import MEMBERS
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
name = tick or take
asks = { $rig }: at { $second } s { $sign }. What was it?
held = the sighter stops short
floats = the float stops and dips
fish = a fish
bed = the bed
either = it could be either
tells = By then a fly is down on the stones on { $share }. Strike all the same: a strike costs a few metres of drift.
""",
)
AT = (0.2, 0.35, 0.5, 0.7, 0.9)
"""Shares of the drift at which something may stop."""
CLOSE_M = 0.02
"""A fly so close over the bed could have touched it."""
FISH, BED = 0.1, 0.6
"""Share of drifts with a fly on the stones at that second, up to which it was a fish, and from which on it was the bed."""


def on_stones(tracks: Tracks, second: float) -> float:
    """Return the share of drifts on which something that hangs on the rig is on the bed at a second."""
    hung = len(tracks.names)
    down = 0
    for times, at in zip(tracks.times, tracks.at, strict=True):
        i = int(np.searchsorted(times, second))
        i = min(i, len(times) - 1)
        over = at[:hung, i, AT_Z] + at[:hung, i, UNDER]
        down += bool((over <= CLOSE_M).any())
    return down / max(tracks.count, 1)


def most_likely(share: float) -> int:
    """Return which of fish (0), either (1) and bed (2) it was, for the share of drifts on which a fly is on the stones by then.

    Examples
    --------
    >>> most_likely(0.1), most_likely(0.11), most_likely(0.59), most_likely(0.6)
    (0, 1, 1, 2)
    """
    return 0 if share <= FISH else 2 if share >= BED else 1


def _make(situation: Situation, number: int, watch: Watch) -> Exercise | None:
    if not situation.water.nature.flows or situation.head.taps == "dry":
        return None
    tracks = members_of(situation, MEMBERS, watch)
    if tracks is None or not tracks.names:
        return None
    seconds, courses = courses_of(tracks)
    second = round(seconds * AT[number % len(AT)], 1)
    share = on_stones(tracks, second)
    return Exercise(
        kind="sign",
        asks=say(
            "asks",
            rig=situation.rig.name,
            second=situation.writer.number(second, 1),
            sign=say("floats" if situation.head.is_float else "held"),
        ),
        control="choice",
        rule="",
        choices=(say("fish"), say("either"), say("bed")),
        best=(most_likely(share),),
        tells=say("tells", share=in_ten(share)),
        stops_s=second,
        seconds=seconds,
        depth_m=situation.fished.depth_m,
        zone_m=zone_of(situation),
        courses=courses,
    )


EXERCISE = ExerciseKind("sign", say("name"), _make)
