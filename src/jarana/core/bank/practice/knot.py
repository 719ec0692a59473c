"""The point is stuck and you pull: what goes first?"""

from __future__ import annotations

from jarana.core.bank.practice.base import Exercise, ExerciseKind, courses_of, zone_of
from jarana.core.outcomes.tracks import members_of
from jarana.core.situation import Situation
from jarana.core.strength.chain import told_loss
from jarana.core.strength.loads import loads
from jarana.core.unknowns.deviates import FIRST
from jarana.core.watch import Watch
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
name = what goes first
asks = { $rig }: the { $role } is stuck and you pull straight. What goes first?
tells = { $name } at { $force }; { $lost }.
""",
)


def _make(situation: Situation, number: int, watch: Watch) -> Exercise | None:
    rig = situation.rig
    snags = [load for load in loads(rig, situation.fished.pace_m_s) if load.kind == "snag" and len(load.links) > 2]
    tracks = members_of(situation, FIRST, watch)
    if not snags or tracks is None:
        return None
    load = snags[number % len(snags)]
    names: list[str] = []
    for link in load.links:
        if link.name not in names:
            names.append(link.name)
    if len(names) < 3:
        return None
    seconds, courses = courses_of(tracks)
    weak = load.weakest
    writer = situation.writer
    return Exercise(
        kind="knot",
        asks=say("asks", rig=rig.name, role=role_name(rig.role(rig.attachment(load.fly)))),
        control="choice",
        rule="",
        choices=tuple(names),
        best=(names.index(weak.name),),
        ordered=False,
        tells=say("tells", name=weak.name, force=writer.text("force", weak.force), lost=told_loss(rig, weak.loses)),
        seconds=seconds,
        depth_m=situation.fished.depth_m,
        zone_m=zone_of(situation),
        courses=courses,
    )


EXERCISE = ExerciseKind("knot", say("name"), _make)
