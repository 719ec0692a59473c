"""A team hung under a big float on a lake: still, at known depths."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import STILL_HUNG, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

ABOVE_FLOAT_MM, TAG_MM = 900, 120
DEEP_MM, HIGH_MM = (900, 900, 1200), (600, 600, 600)
"""0.9 / 0.9 / 1.2 m below the float, re-tied 0.6 / 0.6 / 0.6 where takes come shallow."""
HIGH_M = 1.5


def ties(kit: Kit) -> Rig:
    """Return three pupae under a big float, closed up where the zone is high."""
    reach = kit.reach
    low, _ = reach.zone.heights(reach.depth_m)
    lengths = HIGH_MM if reach.depth_m - low <= HIGH_M else DEEP_MM
    share = min(1.0, (reach.depth_m * 1000 - 300) / sum(lengths))
    first, second, third = (round(mm * share / 10) * 10 for mm in lengths)
    upper = kit.fly("top-fly", "pupa", 14, because="the highest, smallest")
    middle = kit.fly("middle-fly", "pupa", 12, because="the same a size up")
    point = kit.fly("point", "pupa", 10, because="hangs the team straight")
    kit.section(
        "butt", "Butt", ("nylon-butt",), 0.40, ABOVE_FLOAT_MM, dressed="greased", because="float 0.9 m from the line"
    )
    tippet = kit.tippet("top", "Tippet", point, 0.20, first, ("fluorocarbon",))
    kit.tippet("middle", "Middle tippet", point, 0.20, second, ("fluorocarbon",))
    kit.tippet("end", "Point tippet", point, 0.20, third, ("fluorocarbon",))
    kit.dropper("top-fly", "middle", upper, TAG_MM)
    kit.dropper("middle-fly", "end", middle, TAG_MM)
    kit.point(point)
    below = first + second + third
    head = kit.float_head((upper, middle, point), tippet, below)
    return kit.rig("Team hung under a float", "lake-suspended", kit.line("floating", 7), head, Motion(kind="still"))


METHOD = Method(
    number=14,
    key="lake-suspended",
    name="Lake, suspended under a big float",
    waters=("lake",),
    when="Depth not known, or fish that want it still.",
    says=(
        Says(2, "the zone is not known: three depths hang still", when.thick_zone),
        Says(1, "wary fish want it still", when.wary),
        Says(1, "a little wave moves the float for you", lambda reach: 1 <= reach.wind_m_s <= 5),
        Says(1, "cold: they do not chase", when.cold),
        Says(-1, "wind drags the float off", lambda reach: reach.wind_m_s > 6),
    ),
    paces=(Pace("hangs still", 0.0, "still"), Pace("moved a hand at times", 0.0, "nudge")),
    touch="never",
    readings=STILL_HUNG,
    ties=ties,
    ends="Watched for a minute or two after it has settled, then lifted and hung.",
    moves=("takes shallow: 0.6 / 0.6 / 0.6", "the float deeper", "move it a hand every half minute in a calm"),
    rod_class=7,
    apart_m=(0.6, 1.2),
)
