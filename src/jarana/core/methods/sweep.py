"""A multi-density sinking line with the heaviest fly nearest the line and a buoyant one at the point."""

from __future__ import annotations

from jarana.core.methods import choose
from jarana.core.methods.base import RETRIEVES, Method
from jarana.core.rig.model import AtJoint, AtPoint, Attachment, FlyLineHead, Link, Motion, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import knots
from jarana.core.water.reach import Reach

TAG_MM = 150


def start(drawer: Drawer, reach: Reach) -> Rig:
    """Return the reversed leader: heavy fly first, neutral one in the middle, buoyant point."""
    butt, tippet = (
        choose.spool(drawer, ("nylon-butt", "fluorocarbon"), 0.30),
        choose.spool(drawer, ("fluorocarbon",), 0.20),
    )
    heavy = choose.fly(choose.pattern(drawer, ("dubbed", "slim"), 12, beaded=True), 3.5)
    middle = choose.fly(choose.pattern(drawer, ("dubbed", "resin-bodied"), 12, beaded=False))
    foam = choose.fly(choose.pattern(drawer, ("foam",), 10))
    table = knots()
    eye = table["uni"]
    return Rig(
        name="Sweep: buoyant point on a sinking line",
        method="sweep",
        head=FlyLineHead(out_mm=10000),
        rod=choose.rod(drawer, 7),
        line=choose.line(drawer, 7, 3),
        spans=(
            choose.span("butt", "Butt", butt, 1500),
            choose.span("middle", "Middle tippet", tippet, 1500),
            choose.span("end", "Point tippet", tippet, 1500),
        ),
        joints=choose.team_joints(),
        attachments=(
            Attachment(
                id="top-fly", at=AtJoint(joint="j-top"), school="tag", link=Link(length_mm=TAG_MM), knot=eye, body=heavy
            ),
            Attachment(
                id="middle-fly",
                at=AtJoint(joint="j-middle"),
                school="tag",
                link=Link(length_mm=TAG_MM),
                knot=eye,
                body=middle,
            ),
            Attachment(id="point", at=AtPoint(), school="point", knot=eye, body=foam),
        ),
        motion=Motion(kind="lift", count_s=30),
    )


METHOD = Method(
    key="sweep",
    name="Lake, multi-density line",
    when="Searching the layers of a lake in glass calm; the point rides above the line.",
    paces=RETRIEVES,
    touch="never",
    readings=("zone", "settle", "turnover", "changes_left", "weakest"),
    start=start,
)
