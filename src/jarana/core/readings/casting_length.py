"""Leader length against the rod."""

from __future__ import annotations

from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
length-suits-rod = Length suits the rod
longer-than-twice-rod = Longer than twice the rod
too-long-rod = Too long for the rod
join-comes-inside-rings = {" "}The join comes inside the rings before the net reaches the fish.
from-line-point-your = From the line to the point it is { $ratio } × your { $rod } rod.{ $tail }
contact-leaders-tied-about = Contact leaders are tied to about twice the rod: longer ones hold more line off the water but are hard to throw and to net a fish on.
heavy-rig-lobbed-not = A heavy rig is lobbed, not cast: mind your eyes, and the lines overhead.
""",
)

USUAL = 2.0
"""Contact leaders are tied to about twice the rod."""
AWKWARD = 2.25
"""Past so many times the rod it is too long."""


def too_long(situation: Situation) -> bool:
    """Say whether a held leader is longer than it can be thrown and netted on."""
    return situation.head.habit == "held" and in_rods(situation) > AWKWARD


def in_rods(situation: Situation) -> float:
    """Return how many rods long it is from the fly line to the point."""
    return situation.rig.length / (situation.rig.rod.length_mm / 1000)


def read(situation: Situation) -> Reading:
    """Judge the length from fly line to point in rod lengths."""
    writer, rig = situation.writer, situation.rig
    rod, ratio = rig.rod.length_mm / 1000, in_rods(situation)
    severity: Severity = "fine" if ratio <= USUAL + 0.005 else "look" if ratio <= AWKWARD else "act"
    title = {
        "fine": say("length-suits-rod"),
        "look": say("longer-than-twice-rod"),
        "act": say("too-long-rod"),
    }[severity]
    tail = "" if severity == "fine" else say("join-comes-inside-rings")
    return make(
        "casting_length",
        severity,
        title,
        say("from-line-point-your", ratio=writer.number(ratio, 2), rod=writer.text("length", rod), tail=tail),
        writer.figure("length", rig.length),
        value=rig.length,
        why=(
            say("contact-leaders-tied-about"),
            say("heavy-rig-lobbed-not"),
        ),
    )


READING = ReadingKind("casting_length", read)
