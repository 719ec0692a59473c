"""A short leader on a sinking line, or a long one?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
short-follows-line = short: the fly follows the line down
long-away-from-line = long: away from the line, and later down
short-or-long-on-sinking = A short leader on a sinking line, or a long one?
""",
)

SHORT_M, LONG_M = 0.9, 2.4
"""m from the line to the point (practice)."""


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return both, made by the last span, where one fly is fished on a line that sinks."""
    rig, head = situation.rig, situation.head
    sinks = any(zone.sink_mm_s > 0 for zone in rig.line.zones)
    if not head.on_line or not sinks or len([a for a in rig.attachments if a.fly]) > 1:
        return ()
    last = rig.spans[-1]
    short, long = (round((m - rig.length) * 1000, 1) for m in (SHORT_M, LONG_M))
    return (
        Side(say("short-follows-line"), (ChangeLength(span=last.id, by_mm=short),)),
        Side(say("long-away-from-line"), (ChangeLength(span=last.id, by_mm=long),)),
    )


QUESTION = Question(22, "sinking-leader", say("short-or-long-on-sinking"), sides, ("zone", "settle"), depths)
