"""Which cautions belong to a rig: by what it is made of, and by how it is fished."""

from __future__ import annotations

from jarana.core.caution import Caution, caution
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach

HEAVY_KG = 0.4e-3
"""kg: a 4 mm tungsten bead hurts."""
LONG_MM = 3000.0
FINE_MM = 0.115


def cautions_of(rig: Rig, reach: Reach) -> tuple[Caution, ...]:
    """Return the cautions of a rig in a water."""
    flies = [a.fly for a in rig.attachments if a.fly]
    bodies = {a.body.kind for a in rig.attachments}
    holds = {
        "heavy-fly": any(fly.mass >= HEAVY_KG for fly in flies),
        "long-rod": rig.rod.length_mm >= LONG_MM,
        "finest": min(s.d1_mm for s in rig.spans) < FINE_MM,
        "shot-on-line": "shot" in bodies,
        "bead-distance": "pegged bead" in bodies,
        "swung-take": rig.motion.kind == "swing",
        "still-boat": reach.kind == "lake" and rig.motion.kind == "inch",
    }
    return tuple(caution(key) for key, so in holds.items() if so)
