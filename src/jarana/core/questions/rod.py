"""Rod high over the near water, or low with the line in it?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths, in_flow
from jarana.core.rig.edits.stance import SetStance
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
high-line-clear = high: the line clear of the near water
low-out-of-the-wind = low: out of the wind, a straight line to the flies
rod-high-or-low = Rod high or low?
""",
)

HIGH, LOW = "2.4 m", "0.8 m"


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return both heights for a rig the rod holds or a line it swings."""
    if not in_flow(situation) or situation.stood is None or situation.head.floats:
        return ()
    return (
        Side(say("high-line-clear"), (SetStance(tip=HIGH),)),
        Side(say("low-out-of-the-wind"), (SetStance(tip=LOW),)),
    )


QUESTION = Question(14, "rod", say("rod-high-or-low"), sides, ("sag",), depths)
