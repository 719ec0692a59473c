"""A pair of nymphs under a float: on a river it drifts, on a lake it hangs still."""

from __future__ import annotations

from jarana.core.methods import choose
from jarana.core.methods.base import Method, Pace
from jarana.core.rig.model import AtJoint, AtPoint, Attachment, FloatHead, Joint, Link, Motion, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import knots
from jarana.core.water.reach import Reach

BUTT_MM, TAPER_MM = 900, 900
RIVER_PAIR_MM, LAKE_PAIR_MM = 500, 900
TAG_MM = 120
LAKE_BELOW_MM = 3000
"""0.9 m to the first fly and on down: suspended teams hang within three metres unless the zone is deeper."""


def start(drawer: Drawer, reach: Reach) -> Rig:
    """Return a pair under the owned float that bears it, set at the depth (river) or in the zone (lake)."""
    lake = reach.kind == "lake"
    low, _ = reach.zone.heights(reach.depth_m)
    below = reach.depth_m * 1000 if not lake else min((reach.depth_m - low) * 1000, LAKE_BELOW_MM)
    below = max(below, 600)
    pair = LAKE_PAIR_MM if lake else RIVER_PAIR_MM
    butt, taper = choose.spool(drawer, ("nylon-butt",), 0.40), choose.spool(drawer, ("nylon-butt", "copolymer"), 0.30)
    tippet = choose.spool(drawer, ("fluorocarbon",), 0.20 if lake else 0.14)
    table = knots()
    spans = (
        choose.span("butt", "Butt", butt, BUTT_MM, "greased"),
        choose.span("taper", "Taper", taper, TAPER_MM),
        choose.span("tippet", "Tippet", tippet, max(below - pair, 300), "degreased"),
        choose.span("point-tippet", "Tippet to the point", tippet, min(pair, below - 100), "degreased"),
    )
    joints = (
        Joint(id="j-line", knot=table["loop-to-loop"], loop=table["perfection-loop"]),
        Joint(id="j-taper", knot=table["blood"]),
        Joint(id="j-tippet", knot=table["water"]),
        Joint(id="j-dropper", knot=table["water"]),
    )
    if lake:
        lower, upper = (
            choose.pattern(drawer, ("resin-bodied", "slim"), 12),
            choose.pattern(drawer, ("resin-bodied", "slim"), 14),
        )
        point, dropper = choose.fly(lower), choose.fly(upper)
    else:
        point = choose.fly(choose.pattern(drawer, ("slim", "slick"), 14, beaded=True), 2.8)
        dropper = choose.fly(choose.pattern(drawer, ("slim", "slick"), 16, beaded=True), 2.0)
    eye = table["uni"]
    return Rig(
        name="Team hung under a float" if lake else "Two nymphs under a float",
        method="float-pair",
        head=FloatHead(
            body=choose.float_for(drawer, (point, dropper), tippet, below), above_point_mm=round(below / 10) * 10
        ),
        rod=choose.rod(drawer, 7 if lake else 5),
        line=choose.line(drawer, 7 if lake else 5, 0),
        spans=spans,
        joints=joints,
        attachments=(
            Attachment(
                id="dropper",
                at=AtJoint(joint="j-dropper"),
                school="tag",
                link=Link(length_mm=TAG_MM),
                knot=eye,
                body=dropper,
            ),
            Attachment(id="point", at=AtPoint(), school="point", knot=eye, body=point),
        ),
        motion=Motion(kind="natural"),
    )


METHOD = Method(
    key="float-pair",
    name="Nymphs under a float",
    when="Beyond the reach of the rod, in a lane that pulls away, or on a lake where the fish want it still.",
    paces=(Pace("it drifts", 1.0, "natural"), Pace("held back", 0.8), Pace("led", 1.15)),
    touch="now and then",
    readings=(
        "float_load",
        "bottom",
        "zone",
        "settle",
        "drag",
        "take_to_sign",
        "land",
        "turnover",
        "changes_left",
        "weakest",
    ),
    lake_readings=("float_load", "zone", "settle", "take_to_sign", "turnover", "changes_left", "weakest"),
    start=start,
)
