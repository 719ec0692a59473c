"""Does a fly find the bottom, and after how many metres?"""

from __future__ import annotations

from jarana.core.drift.nominal import nominal
from jarana.core.drift.result import FlyDrift
from jarana.core.methods import method_of
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.readings.depth_edits import depth_edits
from jarana.core.situation import Situation

LATE = 0.4
"""Past this share of the drift the bottom comes late."""
TOO_LATE = 0.7
PINNED = 0.5
"""On the stones for more than this share, a fly meant to tick is being dragged over them."""


def read(situation: Situation) -> Reading:
    """Judge the fly that finds the bottom first; methods differ on how often it should touch."""
    writer, drift = situation.writer, nominal(situation)
    found = [f for f in drift.flies if f.metres_to_bottom is not None]
    if not found:
        return _missed(situation, min(drift.flies, key=lambda f: f.least_height_m))
    fly = min(found, key=lambda f: f.metres_to_bottom or 0.0)
    metres = fly.metres_to_bottom or 0.0
    whole = max(drift.length_m - fly.entry_x_m, 1e-6)
    share = metres / whole
    severity: Severity = "act" if share > TOO_LATE else "look" if share > LATE else "fine"
    title = "Finds the bottom late" if severity != "fine" else "Finds the bottom"
    seconds = fly.seconds_to_bottom or 0.0
    sentence = (
        f"The {fly.role} is down after {writer.text('travel', metres)} of a {writer.text('travel', whole)} drift, "
        f"{seconds:.0f} s after landing."
    )
    if severity == "fine" and method_of(situation.rig).touch == "now and then" and fly.bed_share > PINNED:
        severity, title = "look", "Lies on the stones"
        sentence = f"The {fly.role} is down after {writer.text('travel', metres)} and drags for {fly.bed_share:.0%} of the drift."
    touch = "touch now and then" if method_of(situation.rig).touch == "now and then" else "hold the bottom all the time"
    return make(
        "bottom",
        severity,
        title,
        sentence,
        writer.figure("travel", metres),
        value=metres,
        parts=(fly.id,),
        why=(
            f"Found means within {writer.text('short', 0.02)} of the bed; metres are its own travel since it landed.",
            f"On this method it should {touch}; here it is on the stones for {fly.bed_share:.0%} of the drift.",
            f"{writer.text('short', drift.line_on_bed_m)} of line lie on the bed at the end.",
            "The line's drag holds it up: normal drag of a thin cylinder on every link, not the sum of fly sink rates.",
        ),
    )


def _missed(situation: Situation, fly: FlyDrift) -> Reading:
    writer = situation.writer
    short = writer.text("short", fly.least_height_m)
    pace = (
        f"Led at {situation.rig.motion.lead:.2f} × the pace of the surface; the water near the bed is slower, "
        "so a rig that keeps up with the bubbles is pulled forward and up."
        if situation.motion.leads and not situation.head.floats
        else "The water near the bed is slower than at the surface, so the top pulls the rig forward and up."
    )
    return make(
        "bottom",
        "act",
        "Does not find the bottom",
        f"The {fly.role} comes no closer than {short} in the whole {writer.text('travel', nominal(situation).length_m)} drift.",
        writer.figure("short", fly.least_height_m),
        value=None,
        parts=(fly.id,),
        why=(
            pace,
            "A heavier bead, a finer or longer tippet, or a slower lead brings it down.",
        ),
    )


def score(situation: Situation) -> float:
    """Return how far into the drift the bottom is found, past 2 where it never is; lying on it counts too."""
    drift = nominal(situation)
    found = [f for f in drift.flies if f.metres_to_bottom is not None]
    if not found:
        return 2.0 + min(f.least_height_m for f in drift.flies)
    fly = min(found, key=lambda f: f.metres_to_bottom or 0.0)
    pinned = max(fly.bed_share - PINNED, 0.0) if method_of(situation.rig).touch == "now and then" else 0.0
    return (fly.metres_to_bottom or 0.0) / max(drift.length_m, 1e-6) + 2 * pinned


READING = ReadingKind("bottom", read, depth_edits, score, banded=("metres_to_bottom", "travel"),
                      counted=("finds_bottom", "a fly finds the bottom"))  # fmt: skip
