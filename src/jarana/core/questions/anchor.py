"""Is the anchor's tippet finer?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.situation import Situation


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return a finer point tippet and the same."""
    rig = situation.rig
    if sum(a.fly is not None for a in rig.attachments) < 2 or rig.point.fly is None:
        return ()
    return (
        Side("finer: a snag takes one fly", (StepDiameter(span=rig.spans[-1].id, finer=True),)),
        Side("the same: big fish take the anchor"),
    )


QUESTION = Question(9, "anchor", "Is the anchor's tippet finer?", sides, ("weakest", "snag"))
