"""A team held up by a foam fly at the point, its heaviest fly in the belly."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import RETRIEVES, STILL_LINE, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import team
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

APART_MM, TAG_MM = 2000, 150


def ties(kit: Kit) -> Rig:
    """Return a 6 m leader: nymphs in the belly between a floating line and a foam point."""
    upper = kit.fly("top-fly", "pupa", 12, because="hangs in the belly")
    middle = kit.fly("middle-fly", "belly", 10, because="the heaviest, deepest in the belly")
    foam = kit.fly("point", "buoyant", 10, because="holds the end of the team up")
    team(kit, (upper, middle, foam), (APART_MM,) * 3, TAG_MM, first_mm=0.25)
    return kit.rig("Team under a foam point", "buoyant-point", kit.line("floating", 7), FlyLineHead(out_mm=8000),
                   Motion(kind="figure", count_s=20))  # fmt: skip


METHOD = Method(
    number=15,
    key="buoyant-point",
    name="Lake, held up by a buoyant point",
    waters=("lake",),
    when="A narrow, high zone: the nymphs hang in the belly and stay there.",
    says=(
        Says(2, "they take high", when.high_in_water),
        Says(2, "the zone is narrow", when.narrow_zone),
        Says(1, "some wave", lambda reach: 2 <= reach.wind_m_s <= 6),
        Says(-2, "they hold at the bed", when.at_the_bed),
        Says(-1, "the zone is thick", when.thick_zone),
    ),
    paces=(*RETRIEVES[1:3], RETRIEVES[0], Pace("lift and hang", 0.0, "lift")),
    touch="never",
    readings=STILL_LINE,
    ties=ties,
    ends="Drawn up to the boat, the foam skating: takes come behind it.",
    moves=("a heavier belly fly for a deeper zone", "an intermediate line", "a smaller foam"),
    rod_class=7,
    apart_m=(1.5, 2.0),
)
