"""One dry fly to rising fish, on a taper designed from the owned spools."""

from __future__ import annotations

from jarana.core.heads.dry_fly import DryFlyHead
from jarana.core.methods import when
from jarana.core.methods.base import DRIES, STILL_DRY, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.leaders import leader
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.rig.stance import Stance
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
small-refused-less-change = small is refused less; change it for what is on the water
dry-fly = Dry fly
fish-rising-one-dry = Fish rising: one dry on a leader that lands softly.
fish-take-top = fish take on top
they-hold-high-water = they hold high in the water
clear-water-they-look = clear water: they look up
they-hold-bed = they hold on the bed
wind-piles-long-fine = wind piles a long fine leader
cold-water-few-rises = cold water: few rises
drifts = it drifts
left-alone = left alone
lifted-off-quietly-below = Lifted off quietly, away from the fish, before it drags.
finer-tippet = a finer tippet
smaller-fly = a smaller fly
longer-leader-where-lanes = a longer leader where lanes pull
emerger-below = an emerger below it
""",
)

TOTAL_MM, TIPPET_MM = 3700, 1000
SHORT_MM, HEAD_WIND = 2700, 2.5
"""Shorter and stiffer against so much wind, m/s."""
SLACK_M = 0.4
"""m of slack a soft cast heaps in the leader (practice)."""
LONG_MM = 1500
"""Longer where lanes pull: it is tied to 6 m there."""


def ties(kit: Kit) -> Rig:
    """Return a taper with the dry nearest to the hatch's size."""
    line = kit.line("floating")
    fly = kit.dry("point", 16, because=say("small-refused-less-change"))
    against = kit.head_wind >= HEAD_WIND
    long = when.lanes_pull(kit.reach) and not against
    school = "power" if against else "soft" if long else "all-round"
    leader(kit, school, (SHORT_MM if against else TOTAL_MM) + (LONG_MM if long else 0), 0.152, TIPPET_MM, line)
    kit.point(fly, "fine eye")
    if kit.reach.nature.flows:
        return kit.rig(say("dry-fly"), "dry-fly", line, DryFlyHead(fly="point"), Motion(kind="natural"),
                       Stance(slack_m=SLACK_M, lay="pile"))  # fmt: skip
    # On still water the whole leader is degreased: it is seen where it lies in the surface.
    kit.spans = [span.model_copy(update={"dressing": "degreased"}) for span in kit.spans]
    return kit.rig(say("dry-fly"), "dry-fly", line, DryFlyHead(fly="point"), Motion(kind="still"))


METHOD = Method(
    number=1,
    key="dry-fly",
    name=say("dry-fly"),
    waters=("river", "lake"),
    when=say("fish-rising-one-dry"),
    says=(
        Says(3, say("fish-take-top"), when.on_top),
        Says(1, say("they-hold-high-water"), when.high_in_water),
        Says(1, say("clear-water-they-look"), when.clear),
        Says(-2, say("they-hold-bed"), when.at_the_bed),
        Says(-1, say("wind-piles-long-fine"), when.windy),
        Says(-1, say("cold-water-few-rises"), when.cold),
    ),
    paces=(Pace(say("drifts"), 1.0, "natural"), Pace(say("left-alone"), 0.0, "still")),
    touch="never",
    readings=DRIES,
    lake_readings=STILL_DRY,
    ties=ties,
    ends=say("lifted-off-quietly-below"),
    moves=(say("finer-tippet"), say("smaller-fly"), say("longer-leader-where-lanes"), say("emerger-below")),
)
