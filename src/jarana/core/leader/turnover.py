"""Whether a cast leader turns over: the energy left in the moving leg as the loop runs along it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from jarana.core.engine.compiled import compiled
from jarana.core.law import Law, Range

Array = NDArray[Any]

TURNOVER = Law(
    "two-leg energy model of a loop",
    "after Spolek, Am. J. Phys. 54 (1986) 832; ranks leaders rather than predicts a cast",
    {"speed": Range(8.0, 30.0, "the leader as the loop reaches it", "speed", "m/s")},
    "what is left of the loop is a guess",
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
    """Head wind at loop height m/s (negative from behind), skin friction, drag coefficient and height of the loop m, air density kg/m³."""

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


def turn_over(
    sections: Sequence[CastSection], masses: Sequence[CastMass], speed: float, air: Air, step: float = STEP
) -> Turnover:
    """Run the loop along the line.

    ``dE/ds = −ρ(v+W)²(π·Cf·∫d ds + Σ C·A) − ½·ρ·Cd·h·d·(v/2+W)²`` with ``E = ½Mv²`` of the moving leg, continuous when a
    mass passes the loop; advancing by ``ds`` takes ``2 ds/v``.

    Parameters
    ----------
    sections, masses
        From the fly line's end on; masses lie on the line.
    speed
        Of the moving leg at the start, m/s.
    step
        Of line, m; 2 mm gives energies good to 0.1 %.
    """
    TURNOVER.ask(speed=speed)
    lengths, d0, d1, density = (
        np.array([getattr(row, name) for row in sections]) for name in ("length", "d0", "d1", "density")
    )
    order = sorted(masses, key=lambda m: m.s)
    marks = np.array(sorted({m.s for m in masses} | _ends(sections)))
    where, heavy, area = (
        np.array([getattr(m, name) for m in order], dtype=float) for name in ("s", "mass", "drag_area")
    )
    left = sum(_mass(s, 0.0, s.length) for s in sections) + float(heavy.sum())
    surface = float((lengths * (d0 + d1) / 2).sum())
    start = 0.5 * left * speed * speed
    energies, speeds, times = (np.full(len(order), -1.0) for _ in range(3))
    given = np.array([air.wind, air.skin, air.loop_drag, air.loop_height, air.density, step, speed])
    died = _run(
        marks, lengths, d0, d1, density, where, heavy, area, left, surface, start, given, energies, speeds, times
    )
    at = {
        m.name: Passing(float(e), float(v), float(t))
        for m, e, v, t in zip(order, energies, speeds, times, strict=True)
        if t >= 0
    }
    return Turnover(start, None if died < 0 else float(died), at)


@compiled
def _run(
    marks: Array,
    lengths: Array,
    d0: Array,
    d1: Array,
    density: Array,
    where: Array,
    heavy: Array,
    areas: Array,
    left: float,
    surface: float,
    energy: float,
    given: Array,
    energies: Array,
    speeds: Array,
    times: Array,
) -> float:
    """Return where the loop died, below 0 when it did not; energy, speed and time at each mass are written in place."""
    wind, skin, loop_drag, loop_height, rho, step, speed = given
    area = areas.sum()
    s = time = 0.0
    steps = passed = section = 0
    begin = 0.0
    for mark in marks:
        while s < mark - 1e-12:
            steps += 1
            ds = min(step, mark - s)
            v = math.sqrt(max(2 * energy / left, 0.0))
            if v < DEAD_SHARE * speed or steps > LONGEST:
                return float(s)
            middle = s + 0.5 * ds
            while section + 1 < len(lengths) and middle > begin + lengths[section] + 1e-12:
                begin += lengths[section]
                section += 1
            share = min(max((middle - begin) / lengths[section], 0.0), 1.0)
            d = d0[section] + share * (d1[section] - d0[section])
            line = density[section] * math.pi / 4 * d * d
            # Midpoint rule: half a step with the loss here, then the whole with the loss there.
            half_mass = max(left - 0.5 * ds * line, 1e-12)
            half = energy - 0.5 * ds * _loss(v, surface, area, d, wind, skin, loop_drag, loop_height, rho)
            v = math.sqrt(max(2 * half / half_mass, 0.0))
            energy -= ds * _loss(v, surface - 0.5 * ds * d, area, d, wind, skin, loop_drag, loop_height, rho)
            left, surface, s = max(left - ds * line, 1e-12), surface - ds * d, s + ds
            time += 2 * ds / max(v, 1e-9)
            if energy <= 0:
                return float(s)
        while passed < len(where) and where[passed] <= mark + 1e-9:
            energies[passed], times[passed] = energy, time
            speeds[passed] = math.sqrt(max(2 * energy / left, 0.0))
            left, area = max(left - heavy[passed], 1e-12), area - areas[passed]
            passed += 1
    return -1.0


@compiled
def _loss(
    v: float,
    surface: float,
    area: float,
    d: float,
    wind: float,
    skin: float,
    loop_drag: float,
    loop_height: float,
    rho: float,
) -> float:
    moving = rho * (v + wind) * abs(v + wind) * (math.pi * skin * max(surface, 0.0) + area)
    loop = 0.5 * rho * loop_drag * loop_height * d * (v / 2 + wind) * abs(v / 2 + wind)
    return float(moving + loop)


def _ends(sections: Sequence[CastSection]) -> set[float]:
    ends, s = set(), 0.0
    for section in sections:
        s += section.length
        ends.add(s)
    return ends


def _mass(section: CastSection, begin: float, end: float) -> float:
    """Mass of a length of a tapered section, kg (its cross-section is quadratic in the place)."""

    def whole(s: float) -> float:
        k = (section.d1 - section.d0) / section.length
        return section.d0**2 * s + section.d0 * k * s * s + k * k * s**3 / 3

    return section.density * math.pi / 4 * (whole(end) - whole(begin))
