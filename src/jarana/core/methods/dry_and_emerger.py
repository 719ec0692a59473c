"""A dry and, half a metre behind it, something that has not quite hatched."""

from __future__ import annotations

from jarana.core.heads.dry_fly import DryFlyHead
from jarana.core.methods import when
from jarana.core.methods.base import DRIES, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.leaders import leader
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
marks-take-fly-you = marks the take of the fly you cannot see
hangs-film-under = hangs in the film and under it
emergers-tippet = Emerger's tippet
dry-emerger = Dry with an emerger
dry-emerger-behind = Dry with an emerger behind
rises-refuse-dry-they = Rises that refuse the dry: they take what has not hatched yet.
fish-take-top-or = fish take on top or just under
they-wary-second-fly = they are wary: the second fly is the one they take
slow-water-they-have = slow water: they have time to refuse
they-hold-bed = they hold on the bed
fast-water-drowns-small = fast water drowns a small dry
drifts = it drifts
lifted-off-below-fish = Lifted off below the fish, before it drags.
lower-fly-closer-dry = the lower fly closer to the dry
smaller-lower-fly = a smaller lower fly
dry-off-greased-hand = the dry off, greased to a hand above the fly
""",
)

BELOW_MM, BEAD_MM = 520, 2.0
"""A bead only where they hold deeper than the film."""


def ties(kit: Kit) -> Rig:
    """Return a taper with a dry in the line and a soft-hackled fly from its bend."""
    line = kit.line("floating")
    dry = kit.dry("dry", 14, because=say("marks-take-fly-you"))
    below = kit.fly(
        "point", "emerger", 16, 0.0 if when.high_in_water(kit.reach) else BEAD_MM, because=say("hangs-film-under")
    )
    leader(kit, "all-round", 3300, 0.152, 900, line)
    kit.tippet("below", say("emergers-tippet"), below, 0.12, BELOW_MM, knot="bend")
    kit.dropper("dry", "below", dry, 0, school="bend", knot="fine eye")
    kit.point(below, "fine eye")
    return kit.rig(say("dry-emerger"), "dry-and-emerger", line, DryFlyHead(fly="dry"), Motion(kind="natural"))


METHOD = Method(
    number=2,
    key="dry-and-emerger",
    name=say("dry-emerger-behind"),
    waters=("river",),
    when=say("rises-refuse-dry-they"),
    says=(
        Says(2, say("fish-take-top-or"), when.high_in_water),
        Says(1, say("they-wary-second-fly"), when.wary),
        Says(1, say("slow-water-they-have"), when.slow),
        Says(-2, say("they-hold-bed"), when.at_the_bed),
        Says(-1, say("fast-water-drowns-small"), when.fast),
    ),
    paces=(Pace(say("drifts"), 1.0, "natural"),),
    touch="never",
    readings=("float_load", "zone", "drag", "take_to_sign", *DRIES[1:]),
    ties=ties,
    ends=say("lifted-off-below-fish"),
    moves=(say("lower-fly-closer-dry"), say("smaller-lower-fly"), say("dry-off-greased-hand")),
    apart_m=(0.45, 0.60),
)
