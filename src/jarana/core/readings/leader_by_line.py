"""A stripped fly's leader by the line it is fished on: a sinking line wants a short one, or the fly rides over it."""

from __future__ import annotations

from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.spans import SetLength
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
suits = The leader suits the line
too-long = Long for this line
too-short = Short for this line
told = { $length } of leader; on a { $kind } line { $low }–{ $high } is usual.
floating = floating
intermediate = slow sinking
sinking = sinking
why-line = On a sinking line a long leader lets the fly ride over the line; on a floating one a short leader shows the line to the fish (practice).
""",
)

SLOW_MM_S = 60.0
"""Level sink up to which a line counts as slow."""
USUAL_M = {"floating": (2.1, 2.7), "slow": (1.8, 2.4), "sinking": (0.75, 1.0)}
NAMES = {"floating": say("floating"), "slow": say("intermediate"), "sinking": say("sinking")}
NEAR = 0.15
"""Share by which a leader may be longer or shorter before it is told."""


def _kind(situation: Situation) -> str:
    zones = situation.rig.line.zones
    fastest = max((zone.sink_mm_s for zone in zones), default=0.0)
    return "floating" if not zones else "slow" if fastest <= SLOW_MM_S else "sinking"


def read(situation: Situation) -> Reading:
    """Judge the leader's length against what is usual on such a line."""
    writer, kind, length = situation.writer, _kind(situation), situation.rig.length
    low, high = USUAL_M[kind]
    severity: Severity = "fine" if low * (1 - NEAR) <= length <= high * (1 + NEAR) else "look"
    title = say("suits") if severity == "fine" else say("too-long") if length > high else say("too-short")
    return make(
        "leader_by_line",
        severity,
        title,
        say(
            "told",
            length=writer.text("length", length),
            kind=NAMES[kind],
            low=writer.figure("length", low).digits,
            high=writer.text("length", high),
        ),
        writer.figure("length", length),
        value=length,
        why=(say("why-line"),),
    )


def candidates(situation: Situation) -> list[SetLength]:
    """Return the last span as long as makes the leader usual."""
    rig = situation.rig
    low, high = USUAL_M[_kind(situation)]
    wanted = rig.spans[-1].length + 0.5 * (low + high) - rig.length
    return [SetLength(span=rig.spans[-1].id, value=f"{wanted:.2f} m")] if wanted > 0.15 else []


def score(situation: Situation) -> float:
    """Return how far the leader is from the middle of what is usual, m."""
    low, high = USUAL_M[_kind(situation)]
    return abs(situation.rig.length - 0.5 * (low + high))


def stripped(situation: Situation) -> bool:
    """Say whether one large fly is stripped on a fly line."""
    flies = [a for a in situation.rig.attachments if a.fly]
    return situation.head.on_line and len(flies) == 1 and situation.motion.strips


READING = ReadingKind("leader_by_line", read, candidates, score, when=stripped)
