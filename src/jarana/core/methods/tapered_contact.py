"""Contact fishing on a long tapered mono with a floating braid as the sign."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import HELD, Method, Pace
from jarana.core.methods.called import TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import BUTTS
from jarana.core.methods.when import Says
from jarana.core.rig.model import Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
natural = natural
light-shallow-water-close = light: shallow water and close fish
half-metre-up-smaller = half a metre up, smaller
stiff-enough-throw-without = stiff enough to throw without line
step-down-every-step = a step down; every step adds sag
taper = Taper { $i }
floating-braid = Floating braid
floats-shows-take = floats and shows the take
tippet-point = Tippet to the point
two-nymphs-tapered-contact = Two nymphs, tapered contact
contact-tapered-mono = Contact, tapered mono
shallow-water-fish-close = Shallow water and fish close by: it lands softly and the braid floats.
shallow-water = shallow water
lane-within-reach-rod = the lane is within reach of the rod
wary-fish-lands-softly = wary fish: it lands softly
out-reach-rod = out of reach of the rod
too-deep-metre-tippet = too deep for a metre of tippet
wind-piles = wind piles it
bubbles = with the bubbles
induced-lift = induced lift
lifted-when-braid-comes = Lifted when the braid comes level with you.
bead-up-or-down = a bead up or down
braid-higher-or-lower = the braid higher or lower
one-fly-instead-two = one fly instead of two
""",
)

STEPS = ((0.40, 1300), (0.35, 900), (0.30, 900), (0.25, 1000), (0.20, 900))
"""mm and mm of length: about 5 m and the braid, thrown without fly line out."""
BRAID_MM, PAIR_MM, TAG_MM = 600, 500, 120


def ties(kit: Kit) -> Rig:
    """Return a tapered mono in five steps, a floating braid, a metre of tippet and a pair."""
    point = kit.fly("point", "nymph", 16, 2.5, because=say("light-shallow-water-close"))
    upper = kit.fly("dropper", "nymph", 18, 2.0, because=say("half-metre-up-smaller"))
    for i, (mm, length) in enumerate(STEPS):
        because = say("stiff-enough-throw-without") if i == 0 else say("step-down-every-step")
        kit.section(f"taper-{i}", say("taper", i=i + 1), BUTTS, mm, length, because=because)
    kit.section("braid", say("floating-braid"), ("floating-braid",), 0.30, BRAID_MM, knot="unlike", dressed="greased",
                because=say("floats-shows-take"))  # fmt: skip
    kit.tippet("tippet", TIPPET, point, 0.12, PAIR_MM, ("fluorocarbon",), knot="ring", ring=True)
    kit.tippet("point-tippet", say("tippet-point"), point, 0.12, PAIR_MM, ("fluorocarbon",))
    kit.dropper("dropper", "point-tippet", upper, TAG_MM, knot="fine eye")
    kit.point(point, "fine eye")
    return kit.rig(say("two-nymphs-tapered-contact"), "tapered-contact", kit.line("thin"))


METHOD = Method(
    number=5,
    key="tapered-contact",
    name=say("contact-tapered-mono"),
    waters=("river",),
    when=say("shallow-water-fish-close"),
    says=(
        Says(2, say("shallow-water"), when.shallow),
        Says(2, say("lane-within-reach-rod"), when.near),
        Says(1, say("wary-fish-lands-softly"), when.wary),
        Says(-3, say("out-reach-rod"), when.far),
        Says(-2, say("too-deep-metre-tippet"), when.deep),
        Says(-1, say("wind-piles"), when.windy),
    ),
    paces=(Pace(say("natural"), 0.8, "natural"), Pace(say("bubbles"), 1.0), Pace(say("induced-lift"), 1.0, "lift")),
    touch="now and then",
    readings=HELD,
    ties=ties,
    ends=say("lifted-when-braid-comes"),
    moves=(say("bead-up-or-down"), say("braid-higher-or-lower"), say("one-fly-instead-two")),
    rod_class=3,
    apart_m=(0.45, 0.60),
    stands_for=("tapered-leader",),
)
