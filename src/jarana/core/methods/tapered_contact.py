"""Contact fishing on a long tapered mono with a floating braid as the sign."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import HELD, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import BUTTS
from jarana.core.methods.when import Says
from jarana.core.rig.model import Rig

STEPS = ((0.40, 1300), (0.35, 900), (0.30, 900), (0.25, 1000), (0.20, 900))
"""mm and mm of length: about 5 m and the braid, thrown without fly line out."""
BRAID_MM, PAIR_MM, TAG_MM = 600, 500, 120


def ties(kit: Kit) -> Rig:
    """Return a tapered mono in five steps, a floating braid, a metre of tippet and a pair."""
    point = kit.fly("point", "nymph", 16, 2.5, because="light: shallow water and close fish")
    upper = kit.fly("dropper", "nymph", 18, 2.0, because="half a metre up, smaller")
    for i, (mm, length) in enumerate(STEPS):
        because = "stiff enough to throw without line" if i == 0 else "a step down; every step adds sag"
        kit.section(f"taper-{i}", f"Taper {i + 1}", BUTTS, mm, length, because=because)
    kit.section("braid", "Floating braid", ("floating-braid",), 0.30, BRAID_MM, knot="unlike", dressed="greased",
                because="floats and shows the take")  # fmt: skip
    kit.tippet("tippet", "Tippet", point, 0.12, PAIR_MM, ("fluorocarbon",), knot="ring", ring=True)
    kit.tippet("point-tippet", "Tippet to the point", point, 0.12, PAIR_MM, ("fluorocarbon",))
    kit.dropper("dropper", "point-tippet", upper, TAG_MM, knot="fine eye")
    kit.point(point, "fine eye")
    return kit.rig("Two nymphs, tapered contact", "tapered-contact", kit.line("thin", 3))


METHOD = Method(
    number=5,
    key="tapered-contact",
    name="Contact, tapered mono",
    waters=("river",),
    when="Shallow water and fish close by: it lands softly and the braid floats.",
    says=(
        Says(2, "shallow water", when.shallow),
        Says(2, "the lane is within reach of the rod", when.near),
        Says(1, "wary fish: it lands softly", when.wary),
        Says(-3, "out of reach of the rod", when.far),
        Says(-2, "too deep for a metre of tippet", when.deep),
        Says(-1, "wind piles it", when.windy),
    ),
    paces=(Pace("natural", 0.8, "natural"), Pace("with the bubbles", 1.0), Pace("induced lift", 1.0, "lift")),
    touch="now and then",
    readings=HELD,
    ties=ties,
    ends="Lifted when the braid comes level with you.",
    moves=("a bead up or down", "the braid higher or lower", "one fly instead of two"),
    rod_class=3,
    apart_m=(0.45, 0.60),
    stands_for=("tapered leader",),
)
