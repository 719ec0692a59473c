"""A streamer on a short stout leader, stripped."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import RETRIEVES, STILL_LINE, THROWN, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

FLOATING_MM, SINKING_MM = 2400, 2100


def ties(kit: Kit) -> Rig:
    """Return a short stout leader: on an intermediate line in a lake, on a floating one in a river."""
    lake = not kit.reach.nature.flows
    fine = lake and kit.reach.clarity == "clear"
    fly = kit.fly("point", "mouthful", 10, because="a mouthful; it wags on an open loop")
    total = SINKING_MM if lake else FLOATING_MM
    kit.section("butt", "Butt", ("nylon-butt",), 0.40, total * 0.45, because="turns a big fly over")
    kit.section("taper", "Taper", ("nylon-butt",), 0.30, total * 0.25, because="one step")
    kit.tippet(
        "tippet", "Tippet", fly, 0.20 if fine else 0.25, total * 0.3, ("fluorocarbon", "nylon-butt"), dressed="none"
    )
    kit.point(fly, "wagging eye")
    line = kit.line("just under" if lake else "floating", 7)
    out = 9000 if lake else 7000
    return kit.rig(
        "Streamer", "streamer", line, FlyLineHead(out_mm=out), Motion(kind="strip", count_s=10 if lake else 0)
    )


METHOD = Method(
    number=19,
    key="streamer",
    name="Streamer",
    waters=("river", "lake"),
    when="Big fish, cover, coloured water: a stout leader and a moving fly.",
    says=(
        Says(3, "big fish are hoped for", when.big_fish),
        Says(2, "coloured water", when.coloured),
        Says(1, "cover along the water", when.snaggy),
        Says(-1, "wary fish in clear water", when.both(when.clear, when.wary)),
        Says(-1, "cold: they do not chase", when.cold),
    ),
    paces=(*RETRIEVES[2:3], Pace("swing and dangle", 1.0, "swing"), *RETRIEVES[:2]),
    touch="never",
    readings=("zone", "settle", *THROWN),
    lake_readings=STILL_LINE,
    ties=ties,
    ends="Stripped to the tip ring, a pause, then lifted: they follow to the feet.",
    moves=("a faster or slower strip", "shot 15 to 30 cm ahead for depth", "another colour", "a sinking line"),
    rod_class=7,
)
