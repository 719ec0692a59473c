"""Does the nymph lead or trail its float?"""

from __future__ import annotations

from jarana.core.drift.nominal import nominal
from jarana.core.questions.base import Question, Side, in_flow
from jarana.core.situation import Situation


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the one answer: it is computed."""
    return (Side("this rig's own figures"),) if in_flow(situation) and situation.head.is_float else ()


def trailing(situation: Situation) -> tuple[str, ...]:
    """Return where every fly rides against its float, and why."""
    flies, writer = nominal(situation).flies, situation.writer
    each = ", ".join(
        f"{f.role} {writer.text('short', abs(f.rides_m))} {'upstream of' if f.rides_m < 0 else 'ahead of'} it"
        for f in flies
    )
    why = ("the water near the bed is slower than at the surface, so a free float is ahead",)
    return (each, *(why if any(f.rides_m < 0 for f in flies) else ()))


QUESTION = Question(5, "trails", "Does the nymph lead or trail its float?", sides, (), trailing, one_side=True)
