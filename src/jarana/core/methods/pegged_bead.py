"""A bead pegged above a bare hook, and a second one behind it."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import DRIFTS, HUNG, Method
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import floating_butt
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.tackle.pegged_bead import PeggedBead

BEHIND_MM, TO_HOOK_MM, SHOT_ABOVE_MM, SHOT_G = 380, 60, 450, 0.25


def ties(kit: Kit) -> Rig:
    """Return a float, a shot, a bead and hook, and a second of one size finer behind."""
    below = max(kit.reach.depth_m * 1000 * 1.2, 1000)
    first = kit.fly("hook", "bare", 12, because="bare: the bead is what they take")
    second = kit.fly("point", "light", 14, because="one size finer behind")
    shot = kit.shot("shot", SHOT_G, because="takes beads that hardly sink down")
    floating_butt(kit)
    upper = below - BEHIND_MM
    tippet = kit.tippet("tippet", "Tippet", first, 0.16, upper, ("fluorocarbon",))
    kit.tippet("end", "Tippet behind", second, 0.14, BEHIND_MM, ("fluorocarbon",), knot="bend")
    kit.on_span("shot", "tippet", tippet.length_mm - SHOT_ABOVE_MM, shot)
    bead = PeggedBead(name="amber bead 8 mm", material="plastic", diameter_mm=8)
    kit.on_span("bead", "tippet", tippet.length_mm - TO_HOOK_MM, bead)
    kit.on_span(
        "bead-2", "end", BEHIND_MM - TO_HOOK_MM, bead.model_copy(update={"name": "pale bead 6 mm", "diameter_mm": 6})
    )
    kit.says("bead", "Beads 8 and 6 mm, 6 cm above their hooks", "rules on the distance differ: check yours")
    kit.dropper("hook", "end", first, 0, school="bend")
    kit.point(second)
    head = kit.float_head((first, second, shot), tippet, below, 1.2)
    return kit.rig("Pegged bead over a bare hook", "pegged-bead", kit.line("floating", 5), head, Motion(kind="natural"))


METHOD = Method(
    number=10,
    key="pegged-bead",
    name="Pegged bead over a bare hook",
    waters=("river",),
    when="Fish eating eggs behind others that spawn; leave the spawning ones alone.",
    says=(
        Says(2, "cold water: the season of eggs", when.cold),
        Says(1, "they hold at the bed", when.at_the_bed),
        Says(1, "coarse bed: eggs drift over it", lambda reach: reach.bed in ("coarse-gravel", "cobble")),
        Says(-2, "warm water: no eggs about", when.warm),
        Says(-1, "slow water", when.slow),
    ),
    paces=DRIFTS[:2],
    touch="now and then",
    readings=HUNG,
    ties=ties,
    ends="Lifted at the end of the lane.",
    moves=("another colour of bead", "a bead size down", "the shot up or down a size"),
)
