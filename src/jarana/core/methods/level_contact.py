"""Contact fishing on a thin level leader."""

from __future__ import annotations

from jarana.core.errors import InputError
from jarana.core.methods import choose
from jarana.core.methods.base import Method, Pace
from jarana.core.rig.model import AtJoint, AtPoint, Attachment, Joint, Link, Rig, Ring
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import knots
from jarana.core.water.reach import Reach

DROPPER_TO_POINT_MM = 520.0
"""River pairs ride 45 to 60 cm apart."""
TAG_MM = 120.0
TIPPET_PER_DEPTH = 1.5
"""A rig led along hangs at a slant: the tippet is longer than the water is deep."""
SIGHTER_MM = 600.0
CLEAR_MM = 500.0
ONE_FLY_BELOW_M = 0.35
"""In thinner water than this one fly fishes better than two."""


def start(drawer: Drawer, reach: Reach) -> Rig:
    """Return a level contact leader of the person's own spools and flies, its tippet fitted to the depth."""
    beaded = [p for p in drawer.patterns if any(w.bead for w in p.weights)]
    if not beaded or not drawer.rods or not drawer.lines:
        raise InputError.one("drawer", "", "a rod, a line and one weighted fly are wanted")
    slim = [p for p in beaded if p.dressing.key in ("slick", "slim")] or beaded
    point = min(slim, key=lambda p: abs(p.hook.size - 14))
    top = min((p for p in slim if p is not point), key=lambda p: abs(p.hook.size - 16), default=point)
    rod = max(drawer.rods, key=lambda r: r.length_mm)
    line = min(drawer.lines, key=lambda row: row.tip_mm)
    coloured, clear = choose.spool(drawer, ("coloured-mono",), 0.18), choose.spool(drawer, ("copolymer",), 0.16)
    sighter, tippet = choose.spool(drawer, ("sighter",), 0.16), choose.spool(drawer, ("fluorocarbon",), 0.12)
    table = knots()
    below = max(900.0, reach.depth_m * 1000 * TIPPET_PER_DEPTH)
    pair = reach.depth_m >= ONE_FLY_BELOW_M
    upper_tippet = below - DROPPER_TO_POINT_MM if pair else below
    mono = 2 * rod.length_mm - 60 - below - SIGHTER_MM - CLEAR_MM
    spans = [
        choose.span("mono", "Coloured mono", coloured, mono),
        choose.span("clear", "Clear", clear, CLEAR_MM),
        choose.span("sighter", "Sighter", sighter, SIGHTER_MM, "greased"),
        choose.span("tippet", "Tippet", tippet, upper_tippet, "degreased"),
    ]
    joints = [
        Joint(id="j-line", knot=table["loop-to-loop"], loop=table["perfection-loop"]),
        Joint(id="j-clear", knot=table["blood"]),
        Joint(id="j-sighter", knot=table["blood"]),
        Joint(id="j-ring", knot=table["clinch"], ring=Ring()),
    ]
    eye = table["slip-through"]
    flies = [Attachment(id="point", at=AtPoint(), school="point", knot=eye, body=choose.fly(point, 2.8))]
    if pair:
        spans.append(choose.span("point-tippet", "Tippet to the point", tippet, DROPPER_TO_POINT_MM, "degreased"))
        joints.append(Joint(id="j-dropper", knot=table["water"]))
        dropper = Attachment(
            id="dropper",
            at=AtJoint(joint="j-dropper"),
            school="tag",
            link=Link(length_mm=TAG_MM),
            knot=eye,
            body=choose.fly(top, 2.5),
        )
        flies.insert(0, dropper)
    return Rig(
        name="Two nymphs, level contact" if pair else "One nymph, level contact",
        method="level-contact",
        rod=rod,
        line=line,
        spans=tuple(spans),
        joints=tuple(joints),
        attachments=tuple(flies),
    )


METHOD = Method(
    key="level-contact",
    name="Contact, thin level leader",
    when="Lanes within reach, 4 to 8 m off; the rod holds the leader clear of the water.",
    paces=(
        Pace("natural", 0.8, "natural"),
        Pace("held back", 0.8),
        Pace("with the bubbles", 1.0),
        Pace("led", 1.15),
        Pace("swing and dangle", 1.0, "swing"),
    ),
    touch="now and then",
    readings=("bottom", "zone", "drag", "turnover", "changes_left", "weakest", "land", "sag", "casting_length"),
    start=start,
)
