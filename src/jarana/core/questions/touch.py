"""How often should they touch the bed?"""

from __future__ import annotations

from jarana.core.outcomes.band import Band
from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.rig.edits.flies import StepBead
from jarana.core.situation import Situation
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
now-and-then = now and then
all-time-two-beads = all the time: two beads up
stones-drift = { $role } on the stones for { $bed_share } of the drift
how-often-should-they = How often should they touch the bed?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the rig as it is and two beads heavier."""
    rig, head = situation.rig, situation.head
    fly = rig.point.fly
    if not in_flow(situation) or fly is None or fly.bead is None or head.on_line or head.holds() == rig.point.id:
        return ()
    step = StepBead(at=situation.rig.point.id, heavier=True)
    return Side(say("now-and-then")), Side(say("all-time-two-beads"), (step, step))


def on_the_stones(situation: Situation, band: Band) -> tuple[str, ...]:
    """Return how long the fly that lies most is on the bed."""
    fly = max(band.flies, key=lambda f: f.bed_share)
    role = situation.rig.role(situation.rig.attachment(fly.id))
    return (say("stones-drift", role=role_name(role), bed_share=f"{fly.bed_share:.0%}"),)


QUESTION = Question(2, "touch", say("how-often-should-they"), sides, ("bottom", "drag"), on_the_stones)
