"""One fly on an open loop under a single float, just off the bed of a lake."""

from __future__ import annotations

from jarana.core.heads.float import FloatHead
from jarana.core.methods import when
from jarana.core.methods.base import STILL_HUNG, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig

OFF_BED_MM, TIPPET_MM, ABOVE_MM = 300, 900, 600
DEEPEST_MM = 10_000


def ties(kit: Kit) -> Rig:
    """Return a level leader that hangs one fly 0.3 m off the bed."""
    below = min(max(kit.reach.depth_m * 1000 - OFF_BED_MM, 900), DEEPEST_MM)
    fly = kit.fly("point", "spreader", 12, 3.3, because="a bead takes it down in a minute; it wags on its open loop")
    level = max(below - TIPPET_MM, 300) + ABOVE_MM
    kit.section("level", "Level leader", ("copolymer", "nylon-tippet", "fluorocarbon"), 0.23, level,
                because="level: it passes the rings")  # fmt: skip
    tippet = kit.tippet("tippet", "Tippet", fly, 0.20, min(TIPPET_MM, below - 300), ("fluorocarbon",))
    kit.point(fly, "wagging eye")
    body = kit.float_for((fly,), tippet.d0_mm, tippet.material.density_kg_m3, below, because="sized to one fly")
    if below / 1000 > kit.rod.netting_reach and not body.releasing:
        releasing = [f for f in kit.drawer.floats if f.releasing]
        if releasing:
            body = releasing[0]
        else:
            kit.lacks("float", "a float that lets go of the line", body.name)
            body = body.model_copy(
                update={"id": "table-releasing", "name": f"{body.name}, releasing", "releasing": True}
            )
    head = FloatHead(body=body, above_point_mm=round(below / 10) * 10)
    return kit.rig("One fly deep under a float", "lake-deep-float", kit.line("floating", 7), head, Motion(kind="still"))


METHOD = Method(
    number=18,
    key="lake-deep-float",
    name="Lake, single float, deep",
    waters=("lake",),
    when="A hatch from a known depth: one fly hung just off the bed.",
    says=(
        Says(2, "they hold at the bed", when.at_the_bed),
        Says(2, "the zone is known", when.narrow_zone),
        Says(1, "calm enough to see the float", lambda reach: reach.wind_m_s <= 4),
        Says(-2, "they hold high", when.high_in_water),
        Says(-1, "the zone is thick", when.thick_zone),
    ),
    paces=(Pace("hangs still", 0.0, "still"), Pace("moved a hand at times", 0.0, "nudge")),
    touch="never",
    readings=STILL_HUNG,
    ties=ties,
    ends="Left for minutes; lifted slowly, for they follow.",
    moves=("15 cm up or down", "a smaller fly", "another place along the ledge"),
    rod_class=7,
)
