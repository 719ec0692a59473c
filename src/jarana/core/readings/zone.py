"""How long is each fly where the fish take?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.readings.depth_edits import depth_edits
from jarana.core.situation import Situation
from jarana.core.units import Figure

GOOD = 0.5
POOR = 0.2
TITLES = {"fine": "In the taking zone", "look": "Part of the time in the zone", "act": "Hardly in the taking zone"}


def read(situation: Situation) -> Reading:
    """Judge the best fly's share of the drift inside the taking zone."""
    writer, reach = situation.writer, situation.water
    flies = hooked(situation)
    best = max(flies, key=lambda f: f.share_in_zone)
    severity: Severity = "fine" if best.share_in_zone >= GOOD else "look" if best.share_in_zone >= POOR else "act"
    each = ", ".join(f"{f.role} {f.share_in_zone:.0%}" for f in flies)
    low, high = writer.figure("short", reach.zone.low_m), writer.text("short", reach.zone.high_m)
    side = "off the bed" if reach.zone.datum == "bed" else "under the surface"
    sentence = f"{each[0].upper()}{each[1:]} of the drift. The zone is {low.digits}–{high} {side}."
    firsts = [f"{f.role} from {f.first_in_zone_s:.1f} s" for f in flies if f.first_in_zone_s is not None]
    return make(
        "zone",
        severity,
        TITLES[severity] if best.share_in_zone > 0 else "Not in the taking zone",
        sentence,
        Figure(f"{best.share_in_zone * 100:.0f}", "%"),
        value=best.share_in_zone,
        parts=tuple(f.id for f in flies),
        why=(
            "Share of the drift's seconds with the fly between the zone's edges.",
            "First in it: " + (", ".join(firsts) if firsts else "no fly gets there") + ".",
        ),
    )


def score(situation: Situation) -> float:
    """Return the share of the drift the best fly spends outside the zone."""
    return 1.0 - max(f.share_in_zone for f in hooked(situation))


READING = ReadingKind("zone", read, depth_edits, score, banded=("share_in_zone", "share"))
