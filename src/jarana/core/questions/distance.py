"""Close or far off?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.situation import Situation
from jarana.core.water.edits.figures import SetFigure
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
close-lightly = close, lightly
far-off-quietly = far off, quietly
close-or-far-off = Close or far off?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return near and far."""
    if not in_flow(situation) or situation.head.on_line or situation.water.lanes:
        return ()
    return (
        Side(say("close-lightly"), (SetFigure(field="off", value="4 m"),)),
        Side(say("far-off-quietly"), (SetFigure(field="off", value="12 m"),)),
    )


QUESTION = Question(12, "distance", say("close-or-far-off"), sides, ("visible", "drag_free", "sag"))
