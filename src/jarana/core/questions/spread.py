"""Flies near the first, or spread along the leader?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.structure import SetSpacing, stretches_of
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
near = { $apart } apart: near each other, one layer searched well
spread = { $apart } apart: spread, more layers at once
near-or-spread = Flies near each other, or spread?
""",
)
NEAR_M, SPREAD_M = 0.5, 1.2
"""m between neighbours of either school (practice)."""


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return both spacings of two flies or more that follow one another on the leader; a float keeps its distance."""
    stretches = stretches_of(situation.rig)
    first = 1 if situation.head.is_float else 0
    if len(stretches) <= first:
        return ()
    kept = tuple(f"{mm} mm" for _, _, mm, _ in stretches[:first])
    near, spread = (situation.writer.text("length", metres) for metres in (NEAR_M, SPREAD_M))
    close, wide = (
        SetSpacing(lengths=(*kept, *(f"{metres} m" for _ in stretches[first:]))) for metres in (NEAR_M, SPREAD_M)
    )
    return Side(say("near", apart=near), (close,)), Side(say("spread", apart=spread), (wide,))


QUESTION = Question(26, "spread", say("near-or-spread"), sides, ("zone", "spacing"), depths)
