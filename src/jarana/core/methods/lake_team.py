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
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
dressed-stays-high = dressed: stays high
resin-slim-sinks-fast = resin: slim, sinks fast
biggest-point-takes-team = the biggest at the point takes the team down
three-pupae-straight-line = Three pupae, straight line
lake-straight-line = Lake, straight line
lake-some-wave-zone = A lake with some wave; the zone moves or is not known.
some-wave = some wave
zone-thick-or-unknown = the zone is thick or unknown: three depths at once
warm-enough-pupae-rise = warm enough for pupae to rise
glass-calm-fly-line = glass calm: a fly line shows
wind-bellies-line = wind bellies the line
lift-hang-boat-many = Lift and hang at the boat: many takes come then.
longer-count = a longer count
spacing-closed-zone = the spacing closed to the zone
resin-dressed-or-back = resin to dressed or back
slower-hand = a slower hand
""",
)

APART_MM, TAG_MM = 1600, 150
HIGH_ZONE_M = 1.2
"""A zone that ends above this wants dressed nymphs on the droppers: they stay high."""


def ties(kit: Kit) -> Rig:
    """Return a team 1.6 m apart: all resin for deep zones, dressed droppers where the zone is high."""
    low, _ = kit.reach.zone.heights(kit.reach.depth_m)
    high = kit.reach.depth_m - low <= HIGH_ZONE_M
    kind: Use = "dressed" if high else "pupa"
    because = say("dressed-stays-high") if high else say("resin-slim-sinks-fast")
    upper = kit.fly("top-fly", kind, 12, because=because)
    middle = kit.fly("middle-fly", kind, 12, because=because)
    point = kit.fly("point", "pupa", 10, because=say("biggest-point-takes-team"))
    team(kit, (upper, middle, point), APART_MM, TAG_MM)
    return kit.rig(say("three-pupae-straight-line"), "lake-team", kit.line("floating"), FlyLineHead(out_mm=9000),
                   Motion(kind="figure", count_s=20))  # fmt: skip


METHOD = Method(
    number=13,
    key="lake-team",
    name=say("lake-straight-line"),
    waters=("lake",),
    when=say("lake-some-wave-zone"),
    says=(
        Says(2, say("some-wave"), lambda reach: 2 < reach.wind_m_s <= 7),
        Says(2, say("zone-thick-or-unknown"), when.thick_zone),
        Says(1, say("warm-enough-pupae-rise"), when.warm),
        Says(-1, say("glass-calm-fly-line"), when.calm),
        Says(-1, say("wind-bellies-line"), lambda reach: reach.wind_m_s > 7),
    ),
    paces=RETRIEVES,
    touch="never",
    readings=STILL_LINE,
    ties=ties,
    ends=say("lift-hang-boat-many"),
    moves=(say("longer-count"), say("spacing-closed-zone"), say("resin-dressed-or-back"), say("slower-hand")),
    rod_class=7,
    apart_m=(1.5, 1.8),
)
