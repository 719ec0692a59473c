"""How deep is the float set?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths, in_flow
from jarana.core.rig.edits.whole import SetFloat
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
shallow-0-6-depth = shallow: 0.6 × the depth
depth = at the depth
deep-1-5-depth = deep: 1.5 × the depth
how-deep-float-set = How deep is the float set?
""",
)

SHARES = ((0.6, say("shallow-0-6-depth")), (1.0, say("depth")), (1.5, say("deep-1-5-depth")))
FITS = 0.98
"""Share of the leader a float can be set above the point."""


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the settings the leader has room for."""
    if not in_flow(situation) or not situation.head.is_float:
        return ()
    depth, most = situation.fished.depth_m, situation.rig.length * FITS
    return tuple(
        Side(name, (SetFloat(above=f"{share * depth:.2f} m"),)) for share, name in SHARES if share * depth < most
    )


QUESTION = Question(6, "float-depth", say("how-deep-float-set"), sides, ("float_load", "zone"), depths)
