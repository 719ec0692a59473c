"""A heavy anchor on a short line, led and lifted out after a few seconds."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import HELD, Method, Pace
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.edits.droppers import tag_for
from jarana.core.rig.model import Motion, Rig

MONO_MM, SIGHTER_MM, ABOVE_DROPPER_MM, PAIR_MM = 2600, 500, 900, 550


def ties(kit: Kit) -> Rig:
    """Return a short contact leader with a heavy point and a dropper on a link of its own."""
    deep = kit.reach.depth_m >= 1.0 or kit.reach.pace_m_s >= 0.8
    anchor = kit.fly("point", "anchor", 12, 4.0 if deep else 3.5, because="heavy: it anchors in broken water")
    upper = kit.fly("dropper", "spreader", 14, 2.8, because="turns freely on its own link")
    kit.section("mono", "Coloured mono", ("coloured-mono",), 0.20, MONO_MM, because="short: nothing to belly")
    kit.section("sighter", "Sighter", ("sighter",), 0.16, SIGHTER_MM, dressed="greased", because="shows the lead")
    kit.tippet("tippet", "Tippet", anchor, 0.16, ABOVE_DROPPER_MM, ("fluorocarbon",), knot="ring", ring=True)
    kit.tippet("point-tippet", "Tippet to the anchor", anchor, 0.14, PAIR_MM, ("fluorocarbon",))
    kit.dropper("dropper", "point-tippet", upper, round(tag_for(kit.reach.depth_m) * 100) * 10, school="link")
    kit.point(anchor)
    motion = Motion(kind="lift", lead=1.15)
    return kit.rig("Heavy anchor, short and led", "short-and-led", kit.line("thin", 3), motion=motion)


METHOD = Method(
    number=6,
    key="short-and-led",
    name="Contact, heavy anchor, short and led",
    waters=("river",),
    when="Fast, broken, deep water: the flies are led a little faster than the current and lifted out.",
    says=(
        Says(2, "fast water", when.fast),
        Says(2, "deep", when.deep),
        Says(1, "the lane is within reach of the rod", when.near),
        Says(1, "coloured water: they do not see you", when.coloured),
        Says(-3, "out of reach of the rod", when.far),
        Says(-2, "slow clear water: too heavy and too near", when.slow),
        Says(-2, "too thin for a heavy fly", when.shallow),
    ),
    paces=(
        Pace("led and lifted", 1.15, "lift"),
        Pace("led", 1.15),
        Pace("with the bubbles", 1.0),
        Pace("natural", 0.8, "natural"),
    ),
    touch="all the time",
    readings=HELD,
    ties=ties,
    ends="Lifted out after three or four seconds; takes come as it rises.",
    moves=("a heavier or lighter anchor", "a longer link in deeper water", "the anchor off"),
    rod_class=3,
    apart_m=(0.45, 0.60),
)
