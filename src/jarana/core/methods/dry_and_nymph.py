"""A dry fly that marks the take of a nymph hung from its bend."""

from __future__ import annotations

from jarana.core.heads.dry_fly import DryFlyHead
from jarana.core.methods import when
from jarana.core.methods.base import DRIES, Method, Pace
from jarana.core.methods.called import BUTT, TAPER, TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import BUTTS
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
must-not-drowned-nymph = must not be drowned by the nymph
small-slim-sinks-without = small and slim: it sinks without drowning the dry
turns-bushy-dry-over = turns a bushy dry over
one-step-down = one step down
nymphs-tippet = Nymph's tippet
dry-nymph-below = Dry with a nymph below
no-rise-even-depth = No rise, even depth and pace: the dry carries the nymph and marks the take.
even-depth-pace = even depth and pace
shallow-enough-hang-nymph = shallow enough to hang a nymph from a dry
they-hold-off-bed = they hold off the bed
too-deep-nymph-dry = too deep for a nymph a dry can carry
fast-water-drowns-dry = fast water drowns the dry
drifts = it drifts
lifted-when-dry-drags = Lifted when the dry drags or sinks; it may be a fish.
bead-up-or-down = a bead up or down
nymph-deeper-hand = the nymph deeper by a hand
dry-bears-more = a dry that bears more
float-instead = a float instead
""",
)

BEARS_GF = 0.7
"""What a dry must bear to carry a beaded nymph."""


def ties(kit: Kit) -> Rig:
    """Return a taper with the dry that floats best and a small nymph as far below as the water is deep."""
    below = min(max(kit.reach.depth_m * 1000, 450), 900)
    line = kit.line("floating")
    dry = kit.dry("dry", 10, BEARS_GF, because=say("must-not-drowned-nymph"))
    nymph = kit.fly("point", "nymph", 18, 2.0, because=say("small-slim-sinks-without"))
    kit.section("butt", BUTT, ("nylon-butt",), 0.40, 1200, because=say("turns-bushy-dry-over"))
    kit.section("taper", TAPER, BUTTS, 0.30, 800, because=say("one-step-down"))
    kit.tippet("tippet", TIPPET, dry, 0.152, 900, ("nylon-tippet", "copolymer"))
    kit.tippet("below", say("nymphs-tippet"), nymph, 0.12, below, ("fluorocarbon",), knot="bend")
    kit.dropper("dry", "below", dry, 0, school="bend", knot="bend")
    kit.point(nymph, "fine eye")
    return kit.rig(say("dry-nymph-below"), "dry-and-nymph", line, DryFlyHead(fly="dry"), Motion(kind="natural"))


METHOD = Method(
    number=3,
    key="dry-and-nymph",
    name=say("dry-nymph-below"),
    waters=("river",),
    when=say("no-rise-even-depth"),
    says=(
        Says(2, say("even-depth-pace"), when.even),
        Says(1, say("shallow-enough-hang-nymph"), when.shallow),
        Says(1, say("they-hold-off-bed"), when.mid_water),
        Says(-2, say("too-deep-nymph-dry"), when.deep),
        Says(-1, say("fast-water-drowns-dry"), when.fast),
    ),
    paces=(Pace(say("drifts"), 1.0, "natural"),),
    touch="now and then",
    readings=("float_load", "bottom", "zone", "drag", "take_to_sign", *DRIES[1:]),
    ties=ties,
    ends=say("lifted-when-dry-drags"),
    moves=(say("bead-up-or-down"), say("nymph-deeper-hand"), say("dry-bears-more"), say("float-instead")),
    apart_m=(0.60, 0.75),
)
