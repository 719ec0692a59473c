"""Sag of the line held off the water, between rod tip and entry."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.law import Law, Range

SAG = Law(
    "catenary of several sections",
    "statics of a hanging chain: the horizontal part of its tension is the same everywhere; air drag left out",
    {"length": Range(0.0, 30.0, "the line held off the water", "travel", "m")},
    "how far it sags is a guess",
)


@dataclass(frozen=True)
class HungLine:
    """A section of line in the air: length m, diameter m, density kg/m³, from the rod tip down."""

    length: float
    diameter: float
    density: float


@dataclass(frozen=True)
class Sag:
    """Horizontal and vertical distance between entry and tip, m; the largest distance from the chord, m; the pull at the tip, N."""

    span: float
    rise: float
    sag: float
    tip_pull: float


def sag_of(sections: Sequence[HungLine], pull_horizontal: float, pull_down: float, gravity: float = 9.80665) -> Sag:
    """Return the shape of a line hung between the water and the rod tip.

    From the entry up, the tension's horizontal part stays H and its vertical part grows by the line's weight:
    ``dx = H/T ds``, ``dz = V/T ds``, in closed form along each section.

    Parameters
    ----------
    sections
        From the rod tip down to the water.
    pull_horizontal, pull_down
        What the rig in the water pulls with at the entry, N; the horizontal part above 0.

    Examples
    --------
    >>> shape = sag_of([HungLine(3.0, 0.00016, 1780.0)], 0.0015, 0.0012)
    >>> round(shape.span, 3), round(shape.rise, 3), round(shape.sag, 3)
    (1.98, 2.239, 0.115)
    """
    SAG.ask(length=sum(section.length for section in sections))
    h = pull_horizontal
    pieces = []
    x = z = 0.0
    down = pull_down
    for section in reversed(sections):
        w = section.density * math.pi / 4 * section.diameter**2 * gravity
        pieces.append((x, z, down, w, section.length))
        x += _along(h, down, w, section.length)
        z += _up(h, down, w, section.length)
        down += w * section.length
    chord = math.hypot(x, z)
    sag = 0.0
    for x0, z0, v0, w, length in pieces:
        # The line is farthest from the chord where it runs parallel to it: V/H = rise/span.
        s = length if w <= 0 else min(max((h * z / x - v0) / w if x else 0.0, 0.0), length)
        for at in (s, length):
            px, pz = x0 + _along(h, v0, w, at), z0 + _up(h, v0, w, at)
            sag = max(sag, abs(px * z - pz * x) / chord)
    return Sag(x, z, sag, math.hypot(h, down))


def _along(h: float, v0: float, w: float, s: float) -> float:
    """Horizontal distance covered by `s` m of line whose vertical tension starts at `v0`."""
    if w * s < 1e-12 * h:
        return s * h / math.hypot(h, v0)
    return h / w * (math.asinh((v0 + w * s) / h) - math.asinh(v0 / h))


def _up(h: float, v0: float, w: float, s: float) -> float:
    if w * s < 1e-12 * h:
        return s * v0 / math.hypot(h, v0)
    return (math.hypot(h, v0 + w * s) - math.hypot(h, v0)) / w
