"""Is a float on a lake moved?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
never-moved = never moved
hand-every-half-minute = a hand every half minute
float-lake-moved = Is a float on a lake moved?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return left alone and moved."""
    if situation.water.nature.flows or not situation.head.is_float:
        return ()
    return Side(say("never-moved"), (SetMotion(kind="still"),)), Side(
        say("hand-every-half-minute"), (SetMotion(kind="nudge"),)
    )


QUESTION = Question(7, "moved", say("float-lake-moved"), sides, ("zone",), depths)
