"""A streamer on a short stout leader, stripped."""

from __future__ import annotations

from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.methods import when
from jarana.core.methods.base import RETRIEVES, STILL_LINE, THROWN, Method, Pace
from jarana.core.methods.called import BUTT, TAPER, TIPPET
from jarana.core.methods.kit import Kit
from jarana.core.methods.when import Says
from jarana.core.rig.model import Motion, Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
streamer = Streamer
mouthful-wags-open-loop = a mouthful; it wags on an open loop
turns-big-fly-over = turns a big fly over
one-step = one step
big-fish-cover-coloured = Big fish, cover, coloured water: a stout leader and a moving fly.
big-fish-hoped = big fish are hoped for
coloured-water = coloured water
cover-along-water = cover along the water
wary-fish-clear-water = wary fish in clear water
cold-they-do-not = cold: they do not chase
swing-dangle = swing and dangle
stripped-tip-ring-pause = Stripped to the tip ring, a pause, then lifted: they follow to the feet.
faster-or-slower-strip = a faster or slower strip
shot-15-30-cm = shot 15 to 30 cm ahead for depth
another-colour = another colour
sinking-line = a sinking line
""",
)

FLOATING_MM, SINKING_MM = 2400, 2100


def ties(kit: Kit) -> Rig:
    """Return a short stout leader: on an intermediate line in a lake, on a floating one in a river."""
    lake = not kit.reach.nature.flows
    fine = lake and kit.reach.clarity == "clear"
    fly = kit.fly("point", "mouthful", 10, because=say("mouthful-wags-open-loop"))
    total = SINKING_MM if lake else FLOATING_MM
    kit.section("butt", BUTT, ("nylon-butt",), 0.40, total * 0.45, because=say("turns-big-fly-over"))
    kit.section("taper", TAPER, ("nylon-butt",), 0.30, total * 0.25, because=say("one-step"))
    kit.tippet(
        "tippet", TIPPET, fly, 0.20 if fine else 0.25, total * 0.3, ("fluorocarbon", "nylon-butt"), dressed="none"
    )
    kit.point(fly, "wagging eye")
    line = kit.line("just under" if lake else "floating")
    out = 9000 if lake else 7000
    return kit.rig(
        say("streamer"), "streamer", line, FlyLineHead(out_mm=out), Motion(kind="strip", count_s=10 if lake else 0)
    )


METHOD = Method(
    number=19,
    key="streamer",
    name=say("streamer"),
    waters=("river", "lake"),
    when=say("big-fish-cover-coloured"),
    says=(
        Says(3, say("big-fish-hoped"), when.big_fish),
        Says(2, say("coloured-water"), when.coloured),
        Says(1, say("cover-along-water"), when.snaggy),
        Says(-1, say("wary-fish-clear-water"), when.both(when.clear, when.wary)),
        Says(-1, say("cold-they-do-not"), when.cold),
    ),
    paces=(*RETRIEVES[2:3], Pace(say("swing-dangle"), 1.0, "swing"), *RETRIEVES[:2]),
    touch="never",
    readings=("zone", "swing", "settle", *THROWN),
    lake_readings=STILL_LINE,
    ties=ties,
    ends=say("stripped-tip-ring-pause"),
    moves=(say("faster-or-slower-strip"), say("shot-15-30-cm"), say("another-colour"), say("sinking-line")),
    rod_class=7,
)
