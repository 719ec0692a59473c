"""How far upstream must it land to be in a seen fish's layer when it gets there?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked
from jarana.core.readings.base import Reading, ReadingKind, make
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
no-landing-place-reaches = No landing place reaches the fish
no-fly-comes-into = No fly comes into the taking zone in this drift.
travel-fly-from-where = Travel of a fly from where it lands to where it first is in the taking zone.
land-above-seen-fish = Land the { $role } above a seen fish
fishs-layer-downstream-where = It is in the fish's layer { $metres } downstream of where it lands, after { $first_in_zone_s } s.
""",
)


def read(situation: Situation) -> Reading:
    """Tell the travel of the fly that reaches the zone first."""
    writer = situation.writer
    found = [f for f in hooked(situation) if f.metres_to_zone is not None]
    if not found:
        return make("land", "look", say("no-landing-place-reaches"), say("no-fly-comes-into"),
                    Figure("–", ""), why=(say("travel-fly-from-where"),))  # fmt: skip
    fly = min(found, key=lambda f: f.metres_to_zone or 0.0)
    metres = max(fly.metres_to_zone or 0.0, 0.0)
    return make(
        "land",
        "fine",
        say("land-above-seen-fish", role=role_name(fly.role)),
        say(
            "fishs-layer-downstream-where",
            metres=writer.text("travel", metres),
            first_in_zone_s=f"{fly.first_in_zone_s or 0:.0f}",
        ),
        writer.figure("travel", metres),
        value=metres,
        parts=(fly.id,),
        why=(say("travel-fly-from-where"),),
    )


READING = ReadingKind("land", read)
