"""Contact fishing on a thin level leader."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import HELD, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Rig

DROPPER_TO_POINT_MM = 520.0
"""River pairs ride 45 to 60 cm apart."""
TAG_MM = 120.0
TIPPET_PER_DEPTH = 1.5
"""A rig led along hangs at a slant: the tippet is longer than the water is deep."""
SIGHTER_MM = 600.0
CLEAR_MM = 500.0
ONE_FLY_BELOW_M = 0.35
"""In thinner water than this one fly fishes better than two."""


def ties(kit: Kit) -> Rig:
    """Return a level contact leader, its tippet fitted to the depth."""
    below = max(900.0, kit.reach.depth_m * 1000 * TIPPET_PER_DEPTH)
    pair = kit.reach.depth_m >= ONE_FLY_BELOW_M
    mono = 2 * kit.rod.length_mm - 60 - below - SIGHTER_MM - CLEAR_MM
    point = kit.fly("point", "nymph", 14, 2.8, because="the anchor; go up or down a bead before anything else")
    kit.section("mono", "Coloured mono", ("coloured-mono",), 0.18, mono, because="thin: it sags little and is seen")
    kit.section("clear", "Clear", ("copolymer",), 0.16, CLEAR_MM, because="sets the colour off from the sighter")
    kit.section(
        "sighter", "Sighter", ("sighter",), 0.16, SIGHTER_MM, dressed="greased", because="shows the drift and the take"
    )
    kit.tippet("tippet", "Tippet", point, 0.12, below - DROPPER_TO_POINT_MM if pair else below, ("fluorocarbon",),
               knot="ring", ring=True)  # fmt: skip
    if pair:
        upper = kit.fly("dropper", "nymph", 16, 2.5, because="rides above the anchor, one size smaller")
        kit.tippet("point-tippet", "Tippet to the point", point, 0.12, DROPPER_TO_POINT_MM, ("fluorocarbon",))
        kit.dropper("dropper", "point-tippet", upper, TAG_MM, knot="fine eye")
    kit.point(point, "fine eye")
    name = "Two nymphs, level contact" if pair else "One nymph, level contact"
    return kit.rig(name, "level-contact", kit.line("thin", 3))


METHOD = Method(
    number=4,
    key="level-contact",
    name="Contact, thin level leader",
    waters=("river",),
    when="Lanes within reach, 4 to 8 m off; the rod holds the leader clear of the water.",
    says=(
        Says(3, "the lane is within reach of the rod", when.near),
        Says(1, "they hold at the bed", when.at_the_bed),
        Says(1, "lanes of other pace lie under the line: held clear they do not pull", when.lanes_pull),
        Says(1, "fast enough to hide you", when.fast),
        Says(-3, "out of reach of the rod", when.far),
        Says(-1, "wind bellies a held leader", when.windy),
        Says(-1, "slow clear water: they see you this close", when.both(when.slow, when.wary)),
        Says(-1, "they take on top", when.on_top),
    ),
    paces=(
        Pace("natural", 0.8, "natural"),
        Pace("held back", 0.8),
        Pace("with the bubbles", 1.0),
        Pace("led", 1.15),
        Pace("induced lift", 1.0, "lift"),
        Pace("swing and dangle", 1.0, "swing"),
    ),
    touch="now and then",
    readings=HELD,
    ties=ties,
    ends="Led to below the rod, then lifted: takes come on the lift.",
    moves=("a bead up or down", "longer tippet for a deeper pool", "one fly instead of two", "a finer tippet"),
    rod_class=3,
    apart_m=(0.45, 0.60),
    stands_for=("contact", "level leader"),
)
