"""A multi-density sinking line with the heaviest fly nearest the line and a buoyant one at the point."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import RETRIEVES, STILL_LINE, Method
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

TAG_MM = 150


def ties(kit: Kit) -> Rig:
    """Return the reversed leader: heavy fly first, neutral one in the middle, buoyant point."""
    heavy = kit.fly("top-fly", "spreader", 12, 3.5, because="heaviest nearest the line")
    middle = kit.fly("middle-fly", "neutral", 12, because="neutral")
    foam = kit.fly("point", "buoyant", 10, because="buoyant: it rides above the line")
    kit.section("butt", "Butt", ("nylon-butt", "fluorocarbon"), 0.30, 1500, because="stout between line and heavy fly")
    kit.tippet("middle", "Middle tippet", middle, 0.20, 1500, ("fluorocarbon",), dressed="none")
    kit.tippet("end", "Point tippet", foam, 0.20, 1500, ("fluorocarbon",), dressed="none")
    kit.dropper("top-fly", "middle", heavy, TAG_MM)
    kit.dropper("middle-fly", "end", middle, TAG_MM)
    kit.point(foam)
    return kit.rig("Sweep: buoyant point on a sinking line", "sweep", kit.line("many zones", 7), FlyLineHead(out_mm=10000),
                   Motion(kind="lift", count_s=30))  # fmt: skip


METHOD = Method(
    number=16,
    key="sweep",
    name="Lake, multi-density line",
    waters=("lake",),
    when="Searching the layers of a lake in glass calm; the point rides above the line.",
    says=(
        Says(2, "glass calm", when.calm),
        Says(2, "the layer is not known", when.thick_zone),
        Says(1, "deep water to search", lambda reach: reach.depth_m >= 3),
        Says(-2, "too shallow for a sinking line", lambda reach: reach.depth_m < 2),
        Says(-1, "they take on top", when.on_top),
    ),
    paces=RETRIEVES,
    touch="never",
    readings=STILL_LINE,
    ties=ties,
    ends="Lift and hold when the line's mark is at the tip ring; then the next fly at the surface.",
    moves=("a longer count", "a faster strip", "a neutral fly for the buoyant one"),
    rod_class=7,
    apart_m=(1.2, 1.8),
)
