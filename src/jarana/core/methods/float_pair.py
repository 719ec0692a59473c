"""A pair of nymphs under a float in a river."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import DRIFTS, HUNG, Method
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import floating_butt
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

PAIR_MM, TAG_MM = 500, 120


def ties(kit: Kit) -> Rig:
    """Return a pair under the owned float that bears it, set at the depth."""
    below = max(kit.reach.depth_m * 1000, 600)
    point = kit.fly("point", "nymph", 14, 2.8, because="takes the pair down")
    dropper = kit.fly("dropper", "nymph", 16, 2.0, because="half a metre up, smaller")
    floating_butt(kit)
    tippet = kit.tippet("tippet", "Tippet", point, 0.14, max(below - PAIR_MM, 300), ("fluorocarbon",))
    kit.tippet("point-tippet", "Tippet to the point", point, 0.14, min(PAIR_MM, below - 100), ("fluorocarbon",))
    kit.dropper("dropper", "point-tippet", dropper, TAG_MM)
    kit.point(point)
    head = kit.float_head((point, dropper), tippet, below)
    return kit.rig("Two nymphs under a float", "float-pair", kit.line("floating", 5), head, Motion(kind="natural"))


METHOD = Method(
    number=7,
    key="float-pair",
    name="Nymphs under a float",
    waters=("river",),
    when="Beyond the reach of the rod, or in a lane that pulls away.",
    says=(
        Says(3, "out of reach of the rod: the float is the only way", when.far),
        Says(1, "a lane between pulls a held leader away", when.lanes_pull),
        Says(1, "they hold off the surface", when.either(when.at_the_bed, when.mid_water)),
        Says(1, "slow water: a float settles right over the flies", when.slow),
        Says(-1, "the rod reaches: contact shows takes sooner", when.near),
        Says(-1, "they take on top", when.on_top),
        Says(-1, "the depth changes along the drift", lambda reach: not when.even(reach)),
    ),
    paces=DRIFTS,
    touch="now and then",
    readings=HUNG,
    ties=ties,
    ends="Let run to the end of the slack, then swung up: takes come on the rise.",
    moves=("the float deeper or shallower", "a bead up or down", "a smaller float", "one fly"),
    apart_m=(0.45, 0.60),
)
