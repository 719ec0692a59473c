"""A team hung under a big float on a lake: still, at known depths."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import STILL_HUNG, SUSPENDED, Method
from jarana.core.methods.called import BUTT, TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
highest-smallest = the highest, smallest
same-size-up = the same a size up
hangs-team-straight = hangs the team straight
float-0-9-m = float 0.9 m from the line
middle-tippet = Middle tippet
point-tippet = Point tippet
team-hung-under-float = Team hung under a float
lake-suspended-under-big = Lake, suspended under a big float
depth-not-known-or = Depth not known, or fish that want it still.
zone-not-known-three = the zone is not known: three depths hang still
wary-fish-want-still = wary fish want it still
little-wave-moves-float = a little wave moves the float for you
cold-they-do-not = cold: they do not chase
wind-drags-float-off = wind drags the float off
watched-minute-or-two = Watched for a minute or two after it has settled, then lifted and hung.
takes-shallow-0-6 = takes shallow: 0.6 / 0.6 / 0.6
float-deeper = the float deeper
move-hand-every-half = move it a hand every half minute in a calm
""",
)

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
    upper = kit.fly("top-fly", "pupa", 14, because=say("highest-smallest"))
    middle = kit.fly("middle-fly", "pupa", 12, because=say("same-size-up"))
    point = kit.fly("point", "pupa", 10, because=say("hangs-team-straight"))
    kit.section("butt", BUTT, ("nylon-butt",), 0.40, ABOVE_FLOAT_MM, dressed="greased", because=say("float-0-9-m"))
    tippet = kit.tippet("top", TIPPET, point, 0.20, first, ("fluorocarbon",))
    kit.tippet("middle", say("middle-tippet"), point, 0.20, second, ("fluorocarbon",))
    kit.tippet("end", say("point-tippet"), point, 0.20, third, ("fluorocarbon",))
    kit.dropper("top-fly", "middle", upper, TAG_MM)
    kit.dropper("middle-fly", "end", middle, TAG_MM)
    kit.point(point)
    below = first + second + third
    head = kit.float_head((upper, middle, point), tippet, below)
    return kit.rig(say("team-hung-under-float"), "lake-suspended", kit.line("floating"), head, Motion(kind="still"))


METHOD = Method(
    number=14,
    key="lake-suspended",
    name=say("lake-suspended-under-big"),
    waters=("lake",),
    when=say("depth-not-known-or"),
    says=(
        Says(2, say("zone-not-known-three"), when.thick_zone),
        Says(1, say("wary-fish-want-still"), when.wary),
        Says(1, say("little-wave-moves-float"), lambda reach: 1 <= reach.wind_m_s <= 5),
        Says(1, say("cold-they-do-not"), when.cold),
        Says(-1, say("wind-drags-float-off"), lambda reach: reach.wind_m_s > 6),
    ),
    paces=SUSPENDED,
    touch="never",
    readings=STILL_HUNG,
    ties=ties,
    ends=say("watched-minute-or-two"),
    moves=(say("takes-shallow-0-6"), say("float-deeper"), say("move-hand-every-half")),
    rod_class=7,
    apart_m=(0.6, 1.2),
)
