"""A hand-tied taper of the owned spools with an unweighted wet fly: where the cast needs turnover."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import RETRIEVES, STILL_LINE, THROWN, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.leaders import taper
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
any-fly-leader-what = any fly: the leader is what is tied here
hand-tied-taper = Hand-tied taper
hand-tied-taper-from = Hand-tied taper from spools
whatever-fly-where-cast = Whatever the fly, where the cast needs turnover; cheaper than packets and re-tied at the bank.
wind-taper-your-own = wind: a taper of your own can be stiffer
they-hold-high-water = they hold high in the water
they-hold-bed = they hold on the bed
drifts = it drifts
swing-dangle = swing and dangle
lifted-off-when-line = Lifted off when the line bellies.
longer-tippet = a longer tippet
another-school-taper = another school in Taper
ring-before-tippet = a ring before the tippet
""",
)


def ties(kit: Kit) -> Rig:
    """Return a taper of one's own sections, stiffer into wind, and one fly just under the surface."""
    line = kit.line("floating")
    into_wind = kit.reach.wind_m_s >= 4
    fly = kit.fly("point", "any", 12, because=say("any-fly-leader-what"))
    taper(kit, "power" if into_wind else "all-round", 2900, 0.178, 600, line)
    kit.point(fly)
    motion = Motion(kind="natural") if kit.reach.nature.flows else Motion(kind="figure", count_s=5)
    return kit.rig(say("hand-tied-taper"), "hand-tied", line, FlyLineHead(out_mm=6000), motion)


METHOD = Method(
    number=20,
    key="hand-tied",
    name=say("hand-tied-taper-from"),
    waters=("river", "lake"),
    when=say("whatever-fly-where-cast"),
    says=(
        Says(1, say("wind-taper-your-own"), when.windy),
        Says(1, say("they-hold-high-water"), when.high_in_water),
        Says(-1, say("they-hold-bed"), when.at_the_bed),
    ),
    paces=(Pace(say("drifts"), 1.0, "natural"), Pace(say("swing-dangle"), 1.0, "swing"), *RETRIEVES[1:3]),
    touch="never",
    readings=("zone", "drag", *THROWN),
    lake_readings=STILL_LINE,
    ties=ties,
    ends=say("lifted-off-when-line"),
    moves=(say("longer-tippet"), say("another-school-taper"), say("ring-before-tippet")),
)
