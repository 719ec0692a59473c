"""Which of your beads is worth most here?"""

from __future__ import annotations

from jarana.core.bank.practice.base import Exercise, ExerciseKind, courses_of, zone_of
from jarana.core.errors import InputError
from jarana.core.outcomes.tracks import evaluate, members_of
from jarana.core.search.rungs import rungs_of
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
name = which bead
asks = { $rig }: with which of your weights is the { $role } worth most in this water?
asks-bare = { $rig }: which of your weights is worth most in this water?
tells = { $best }: { $minutes ->
    [one] 1 good minute
   *[other] { $minutes } good minutes
} in the hour.
""",
)
MOST = 8
LIKE = 0.93
"""What is worth nearly as much is right, too."""


def _make(situation: Situation, _number: int, watch: Watch) -> Exercise | None:
    if not situation.water.nature.flows:
        return None
    try:
        hung, rungs = rungs_of(situation)
    except InputError:
        return None
    owned = [r for r in rungs if r.owned][:MOST]
    if len(owned) < 3:
        return None
    tried = [situation.with_rig(situation.rig.replace_attachment(hung.id, body=r.body)) for r in owned]
    found = evaluate(tried, range(FIRST), SEARCH_GRID, watch)
    if found is None:
        return None
    worth = [judge(t, s).minutes if t is not None else 0.0 for t, s in zip(found, tried, strict=True)]
    most = max(worth)
    tracks = members_of(situation, FIRST, watch)
    if most <= 0 or tracks is None:
        return None
    seconds, courses = courses_of(tracks)
    best = tuple(i for i, w in enumerate(worth) if w >= LIKE * most)
    top = worth.index(most)
    return Exercise(
        kind="bead",
        asks=say("asks", rig=situation.rig.name, role=role_name(situation.rig.role(hung)))
        if hung.fly is not None
        else say("asks-bare", rig=situation.rig.name),
        control="choice",
        rule="",
        choices=tuple(r.text for r in owned),
        best=best,
        tells=say("tells", best=owned[top].text, minutes=round(most)),
        seconds=seconds,
        depth_m=situation.fished.depth_m,
        zone_m=zone_of(situation),
        courses=courses,
    )


EXERCISE = ExerciseKind("bead", say("name"), _make)
