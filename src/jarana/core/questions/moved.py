"""Is a float on a lake moved?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.situation import Situation


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return left alone and moved."""
    if situation.water.nature.flows or not situation.head.is_float:
        return ()
    return Side("never moved", (SetMotion(kind="still"),)), Side("a hand every half minute", (SetMotion(kind="nudge"),))


QUESTION = Question(7, "moved", "Is a float on a lake moved?", sides, ("zone",), depths)
