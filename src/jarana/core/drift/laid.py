"""How a cast lies on the water: corners of the line from the tip to the flies, and how much line that takes."""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

from jarana.core.engine.scenario import Point
from jarana.core.motions.base import START_ANGLE
from jarana.core.motions.stood import Stood
from jarana.core.rig.model import Rig

FALLS = 0.4
"""m a line goes out while it falls from the tip to the water, for each m of height: more, and its own weight would draw it in."""
CURVE_M = 1.0
"""m between one curve of a wiggled line and the next but one."""
POINTS = 24
"""Corners of a curve."""
HEAPED_FROM = 0.55
"""Share of the way from which a heaped cast lies in curves: its leader."""
REACHED_M = 1.2
"""m the tip is laid upstream in a reach cast (practice)."""
CLEAR_M = 0.1
"""m over the water that slack in the air keeps."""
TUCKED_SHARE = 0.9
"""Share of the tip's height up to which line stands over flies that are tucked."""


@dataclass(frozen=True)
class Laid:
    """The way of a line from the tip, m, and its length to the point, m."""

    path: tuple[Point, ...]
    length_m: float

    def at(self, s: float) -> Point:
        """Return the place so far down the line, m; straight on past the last corner."""
        left = s
        for k, (a, b) in enumerate(pairwise(self.path)):
            leg = math.dist(a, b)
            if left <= leg or k == len(self.path) - 2:
                share = left / leg
                return a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1]), a[2] + share * (b[2] - a[2])
            left -= leg
        return self.path[-1]


def laid(rig: Rig, stood: Stood, off_m: float, line_m: float | None, below_m: float) -> Laid:
    """Return how a cast lies.

    Parameters
    ----------
    rig
        With its stance: slack and the shape of it.
    stood
        Where the tip is.
    off_m
        How far off, straight across, the rig is held up or led.
    line_m
        Length of line out, from the tip to the point; None where the cast reaches to `off_m`.
    below_m
        Length of the rig from where it is held up or led to the point.
    """
    tip, stance = stood.tip, rig.stance
    if not (rig.head.floats or rig.head.on_line):
        return _held(tip, off_m, below_m, stance.lay == "tuck")
    out = (math.sin(stood.angle), math.cos(stood.angle))
    down = (tip[0] + FALLS * tip[2] * out[0], tip[1] + FALLS * tip[2] * out[1], 0.0)
    falls = math.dist(tip, down)
    if line_m is None:
        reach = max((off_m - down[1]) / max(out[1], 0.1), 0.3)
        lies = reach + below_m
    else:
        lies = max(line_m - falls - stance.slack_m, 0.5)
    end = (down[0] + lies * out[0], down[1] + lies * out[1], 0.0)
    corners = [tip, down] if falls > 1e-6 else [tip]
    if stance.lay == "reach":
        corners[0] = tip
        corners[-1] = (down[0] - REACHED_M, down[1], 0.0) if falls > 1e-6 else tip
    begin = corners[-1]
    shaped = stance.slack_m > 0 and stance.lay in ("serpentine", "pile", "straight")
    if shaped:
        begins = HEAPED_FROM if stance.lay == "pile" else 0.0
        corners += _curved(begin, end, begins, stance.slack_m)
    else:
        corners.append(end)
    whole = sum(math.dist(a, b) for a, b in pairwise(corners))
    return Laid(tuple(corners), whole if line_m is None else line_m)


def _held(tip: Point, off_m: float, below_m: float, tucked: bool) -> Laid:
    """Return a leader held from the tip to its lane, and what is below it laid upstream along that.

    Tucked, the flies go in first: what is below stands over them in the air, as high as the tip allows.
    """
    entry = (tip[0], max(off_m, tip[1]), 0.0)
    above = math.dist(tip, entry)
    if tucked:
        high = min(below_m, TUCKED_SHARE * tip[2])
        joint, end = (tip[0], entry[1], high), (tip[0], entry[1], high - below_m)
        return Laid((tip, _slack_corner(tip, joint, above), joint, end), above + below_m)
    end = (tip[0] - below_m * math.cos(START_ANGLE), entry[1], -below_m * math.sin(START_ANGLE))
    return Laid((tip, entry, end) if above > 1e-6 else (tip, end), above + below_m)


def _slack_corner(a: Point, b: Point, length: float) -> Point:
    """Return the corner over or under the middle of two places by which a line of that length goes from one to the other."""
    x, y, z = (0.5 * (p + q) for p, q in zip(a, b, strict=True))

    def way(bow: float) -> float:
        corner = (x, y, z - bow)
        return math.dist(a, corner) + math.dist(corner, b)

    bow = _bisected(way, length, length)
    return x, y, z - bow if z - bow > CLEAR_M else z + bow


def _curved(begin: Point, end: Point, begins: float, slack: float) -> list[Point]:
    """Return the corners of a line in even curves from a share of its way on, longer by so much than straight."""
    way = math.dist(begin, end)
    along = ((end[0] - begin[0]) / way, (end[1] - begin[1]) / way)
    left = (1.0 - begins) * way
    waves = max(1, round(left / CURVE_M))
    height = _height(left, waves, slack)
    first = (begin[0] + begins * way * along[0], begin[1] + begins * way * along[1], 0.0)
    corners = [first] if begins > 0 else []
    for k in range(1, waves * POINTS + 1):
        share = k / (waves * POINTS)
        off = height * math.sin(2.0 * math.pi * waves * share) * _eased(share)
        on = share * left
        corners.append((first[0] + on * along[0] - off * along[1], first[1] + on * along[1] + off * along[0], 0.0))
    return corners


def _eased(share: float) -> float:
    """Return how far a curve is open, so that the line begins and ends in its own direction."""
    return math.sin(math.pi * share)


@lru_cache(maxsize=256)
def _height(left: float, waves: int, slack: float) -> float:
    """Return the height of the curves that take up so much more line, m, by bisection."""

    def more(height: float) -> float:
        points = [
            (k / (waves * POINTS) * left, height * math.sin(2.0 * math.pi * k / POINTS) * _eased(k / (waves * POINTS)))
            for k in range(waves * POINTS + 1)
        ]
        return sum(math.dist(a, b) for a, b in pairwise(points)) - left

    return _bisected(more, slack, 3.0 * left)


def _bisected(rises: Callable[[float], float], wanted: float, most: float) -> float:
    low, high = 0.0, most
    for _ in range(50):
        middle = 0.5 * (low + high)
        if rises(middle) < wanted:
            low = middle
        else:
            high = middle
    return 0.5 * (low + high)
