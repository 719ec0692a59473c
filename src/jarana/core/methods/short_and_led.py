"""A heavy anchor on a short line, led and lifted out after a few seconds."""

from __future__ import annotations

from jarana.core.methods import when
from jarana.core.methods.base import HELD, Method, Pace
from jarana.core.methods.called import DEEP, SIGHTER, TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.edits.droppers import tag_for
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
natural = natural
led = led
heavy-anchors-broken-water = heavy: it anchors in broken water
turns-freely-own-link = turns freely on its own link
coloured-mono = Coloured mono
short-nothing-belly = short: nothing to belly
shows-lead = shows the lead
tippet-anchor = Tippet to the anchor
heavy-anchor-short-led = Heavy anchor, short and led
contact-heavy-anchor-short = Contact, heavy anchor, short and led
fast-broken-deep-water = Fast, broken, deep water: the flies are led a little faster than the current and lifted out.
fast-water = fast water
lane-within-reach-rod = the lane is within reach of the rod
coloured-water-they-do = coloured water: they do not see you
out-reach-rod = out of reach of the rod
slow-clear-water-too = slow clear water: too heavy and too near
too-thin-heavy-fly = too thin for a heavy fly
led-lifted = led and lifted
bubbles = with the bubbles
lifted-out-after-three = Lifted out after three or four seconds; takes come as it rises.
heavier-or-lighter-anchor = a heavier or lighter anchor
longer-link-deeper-water = a longer link in deeper water
anchor-off = the anchor off
""",
)

MONO_MM, SIGHTER_MM, ABOVE_DROPPER_MM, PAIR_MM = 2600, 500, 900, 550


def ties(kit: Kit) -> Rig:
    """Return a short contact leader with a heavy point and a dropper on a link of its own."""
    deep = kit.reach.depth_m >= 1.0 or kit.reach.pace_m_s >= 0.8
    anchor = kit.fly("point", "anchor", 12, 4.0 if deep else 3.5, because=say("heavy-anchors-broken-water"))
    upper = kit.fly("dropper", "spreader", 14, 2.8, because=say("turns-freely-own-link"))
    kit.section("mono", say("coloured-mono"), ("coloured-mono",), 0.20, MONO_MM, because=say("short-nothing-belly"))
    kit.section("sighter", SIGHTER, ("sighter",), 0.16, SIGHTER_MM, dressed="greased", because=say("shows-lead"))
    kit.tippet("tippet", TIPPET, anchor, 0.16, ABOVE_DROPPER_MM, ("fluorocarbon",), knot="ring", ring=True)
    kit.tippet("point-tippet", say("tippet-anchor"), anchor, 0.14, PAIR_MM, ("fluorocarbon",))
    kit.dropper("dropper", "point-tippet", upper, round(tag_for(kit.reach.depth_m) * 100) * 10, school="link")
    kit.point(anchor)
    motion = Motion(kind="lift", lead=1.15)
    return kit.rig(say("heavy-anchor-short-led"), "short-and-led", kit.line("thin"), motion=motion)


METHOD = Method(
    number=6,
    key="short-and-led",
    name=say("contact-heavy-anchor-short"),
    waters=("river",),
    when=say("fast-broken-deep-water"),
    says=(
        Says(2, say("fast-water"), when.fast),
        Says(2, DEEP, when.deep),
        Says(1, say("lane-within-reach-rod"), when.near),
        Says(1, say("coloured-water-they-do"), when.coloured),
        Says(-3, say("out-reach-rod"), when.far),
        Says(-2, say("slow-clear-water-too"), when.slow),
        Says(-2, say("too-thin-heavy-fly"), when.shallow),
    ),
    paces=(
        Pace(say("led-lifted"), 1.15, "lift"),
        Pace(say("led"), 1.15),
        Pace(say("bubbles"), 1.0),
        Pace(say("natural"), 0.8, "natural"),
    ),
    touch="all the time",
    readings=HELD,
    ties=ties,
    ends=say("lifted-out-after-three"),
    moves=(say("heavier-or-lighter-anchor"), say("longer-link-deeper-water"), say("anchor-off")),
    rod_class=3,
    apart_m=(0.45, 0.60),
)
