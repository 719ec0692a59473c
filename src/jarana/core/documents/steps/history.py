"""What rows of the tables came to say later, by the keys they had then; frozen with the steps that use it."""

from __future__ import annotations

from typing import Any

GEL = "Gel, melted between the fingers first; powder after a fish."
FOAM = "Nothing on the foam: it floats by itself."
DRAWN = {
    "slick": "slim", "resin-bodied": "slim", "slim": "slim", "dubbed": "rough", "soft-hackled": "hackled", "bushy": "bushy",
    "streamer": "winged", "dry": "hackled", "foam": "bushy",
}  # fmt: skip
KNOT_USES = {
    "uni": ["eye"], "slip-through": ["fine eye"], "open-loop": ["wagging eye"], "clinch": ["ring", "bend"],
    "blood": ["step"], "water": ["joint"], "double-uni": ["unlike"], "perfection-loop": ["leader loop", "girth"],
    "loop-to-loop": ["handshake"], "surgeon-loop": ["stopper"], "bead-peg": ["peg"], "long-overhand": ["fold"],
    "wind-knot": ["accident"], "one-piece": ["unbroken"],
}  # fmt: skip


def dressing(old: dict[str, Any]) -> dict[str, Any]:
    """Return a dressing with how it is drawn, whether its lift lasts, and how it is treated."""
    key = old.get("key")
    floatant = GEL if key == "dry" else FOAM if key == "foam" else ""
    return old | {"drawn": DRAWN.get(str(key), "slim"), "lift_lasts": key == "foam", "floatant": floatant}


def knot(old: dict[str, Any]) -> dict[str, Any]:
    """Return a knot with what it is tied for."""
    return old | {"uses": KNOT_USES.get(str(old.get("key")), [])}


def fly(old: dict[str, Any]) -> dict[str, Any]:
    """Return a fly, or another body, with its dressing as it is now."""
    return old | {"dressing": dressing(old["dressing"])} if isinstance(old.get("dressing"), dict) else old
