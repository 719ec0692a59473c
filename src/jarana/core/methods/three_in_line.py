"""Three flies bend to bend under a float, the heavy one in the middle."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import DRIFTS, HUNG, Method
from jarana.core.methods.called import BUTT, TAPER, TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import BUTTS
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
heavy-one-takes-all = the heavy one takes all three down
light-first-line = light, first in the line
small-swings-free-behind = small, swings free behind
turns-three-flies-over = turns three flies over slowly
one-step-down = one step down
tippet-heavy-fly = Tippet to the heavy fly
tippet-behind = Tippet behind it
three-bend-bend-under = Three bend to bend under a float
three-flies-bend-bend = Three flies bend to bend, under a float
prospecting-three-patterns-once = Prospecting: three patterns at once, where the rules allow them.
coloured-water-three-chances = coloured water: three chances to be seen
out-reach-rod = out of reach of the rod
even-depth-pace = even depth and pace
thin-water-three-flies = thin water: three flies ride three currents
snags-take-all-three = snags take all three at once
wary-fish-clear-water = wary fish, clear water
let-swing-up-end = Let swing up at the end of the drift.
pattern-took-all-three = the pattern that took on all three
one-fly-off = one fly off
float-deeper = the float deeper
""",
)

FIRST_MM, BEHIND_MM = 400, 700


def ties(kit: Kit) -> Rig:
    """Return a 2.7 m leader to a light fly, a heavy one from its bend, a small one behind."""
    heavy = kit.fly("middle-fly", "heavy", 12, 3.3, because=say("heavy-one-takes-all"))
    light = kit.fly("top-fly", "light", 16, 2.0, because=say("light-first-line"))
    small = kit.fly("point", "nymph", 18, 2.0, because=say("small-swings-free-behind"))
    below = max(kit.reach.depth_m * 1000 * 1.1, FIRST_MM + BEHIND_MM + 200)
    kit.section("butt", BUTT, ("nylon-butt",), 0.40, 1100, dressed="greased", because=say("turns-three-flies-over"))
    kit.section("taper", TAPER, BUTTS, 0.30, 700, because=say("one-step-down"))
    first = below - FIRST_MM - BEHIND_MM
    tippet = kit.tippet("tippet", TIPPET, light, 0.16, max(first, 900), ("fluorocarbon",))
    kit.tippet("middle", say("tippet-heavy-fly"), heavy, 0.16, FIRST_MM, ("fluorocarbon",), knot="bend")
    kit.tippet("end", say("tippet-behind"), small, 0.14, BEHIND_MM, ("fluorocarbon",), knot="bend")
    kit.dropper("top-fly", "middle", light, 0, school="bend")
    kit.dropper("middle-fly", "end", heavy, 0, school="bend")
    kit.point(small)
    head = kit.float_head((light, heavy, small), tippet, below)
    return kit.rig(say("three-bend-bend-under"), "three-in-line", kit.line("floating"), head, Motion(kind="natural"))


METHOD = Method(
    number=8,
    key="three-in-line",
    name=say("three-flies-bend-bend"),
    waters=("river",),
    when=say("prospecting-three-patterns-once"),
    says=(
        Says(2, say("coloured-water-three-chances"), when.coloured),
        Says(1, say("out-reach-rod"), when.far),
        Says(1, say("even-depth-pace"), when.even),
        Says(-2, say("thin-water-three-flies"), when.shallow),
        Says(-2, say("snags-take-all-three"), when.snaggy),
        Says(-1, say("wary-fish-clear-water"), when.both(when.wary, when.clear)),
    ),
    paces=DRIFTS,
    touch="now and then",
    readings=HUNG,
    ties=ties,
    ends=say("let-swing-up-end"),
    moves=(say("pattern-took-all-three"), say("one-fly-off"), say("float-deeper")),
    apart_m=(0.30, 0.90),
    lowest="middle-fly",
)
