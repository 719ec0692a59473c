"""How long until what floats shows a take?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.units import Figure

FISH_SPEED = 0.2
"""m/s at which a fish turns away with a fly (order of magnitude)."""
LATE = 1.0


def read(situation: Situation) -> Reading:
    """Tell the time in which the curve between a fly and what it hangs from is drawn straight."""
    writer = situation.writer
    fly = max(hooked(situation), key=lambda f: f.slack_m)
    delay, sign = fly.slack_m / FISH_SPEED, situation.head.noun
    severity: Severity = "look" if delay > LATE else "fine"
    return make(
        "take_to_sign",
        severity,
        f"The {sign} shows a take {'late' if severity == 'look' else 'soon'}",
        f"A fish draws the {fly.role}'s line straight in {delay:.1f} s; the fly moves {writer.text('short', fly.slack_m)} first.",
        Figure(f"{delay:.1f}", "s"),
        value=delay,
        parts=(fly.id,),
        why=(
            f"Line between fly and {sign} less the straight way, at a fish's {writer.text('speed', FISH_SPEED)}. In contact it is near nothing.",
            "Some say floats show takes too late; beyond the reach of the rod they are the only way.",
        ),
    )


READING = ReadingKind("take_to_sign", read)
