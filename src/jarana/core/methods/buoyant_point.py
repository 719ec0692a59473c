"""A team held up by a foam fly at the point, its heaviest fly in the belly."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import RETRIEVES, STILL_LINE, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import team
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
hangs-belly = hangs in the belly
heaviest-deepest-belly = the heaviest, deepest in the belly
holds-end-team-up = holds the end of the team up
team-under-foam-point = Team under a foam point
lake-held-up-buoyant = Lake, held up by a buoyant point
narrow-high-zone-nymphs = A narrow, high zone: the nymphs hang in the belly and stay there.
they-take-high = they take high
zone-narrow = the zone is narrow
some-wave = some wave
they-hold-bed = they hold at the bed
zone-thick = the zone is thick
lift-hang = lift and hang
drawn-up-boat-foam = Drawn up to the boat, the foam skating: takes come behind it.
heavier-belly-fly-deeper = a heavier belly fly for a deeper zone
intermediate-line = an intermediate line
smaller-foam = a smaller foam
""",
)

APART_MM, TAG_MM = 2000, 150


def ties(kit: Kit) -> Rig:
    """Return a 6 m leader: nymphs in the belly between a floating line and a foam point."""
    upper = kit.fly("top-fly", "pupa", 12, because=say("hangs-belly"))
    middle = kit.fly("middle-fly", "belly", 10, because=say("heaviest-deepest-belly"))
    foam = kit.fly("point", "buoyant", 10, because=say("holds-end-team-up"))
    team(kit, (upper, middle, foam), APART_MM, TAG_MM)
    return kit.rig(say("team-under-foam-point"), "buoyant-point", kit.line("floating"), FlyLineHead(out_mm=8000),
                   Motion(kind="figure", count_s=20))  # fmt: skip


METHOD = Method(
    number=15,
    key="buoyant-point",
    name=say("lake-held-up-buoyant"),
    waters=("lake",),
    when=say("narrow-high-zone-nymphs"),
    says=(
        Says(2, say("they-take-high"), when.high_in_water),
        Says(2, say("zone-narrow"), when.narrow_zone),
        Says(1, say("some-wave"), lambda reach: 2 <= reach.wind_m_s <= 6),
        Says(-2, say("they-hold-bed"), when.at_the_bed),
        Says(-1, say("zone-thick"), when.thick_zone),
    ),
    paces=(*RETRIEVES[1:3], RETRIEVES[0], Pace(say("lift-hang"), 0.0, "lift")),
    touch="never",
    readings=STILL_LINE,
    ties=ties,
    ends=say("drawn-up-boat-foam"),
    moves=(say("heavier-belly-fly-deeper"), say("intermediate-line"), say("smaller-foam")),
    rod_class=7,
    apart_m=(1.5, 2.0),
    lowest="middle-fly",
)
