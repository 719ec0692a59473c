"""Does the float bear it? How much of its lift hangs on it."""

from __future__ import annotations

from jarana.core.bank.practice.base import Exercise, ExerciseKind, courses_of, zone_of
from jarana.core.drift.nominal import nominal
from jarana.core.outcomes.tracks import members_of
from jarana.core.readings.float_load import BROKEN, DROWNS, SLUGGISH
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import FIRST
from jarana.core.watch import Watch
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
name = does the float bear it
asks = { $rig }: how does its { $what } sit with what hangs on it?
sluggish = too big: a take barely moves it
right = right: a take tips it
fully = full: broken water pulls it under
under = it goes under
tells = { $load } % of the most it lifts hangs on it.
""",
)


def _make(situation: Situation, _number: int, watch: Watch) -> Exercise | None:
    if not situation.head.is_float:
        return None
    load, tracks = nominal(situation).load, members_of(situation, FIRST, watch)
    if load is None or tracks is None:
        return None
    seconds, courses = courses_of(tracks)
    best = 0 if load < SLUGGISH else 1 if load <= BROKEN else 2 if load < DROWNS else 3
    return Exercise(
        kind="loaded",
        asks=say("asks", rig=situation.rig.name, what=role_name(situation.head.noun)),
        control="choice",
        rule="",
        choices=tuple(say(k) for k in ("sluggish", "right", "fully", "under")),
        best=(best,),
        tells=say("tells", load=f"{load * 100:.0f}"),
        seconds=seconds,
        depth_m=situation.fished.depth_m,
        zone_m=zone_of(situation),
        courses=courses,
    )


EXERCISE = ExerciseKind("loaded", say("name"), _make)
