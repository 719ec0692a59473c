"""Pieces several methods are tied of."""

from __future__ import annotations

from jarana.core.methods.kit import Kit
from jarana.core.tackle.fly import Fly
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
turns-float-over = turns the float over
one-step-down-tippet = one step down to the tippet
upper-tippet = Upper tippet
middle-tippet = Middle tippet
point-tippet = Point tippet
step-stouter-turns-team = a step stouter: it turns the team over
""",
)

BUTTS = ("nylon-butt", "copolymer")


def floating_butt(kit: Kit, butt_mm: float = 900, taper_mm: float = 900) -> None:
    """Add a short greased butt and a step, as float rigs are hung from."""
    kit.section("butt", "Butt", ("nylon-butt",), 0.40, butt_mm, dressed="greased", because=say("turns-float-over"))
    kit.section("taper", "Taper", BUTTS, 0.30, taper_mm, because=say("one-step-down-tippet"))


def team(
    kit: Kit,
    flies: tuple[Fly, Fly, Fly],
    apart_mm: tuple[float, float, float],
    tag_mm: float,
    usual_mm: float = 0.20,
    first_mm: float = 0.0,
) -> None:
    """Add a three-fly team: tippet of one size, the flies on tags, the last at the point."""
    rows = (("top", say("upper-tippet")), ("middle", say("middle-tippet")), ("end", say("point-tippet")))
    for (key, name), length in zip(rows, apart_mm, strict=True):
        if key == "top" and first_mm:
            kit.section(
                key,
                name,
                ("copolymer", "fluorocarbon"),
                first_mm,
                length,
                because=say("step-stouter-turns-team"),
            )
        else:
            kit.tippet(key, name, flies[2], usual_mm, length, ("fluorocarbon",), dressed="none")
    kit.dropper("top-fly", "middle", flies[0], tag_mm)
    kit.dropper("middle-fly", "end", flies[1], tag_mm)
    kit.point(flies[2])
