"""Where does the big fly go?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
big-fly-point = the big fly on the point
big-fly-dropper = the big fly on the dropper
where-does-big-fly = Where does the big fly go?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return both orders of two owned flies."""
    rig = situation.rig
    flies = [a for a in rig.attachments if a.fly and a.fly.source and a.at.kind in ("joint", "point")]
    if len(flies) != 2 or situation.head.holds() is not None:
        return ()
    upper, point = flies
    assert upper.fly is not None
    assert point.fly is not None
    heavy_point = point.fly.mass >= upper.fly.mass
    swapped = (SwapFly(at=upper.id, weight=point.fly.source or ""), SwapFly(at=point.id, weight=upper.fly.source or ""))
    return (
        Side(say("big-fly-point"), () if heavy_point else swapped),
        Side(say("big-fly-dropper"), swapped if heavy_point else ()),
    )


QUESTION = Question(13, "order", say("where-does-big-fly"), sides, ("zone",), depths)
