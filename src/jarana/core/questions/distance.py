"""Close or far off?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.situation import Situation
from jarana.core.water.edits.figures import SetFigure


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return near and far."""
    if not in_flow(situation) or situation.head.on_line or situation.water.lanes:
        return ()
    return (
        Side("close, lightly", (SetFigure(field="off", value="4 m"),)),
        Side("far off, quietly", (SetFigure(field="off", value="12 m"),)),
    )


QUESTION = Question(12, "distance", "Close or far off?", sides, ("visible",))
