"""A pair of nymphs under a float in a river."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import DRIFTS, HUNG, Method
from jarana.core.methods.called import TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import floating_butt
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
takes-pair-down = takes the pair down
half-metre-up-smaller = half a metre up, smaller
tippet-point = Tippet to the point
two-nymphs-under-float = Two nymphs under a float
nymphs-under-float = Nymphs under a float
beyond-reach-rod-or = Beyond the reach of the rod, or in a lane that pulls away.
out-reach-rod-float = out of reach of the rod: the float is the only way
lane-between-pulls-held = a lane between pulls a held leader away
they-hold-off-surface = they hold off the surface
slow-water-float-settles = slow water: a float settles right over the flies
rod-reaches-contact-shows = the rod reaches: contact shows takes sooner
they-take-top = they take on top
depth-changes-along-drift = the depth changes along the drift
let-run-end-slack = Let run to the end of the slack, then swung up: takes come on the rise.
float-deeper-or-shallower = the float deeper or shallower
bead-up-or-down = a bead up or down
smaller-float = a smaller float
one-fly = one fly
""",
)

PAIR_MM, TAG_MM = 500, 120


def ties(kit: Kit) -> Rig:
    """Return a pair under the owned float that bears it, set at the depth."""
    below = max(kit.reach.depth_m * 1000, 600)
    point = kit.fly("point", "nymph", 14, 2.8, because=say("takes-pair-down"))
    dropper = kit.fly("dropper", "nymph", 16, 2.0, because=say("half-metre-up-smaller"))
    floating_butt(kit)
    tippet = kit.tippet("tippet", TIPPET, point, 0.14, max(below - PAIR_MM, 300), ("fluorocarbon",))
    kit.tippet("point-tippet", say("tippet-point"), point, 0.14, min(PAIR_MM, below - 100), ("fluorocarbon",))
    kit.dropper("dropper", "point-tippet", dropper, TAG_MM)
    kit.point(point)
    head = kit.float_head((point, dropper), tippet, below)
    return kit.rig(say("two-nymphs-under-float"), "float-pair", kit.line("floating"), head, Motion(kind="natural"))


METHOD = Method(
    number=7,
    key="float-pair",
    name=say("nymphs-under-float"),
    waters=("river",),
    when=say("beyond-reach-rod-or"),
    says=(
        Says(3, say("out-reach-rod-float"), when.far),
        Says(1, say("lane-between-pulls-held"), when.lanes_pull),
        Says(1, say("they-hold-off-surface"), when.either(when.at_the_bed, when.mid_water)),
        Says(1, say("slow-water-float-settles"), when.slow),
        Says(-1, say("rod-reaches-contact-shows"), when.near),
        Says(-1, say("they-take-top"), when.on_top),
        Says(-1, say("depth-changes-along-drift"), lambda reach: not when.even(reach)),
    ),
    paces=DRIFTS,
    touch="now and then",
    readings=HUNG,
    ties=ties,
    ends=say("let-run-end-slack"),
    moves=(say("float-deeper-or-shallower"), say("bead-up-or-down"), say("smaller-float"), say("one-fly")),
    apart_m=(0.45, 0.60),
)
