"""Choosing from a drawer: the spool, the fly and the float nearest to what a method wants."""

from __future__ import annotations

import math
from typing import Literal

from jarana.core.errors import InputError
from jarana.core.hydro.terminal_speed import line_weight
from jarana.core.hydro.water_properties import water_at
from jarana.core.rig.model import Joint, Span, SpoolRef
from jarana.core.tackle.drawer import Drawer, FlyLine, FlyPattern, Rod, Spool
from jarana.core.tackle.float import Float
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.knot import knots
from jarana.core.tackle.shot import Shot

Dressing = Literal["none", "greased", "degreased"]


def spool(drawer: Drawer, materials: tuple[str, ...], diameter_mm: float) -> Spool:
    """Return the owned spool of the first of these materials there is, nearest to a diameter."""
    for material in materials:
        fits = [s for s in drawer.spools if s.material.key == material]
        if fits:
            return min(fits, key=lambda s: abs(s.diameter_mm - diameter_mm))
    raise InputError.one("spools", materials[0], "the drawer has no spool of it, and this method wants one")


def span(key: str, name: str, of: Spool, length_mm: float, dressing: Dressing = "none") -> Span:
    """Return a level span cut from a spool, its length rounded to a centimetre."""
    return Span(
        id=key,
        name=name,
        material=of.material,
        d0_mm=of.diameter_mm,
        d1_mm=of.diameter_mm,
        length_mm=max(round(length_mm / 10) * 10, 20),
        spool=SpoolRef.of(of),
        dressing=dressing,
    )


def pattern(drawer: Drawer, dressings: tuple[str, ...], size: int, beaded: bool | None = None) -> FlyPattern:
    """Return the pattern of the first of these dressings there is, nearest to a hook size."""
    for key in dressings:
        fits = [
            p
            for p in drawer.patterns
            if p.dressing.key == key and (beaded is None or any((w.bead is not None) == beaded for w in p.weights))
        ]
        if fits:
            return min(fits, key=lambda p: abs(p.hook.size - size))
    raise InputError.one("flies", dressings[0], "no fly so dressed is in your box, and this method wants one")


def fly(of: FlyPattern, bead_mm: float = 0.0) -> Fly:
    """Return the fly of a pattern whose bead is nearest to a size (0 for none)."""
    return of.tied(min(of.weights, key=lambda w: abs((w.bead.diameter_mm if w.bead else 0.0) - bead_mm)))


def rod(drawer: Drawer, line_class: int) -> Rod:
    """Return the rod nearest to a line class."""
    if not drawer.rods:
        raise InputError.one("rods", "", "a rod is wanted")
    return min(drawer.rods, key=lambda r: abs(r.line_class - line_class))


def line(drawer: Drawer, line_class: int, zones: int) -> FlyLine:
    """Return the line nearest to a class with so many sinking zones (0: floating)."""
    if not drawer.lines:
        raise InputError.one("lines", "", "a fly line is wanted")
    return min(drawer.lines, key=lambda r: (abs(len(r.zones) - zones), abs(r.line_class - line_class)))


def team_joints() -> tuple[Joint, ...]:
    """Return the joints of a three-fly team: loops at the line, water knots at the two droppers."""
    table = knots()
    return (
        Joint(id="j-line", knot=table["loop-to-loop"], loop=table["perfection-loop"]),
        Joint(id="j-top", knot=table["water"]),
        Joint(id="j-middle", knot=table["water"]),
    )


SITS_RIGHT = 0.62
"""Share of its lift a float is loaded to where it shows a take best."""


def float_for(
    drawer: Drawer, bodies: tuple[Fly | Shot, ...], tippet: Spool, below_mm: float, current: float = 1.0
) -> Float:
    """Return the owned float whose lift suits the weight in water of flies and line hung below it.

    `current` is how many times that weight the rig pulls where the line lies long in fast water.
    """
    if not drawer.floats:
        raise InputError.one("floats", "", "a float is wanted")
    water = water_at(12.0)
    weight = sum(b.body("b").submerged_weight(water) for b in bodies)
    weight += line_weight(tippet.diameter_mm / 1000, tippet.material.density_kg_m3, water) * below_mm / 1000
    wanted = current * max(weight, 0.0) / SITS_RIGHT / 9.80665e-3
    return min(drawer.floats, key=lambda f: abs(math.log(f.lift_gf / max(wanted, 1e-3))))
