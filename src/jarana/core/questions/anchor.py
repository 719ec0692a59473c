"""Is the anchor's tippet finer?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
finer-snag-takes-one = finer: a snag takes one fly
same-big-fish-take = the same: big fish take the anchor
anchors-tippet-finer = Is the anchor's tippet finer?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return a finer point tippet and the same."""
    rig = situation.rig
    if sum(a.fly is not None for a in rig.attachments) < 2 or rig.point.fly is None:
        return ()
    return (
        Side(say("finer-snag-takes-one"), (StepDiameter(span=rig.spans[-1].id, finer=True),)),
        Side(say("same-big-fish-take")),
    )


QUESTION = Question(9, "anchor", say("anchors-tippet-finer"), sides, ("weakest", "snag"))
