"""One dry fly to rising fish, on a taper designed from the owned spools."""

from __future__ import annotations

from jarana.core.heads.dry_fly import DryFlyHead
from jarana.core.methods import when
from jarana.core.methods.base import DRIES, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

TOTAL_MM, TIPPET_MM = 3700, 1000
SHORT_MM, HEAD_WIND = 2700, 2.5
"""Shorter and stiffer against so much wind, m/s."""
LONG_MM = 1500
"""Longer where lanes pull: it is tied to 6 m there."""


def ties(kit: Kit) -> Rig:
    """Return a taper with the dry nearest to the hatch's size."""
    line = kit.line("floating", 5)
    fly = kit.dry("point", 16, because="small is refused less; change it for what is on the water")
    against = kit.head_wind >= HEAD_WIND
    long = when.lanes_pull(kit.reach) and not against
    school = "power" if against else "soft" if long else "all-round"
    kit.taper(school, (SHORT_MM if against else TOTAL_MM) + (LONG_MM if long else 0), 0.152, TIPPET_MM, line)
    kit.point(fly, "fine eye")
    return kit.rig("Dry fly", "dry-fly", line, DryFlyHead(fly="point"), Motion(kind="natural"))


METHOD = Method(
    number=1,
    key="dry-fly",
    name="Dry fly",
    waters=("river",),
    when="Fish rising: one dry on a leader that lands softly.",
    says=(
        Says(3, "fish take on top", when.on_top),
        Says(1, "they hold high in the water", when.high_in_water),
        Says(1, "clear water: they look up", when.clear),
        Says(-2, "they hold on the bed", when.at_the_bed),
        Says(-1, "wind piles a long fine leader", when.windy),
        Says(-1, "cold water: few rises", when.cold),
    ),
    paces=(Pace("it drifts", 1.0, "natural"),),
    touch="never",
    readings=DRIES,
    ties=ties,
    ends="Lifted off quietly below the fish, before it drags.",
    moves=("a finer tippet", "a smaller fly", "a longer leader where lanes pull", "an emerger below it"),
)
