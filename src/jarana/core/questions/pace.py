"""Should the flies ever be pulled?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
never-pull-natural = never pull: natural
led-little-faster-feel = led a little faster, to feel everything
should-flies-ever-pulled = Should the flies ever be pulled?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return natural and led, where the rod holds the rig."""
    if not in_flow(situation) or situation.head.floats or situation.head.on_line:
        return ()
    return (
        Side(say("never-pull-natural"), (SetMotion(kind="natural", lead=1.0),)),
        Side(say("led-little-faster-feel"), (SetMotion(kind="led", lead=1.15),)),
    )


QUESTION = Question(1, "pace", say("should-flies-ever-pulled"), sides, ("bottom", "drag"))
