"""Whether a cast leader turns over: the energy left in the moving leg as the loop runs along it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.law import Law

TURNOVER = Law(
    "two-leg energy model of a loop",
    "after Spolek, Am. J. Phys. 54 (1986) 832; ranks leaders rather than predicts a cast",
    {"v0": (8.0, 30.0)},
)
STEP = 0.002
"""m of line per step; energies are then good to 0.1 %."""
DEAD_SHARE = 0.01
"""Below this share of the start the loop has died."""
LONGEST = 200_000


@dataclass(frozen=True)
class CastSection:
    """A section from the fly line on: length, diameters at its ends, density; SI."""

    length: float
    d0: float
    d1: float
    density: float


@dataclass(frozen=True)
class CastMass:
    """A fly or a knot at `s` m along the line: mass kg and C·A m²."""

    s: float
    mass: float
    drag_area: float
    name: str


@dataclass(frozen=True)
class Air:
    """Head wind at loop height m/s, skin friction, drag coefficient and height of the loop m, air density kg/m³."""

    wind: float = 0.0
    skin: float = 0.006
    loop_drag: float = 1.0
    loop_height: float = 0.4
    density: float = 1.2


@dataclass(frozen=True)
class Passing:
    """Energy J and speed m/s when the loop reaches a mass, and after how many seconds."""

    energy: float
    speed: float
    time: float


@dataclass(frozen=True)
class Turnover:
    """Energy at the start, J; where the loop died, m (None when it ran out to the end); what each mass had left."""

    start_energy: float
    died_at: float | None
    at: dict[str, Passing]


def turn_over(sections: Sequence[CastSection], masses: Sequence[CastMass], speed: float, air: Air) -> Turnover:
    """Run the loop along the line.

    ``dE/ds = −ρ(v+W)²(π·Cf·∫d ds + Σ C·A) − ½·ρ·Cd·h·d·(v/2+W)²`` with ``E = ½Mv²`` of the moving leg, continuous when a
    mass passes the loop; advancing by ``ds`` takes ``2 ds/v``.

    Parameters
    ----------
    sections, masses
        From the fly line's end on; masses lie on the line.
    speed
        Of the moving leg at the start, m/s.
    """
    marks = sorted({m.s for m in masses} | _ends(sections))
    left = sum(_mass(s, 0.0, s.length) for s in sections) + sum(m.mass for m in masses)
    surface = sum(s.length * (s.d0 + s.d1) / 2 for s in sections)
    area = sum(m.drag_area for m in masses)
    energy = start = 0.5 * left * speed * speed
    s = time = 0.0
    at: dict[str, Passing] = {}
    waiting = sorted(masses, key=lambda m: m.s)
    steps = 0
    for mark in marks:
        while s < mark - 1e-12:
            steps += 1
            ds = min(STEP, mark - s)
            v = math.sqrt(max(2 * energy / left, 0.0))
            if v < DEAD_SHARE * speed or steps > LONGEST:
                return Turnover(start, s, at)
            # Midpoint rule: half a step with the loss here, then the whole with the loss there.
            line, d = _at(sections, s + 0.5 * ds)
            half_mass = max(left - 0.5 * ds * line, 1e-12)
            half = energy - 0.5 * ds * _loss(v, surface, area, d, air)
            v = math.sqrt(max(2 * half / half_mass, 0.0))
            energy -= ds * _loss(v, surface - 0.5 * ds * d, area, d, air)
            left, surface, s = max(left - ds * line, 1e-12), surface - ds * d, s + ds
            time += 2 * ds / max(v, 1e-9)
            if energy <= 0:
                return Turnover(start, s, at)
        for mass in [m for m in waiting if abs(m.s - mark) < 1e-9]:
            v = math.sqrt(max(2 * energy / left, 0.0))
            at[mass.name] = Passing(energy, v, time)
            waiting.remove(mass)
            left, area = max(left - mass.mass, 1e-12), area - mass.drag_area
    return Turnover(start, None, at)


def _loss(v: float, surface: float, area: float, d: float, air: Air) -> float:
    moving = air.density * (v + air.wind) ** 2 * (math.pi * air.skin * max(surface, 0.0) + area)
    loop = 0.5 * air.density * air.loop_drag * air.loop_height * d * (v / 2 + air.wind) ** 2
    return moving + loop


def _ends(sections: Sequence[CastSection]) -> set[float]:
    ends, s = set(), 0.0
    for section in sections:
        s += section.length
        ends.add(s)
    return ends


def _at(sections: Sequence[CastSection], s: float) -> tuple[float, float]:
    """Return mass per metre and diameter at a place."""
    begin = 0.0
    for section in sections:
        if s <= begin + section.length + 1e-12:
            share = min(max((s - begin) / section.length, 0.0), 1.0)
            d = section.d0 + share * (section.d1 - section.d0)
            return section.density * math.pi / 4 * d * d, d
        begin += section.length
    last = sections[-1]
    return last.density * math.pi / 4 * last.d1**2, last.d1


def _mass(section: CastSection, begin: float, end: float) -> float:
    """Mass of a length of a tapered section, kg (its cross-section is quadratic in the place)."""

    def whole(s: float) -> float:
        k = (section.d1 - section.d0) / section.length
        return section.d0**2 * s + section.d0 * k * s * s + k * k * s**3 / 3

    return section.density * math.pi / 4 * (whole(end) - whole(begin))
