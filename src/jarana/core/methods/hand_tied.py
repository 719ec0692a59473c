"""A hand-tied taper of the owned spools with an unweighted wet fly: where the cast needs turnover."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import RETRIEVES, STILL_LINE, THROWN, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig


def ties(kit: Kit) -> Rig:
    """Return a taper of one's own sections, stiffer into wind, and one fly just under the surface."""
    line = kit.line("floating", 5)
    into_wind = kit.reach.wind_m_s >= 4
    fly = kit.fly("point", "any", 12, because="any fly: the leader is what is tied here")
    kit.taper("power" if into_wind else "all-round", 2900, 0.178, 600, line)
    kit.point(fly)
    motion = Motion(kind="natural") if kit.reach.nature.flows else Motion(kind="figure", count_s=5)
    return kit.rig("Hand-tied taper", "hand-tied", line, FlyLineHead(out_mm=6000), motion)


METHOD = Method(
    number=20,
    key="hand-tied",
    name="Hand-tied taper from spools",
    waters=("river", "lake"),
    when="Whatever the fly, where the cast needs turnover; cheaper than packets and re-tied at the bank.",
    says=(
        Says(1, "wind: a taper of your own can be stiffer", when.windy),
        Says(1, "they hold high in the water", when.high_in_water),
        Says(-1, "they hold on the bed", when.at_the_bed),
    ),
    paces=(Pace("it drifts", 1.0, "natural"), Pace("swing and dangle", 1.0, "swing"), *RETRIEVES[1:3]),
    touch="never",
    readings=("zone", "drag", *THROWN),
    lake_readings=STILL_LINE,
    ties=ties,
    ends="Lifted off when the line bellies.",
    moves=("a longer tippet", "another school in Taper", "a ring before the tippet"),
)
