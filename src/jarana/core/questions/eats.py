"""Where do river fish eat?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.situation import Situation
from jarana.core.water.edits.figures import SetZone
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
or-just-off-stones = on or just off the stones
n-15-30-cm-up = 15 to 30 cm up
where-do-river-fish = Where do river fish eat?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return both zones."""
    if not in_flow(situation) or situation.head.on_line or len(situation.rig.attachments) < 2:
        return ()
    return (
        Side(say("or-just-off-stones"), (SetZone(low="0 cm", high="15 cm", datum="bed"),)),
        Side(say("n-15-30-cm-up"), (SetZone(low="15 cm", high="30 cm", datum="bed"),)),
    )


QUESTION = Question(3, "eats", say("where-do-river-fish"), sides, ("zone",))
