"""Two soft-hackled flies swung down and across on a slow sinking leader."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import THROWN, Method, Pace
from jarana.core.methods.called import DEEP, TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.leaders import sinking
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
strips = strips
weighted-dropper = the larger, weighted one: it takes both down
bare-point = smaller and bare: it swims behind on a sinking leader
sinking-leader = Sinking leader
slow-takes-them-under = slow: takes them under the film
tippet-point = Tippet to the point
two-soft-hackles-swung = Two soft hackles, swung
swung-soft-hackles = Swung soft hackles
broad-even-riffle-0 = A broad even riffle of 0.3 to 1.2 m, fish in or under the film.
they-hold-high-water = they hold high in the water
even-depth = even depth
out-reach-rod = out of reach of the rod
warm-enough-them-move = warm enough for them to move
they-hold-bed = they hold on the bed
cold-they-do-not = cold: they do not chase
no-current = too little current to swing a line
swing-dangle = swing and dangle
drifts = it drifts
hangs-below-you-hold = It hangs below you: hold the dangle, then raise the rod: swing-up.
step-downstream = a step downstream
size-stouter-tippet = a size stouter tippet
faster-or-slower-leader = a faster or slower leader
beaded-lead-fly = a beaded lead fly
""",
)

OUT_MM, SINKING_MM, UPPER_MM, LOWER_MM, TAG_MM = 6000, 1500, 900, 1000, 150
SLOW_MM_S = 38.0
"""Sink rate of a slow sinking leader, mm/s (practice)."""


def ties(kit: Kit) -> Rig:
    """Return a sinking leader, a ring, stout tippet to the weighted tag fly and a metre to the smaller point."""
    upper = kit.fly("dropper", "wet", 14, 2.5, because=say("weighted-dropper"))
    point = kit.fly("point", "wet", 16, 0.0, because=say("bare-point"))
    sinking(kit, "sinking", say("sinking-leader"), 0.60, SINKING_MM, SLOW_MM_S, because=say("slow-takes-them-under"))
    kit.tippet("tippet", TIPPET, point, 0.178, UPPER_MM, ("nylon-tippet", "copolymer"), knot="ring", ring=True)
    kit.tippet("point-tippet", say("tippet-point"), point, 0.152, LOWER_MM, ("nylon-tippet", "copolymer"))
    kit.dropper("dropper", "point-tippet", upper, TAG_MM)
    kit.point(point)
    return kit.rig(say("two-soft-hackles-swung"), "swung", kit.line("floating"), FlyLineHead(out_mm=OUT_MM),
                   Motion(kind="swing"))  # fmt: skip


METHOD = Method(
    number=11,
    key="swung",
    name=say("swung-soft-hackles"),
    waters=("river",),
    when=say("broad-even-riffle-0"),
    says=(
        Says(2, say("they-hold-high-water"), when.high_in_water),
        Says(1, say("even-depth"), when.even),
        Says(1, say("out-reach-rod"), when.far),
        Says(1, say("warm-enough-them-move"), when.warm),
        Says(-2, say("they-hold-bed"), when.at_the_bed),
        Says(-2, DEEP, when.deep),
        Says(-1, say("cold-they-do-not"), when.cold),
        Says(-4, say("no-current"), when.hardly_flows),
    ),
    paces=(
        Pace(say("swing-dangle"), 1.0, "swing"),
        Pace(say("drifts"), 1.0, "natural"),
        Pace(say("strips"), 1.0, "strip"),
    ),
    touch="never",
    readings=("zone", "swing", "settle", *THROWN, "netting"),
    ties=ties,
    ends=say("hangs-below-you-hold"),
    moves=(say("step-downstream"), say("size-stouter-tippet"), say("faster-or-slower-leader"), say("beaded-lead-fly")),
    apart_m=(0.40, 1.20),
)
