"""Deeper by weight, or by a longer tippet?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths, in_flow
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
by-weight = a bead up: sooner down, and it is felt
by-tippet = a hand of tippet: the flies stay light
weight-or-tippet = Deeper by weight, or by a longer tippet?
""",
)

LONGER_MM = 200.0


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return both, where the point has a bead to change."""
    fly = situation.rig.point.fly
    if not in_flow(situation) or fly is None or fly.bead is None or situation.head.on_line:
        return ()
    last = situation.rig.spans[-1].id
    return (
        Side(say("by-weight"), (StepBead(at=situation.rig.point.id, heavier=True),)),
        Side(say("by-tippet"), (ChangeLength(span=last, by_mm=LONGER_MM),)),
    )


QUESTION = Question(19, "grow", say("weight-or-tippet"), sides, ("bottom", "zone", "drag"), depths)
