"""For a longer drift: a longer leader, or a slack cast?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.rig.edits.stance import SetStance
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
longer-leader = a metre more of tippet, laid straight
slack-cast = half a metre of slack in the leader as it is
leader-or-slack = For a longer drift: a longer leader, or a slack cast?
""",
)

LONGER_MM, SLACK = 1000.0, "0.5 m"


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return both, where a dry is cast over a river."""
    if not in_flow(situation) or situation.stood is None or situation.head.holds() is None:
        return ()
    upper = situation.rig.spans[max(len(situation.rig.spans) - 2, 0)].id
    last = situation.rig.spans[-1].id if situation.head.holds() == situation.rig.point.id else upper
    return (
        Side(say("longer-leader"), (ChangeLength(span=last, by_mm=LONGER_MM), SetStance(slack="0 m", lay="straight"))),
        Side(say("slack-cast"), (SetStance(slack=SLACK, lay="pile"),)),
    )


QUESTION = Question(21, "leader-or-slack", say("leader-or-slack"), sides, ("drag_free", "turnover", "take_to_sign"))
