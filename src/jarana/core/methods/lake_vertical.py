"""Straight down from an anchored boat: a very fast line, one fly, inch by inch."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

LEADER_MM, OFF_BED_MM, SHORTEST_MM = 1500, 300, 500


def ties(kit: Kit) -> Rig:
    """Return 1.5 m of level tippet on so much line that the fly hangs 0.3 m off the bed."""
    out = max(kit.reach.depth_m * 1000 - LEADER_MM - OFF_BED_MM, SHORTEST_MM)
    fly = kit.fly("point", "pupa", 12, because="slim: hangs straight down")
    kit.tippet(
        "tippet",
        "Tippet",
        fly,
        0.20,
        min(LEADER_MM, kit.reach.depth_m * 1000 - OFF_BED_MM - SHORTEST_MM),
        ("fluorocarbon",),
    )
    kit.point(fly)
    kit.says("line", "So much line that it hangs 0.3 m off the bed", "sound it with a weight on the fly first")
    return kit.rig("Straight down, one fly", "lake-vertical", kit.line("down", 7), FlyLineHead(out_mm=min(out, 12000)),
                   Motion(kind="inch", count_s=10))  # fmt: skip


METHOD = Method(
    number=17,
    key="lake-vertical",
    name="Lake, vertical",
    waters=("lake",),
    when="Flat calm, anchored over 6 to 11 m: inch strips straight up.",
    says=(
        Says(3, "deep enough to fish straight down", when.very_deep),
        Says(2, "calm: the boat lies still", when.calm),
        Says(1, "they hold at the bed", when.at_the_bed),
        Says(-3, "too shallow: they see the boat", lambda reach: not when.very_deep(reach)),
        Says(-2, "wind swings the boat on its anchor", when.windy),
    ),
    paces=(Pace("inch strips", 0.0, "inch"),),
    touch="never",
    readings=("zone", "settle", *("turnover", "changes_left", "weakest")),
    ties=ties,
    ends="Inched up a few metres, let hang, then down again.",
    moves=("half a metre up", "a smaller fly", "a slower hand"),
    rod_class=7,
)
