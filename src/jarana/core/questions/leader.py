"""A level or a tapered contact leader?"""

from __future__ import annotations

from jarana.core.methods import standing_for
from jarana.core.questions.base import Question, Side
from jarana.core.situation import Situation


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return both leaders, each a rig of the same drawer."""
    level, tapered = standing_for("level leader"), standing_for("tapered leader")
    if situation.rig.method not in (level.key, tapered.key):
        return ()
    return Side("level and thin", method=level.key), Side("tapered", method=tapered.key)


QUESTION = Question(10, "leader", "A level or a tapered contact leader?", sides, ("sag", "turnover"))
