"""One fly on an open loop under a single float, just off the bed of a lake."""

from __future__ import annotations

from jarana.core.heads.float import FloatHead
from jarana.core.methods import when
from jarana.core.methods.base import STILL_HUNG, SUSPENDED, Method
from jarana.core.methods.called import TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
bead-takes-down-minute = a bead takes it down in a minute; it wags on its open loop
level-leader = Level leader
level-passes-rings = level: it passes the rings
sized-one-fly = sized to one fly
float-lets-go-line = a float that lets go of the line
releasing = { $name }, releasing
one-fly-deep-under = One fly deep under a float
lake-single-float-deep = Lake, single float, deep
hatch-from-known-depth = A hatch from a known depth: one fly hung just off the bed.
they-hold-bed = they hold at the bed
zone-known = the zone is known
calm-enough-see-float = calm enough to see the float
they-hold-high = they hold high
zone-thick = the zone is thick
left-minutes-lifted-slowly = Left for minutes; lifted slowly, for they follow.
n-15-cm-up-or = 15 cm up or down
smaller-fly = a smaller fly
another-place-along-ledge = another place along the ledge
""",
)

OFF_BED_MM, TIPPET_MM, ABOVE_MM = 300, 900, 600
DEEPEST_MM = 10_000


def ties(kit: Kit) -> Rig:
    """Return a level leader that hangs one fly 0.3 m off the bed."""
    below = min(max(kit.reach.depth_m * 1000 - OFF_BED_MM, 900), DEEPEST_MM)
    fly = kit.fly("point", "spreader", 12, 3.3, because=say("bead-takes-down-minute"))
    level = max(below - TIPPET_MM, 300) + ABOVE_MM
    kit.section("level", say("level-leader"), ("copolymer", "nylon-tippet", "fluorocarbon"), 0.23, level,
                because=say("level-passes-rings"))  # fmt: skip
    tippet = kit.tippet("tippet", TIPPET, fly, 0.20, min(TIPPET_MM, below - 300), ("fluorocarbon",))
    kit.point(fly, "wagging eye")
    body = kit.float_for((fly,), tippet.d0_mm, tippet.material.density_kg_m3, below, because=say("sized-one-fly"))
    if below / 1000 > kit.rod.netting_reach and not body.releasing:
        releasing = [f for f in kit.drawer.floats if f.releasing]
        if releasing:
            body = releasing[0]
        else:
            kit.lacks("float", say("float-lets-go-line"), body.name)
            body = body.model_copy(
                update={"id": "table-releasing", "name": say("releasing", name=body.name), "releasing": True}
            )
    head = FloatHead.set_above(body, kit.spans, round(below / 10) * 10)
    return kit.rig(say("one-fly-deep-under"), "lake-deep-float", kit.line("floating"), head, Motion(kind="still"))


METHOD = Method(
    number=18,
    key="lake-deep-float",
    name=say("lake-single-float-deep"),
    waters=("lake",),
    when=say("hatch-from-known-depth"),
    says=(
        Says(2, say("they-hold-bed"), when.at_the_bed),
        Says(2, say("zone-known"), when.narrow_zone),
        Says(1, say("calm-enough-see-float"), lambda reach: reach.wind_m_s <= 4),
        Says(-2, say("they-hold-high"), when.high_in_water),
        Says(-1, say("zone-thick"), when.thick_zone),
    ),
    paces=SUSPENDED,
    touch="never",
    readings=STILL_HUNG,
    ties=ties,
    ends=say("left-minutes-lifted-slowly"),
    moves=(say("n-15-cm-up-or"), say("smaller-fly"), say("another-place-along-ledge")),
    rod_class=7,
)
