"""Mend, and let it go with the water, or keep the line tight?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths, in_flow
from jarana.core.rig.edits.stance import SetStance
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
tight-from-the-start = tight from the start: every take is felt
mend-upstream = a mend upstream: slower, deeper
belly-downstream = a belly downstream: it is hurried, some fish chase it
mend-or-tight = Mend, or keep the line tight?
""",
)

MEND_M = "1 m"


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the three ways of a line that lies on the water."""
    if not in_flow(situation) or situation.stood is None or not (situation.head.floats or situation.head.on_line):
        return ()
    return (
        Side(say("tight-from-the-start"), (SetStance(mend="0 m"),)),
        Side(say("mend-upstream"), (SetStance(mend=MEND_M),)),
        Side(say("belly-downstream"), (SetStance(mend=f"-{MEND_M}"),)),
    )


QUESTION = Question(15, "mend", say("mend-or-tight"), sides, ("drag_free", "swing"), depths)
