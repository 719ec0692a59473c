"""A straight cast, or slack in it?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.rig.edits.stance import SetStance
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
straight-to-strike = straight: nothing to take up at the strike
curves-all-along = curves all along the line
heaped-in-the-leader = heaped in the leader, beyond the last seam
straight-or-slack = A straight cast, or slack in it?
""",
)

SLACK = "0.5 m"


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the casts of what floats."""
    if not in_flow(situation) or situation.stood is None or not situation.head.floats:
        return ()
    return (
        Side(say("straight-to-strike"), (SetStance(slack="0 m", lay="straight"),)),
        Side(say("curves-all-along"), (SetStance(slack=SLACK, lay="serpentine"),)),
        Side(say("heaped-in-the-leader"), (SetStance(slack=SLACK, lay="pile"),)),
    )


QUESTION = Question(16, "slack", say("straight-or-slack"), sides, ("drag_free", "take_to_sign"))
