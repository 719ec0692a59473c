"""Contact fishing on a thin level leader."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import HELD, Method, Pace
from jarana.core.methods.called import CLEAR, SIGHTER, TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
natural = natural
led = led
anchor-go-up-or = the anchor; go up or down a bead before anything else
coloured-mono = Coloured mono
thin-sags-little-seen = thin: it sags little and is seen
sets-colour-off-from = sets the colour off from the sighter
shows-drift-take = shows the drift and the take
rides-above-anchor-one = rides above the anchor, one size smaller
tippet-point = Tippet to the point
two-nymphs-level-contact = Two nymphs, level contact
contact-thin-level-leader = Contact, thin level leader
lanes-within-reach-4 = Lanes within reach, 4 to 8 m off; the rod holds the leader clear of the water.
lane-within-reach-rod = the lane is within reach of the rod
they-hold-bed = they hold at the bed
lanes-other-pace-lie = lanes of other pace lie under the line: held clear they do not pull
fast-enough-hide-you = fast enough to hide you
out-reach-rod = out of reach of the rod
wind-bellies-held-leader = wind bellies a held leader
slow-clear-water-they = slow clear water: they see you this close
they-take-top = they take on top
held-back = held back
bubbles = with the bubbles
induced-lift = induced lift
swing-dangle = swing and dangle
led-below-rod-then = Led to below the rod, then lifted: takes come on the lift.
bead-up-or-down = a bead up or down
longer-tippet-deeper-pool = longer tippet for a deeper pool
one-fly-instead-two = one fly instead of two
finer-tippet = a finer tippet
""",
)

DROPPER_TO_POINT_MM = 520.0
"""River pairs ride 45 to 60 cm apart."""
TAG_MM = 120.0
TIPPET_PER_DEPTH = 1.5
"""A rig led along hangs at a slant: the tippet is longer than the water is deep."""
SIGHTER_MM = 600.0
CLEAR_MM = 500.0


def ties(kit: Kit) -> Rig:
    """Return a level contact leader, its tippet fitted to the depth."""
    below = max(900.0, kit.reach.depth_m * 1000 * TIPPET_PER_DEPTH)
    mono = 2 * kit.rod.length_mm - 60 - below - SIGHTER_MM - CLEAR_MM
    point = kit.fly("point", "nymph", 14, 2.8, because=say("anchor-go-up-or"))
    kit.section("mono", say("coloured-mono"), ("coloured-mono",), 0.18, mono, because=say("thin-sags-little-seen"))
    kit.section("clear", CLEAR, ("copolymer",), 0.16, CLEAR_MM, because=say("sets-colour-off-from"))
    kit.section("sighter", SIGHTER, ("sighter",), 0.16, SIGHTER_MM, dressed="greased", because=say("shows-drift-take"))
    kit.tippet("tippet", TIPPET, point, 0.12, below - DROPPER_TO_POINT_MM, ("fluorocarbon",),
               knot="ring", ring=True)  # fmt: skip
    upper = kit.fly("dropper", "nymph", 16, 2.5, because=say("rides-above-anchor-one"))
    kit.tippet("point-tippet", say("tippet-point"), point, 0.12, DROPPER_TO_POINT_MM, ("fluorocarbon",))
    kit.dropper("dropper", "point-tippet", upper, TAG_MM, knot="fine eye")
    kit.point(point, "fine eye")
    return kit.rig(say("two-nymphs-level-contact"), "level-contact", kit.line("thin"))


METHOD = Method(
    number=4,
    key="level-contact",
    name=say("contact-thin-level-leader"),
    waters=("river",),
    when=say("lanes-within-reach-4"),
    says=(
        Says(3, say("lane-within-reach-rod"), when.near),
        Says(1, say("they-hold-bed"), when.at_the_bed),
        Says(1, say("lanes-other-pace-lie"), when.lanes_pull),
        Says(1, say("fast-enough-hide-you"), when.fast),
        Says(-3, say("out-reach-rod"), when.far),
        Says(-1, say("wind-bellies-held-leader"), when.windy),
        Says(-1, say("slow-clear-water-they"), when.both(when.slow, when.wary)),
        Says(-1, say("they-take-top"), when.on_top),
    ),
    paces=(
        Pace(say("natural"), 0.8, "natural"),
        Pace(say("held-back"), 0.8),
        Pace(say("bubbles"), 1.0),
        Pace(say("led"), 1.15),
        Pace(say("induced-lift"), 1.0, "lift"),
        Pace(say("swing-dangle"), 1.0, "swing"),
    ),
    touch="now and then",
    readings=HELD,
    ties=ties,
    ends=say("led-below-rod-then"),
    moves=(say("bead-up-or-down"), say("longer-tippet-deeper-pool"), say("one-fly-instead-two"), say("finer-tippet")),
    rod_class=3,
    apart_m=(0.45, 0.60),
    stands_for=("contact", "level-leader"),
)
