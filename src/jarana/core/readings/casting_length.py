"""Leader length against the rod."""

from __future__ import annotations

from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation

USUAL = 2.0
"""Contact leaders are tied to about twice the rod."""
AWKWARD = 2.25


def read(situation: Situation) -> Reading:
    """Judge the length from fly line to point in rod lengths."""
    writer, rig = situation.writer, situation.rig
    rod = rig.rod.length_mm / 1000
    ratio = rig.length / rod
    severity: Severity = "fine" if ratio <= USUAL + 0.005 else "look" if ratio <= AWKWARD else "act"
    title = {
        "fine": "Length suits the rod",
        "look": "Longer than twice the rod",
        "act": "Too long for the rod",
    }[severity]
    tail = "" if severity == "fine" else " The join comes inside the rings before the net reaches the fish."
    return make(
        "casting_length",
        severity,
        title,
        f"From the line to the point it is {ratio:.2f} × your {writer.text('length', rod)} rod.{tail}",
        writer.figure("length", rig.length),
        value=rig.length,
        why=(
            "Contact leaders are tied to about twice the rod: longer ones hold more line off the water but are "
            "hard to throw and to net a fish on.",
            "A heavy rig is lobbed, not cast: mind your eyes, and the lines overhead.",
        ),
    )


READING = ReadingKind("casting_length", read)
