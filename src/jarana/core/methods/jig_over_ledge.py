"""A heavy jig under a float that falls over a ledge."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import HUNG, STILL_HUNG, Method, Pace
from jarana.core.methods.called import TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.parts import floating_butt
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
heavy-falls-over-ledge = heavy: it falls over the ledge at once
jig-over-ledge = Jig over the ledge
jig-under-float-over = Jig under a float, over a drop-off
ledges-drop-offs-falls = Ledges and drop-offs: it falls over the edge where they wait.
bed-falls-away = the bed falls away here
they-hold-bed = they hold at the bed
no-ledge-fall-over = no ledge to fall over
thin-water = thin water
drifts = it drifts
held-back = held back
left-hang = left to hang
held-back-ledge-so = Held back at the ledge so that the jig swings out over it.
float-deeper-below-ledge = the float deeper below the ledge
bead-down-so-falls = a bead down so that it falls slowly
another-colour = another colour
""",
)

SET_PER_DEPTH = 0.95
"""Just short of the bed below the ledge, so that the jig falls over it and does not lie."""
SLANTS = 0.4
"""Longer by so much for each m/s of surface pace: the line slants."""
IN_CURRENT = 1.3
DEEPEST_M = 4.5


def ties(kit: Kit) -> Rig:
    """Return one heavy jig, the float set for the depth below the ledge."""
    ahead = [s.depth_m for s in kit.reach.soundings if s.x_m <= kit.reach.fish_at_m + 4]
    deepest = max([kit.reach.depth_m, *ahead]) if kit.reach.nature.flows else kit.reach.depth_m
    slant = 1 + SLANTS * kit.reach.pace_m_s
    below = max(min(deepest, DEEPEST_M) * 1000 * SET_PER_DEPTH * slant, 600)
    jig = kit.fly("point", "jig", 10, 4.0, because=say("heavy-falls-over-ledge"))
    floating_butt(kit)
    tippet = kit.tippet("tippet", TIPPET, jig, 0.20, below, ("fluorocarbon",))
    kit.point(jig, "wagging eye")
    head = kit.float_head((jig,), tippet, below, IN_CURRENT)
    return kit.rig(say("jig-over-ledge"), "jig-over-ledge", kit.line("floating"), head, Motion(kind="natural"))


METHOD = Method(
    number=12,
    key="jig-over-ledge",
    name=say("jig-under-float-over"),
    waters=("river", "lake"),
    when=say("ledges-drop-offs-falls"),
    says=(
        Says(4, say("bed-falls-away"), when.ledge),
        Says(1, say("they-hold-bed"), when.at_the_bed),
        Says(-3, say("no-ledge-fall-over"), lambda reach: not when.ledge(reach)),
        Says(-1, say("thin-water"), when.thin),
    ),
    paces=(Pace(say("drifts"), 1.0, "natural"), Pace(say("held-back"), 0.8), Pace(say("left-hang"), 0.0, "still")),
    touch="now and then",
    readings=HUNG,
    lake_readings=STILL_HUNG,
    ties=ties,
    ends=say("held-back-ledge-so"),
    moves=(say("float-deeper-below-ledge"), say("bead-down-so-falls"), say("another-colour")),
)
