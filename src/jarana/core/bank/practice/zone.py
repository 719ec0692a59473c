"""When does the first fly come into the zone: by what count, or after how many seconds of a drift?"""

from __future__ import annotations

import numpy as np

from jarana.core.bank.practice.base import Exercise, ExerciseKind, courses_of, zone_of
from jarana.core.engine.columns import AT_Z
from jarana.core.outcomes.tracks import members_of
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import FIRST
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
name = when it is in the zone
asks = { $rig }: after how many seconds is a fly of it where they take?
tells = Half of such drifts have one there by { $seconds } s.
""",
)
LEAST = 0.8
"""Share of the drifts that must come there at all."""


def _make(situation: Situation, _number: int, watch: Watch) -> Exercise | None:
    zone = zone_of(situation)
    if zone is None or zone[0] <= 0.05:
        return None
    tracks = members_of(situation, FIRST, watch)
    if tracks is None:
        return None
    rows = [i for i, name in enumerate(tracks.names) if situation.rig.attachment(name).fly is not None]
    if not rows:
        return None
    first = []
    for times, at in zip(tracks.times, tracks.at, strict=True):
        inside = (-at[rows][:, :, AT_Z] >= zone[0]).any(axis=0)
        if inside.any() and inside.argmax() > 0:
            first.append(float(times[inside.argmax()]))
    if len(first) < LEAST * tracks.count:
        return None
    seconds, courses = courses_of(tracks)
    p10, p50, p90 = (float(v) for v in np.percentile(first, (10, 50, 90)))
    return Exercise(
        kind="zone",
        asks=say("asks", rig=situation.rig.name),
        control="seconds",
        rule="seconds",
        high=round(seconds, 1),
        p10=p10,
        p50=p50,
        p90=p90,
        tells=say("tells", seconds=situation.writer.number(p50, 1)),
        seconds=seconds,
        depth_m=situation.fished.depth_m,
        zone_m=zone,
        courses=courses,
    )


EXERCISE = ExerciseKind("zone", say("name"), _make)
