"""The shot last, against a stopper, and the fly on a short tag above it."""

from __future__ import annotations

from jarana.core.methods import choose
from jarana.core.methods.base import Method, Pace
from jarana.core.rig.model import AtJoint, AtPoint, Attachment, FloatHead, Joint, Link, Motion, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import knots
from jarana.core.tackle.shot import shot_of
from jarana.core.water.reach import Reach

ABOVE_SHOT_MM = 300
TAG_MM = 100
IN_CURRENT = 1.8
"""A line that slants through fast water pulls harder than what hangs on it weighs."""
SET_PER_DEPTH = 1.3
"""The float is set deeper than the water: the shot ticks and the line slants."""


def start(drawer: Drawer, reach: Reach) -> Rig:
    """Return a float, fluorocarbon to a shot that ticks the bed, and a small fly above it."""
    below = max(reach.depth_m * 1000 * SET_PER_DEPTH, 700)
    butt, taper = choose.spool(drawer, ("nylon-butt",), 0.40), choose.spool(drawer, ("nylon-butt", "copolymer"), 0.30)
    tippet = choose.spool(drawer, ("fluorocarbon",), 0.16)
    table = knots()
    shot = shot_of("no-3")
    egg = choose.fly(choose.pattern(drawer, ("dubbed", "slim"), 14, beaded=False))
    return Rig(
        name="Shot below the fly",
        method="shot-below",
        head=FloatHead(
            body=choose.float_for(drawer, (egg, shot), tippet, below, IN_CURRENT), above_point_mm=round(below / 10) * 10
        ),
        rod=choose.rod(drawer, 5),
        line=choose.line(drawer, 5, 0),
        spans=(
            choose.span("butt", "Butt", butt, 900, "greased"),
            choose.span("taper", "Taper", taper, 900),
            choose.span("tippet", "Tippet", tippet, below - ABOVE_SHOT_MM, "degreased"),
            choose.span("to-shot", "Shot's tippet", tippet, ABOVE_SHOT_MM, "degreased"),
        ),
        joints=(
            Joint(id="j-line", knot=table["loop-to-loop"], loop=table["perfection-loop"]),
            Joint(id="j-taper", knot=table["blood"]),
            Joint(id="j-tippet", knot=table["water"]),
            Joint(id="j-tag", knot=table["water"]),
        ),
        attachments=(
            Attachment(
                id="fly",
                at=AtJoint(joint="j-tag"),
                school="tag",
                link=Link(length_mm=TAG_MM),
                knot=table["clinch"],
                body=egg,
            ),
            Attachment(id="shot", at=AtPoint(), school="point", knot=table["surgeon-loop"], body=shot),
        ),
        motion=Motion(kind="natural"),
    )


METHOD = Method(
    key="shot-below",
    name="Shot below the fly",
    when="Cold water, fish hugging a snaggy bed: the shot is lost, not the fly.",
    paces=(Pace("it drifts", 1.0, "natural"), Pace("held back", 0.8)),
    touch="all the time",
    readings=("float_load", "bottom", "zone", "drag", "take_to_sign", "turnover", "changes_left", "weakest"),
    start=start,
)
