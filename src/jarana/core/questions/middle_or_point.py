"""A team on a line: heavy in the middle, or held up by a buoyant point?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.rig.geometry import place
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
heavy-middle = the heaviest fly in the middle: the team hangs in a belly
buoyant-point = a buoyant fly on the point: the end of the team stays up
middle-or-point = Heavy in the middle, or buoyant at the point?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the heaviest owned fly in the middle, and the one that floats best on the point; of teams of three in still water."""
    rig = situation.rig
    flies = sorted(
        (a for a in rig.attachments if a.fly and a.at.kind in ("joint", "point")), key=lambda a: place(rig, a)
    )
    if len(flies) != TEAM or not situation.head.on_line or situation.water.nature.flows:
        return ()
    middle, point = flies[1], flies[2]
    water = situation.fished.water
    rows = [
        (pattern.tied(weight).body("f").submerged_weight(water), weight.id)
        for pattern in situation.drawer.patterns
        for weight in pattern.weights
        if weight.count > 0
    ]
    heavy, light = max(rows, default=None), min(rows, default=None)
    if heavy is None or light is None or light[0] >= 0.0:
        return ()
    return (
        Side(say("heavy-middle"), (SwapFly(at=middle.id, weight=heavy[1]),)),
        Side(say("buoyant-point"), (SwapFly(at=point.id, weight=light[1]),)),
    )


TEAM = 3
"""Flies of a team that has a middle."""
QUESTION = Question(25, "middle-or-point", say("middle-or-point"), sides, ("zone", "settle"), depths)
