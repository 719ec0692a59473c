"""How deep is the point after so many seconds?"""

from __future__ import annotations

import numpy as np

from jarana.core.bank.pack import depths_at
from jarana.core.bank.practice.base import Exercise, ExerciseKind, courses_of, zone_of
from jarana.core.outcomes.tracks import members_of
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import FIRST
from jarana.core.watch import Watch
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
name = how deep it is
asks = { $rig }: how deep is the { $role } { $seconds } s after it fell in?
tells = Half of such drifts are deeper than { $deep } then.
""",
)
SHARES = (0.25, 0.4, 0.55, 0.7)
"""Of the drift, at which it is asked."""


def _make(situation: Situation, number: int, watch: Watch) -> Exercise | None:
    tracks = members_of(situation, FIRST, watch)
    if tracks is None:
        return None
    seconds, courses = courses_of(tracks)
    sunk = [c for c in courses if max(c.p50) > 5]
    if not sunk:
        return None
    point = situation.rig.point.id
    course, at = next((c for c in sunk if c.fly == point), sunk[-1]), round(seconds * SHARES[number % len(SHARES)], 1)
    p10, p50, p90 = (float(v) for v in depths_at(tracks, course.fly, np.array([at]))[:, 0])
    water = situation.fished
    return Exercise(
        kind="depth",
        asks=say("asks", rig=situation.rig.name, role=role_name(course.role), seconds=situation.writer.number(at, 1)),
        control="depth",
        rule="depth",
        high=water.depth_m,
        p10=p10,
        p50=p50,
        p90=p90,
        tells=say("tells", deep=situation.writer.text("depth", p50)),
        seconds=seconds,
        depth_m=water.depth_m,
        zone_m=zone_of(situation),
        courses=courses,
    )


EXERCISE = ExerciseKind("depth", say("name"), _make)
