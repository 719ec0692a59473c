"""Three flies bend to bend under a float, the heavy one in the middle."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import DRIFTS, HUNG, Method
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import BUTTS
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

FIRST_MM, BEHIND_MM = 400, 700


def ties(kit: Kit) -> Rig:
    """Return a 2.7 m leader to a light fly, a heavy one from its bend, a small one behind."""
    heavy = kit.fly("middle-fly", "heavy", 12, 3.3, because="the heavy one takes all three down")
    light = kit.fly("top-fly", "light", 16, 2.0, because="light, first in the line")
    small = kit.fly("point", "nymph", 18, 2.0, because="small, swings free behind")
    below = max(kit.reach.depth_m * 1000 * 1.1, FIRST_MM + BEHIND_MM + 200)
    kit.section("butt", "Butt", ("nylon-butt",), 0.40, 1100, dressed="greased", because="turns three flies over slowly")
    kit.section("taper", "Taper", BUTTS, 0.30, 700, because="one step down")
    first = below - FIRST_MM - BEHIND_MM
    tippet = kit.tippet("tippet", "Tippet", light, 0.16, max(first, 900), ("fluorocarbon",))
    kit.tippet("middle", "Tippet to the heavy fly", heavy, 0.16, FIRST_MM, ("fluorocarbon",), knot="bend")
    kit.tippet("end", "Tippet behind it", small, 0.14, BEHIND_MM, ("fluorocarbon",), knot="bend")
    kit.dropper("top-fly", "middle", light, 0, school="bend")
    kit.dropper("middle-fly", "end", heavy, 0, school="bend")
    kit.point(small)
    head = kit.float_head((light, heavy, small), tippet, below)
    return kit.rig(
        "Three bend to bend under a float", "three-in-line", kit.line("floating", 5), head, Motion(kind="natural")
    )


METHOD = Method(
    number=8,
    key="three-in-line",
    name="Three flies bend to bend, under a float",
    waters=("river",),
    when="Prospecting: three patterns at once, where the rules allow them.",
    says=(
        Says(2, "coloured water: three chances to be seen", when.coloured),
        Says(1, "out of reach of the rod", when.far),
        Says(1, "even depth and pace", when.even),
        Says(-2, "thin water: three flies ride three currents", when.shallow),
        Says(-2, "snags take all three at once", when.snaggy),
        Says(-1, "wary fish, clear water", when.both(when.wary, when.clear)),
    ),
    paces=DRIFTS,
    touch="now and then",
    readings=HUNG,
    ties=ties,
    ends="Let swing up at the end of the drift.",
    moves=("the pattern that took on all three", "one fly off", "the float deeper"),
    apart_m=(0.30, 0.90),
)
