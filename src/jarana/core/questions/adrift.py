"""Let a float go with the wind, or hold it on a tight line?"""

from __future__ import annotations

from jarana.core.drift.nominal import nominal
from jarana.core.outcomes.band import Band
from jarana.core.questions.base import Question, Side, depths
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.situation import Situation
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
left-adrift = let it drift: it covers water and settles sooner
held-tight = hold it: it stays over the fish, and a take is known at once
goes-so-far = the { $noun } goes { $far } in { $seconds } s
float-adrift-or-held = Let the float drift, or hold it on a tight line?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return adrift and held, for a float on a lake."""
    if situation.water.nature.flows or not situation.head.is_float:
        return ()
    return (
        Side(say("left-adrift"), (SetMotion(kind="still"),)),
        Side(say("held-tight"), (SetMotion(kind="tight"),)),
    )


def goes(situation: Situation, band: Band) -> tuple[str, ...]:
    """Return how deep every fly is in the end, and how far the float has gone."""
    drift = nominal(situation)
    aside = [last - first for first, last in ((rows[0][0], rows[-1][0]) for rows in (drift.x_mm, drift.y_mm))]
    far = (aside[0] ** 2 + aside[1] ** 2) ** 0.5 / 1000
    said = say(
        "goes-so-far",
        noun=role_name(situation.head.noun),
        far=situation.writer.text("travel", far),
        seconds=f"{drift.times_s[-1]:.0f}",
    )
    return (*depths(situation, band), said)


QUESTION = Question(17, "adrift", say("float-adrift-or-held"), sides, ("settle", "take_to_sign"), goes)
