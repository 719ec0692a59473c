"""A rig as its leader is cast: sections and masses in the air, and whether a loop throws it at all."""

from __future__ import annotations

import math

from jarana.core.leader.turnover import CastMass, CastSection
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.shot import Shot
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
shot-lobbed-loaded-water = shot is lobbed: loaded on the water and swung, not turned over
""",
)

BEAD_AIR = 0.5
"""Drag coefficient of a sphere in air at casting speeds."""


def air_drag_area(fly: Fly) -> float:
    """Return a fly's C·A in the air, m²: its dressing broadside and its bead as a sphere; never less for a bushier one."""
    bead = fly.bead.diameter_mm / 1000 if fly.bead else 0.0
    return fly.dressing.c_unbeaded * fly.dressing_area + BEAD_AIR * math.pi / 4 * bead * bead


def thrown_by_loop(rig: Rig) -> str:
    """Return why no loop throws a rig; empty where one does."""
    if rig.head.not_thrown_by_loop():
        return rig.head.not_thrown_by_loop()
    if any(isinstance(a.body, Shot) for a in rig.attachments):
        return say("shot-lobbed-loaded-water")
    return ""


def cast_sections(rig: Rig) -> list[CastSection]:
    """Return the spans as the loop runs along them."""
    return [CastSection(s.length, s.d0_mm / 1000, s.d1_mm / 1000, s.material.density_kg_m3) for s in rig.spans]


def cast_masses(rig: Rig) -> list[CastMass]:
    """Return flies, beads and the float where they lie on the line; the point is the last and called ``point``."""
    masses = []
    for attachment in rig.attachments:
        body = attachment.body
        if isinstance(body, Fly):
            mass, area = body.mass, air_drag_area(body)
        else:
            seen = body.body("b")
            mass, area = seen.mass, BEAD_AIR * math.pi / 4 * seen.bead_diameter**2
        point = attachment.at.kind == "point"
        masses.append(CastMass(place(rig, attachment), mass, area, "point" if point else attachment.id))
    hung = rig.head.thrown(rig)
    if hung is not None:
        masses.append(CastMass(hung.place, hung.mass, hung.drag_area, hung.name))
    return sorted(masses, key=lambda m: (m.s, m.name == "point"))
