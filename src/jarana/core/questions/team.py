"""One fly, or a team?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
team-as-tied = the team: several depths at once, the others bring the eye
one-fly = one fly: it turns over, tangles less, one hook in a fish or a snag
one-or-team = One fly, or a team?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the rig as it is, and without its droppers; what holds it stays."""
    rig, holds = situation.rig, situation.head.holds()
    droppers = [a for a in rig.attachments if a.fly and a.at.kind == "joint" and a.link is not None and a.id != holds]
    if not droppers:
        return ()
    return Side(say("team-as-tied")), Side(say("one-fly"), tuple(RemoveFly(at=a.id) for a in droppers))


QUESTION = Question(18, "team", say("one-or-team"), sides, ("zone", "turnover", "snag", "cast_load"), depths)
