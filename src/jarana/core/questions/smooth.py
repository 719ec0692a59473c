"""Smooth and quick to sink, or dressed and slow?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.situation import Situation
from jarana.core.tackle.drawer import FlyPattern, Weight
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
smooth-sinks = { $name }: smooth, it is down sooner
dressed-holds = { $name }: dressed, it hangs longer on the way
smooth-or-dressed = Smooth and quick to sink, or dressed and slow?
""",
)

NEAR_SIZES = 2
"""Hook sizes apart at most."""
APART = 1.3
"""How many times as much the dressed one drags, bead for bead."""


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the smoothest and the most dressed fly of the box that could stand at the point, weight for weight."""
    point = situation.rig.point
    fly = point.fly
    if fly is None or fly.lift_gf is not None:
        return ()
    bead, turns = fly.bead.diameter_mm if fly.bead else None, fly.wraps.turns if fly.wraps else 0

    def fits(pattern: FlyPattern) -> Weight | None:
        if abs(pattern.hook.size - fly.hook.size) > NEAR_SIZES or pattern.lift_gf is not None:
            return None
        same = (
            w
            for w in pattern.weights
            if w.count > 0 and (w.bead.diameter_mm if w.bead else None) == bead and w.kind[2] == turns
        )
        return next(same, None)

    rows = [(p.tied(w), w) for p in situation.drawer.patterns if (w := fits(p)) is not None]
    if not rows:
        return ()
    smooth, dressed = (pick(rows, key=lambda row: row[0].body("x").drag_area) for pick in (min, max))
    if dressed[0].body("x").drag_area < APART * smooth[0].body("x").drag_area:
        return ()
    return (
        Side(say("smooth-sinks", name=smooth[0].label), (SwapFly(at=point.id, weight=smooth[1].id),)),
        Side(say("dressed-holds", name=dressed[0].label), (SwapFly(at=point.id, weight=dressed[1].id),)),
    )


QUESTION = Question(24, "smooth", say("smooth-or-dressed"), sides, ("bottom", "zone", "settle"), depths)
