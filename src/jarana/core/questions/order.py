"""Where does the big fly go?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.situation import Situation


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
        Side("the big fly on the point", () if heavy_point else swapped),
        Side("the big fly on the dropper", swapped if heavy_point else ()),
    )


QUESTION = Question(13, "order", "Where does the big fly go?", sides, ("zone",), depths)
