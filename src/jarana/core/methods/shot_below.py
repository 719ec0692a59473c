"""The shot last, against a stopper, and the fly on a short tag above it."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import DRIFTS, HUNG, Method
from jarana.core.methods.called import DEEP, TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import floating_butt, lost_alone
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
ticks-bed-lost-instead = ticks the bed, and is lost instead of the fly
unweighted-shot-does-sinking = unweighted: the shot does the sinking
shots-tippet = Shot's tippet
shot-pulls-off-snag = what a snag takes is to go from here on
shot-below-fly = Shot below the fly
cold-water-fish-hugging = Cold water, fish hugging a snaggy bed: the shot is lost, not the fly.
cold-water-they-sit = cold water: they sit on the bed
they-hold-bed = they hold at the bed
snaggy-bed-shot-lost = a snaggy bed: the shot is lost, not the fly
they-hold-off-bed = they hold off the bed
thin-water = thin water
lifted-end-lane-before = Lifted at the end of the lane, before the shot catches.
shot-size-up-or = a shot size up or down
fly-higher-above-shot = the fly higher above the shot
float-deeper = the float deeper
""",
)

ABOVE_SHOT_MM, TAG_MM = 300, 100
IN_CURRENT = 1.2
"""A line that slants through fast water pulls harder than what hangs on it weighs."""
SET_PER_DEPTH = 1.3
"""The float is set deeper than the water: the shot ticks and the line slants."""
SHOT_G = 0.25


def ties(kit: Kit) -> Rig:
    """Return a float, fluorocarbon to a shot that ticks the bed, and a small fly above it."""
    below = max(kit.reach.depth_m * 1000 * SET_PER_DEPTH, 700)
    shot = kit.shot("shot", SHOT_G, because=say("ticks-bed-lost-instead"))
    egg = kit.fly("fly", "spreader", 14, because=say("unweighted-shot-does-sinking"))
    floating_butt(kit)
    tippet = kit.tippet("tippet", TIPPET, egg, 0.16, below - ABOVE_SHOT_MM, ("fluorocarbon",))
    kit.section("to-shot", say("shots-tippet"), ("fluorocarbon",), tippet.d0_mm, ABOVE_SHOT_MM, knot="joint", dressed="degreased",
                because=say("shot-pulls-off-snag"))  # fmt: skip
    kit.dropper("fly", "to-shot", egg, TAG_MM, knot="bend")
    kit.point(shot, "stopper", key="shot")
    head = kit.float_head((egg, shot), tippet, below, IN_CURRENT)
    rig = kit.rig(say("shot-below-fly"), "shot-below", kit.line("floating"), head, Motion(kind="natural"))
    return lost_alone(kit, rig, "to-shot")


METHOD = Method(
    number=9,
    key="shot-below",
    name=say("shot-below-fly"),
    waters=("river",),
    when=say("cold-water-fish-hugging"),
    says=(
        Says(2, say("cold-water-they-sit"), when.cold),
        Says(1, say("they-hold-bed"), when.at_the_bed),
        Says(2, say("snaggy-bed-shot-lost"), when.snaggy),
        Says(1, DEEP, when.deep),
        Says(-2, say("they-hold-off-bed"), when.mid_water),
        Says(-2, say("thin-water"), when.thin),
    ),
    paces=DRIFTS[:2],
    touch="all the time",
    readings=HUNG,
    ties=ties,
    ends=say("lifted-end-lane-before"),
    moves=(say("shot-size-up-or"), say("fly-higher-above-shot"), say("float-deeper")),
)
