"""How fine is too fine?"""

from __future__ import annotations

from jarana.core.outcomes.band import Band
from jarana.core.questions.base import Question, Side
from jarana.core.rig.edits.spans import SetDiameter
from jarana.core.situation import Situation
from jarana.core.strength.tippet import FIGHT_SHARE, KNOTTED, fight_seconds
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
n-0-15-fishs-sake = 0.15 for the fish's sake
n-0-15-mm = 0.15 mm
n-0-10-soft-rod = 0.10 with a soft rod
n-0-10-mm = 0.10 mm
about-s-holding-knotted = about { $seconds } s for { $mass_kg }, holding { $held } knotted
how-fine-too-fine = How fine is too fine?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the floor for the fish's sake, and finer."""
    if situation.rig.point.fly is None:
        return ()
    last = situation.rig.spans[-1].id
    return (
        Side(say("n-0-15-fishs-sake"), (SetDiameter(span=last, value=say("n-0-15-mm")),)),
        Side(say("n-0-10-soft-rod"), (SetDiameter(span=last, value=say("n-0-10-mm")),)),
    )


def fight(situation: Situation, band: Band) -> tuple[str, ...]:
    """Return how long the fish hoped for is fought on the last tippet."""
    rig, fish, writer = situation.rig, situation.water.fish, situation.writer
    held = rig.spans[-1].wet_strength() * KNOTTED
    seconds = fight_seconds(fish.mass_kg, min(FIGHT_SHARE * held, rig.rod.steady_pull_n))
    return (
        say(
            "about-s-holding-knotted",
            seconds=f"{seconds:.0f}",
            mass_kg=writer.text("fish", fish.mass_kg),
            held=writer.text("force", held),
        ),
    )


QUESTION = Question(11, "finest", say("how-fine-too-fine"), sides, ("strong",), fight)
