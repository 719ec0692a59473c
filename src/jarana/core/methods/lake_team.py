"""A straight line on a lake: three flies on a floating line, fished very slowly."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import RETRIEVES, STILL_LINE, Method
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import team
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.tackle.dressing import Use

APART_MM, TAG_MM = 1600, 150
HIGH_ZONE_M = 1.0
"""A zone that ends above this wants dressed nymphs on the droppers: they stay high."""


def ties(kit: Kit) -> Rig:
    """Return a team 1.6 m apart: all resin for deep zones, dressed droppers where the zone is high."""
    low, _ = kit.reach.zone.heights(kit.reach.depth_m)
    high = kit.reach.depth_m - low <= HIGH_ZONE_M
    kind: Use = "dressed" if high else "pupa"
    because = "dressed: stays high" if high else "resin: slim, sinks fast"
    upper = kit.fly("top-fly", kind, 12, because=because)
    middle = kit.fly("middle-fly", kind, 12, because=because)
    point = kit.fly("point", "pupa", 10, because="the biggest at the point takes the team down")
    team(kit, (upper, middle, point), (APART_MM,) * 3, TAG_MM)
    return kit.rig("Three pupae, straight line", "lake-team", kit.line("floating", 7), FlyLineHead(out_mm=9000),
                   Motion(kind="figure", count_s=20))  # fmt: skip


METHOD = Method(
    number=13,
    key="lake-team",
    name="Lake, straight line",
    waters=("lake",),
    when="A lake with some wave; the zone moves or is not known.",
    says=(
        Says(2, "some wave", lambda reach: 2 < reach.wind_m_s <= 7),
        Says(2, "the zone is thick or unknown: three depths at once", when.thick_zone),
        Says(1, "warm enough for pupae to rise", when.warm),
        Says(-1, "glass calm: a fly line shows", when.calm),
        Says(-1, "wind bellies the line", lambda reach: reach.wind_m_s > 7),
    ),
    paces=RETRIEVES,
    touch="never",
    readings=STILL_LINE,
    ties=ties,
    ends="Lift and hang at the boat: many takes come then.",
    moves=("a longer count", "the spacing closed to the zone", "resin to dressed or back", "a slower hand"),
    rod_class=7,
    apart_m=(1.5, 1.8),
)
