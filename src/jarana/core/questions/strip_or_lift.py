"""Strip in, or raise the rod?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
strips-to-the-end = strip it in: it stays at its depth longer
lifted-and-hung = raise the rod and hang it: it climbs like a hatching fly
strip-or-lift = At the end: strip it in, or raise the rod?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return both ends of a retrieve on a lake."""
    if situation.water.nature.flows or not situation.head.on_line or not situation.motion.lies_flat():
        return ()
    return (
        Side(say("strips-to-the-end"), (SetMotion(kind="strip"),)),
        Side(say("lifted-and-hung"), (SetMotion(kind="lift"),)),
    )


QUESTION = Question(20, "strip-or-lift", say("strip-or-lift"), sides, ("zone", "settle"), depths)
