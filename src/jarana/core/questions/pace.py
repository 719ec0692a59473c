"""Should the flies ever be pulled?"""

from __future__ import annotations

from jarana.core.drift.nominal import nominal
from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.situation import Situation
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
never-pull-natural = never pull: natural
led-little-faster-feel = led a little faster, to feel everything
down-after = { $role } down after { $metres_to_bottom }
keeps-off-bed = { $role } keeps { $least_height_m } off the bed
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


def reaches(situation: Situation) -> tuple[str, ...]:
    """Return when the fly that comes lowest is on the bed, or how far off it keeps."""
    drift, writer = nominal(situation), situation.writer
    down = [f for f in drift.flies if f.metres_to_bottom is not None]
    if down:
        first = min(down, key=lambda f: f.metres_to_bottom or 0.0)
        return (
            say("down-after", role=first.role, metres_to_bottom=writer.text("travel", first.metres_to_bottom or 0.0)),
        )
    fly = min(drift.flies, key=lambda f: f.least_height_m)
    return (say("keeps-off-bed", role=role_name(fly.role), least_height_m=writer.text("short", fly.least_height_m)),)


QUESTION = Question(1, "pace", say("should-flies-ever-pulled"), sides, ("drag",), reaches)
