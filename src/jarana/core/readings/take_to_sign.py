"""How long until the float shows a take?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.units import Figure

FISH_SPEED = 0.2
"""m/s at which a fish turns away with a fly (order of magnitude)."""
LATE = 1.0


def read(situation: Situation) -> Reading:
    """Tell the time in which the curve between fly and float is drawn straight."""
    writer = situation.writer
    fly = max(hooked(situation), key=lambda f: f.slack_m)
    delay = fly.slack_m / FISH_SPEED
    severity: Severity = "look" if delay > LATE else "fine"
    return make(
        "take_to_sign",
        severity,
        "The float shows a take late" if severity == "look" else "The float shows a take soon",
        f"A fish draws the {fly.role}'s line straight in {delay:.1f} s; the fly moves {writer.text('short', fly.slack_m)} first.",
        Figure(f"{delay:.1f}", "s"),
        value=delay,
        parts=(fly.id,),
        why=(
            "Line between fly and float less the straight way, at a fish's 0.2 m/s. In contact it is near nothing.",
            "Some say floats show takes too late; beyond the reach of the rod they are the only way.",
        ),
    )


READING = ReadingKind("take_to_sign", read)
