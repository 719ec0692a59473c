"""A dry fly that marks the take of a nymph hung from its bend."""

from __future__ import annotations

from jarana.core.methods import choose
from jarana.core.methods.base import Method, Pace
from jarana.core.rig.model import AtJoint, AtPoint, Attachment, DryFlyHead, Joint, Motion, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import knots
from jarana.core.water.reach import Reach


def start(drawer: Drawer, reach: Reach) -> Rig:
    """Return a taper with the dry that floats best and a small nymph as far below as the water is deep."""
    below = min(max(reach.depth_m * 1000, 450), 900)
    butt, taper = choose.spool(drawer, ("nylon-butt",), 0.40), choose.spool(drawer, ("nylon-butt", "copolymer"), 0.30)
    tippet = choose.spool(drawer, ("nylon-tippet", "copolymer"), 0.152)
    fine = choose.spool(drawer, ("fluorocarbon",), 0.12)
    dry = choose.pattern(drawer, ("foam", "dry"), 10)
    dry = max((p for p in drawer.patterns if p.lift_gf), key=lambda p: p.lift_gf or 0.0, default=dry)
    table = knots()
    return Rig(
        name="Dry with a nymph below",
        method="dry-and-nymph",
        head=DryFlyHead(fly="dry"),
        rod=choose.rod(drawer, 5),
        line=choose.line(drawer, 5, 0),
        spans=(
            choose.span("butt", "Butt", butt, 1200),
            choose.span("taper", "Taper", taper, 800),
            choose.span("tippet", "Tippet", tippet, 900, "degreased"),
            choose.span("below", "Nymph's tippet", fine, below, "degreased"),
        ),
        joints=(
            Joint(id="j-line", knot=table["loop-to-loop"], loop=table["perfection-loop"]),
            Joint(id="j-taper", knot=table["blood"]),
            Joint(id="j-tippet", knot=table["water"]),
            Joint(id="j-bend", knot=table["clinch"]),
        ),
        attachments=(
            Attachment(id="dry", at=AtJoint(joint="j-bend"), school="bend", knot=table["clinch"], body=choose.fly(dry)),
            Attachment(
                id="point",
                at=AtPoint(),
                school="point",
                knot=table["slip-through"],
                body=choose.fly(choose.pattern(drawer, ("slim", "slick"), 18, beaded=True), 2.0),
            ),
        ),
        motion=Motion(kind="natural"),
    )


METHOD = Method(
    key="dry-and-nymph",
    name="Dry with a nymph below",
    when="No rise, even depth and pace: the dry carries the nymph and marks the take.",
    paces=(Pace("it drifts", 1.0, "natural"),),
    touch="now and then",
    readings=(
        "float_load",
        "bottom",
        "zone",
        "drag",
        "drag_free",
        "take_to_sign",
        "turnover",
        "changes_left",
        "weakest",
    ),
    start=start,
)
