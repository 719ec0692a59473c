"""The water is clear and you watch the point: which way of leading keeps it where they take, and moving as they accept it?"""

from __future__ import annotations

from jarana.core.bank.practice.base import Exercise, ExerciseKind, courses_of, zone_of
from jarana.core.learn.options import way_of_moving
from jarana.core.outcomes.tracks import evaluate, members_of
from jarana.core.search.moves import coordinates
from jarana.core.search.moves.base import moved
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import FIRST
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.watch import Watch
from jarana.core.words import phrases
from jarana.core.words.roles import role_name
from jarana.core.worth.judge import judge

say = phrases(
    __name__,
    """
name = which way of moving it
asks = { $rig }: the water is clear and you see the { $role }. How do you move it, that it is where they take for longest and not dragged?
tells = { $best }: { $minutes ->
    [one] 1 good minute
   *[other] { $minutes } good minutes
} in the hour; { $worst } brings { $least }.
""",
)
MOST = 6
LIKE = 0.93
"""What is worth nearly as much is right, too."""
APART = 0.8
"""Share of the best the worst must stay below: otherwise there is nothing to guess."""


def _make(situation: Situation, _number: int, watch: Watch) -> Exercise | None:
    pace = next(c for c in coordinates() if c.key == "pace")
    others = (s for m in pace.values(situation) if (s := moved(situation, m)) is not None)
    ways = [situation, *(s for s in others if s.motion.swings == situation.motion.swings)][:MOST]
    if len(ways) < 3 or zone_of(situation) is None:
        return None
    found = evaluate(ways, range(FIRST), SEARCH_GRID, watch)
    tracks = members_of(situation, FIRST, watch)
    if found is None or tracks is None:
        return None
    worth = [judge(t, s).minutes if t is not None else 0.0 for t, s in zip(found, ways, strict=True)]
    most, least = max(worth), min(worth)
    if most <= 0 or least > APART * most:
        return None
    order = sorted(range(len(ways)), key=lambda i: (ways[i].rig.motion.lead, ways[i].rig.motion.kind))
    names = [way_of_moving(s) for s in ways]
    if len(set(names)) < len(names):
        return None
    seconds, courses = courses_of(tracks)
    rig = situation.rig
    return Exercise(
        kind="film",
        asks=say("asks", rig=rig.name, role=role_name(rig.role(rig.point))),
        control="choice",
        rule="",
        choices=tuple(names[i] for i in order),
        best=tuple(k for k, i in enumerate(order) if worth[i] >= LIKE * most),
        ordered=len({s.rig.motion.kind for s in ways}) == 1,
        tells=say(
            "tells",
            best=names[worth.index(most)],
            minutes=round(most),
            worst=names[worth.index(least)],
            least=f"{least:.0f}",
        ),
        seconds=seconds,
        depth_m=situation.fished.depth_m,
        zone_m=zone_of(situation),
        courses=courses,
    )


EXERCISE = ExerciseKind("film", say("name"), _make)
