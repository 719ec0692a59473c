"""A fish is seen: how far upstream of it must the flies come in?"""

from __future__ import annotations

import numpy as np

from jarana.core.bank.practice.base import Exercise, ExerciseKind, courses_of, zone_of
from jarana.core.engine.columns import AT_X, AT_Z
from jarana.core.outcomes.tracks import members_of
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import FIRST
from jarana.core.watch import Watch
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
name = how far ahead of a fish
asks = { $rig }: you see a fish where they take. How far upstream of it must the { $role } come in to reach it at its depth?
tells = Half of such drifts have it there { $ahead } on.
""",
)
LEAST = 0.8
"""Share of the drifts that must come to the fish's depth at all."""


def _make(situation: Situation, _number: int, watch: Watch) -> Exercise | None:
    zone = zone_of(situation)
    if zone is None or zone[0] <= 0.05 or not situation.water.nature.flows or situation.motion.swings:
        return None
    tracks = members_of(situation, FIRST, watch)
    point = situation.rig.point
    if tracks is None or point.id not in tracks.names or point.fly is None:
        return None
    row = tracks.row(point.id)
    ahead, whole = [], []
    for at in tracks.at:
        way = at[row, :, AT_X] - at[row, 0, AT_X]
        inside = -at[row, :, AT_Z] >= zone[0]
        whole.append(float(way[np.isfinite(way)][-1]))
        if inside.any():
            ahead.append(float(way[inside.argmax()]))
    if len(ahead) < LEAST * tracks.count:
        return None
    p10, p50, p90 = (float(v) for v in np.percentile(ahead, (10, 50, 90)))
    high = float(np.max(whole))
    if not 0 < p10 <= p90 < high:
        return None
    seconds, courses = courses_of(tracks)
    return Exercise(
        kind="ahead",
        asks=say("asks", rig=situation.rig.name, role=role_name(situation.rig.role(point))),
        control="way",
        rule="travel",
        high=round(high, 1),
        p10=p10,
        p50=p50,
        p90=p90,
        tells=say("tells", ahead=situation.writer.text("travel", p50)),
        seconds=seconds,
        depth_m=situation.fished.depth_m,
        zone_m=zone,
        courses=courses,
    )


EXERCISE = ExerciseKind("ahead", say("name"), _make)
