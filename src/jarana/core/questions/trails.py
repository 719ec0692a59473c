"""Does the nymph lead or trail its float?"""

from __future__ import annotations

from jarana.core.drift.nominal import nominal
from jarana.core.outcomes.band import Band
from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.situation import Situation
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
rigs-own-figures = this rig's own figures
it = { $role } { $rides_m } { $rides_m_2 } it
water-near-bed-slower = the water near the bed is slower than at the surface, so a free float is ahead
does-nymph-lead-or = Does the nymph lead or trail its float?
upstream = upstream of
ahead = ahead of
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the one answer: it is computed."""
    return (Side(say("rigs-own-figures")),) if in_flow(situation) and situation.head.is_float else ()


def trailing(situation: Situation, band: Band) -> tuple[str, ...]:
    """Return where every fly rides against its float, and why."""
    flies, writer = nominal(situation).flies, situation.writer
    each = ", ".join(
        say(
            "it",
            role=role_name(f.role),
            rides_m=writer.text("short", abs(f.rides_m)),
            rides_m_2=say("upstream") if f.rides_m < 0 else say("ahead"),
        )
        for f in flies
    )
    why = (say("water-near-bed-slower"),)
    return (each, *(why if any(f.rides_m < 0 for f in flies) else ()))


QUESTION = Question(5, "trails", say("does-nymph-lead-or"), sides, (), trailing, one_side=True)
