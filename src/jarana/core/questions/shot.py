"""Shot on the leader?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths, in_flow
from jarana.core.rig.edits.shot import PinchShot
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
never-drags-hinges = never: it drags and hinges
yes-stay-down = yes, to stay down
shot-leader = Shot on the leader?
""",
)

ROOM_MM, ABOVE_MM = 300, 250


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the rig without and with a shot."""
    rig = situation.rig
    last = rig.spans[-1]
    if not in_flow(situation) or any(a.body.kind == "shot" for a in rig.attachments) or last.length_mm < ROOM_MM:
        return ()
    if situation.head.holds() is not None:
        return ()
    return Side(say("never-drags-hinges")), Side(say("yes-stay-down"), (PinchShot(span=last.id, above_mm=ABOVE_MM),))


QUESTION = Question(8, "shot", say("shot-leader"), sides, ("drag", "turnover"), depths)
