"""How long does what floats drift in its own water, before the line drags it?"""

from __future__ import annotations

from jarana.core.bank.practice.base import Exercise, ExerciseKind, courses_of, zone_of
from jarana.core.drift.nominal import nominal
from jarana.core.outcomes.tracks import members_of
from jarana.core.readings.checked import COUNTED_S, COUNTED_SHARE
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import FIRST
from jarana.core.watch import Watch
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
name = how long it drifts freely
asks = { $rig }: for how many seconds does its { $what } keep to the water it landed on?
tells = The line has drawn it out of its own water after { $seconds } s.
""",
)


def _make(situation: Situation, _number: int, watch: Watch) -> Exercise | None:
    if not situation.head.floats or situation.water.still:
        return None
    across = nominal(situation).across
    if across is None or across.freed is not None:
        # What the unbending leader moves at first and then lets go has no one moment at which it is drawn out.
        return None
    free, tracks = across.drag_free_s, members_of(situation, FIRST, watch)
    if free is None or tracks is None:
        return None
    seconds, courses = courses_of(tracks)
    # As close as anybody counts it: the same as a leaf seen from a bridge is held against.
    off = max(COUNTED_S, COUNTED_SHARE * free)
    return Exercise(
        kind="free",
        asks=say("asks", rig=situation.rig.name, what=role_name(situation.head.noun)),
        control="seconds",
        rule="seconds",
        high=round(max(seconds, free + off), 1),
        p10=max(free - off, 0.0),
        p50=free,
        p90=min(free + off, max(seconds, free + off)),
        tells=say("tells", seconds=situation.writer.number(free, 1)),
        seconds=seconds,
        depth_m=situation.fished.depth_m,
        zone_m=zone_of(situation),
        courses=courses,
    )


EXERCISE = ExerciseKind("free", say("name"), _make)
