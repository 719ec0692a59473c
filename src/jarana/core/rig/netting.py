"""What stops the line at the tip ring before the fish is near the net."""

from __future__ import annotations

from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.words.roles import role_name


def stops(rig: Rig) -> tuple[float, str]:
    """Return how far above the point the line is stopped at the tip ring, m, and by what; 0 where nothing stops it."""
    found = [(0.0, "")]
    far = rig.head.stops(rig)
    if far is not None:
        found.append((far, role_name(rig.head.noun)))
    if rig.head.droppers_stop:
        droppers = [a for a in rig.attachments if a.fly and a.at.kind == "joint"]
        found += [(rig.length - place(rig, a), role_name(rig.role(a))) for a in droppers]
    return max(found)
