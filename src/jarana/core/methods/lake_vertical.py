"""Straight down from an anchored boat: a very fast line, one fly, inch by inch."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import Method, Pace
from jarana.core.methods.called import TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
slim-hangs-straight-down = slim: hangs straight down
so-much-line-hangs = So much line that it hangs 0.3 m off the bed
sound-weight-fly-first = sound it with a weight on the fly first
straight-down-one-fly = Straight down, one fly
lake-vertical = Lake, vertical
flat-calm-anchored-over = Flat calm, anchored over 6 to 11 m: inch strips straight up.
deep-enough-fish-straight = deep enough to fish straight down
calm-boat-lies-still = calm: the boat lies still
they-hold-bed = they hold at the bed
too-shallow-they-see = too shallow: they see the boat
wind-swings-boat-anchor = wind swings the boat on its anchor
inch-strips = inch strips
inched-up-few-metres = Inched up a few metres, let hang, then down again.
half-metre-up = half a metre up
smaller-fly = a smaller fly
slower-hand = a slower hand
""",
)

LEADER_MM, OFF_BED_MM, SHORTEST_MM = 1500, 300, 500


def ties(kit: Kit) -> Rig:
    """Return 1.5 m of level tippet on so much line that the fly hangs 0.3 m off the bed."""
    out = max(kit.reach.depth_m * 1000 - LEADER_MM - OFF_BED_MM, SHORTEST_MM)
    fly = kit.fly("point", "pupa", 12, because=say("slim-hangs-straight-down"))
    kit.tippet(
        "tippet",
        TIPPET,
        fly,
        0.20,
        min(LEADER_MM, kit.reach.depth_m * 1000 - OFF_BED_MM - SHORTEST_MM),
        ("fluorocarbon",),
    )
    kit.point(fly)
    kit.says("line", say("so-much-line-hangs"), say("sound-weight-fly-first"))
    return kit.rig(say("straight-down-one-fly"), "lake-vertical", kit.line("down"), FlyLineHead(out_mm=min(out, 12000)),
                   Motion(kind="inch", count_s=10))  # fmt: skip


METHOD = Method(
    number=17,
    key="lake-vertical",
    name=say("lake-vertical"),
    waters=("lake",),
    when=say("flat-calm-anchored-over"),
    says=(
        Says(3, say("deep-enough-fish-straight"), when.very_deep),
        Says(2, say("calm-boat-lies-still"), when.calm),
        Says(1, say("they-hold-bed"), when.at_the_bed),
        Says(-3, say("too-shallow-they-see"), lambda reach: not when.very_deep(reach)),
        Says(-2, say("wind-swings-boat-anchor"), when.windy),
    ),
    paces=(Pace(say("inch-strips"), 0.0, "inch"),),
    touch="never",
    readings=("zone", "settle", *("turnover", "changes_left", "weakest")),
    ties=ties,
    ends=say("inched-up-few-metres"),
    moves=(say("half-metre-up"), say("smaller-fly"), say("slower-hand")),
    rod_class=7,
)
