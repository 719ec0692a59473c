"""A level or a tapered contact leader?"""

from __future__ import annotations

from jarana.core.methods import standing_for
from jarana.core.questions.base import Question, Side
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
level-thin = level and thin
tapered = tapered
level-or-tapered-contact = A level or a tapered contact leader?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return both leaders, each a rig of the same drawer."""
    level, tapered = standing_for("level-leader"), standing_for("tapered-leader")
    if situation.rig.method not in (level.key, tapered.key):
        return ()
    return Side(say("level-thin"), method=level.key), Side(say("tapered"), method=tapered.key)


QUESTION = Question(10, "leader", say("level-or-tapered-contact"), sides, ("sag", "turnover"))
