"""Which cautions belong to a rig: by what it is made of, and by how it is fished."""

from __future__ import annotations

from jarana.core.caution import Caution, caution
from jarana.core.situation import Situation

HEAVY_KG = 0.4e-3
"""kg: a 4 mm tungsten bead hurts."""
LONG_MM = 3000.0
FINE_MM = 0.115


def cautions_of(situation: Situation) -> tuple[Caution, ...]:
    """Return the cautions of a rig in a water."""
    rig = situation.rig
    flies = [a.fly for a in rig.attachments if a.fly]
    bodies = {a.body.kind for a in rig.attachments}
    holds = {
        "heavy-fly": any(fly.mass >= HEAVY_KG for fly in flies),
        "long-rod": rig.rod.length_mm >= LONG_MM,
        "finest": min(s.d1_mm for s in rig.spans) < FINE_MM,
        "shot-on-line": "shot" in bodies,
        "bead-distance": "pegged bead" in bodies,
        "swung-take": situation.motion.jerk > 1,
        "still-boat": not situation.motion.lies_flat(),
    }
    return tuple(caution(key) for key, so in holds.items() if so)
