"""Is a fly pulled faster or slower than the water around it?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked, nominal
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation

NOTICED = 0.08
"""m/s over the water around it: below this a fly drifts freely."""
UNNATURAL = 0.25


def read(situation: Situation) -> Reading:
    """Judge the fly that differs most from its own water in the second half of the drift."""
    writer = situation.writer
    fly = max(hooked(situation), key=lambda f: abs(f.drag_m_s))
    speed = abs(fly.drag_m_s)
    severity: Severity = "fine" if speed < NOTICED else "look" if speed < UNNATURAL else "act"
    felt = " A fish may see it." if situation.head.floats else " You feel everything; a fish may see it."
    way = "faster" if fly.drag_m_s > 0 else "slower"
    title = "Drifts with the water" if severity == "fine" else f"Pulled {way} than its water"
    figure = writer.figure("speed", speed)
    each = ", ".join(
        f"{f.role} {writer.figure('speed', abs(f.drag_m_s)).digits} {'faster' if f.drag_m_s > 0 else 'slower'}"
        for f in hooked(situation)
    )
    sentence = f"Against the water round each fly: {each}.{felt}"
    if severity == "fine":
        sentence = f"Against the water round each fly: {each}."
    return make(
        "drag",
        severity,
        title,
        sentence,
        figure,
        value=fly.drag_m_s,
        parts=(fly.id,),
        why=(
            f"The top goes at {writer.text('speed', nominal(situation).pace_m_s)}, the surface at "
            f"{writer.text('speed', situation.water.pace_m_s)}; "
            f"{writer.text('short', 0.1)} off the bed the water does {writer.text('speed', situation.water.pace_at(0.1))} (log law).",
            "Mean of the second half of the drift. Some lead a little faster to feel every touch, others never pull.",
        ),
    )


READING = ReadingKind("drag", read, banded=("drag_m_s", "speed"))
