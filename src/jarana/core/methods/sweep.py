"""A multi-density sinking line with the heaviest fly nearest the line and a buoyant one at the point."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import RETRIEVES, STILL_LINE, Method
from jarana.core.methods.called import BUTT
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
neutral = neutral
heaviest-nearest-line = heaviest nearest the line
buoyant-rides-above-line = buoyant: it rides above the line
stout-between-line-heavy = stout between line and heavy fly
middle-tippet = Middle tippet
point-tippet = Point tippet
sweep-buoyant-point-sinking = Sweep: buoyant point on a sinking line
lake-multi-density-line = Lake, multi-density line
searching-layers-lake-glass = Searching the layers of a lake in glass calm; the point rides above the line.
glass-calm = glass calm
layer-not-known = the layer is not known
deep-water-search = deep water to search
too-shallow-sinking-line = too shallow for a sinking line
they-take-top = they take on top
lift-hold-when-lines = Lift and hold when the line's mark is at the tip ring; then the next fly at the surface.
longer-count = a longer count
faster-strip = a faster strip
neutral-fly-buoyant-one = a neutral fly for the buoyant one
""",
)

TAG_MM = 150


def ties(kit: Kit) -> Rig:
    """Return the reversed leader: heavy fly first, neutral one in the middle, buoyant point."""
    heavy = kit.fly("top-fly", "spreader", 12, 3.5, because=say("heaviest-nearest-line"))
    middle = kit.fly("middle-fly", "neutral", 12, because=say("neutral"))
    foam = kit.fly("point", "buoyant", 10, because=say("buoyant-rides-above-line"))
    kit.section("butt", BUTT, ("nylon-butt", "fluorocarbon"), 0.30, 1500, because=say("stout-between-line-heavy"))
    kit.tippet("middle", say("middle-tippet"), middle, 0.20, 1500, ("fluorocarbon",), dressed="none")
    kit.tippet("end", say("point-tippet"), foam, 0.20, 1500, ("fluorocarbon",), dressed="none")
    kit.dropper("top-fly", "middle", heavy, TAG_MM)
    kit.dropper("middle-fly", "end", middle, TAG_MM)
    kit.point(foam)
    return kit.rig(say("sweep-buoyant-point-sinking"), "sweep", kit.line("many zones"), FlyLineHead(out_mm=10000),
                   Motion(kind="lift", count_s=30))  # fmt: skip


METHOD = Method(
    number=16,
    key="sweep",
    name=say("lake-multi-density-line"),
    waters=("lake",),
    when=say("searching-layers-lake-glass"),
    says=(
        Says(2, say("glass-calm"), when.calm),
        Says(2, say("layer-not-known"), when.thick_zone),
        Says(1, say("deep-water-search"), lambda reach: reach.depth_m >= 3),
        Says(-2, say("too-shallow-sinking-line"), lambda reach: reach.depth_m < 2),
        Says(-1, say("they-take-top"), when.on_top),
    ),
    paces=RETRIEVES,
    touch="never",
    readings=STILL_LINE,
    ties=ties,
    ends=say("lift-hold-when-lines"),
    moves=(say("longer-count"), say("faster-strip"), say("neutral-fly-buoyant-one")),
    rod_class=7,
    apart_m=(1.2, 1.8),
)
