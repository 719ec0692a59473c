"""How deep does the team come, and how long does it take?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked, nominal
from jarana.core.drift.result import FlyDrift
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation

FIRST_S = 20.0
"""s after which a first depth is told."""


def read(situation: Situation) -> Reading:
    """Tell depth at twenty seconds, and what the team does in the end: settle, sink, rise or lie on the bed."""
    writer, drift, flies = situation.writer, nominal(situation), hooked(situation)
    deepest = max(flies, key=lambda f: f.settled_depth_m)
    whole = drift.times_s[-1]
    each = ", ".join(
        f"{f.role} {writer.text('depth', f.settled_depth_m)}{' on the bed' if f.course == 'on the bed' else ''}"
        for f in flies
    )
    frame = min(range(len(drift.times_s)), key=lambda k: abs(drift.times_s[k] - FIRST_S))
    at_twenty = ", ".join(
        f"{f.role} {writer.text('depth', max(-drift.z_mm[frame][f.node] / 1000, 0.0))}" for f in flies
    )
    severity, title = _judged(flies, whole)
    return make(
        "settle",
        severity,
        title,
        f"In the end: {each}. After {drift.times_s[frame]:.0f} s: {at_twenty}.",
        writer.figure("depth", deepest.settled_depth_m),
        value=deepest.settled_depth_m,
        parts=(deepest.id,),
        why=(
            "Settled means within 5 % or 2 cm of the mean depth of the last tenth; the tenth before it tells the way.",
            "The line's drag rules: each fly alone would fall several times as fast.",
        ),
    )


def _judged(flies: tuple[FlyDrift, ...], whole: float) -> tuple[Severity, str]:
    """Return severity and title: what still moves is named before what has settled, the bed before both."""
    going = [f for f in flies if f.course in ("sinking", "rising")]
    if going:
        ways = {f.course for f in going}
        way = "moving" if len(ways) > 1 else ways.pop()
        which = "" if len(going) == len(flies) else f": the {going[0].role}"
        return "look", f"Still {way} after {whole:.0f} s{which}"
    settled = max(f.settled_s for f in flies)
    lying = [f for f in flies if f.course == "on the bed"]
    if len(lying) == len(flies):
        return "look", f"On the bed after {settled:.0f} s"
    if lying:
        return "look", f"The {lying[0].role} lies on the bed"
    return "fine", f"Settles in {settled:.0f} s"


READING = ReadingKind("settle", read, banded=("settled_depth_m", "depth"))
