"""How far upstream must it land to be in a seen fish's layer when it gets there?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked
from jarana.core.readings.base import Reading, ReadingKind, make
from jarana.core.situation import Situation
from jarana.core.units import Figure


def read(situation: Situation) -> Reading:
    """Tell the travel of the fly that reaches the zone first."""
    writer = situation.writer
    found = [f for f in hooked(situation) if f.metres_to_zone is not None]
    if not found:
        return make("land", "look", "No landing place reaches the fish", "No fly comes into the taking zone in this drift.",
                    Figure("–", ""), why=("Travel of a fly from where it lands to where it first is in the taking zone.",))  # fmt: skip
    fly = min(found, key=lambda f: f.metres_to_zone or 0.0)
    metres = max(fly.metres_to_zone or 0.0, 0.0)
    return make(
        "land",
        "fine",
        f"Land the {fly.role} above a seen fish",
        f"It is in the fish's layer {writer.text('travel', metres)} downstream of where it lands, "
        f"after {fly.first_in_zone_s or 0:.0f} s.",
        writer.figure("travel", metres),
        value=metres,
        parts=(fly.id,),
        why=("Travel of a fly from where it lands to where it first is in the taking zone.",),
    )


READING = ReadingKind("land", read)
