"""Depth by a weight let down on the line."""

from __future__ import annotations

import math

from jarana.core.errors import InputError
from jarana.core.law import Law, Range
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
does-not-reach-water = does not reach the water from that height
""",
)

SOUNDING = Law(
    "depth by line and weight",
    "plane geometry: a straight line at a slope from the vertical",
    {"slope_deg": Range(0.0, 60.0, "the slope of the line from the vertical, in degrees,")},
    "the depth is a guess",
)


def depth_from_line(out: float, above: float, slope_deg: float = 0.0, writer: Writer | None = None) -> float:
    """Return the depth a weight on the line finds, m: ``out·cos(slope) − above``.

    Parameters
    ----------
    out
        Line from the rod tip to the weight on the bed, m.
    above
        Height of the tip over the water, m.
    slope_deg
        How far the line leans from the vertical.

    Examples
    --------
    >>> depth_from_line(3.0, 1.8), round(depth_from_line(3.0, 1.5, 60.0), 6)
    (1.2, 0.0)
    """
    SOUNDING.ask(slope_deg=slope_deg)
    depth = out * math.cos(math.radians(slope_deg)) - above
    if depth < 0:
        raise InputError.one("line", (writer or Writer()).text("length", out), say("does-not-reach-water"))
    return round(depth, 9)
