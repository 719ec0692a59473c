"""Two soft-hackled flies swung down and across on a slow sinking leader."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import THROWN, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

OUT_MM, SINKING_MM, UPPER_MM, LOWER_MM, TAG_MM = 6000, 1500, 900, 1000, 150


def ties(kit: Kit) -> Rig:
    """Return a sinking leader, a ring, stout tippet to the tag fly and a metre to the point."""
    point = kit.fly("point", "wet", 14, 2.5, because="leads the swing")
    upper = kit.fly("dropper", "wet", 16, 2.0, because="smaller, on the tag")
    kit.section("sinking", "Sinking leader", ("coated",), 0.60, SINKING_MM, because="slow: takes them under the film")
    kit.tippet("tippet", "Tippet", point, 0.178, UPPER_MM, ("nylon-tippet", "copolymer"), knot="ring", ring=True)
    kit.tippet("point-tippet", "Tippet to the point", point, 0.152, LOWER_MM, ("nylon-tippet", "copolymer"))
    kit.dropper("dropper", "point-tippet", upper, TAG_MM)
    kit.point(point)
    return kit.rig("Two soft hackles, swung", "swung", kit.line("floating", 5), FlyLineHead(out_mm=OUT_MM),
                   Motion(kind="swing"))  # fmt: skip


METHOD = Method(
    number=11,
    key="swung",
    name="Swung soft hackles",
    waters=("river",),
    when="A broad even riffle of 0.3 to 1.2 m, fish in or under the film.",
    says=(
        Says(2, "they hold high in the water", when.high_in_water),
        Says(1, "even depth", when.even),
        Says(1, "out of reach of the rod", when.far),
        Says(1, "warm enough for them to move", when.warm),
        Says(-2, "they hold on the bed", when.at_the_bed),
        Says(-2, "deep", when.deep),
        Says(-1, "cold: they do not chase", when.cold),
    ),
    paces=(Pace("swing and dangle", 1.0, "swing"), Pace("it drifts", 1.0, "natural"), Pace("strips", 1.0, "strip")),
    touch="never",
    readings=("zone", "settle", *THROWN, "netting"),
    ties=ties,
    ends="It hangs below you: hold the dangle, then raise the rod: swing-up.",
    moves=("a step downstream", "a size stouter tippet", "a faster or slower leader", "a beaded lead fly"),
    apart_m=(0.40, 1.20),
)
