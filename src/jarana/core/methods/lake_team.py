"""A straight line on a lake: three flies on a floating line, fished very slowly."""

from __future__ import annotations

from jarana.core.methods import choose
from jarana.core.methods.base import RETRIEVES, Method
from jarana.core.rig.model import AtJoint, AtPoint, Attachment, FlyLineHead, Link, Motion, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import knots
from jarana.core.water.reach import Reach

APART_MM = 1600
TAG_MM = 150


def start(drawer: Drawer, reach: Reach) -> Rig:
    """Return an all-resin team, 1.6 m apart, on a floating line."""
    tippet = choose.spool(drawer, ("fluorocarbon",), 0.20)
    big = choose.pattern(drawer, ("resin-bodied", "slim"), 10)
    small = choose.pattern(drawer, ("resin-bodied", "slim"), 12)
    table = knots()
    eye = table["uni"]
    return Rig(
        name="Three pupae, straight line",
        method="lake-team",
        head=FlyLineHead(out_mm=9000),
        rod=choose.rod(drawer, 7),
        line=choose.line(drawer, 7, 0),
        spans=(
            choose.span("top", "Upper tippet", tippet, APART_MM),
            choose.span("middle", "Middle tippet", tippet, APART_MM),
            choose.span("end", "Point tippet", tippet, APART_MM),
        ),
        joints=choose.team_joints(),
        attachments=(
            Attachment(
                id="top-fly",
                at=AtJoint(joint="j-top"),
                school="tag",
                link=Link(length_mm=TAG_MM),
                knot=eye,
                body=choose.fly(small),
            ),
            Attachment(
                id="middle-fly",
                at=AtJoint(joint="j-middle"),
                school="tag",
                link=Link(length_mm=TAG_MM),
                knot=eye,
                body=choose.fly(small),
            ),
            Attachment(id="point", at=AtPoint(), school="point", knot=eye, body=choose.fly(big)),
        ),
        motion=Motion(kind="figure", count_s=20),
    )


METHOD = Method(
    key="lake-team",
    name="Lake, straight line",
    when="A lake with some wave; the zone moves or is not known.",
    paces=RETRIEVES,
    touch="never",
    readings=("zone", "settle", "turnover", "changes_left", "weakest"),
    start=start,
)
