"""A bead pegged above a bare hook, and a second one behind it."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import DRIFTS, HUNG, Method
from jarana.core.methods.called import TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import floating_butt
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.tackle.pegged_bead import PeggedBead
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
bare-bead-what-they = bare: the bead is what they take
one-size-finer-behind = one size finer behind
takes-beads-hardly-sink = takes beads that hardly sink down
tippet-behind = Tippet behind
amber-bead-8-mm = amber bead 8 mm
pale-bead-6-mm = pale bead 6 mm
beads-8-6-mm = Beads 8 and 6 mm, 6 cm above their hooks
rules-distance-differ-check = rules on the distance differ: check yours
pegged-bead-over-bare = Pegged bead over a bare hook
fish-eating-eggs-behind = Fish eating eggs behind others that spawn; leave the spawning ones alone.
cold-water-season-eggs = cold water: the season of eggs
they-hold-bed = they hold at the bed
coarse-bed-eggs-drift = coarse bed: eggs drift over it
warm-water-no-eggs = warm water: no eggs about
slow-water = slow water
lifted-end-lane = Lifted at the end of the lane.
another-colour-bead = another colour of bead
bead-size-down = a bead size down
shot-up-or-down = the shot up or down a size
""",
)

BEHIND_MM, TO_HOOK_MM, SHOT_ABOVE_MM, SHOT_G = 380, 60, 450, 0.25


def ties(kit: Kit) -> Rig:
    """Return a float, a shot, a bead and hook, and a second of one size finer behind."""
    below = max(kit.reach.depth_m * 1000 * 1.2, 1000)
    first = kit.fly("hook", "bare", 12, because=say("bare-bead-what-they"))
    second = kit.fly("point", "light", 14, because=say("one-size-finer-behind"))
    shot = kit.shot("shot", SHOT_G, because=say("takes-beads-hardly-sink"))
    floating_butt(kit)
    upper = below - BEHIND_MM
    tippet = kit.tippet("tippet", TIPPET, first, 0.16, upper, ("fluorocarbon",))
    kit.tippet("end", say("tippet-behind"), second, 0.14, BEHIND_MM, ("fluorocarbon",), knot="bend")
    kit.on_span("shot", "tippet", tippet.length_mm - SHOT_ABOVE_MM, shot)
    bead = PeggedBead(name=say("amber-bead-8-mm"), material="plastic", diameter_mm=8)
    kit.on_span("bead", "tippet", tippet.length_mm - TO_HOOK_MM, bead)
    kit.on_span(
        "bead-2",
        "end",
        BEHIND_MM - TO_HOOK_MM,
        bead.model_copy(update={"name": say("pale-bead-6-mm"), "diameter_mm": 6}),
    )
    kit.says("bead", say("beads-8-6-mm"), say("rules-distance-differ-check"))
    kit.dropper("hook", "end", first, 0, school="bend")
    kit.point(second)
    head = kit.float_head((first, second, shot), tippet, below, 1.2)
    return kit.rig(say("pegged-bead-over-bare"), "pegged-bead", kit.line("floating"), head, Motion(kind="natural"))


METHOD = Method(
    number=10,
    key="pegged-bead",
    name=say("pegged-bead-over-bare"),
    waters=("river",),
    when=say("fish-eating-eggs-behind"),
    says=(
        Says(2, say("cold-water-season-eggs"), when.cold),
        Says(1, say("they-hold-bed"), when.at_the_bed),
        Says(1, say("coarse-bed-eggs-drift"), lambda reach: reach.bed in ("coarse-gravel", "cobble")),
        Says(-2, say("warm-water-no-eggs"), when.warm),
        Says(-1, say("slow-water"), when.slow),
    ),
    paces=DRIFTS[:2],
    touch="now and then",
    readings=HUNG,
    ties=ties,
    ends=say("lifted-end-lane"),
    moves=(say("another-colour-bead"), say("bead-size-down"), say("shot-up-or-down")),
)
