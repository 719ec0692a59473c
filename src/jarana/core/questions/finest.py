"""How fine is too fine?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side
from jarana.core.rig.edits.spans import SetDiameter
from jarana.core.situation import Situation
from jarana.core.strength.tippet import FIGHT_SHARE, KNOTTED, fight_seconds


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the floor for the fish's sake, and finer."""
    if situation.rig.point.fly is None:
        return ()
    last = situation.rig.spans[-1].id
    return (
        Side("0.15 for the fish's sake", (SetDiameter(span=last, value="0.15 mm"),)),
        Side("0.10 with a soft rod", (SetDiameter(span=last, value="0.10 mm"),)),
    )


def fight(situation: Situation) -> tuple[str, ...]:
    """Return how long the fish hoped for is fought on the last tippet."""
    rig, fish, writer = situation.rig, situation.water.fish, situation.writer
    held = rig.spans[-1].wet_strength() * KNOTTED
    seconds = fight_seconds(fish.mass_kg, min(FIGHT_SHARE * held, rig.rod.steady_pull_n))
    return (
        f"about {seconds:.0f} s for {writer.text('fish', fish.mass_kg)}, holding {writer.text('force', held)} knotted",
    )


QUESTION = Question(11, "finest", "How fine is too fine?", sides, ("strong",), fight)
