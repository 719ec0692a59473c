"""A dry fly that marks the take of a nymph hung from its bend."""

from __future__ import annotations

from jarana.core.heads.dry_fly import DryFlyHead
from jarana.core.methods import when
from jarana.core.methods.base import DRIES, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import BUTTS
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

BEARS_GF = 0.7
"""What a dry must bear to carry a beaded nymph."""


def ties(kit: Kit) -> Rig:
    """Return a taper with the dry that floats best and a small nymph as far below as the water is deep."""
    below = min(max(kit.reach.depth_m * 1000, 450), 900)
    line = kit.line("floating", 5)
    dry = kit.dry("dry", 10, BEARS_GF, because="must not be drowned by the nymph")
    nymph = kit.fly("point", "nymph", 18, 2.0, because="small and slim: it sinks without drowning the dry")
    kit.section("butt", "Butt", ("nylon-butt",), 0.40, 1200, because="turns a bushy dry over")
    kit.section("taper", "Taper", BUTTS, 0.30, 800, because="one step down")
    kit.tippet("tippet", "Tippet", dry, 0.152, 900, ("nylon-tippet", "copolymer"))
    kit.tippet("below", "Nymph's tippet", nymph, 0.12, below, ("fluorocarbon",), knot="bend")
    kit.dropper("dry", "below", dry, 0, school="bend", knot="bend")
    kit.point(nymph, "fine eye")
    return kit.rig("Dry with a nymph below", "dry-and-nymph", line, DryFlyHead(fly="dry"), Motion(kind="natural"))


METHOD = Method(
    number=3,
    key="dry-and-nymph",
    name="Dry with a nymph below",
    waters=("river",),
    when="No rise, even depth and pace: the dry carries the nymph and marks the take.",
    says=(
        Says(2, "even depth and pace", when.even),
        Says(1, "shallow enough to hang a nymph from a dry", when.shallow),
        Says(1, "they hold off the bed", when.mid_water),
        Says(-2, "too deep for a nymph a dry can carry", when.deep),
        Says(-1, "fast water drowns the dry", when.fast),
    ),
    paces=(Pace("it drifts", 1.0, "natural"),),
    touch="now and then",
    readings=("float_load", "bottom", "zone", "drag", "take_to_sign", *DRIES[1:]),
    ties=ties,
    ends="Lifted when the dry drags or sinks; it may be a fish.",
    moves=("a bead up or down", "the nymph deeper by a hand", "a dry that bears more", "a float instead"),
    apart_m=(0.60, 0.75),
)
