"""A dry and, half a metre behind it, something that has not quite hatched."""

from __future__ import annotations

from jarana.core.heads.dry_fly import DryFlyHead
from jarana.core.methods import when
from jarana.core.methods.base import DRIES, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

BELOW_MM = 520


def ties(kit: Kit) -> Rig:
    """Return a taper with a dry in the line and a soft-hackled fly from its bend."""
    line = kit.line("floating", 5)
    dry = kit.dry("dry", 14, because="marks the take of the fly you cannot see")
    below = kit.fly("point", "emerger", 16, 2.0, because="hangs in the film and under it")
    kit.taper("all-round", 3300, 0.152, 900, line)
    kit.tippet("below", "Emerger's tippet", below, 0.12, BELOW_MM, knot="bend")
    kit.dropper("dry", "below", dry, 0, school="bend", knot="fine eye")
    kit.point(below, "fine eye")
    return kit.rig("Dry with an emerger", "dry-and-emerger", line, DryFlyHead(fly="dry"), Motion(kind="natural"))


METHOD = Method(
    number=2,
    key="dry-and-emerger",
    name="Dry with an emerger behind",
    waters=("river",),
    when="Rises that refuse the dry: they take what has not hatched yet.",
    says=(
        Says(2, "fish take on top or just under", when.high_in_water),
        Says(1, "they are wary: the second fly is the one they take", when.wary),
        Says(1, "slow water: they have time to refuse", when.slow),
        Says(-2, "they hold on the bed", when.at_the_bed),
        Says(-1, "fast water drowns a small dry", when.fast),
    ),
    paces=(Pace("it drifts", 1.0, "natural"),),
    touch="never",
    readings=("float_load", "zone", "drag", "take_to_sign", *DRIES[1:]),
    ties=ties,
    ends="Lifted off below the fish, before it drags.",
    moves=("the lower fly closer to the dry", "a smaller lower fly", "the dry off, greased to a hand above the fly"),
    apart_m=(0.45, 0.60),
)
