"""A fly line in the water: its class's mass and its label's sink make its diameter and density."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cache

from jarana.core.engine.hydro.terminal_speed import level_sink_speed
from jarana.core.engine.hydro.water_properties import Water, water_at
from jarana.core.errors import Note
from jarana.core.law import Law, Range, told_again
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.drawer import FlyLine
from jarana.core.tackle.material import TABLES
from jarana.core.units import UNITS
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
line-class-cannot-sink = A line of this class cannot sink at the label's { $sink } cm/s: computed with { $given } cm/s.
""",
)

SINK_LABEL = Law(
    "a sink label",
    "a label is level broadside sink in water of 15 °C; diameter and density are solved from it and the class's mass",
    {"sink": Range(0.01, 0.25, "the sink on the label of the line", "sink", "m/s")},
    "how deep the line hangs is a guess",
)
THIRTY_FEET = 9.144
GRAIN = UNITS["mass"]["gr"]
"""kg."""
DENSEST = 3000.0
"""kg/m³: no coating is denser."""
FLOATING = 850.0
BENDING = 1e-5
"""EI of a fly line, N·m² (starting value)."""
LABEL_WATER = 15.0
LABEL_OFF = 0.15
"""A computed sink that differs from the label by more than this share is said."""


class FlyLineRow(TableRow):
    """A line class."""

    class_number: int
    first_30ft_gr: float
    tolerance_gr: float
    tip_mm: float


@dataclass(frozen=True)
class LinePart:
    """A part of a fly line, SI; `greased` where it floats."""

    length: float
    diameter: float
    density: float
    greased: bool


@cache
def fly_lines() -> dict[str, FlyLineRow]:
    """Return the reference classes by key."""
    return load_table(TABLES / "fly_lines.toml", FlyLineRow)


def mass_per_metre(line_class: int) -> float:
    """Return the mass of a class per metre of its first thirty feet, kg/m; the nearest class known."""
    row = min(fly_lines().values(), key=lambda r: abs(r.class_number - line_class))
    return row.first_30ft_gr * GRAIN / THIRTY_FEET


def solve_part(linear: float, sink: float) -> tuple[float, float, Note | None]:
    """Return diameter and density of a line of so many kg/m that sinks level at `sink` m/s, and a doubt if there is one.

    Bisection on the diameter: at a given mass per metre a thicker line sinks more slowly. Where the density would pass
    3000 kg/m³, that density and the class's mass are used, and the sink they give is told against the label.
    """
    return _solved((linear, sink))


@told_again
def _solved(asked: tuple[float, float]) -> tuple[float, float, Note | None]:
    linear, sink = asked
    SINK_LABEL.ask(sink=sink)
    water = water_at(LABEL_WATER)
    thinnest = math.sqrt(4 * linear / (math.pi * DENSEST))
    if level_sink_speed(thinnest, DENSEST, water) < sink:
        given = level_sink_speed(thinnest, DENSEST, water)
        text = say("line-class-cannot-sink", sink=f"{sink * 100:.0f}", given=f"{given * 100:.0f}")
        return thinnest, DENSEST, Note("sink-label", text)
    low, high = thinnest, math.sqrt(4 * linear / (math.pi * water.density))
    for _ in range(60):
        middle = 0.5 * (low + high)
        if level_sink_speed(middle, 4 * linear / (math.pi * middle * middle), water) > sink:
            low = middle
        else:
            high = middle
    d = 0.5 * (low + high)
    return d, 4 * linear / (math.pi * d * d), None


def line_parts(line: FlyLine, out: float, water: Water) -> tuple[list[LinePart], list[Note]]:
    """Return the last `out` m of a line, from the rod tip to the leader, with doubts about its label."""
    linear = mass_per_metre(line.line_class)
    if not line.zones:
        d = math.sqrt(4 * linear / (math.pi * FLOATING))
        return [LinePart(out, d, FLOATING, greased=True)], []
    parts, notes, left = [], [], out
    for k, zone in enumerate(line.zones):
        length = left if k + 1 == len(line.zones) else min(zone.length_m, left)
        if length <= 0.01:
            continue
        d, density, note = solve_part(linear, zone.sink_mm_s / 1000)
        parts.append(LinePart(length, d, density, greased=False))
        notes += [note] if note else []
        left -= length
    return parts[::-1], notes
