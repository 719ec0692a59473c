"""A heavy fly nearest the line and a buoyant point on a sinking line: practitioners say it dives on a long strip and rises on the pause."""

from __future__ import annotations

import numpy as np
import pytest

from jarana.core.engine.chain import run
from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.engine.scenario import HeldTop, PlacedBody, Scenario, Segment, Start, Stream
from jarana.core.tackle.fly_line import BENDING, mass_per_metre, solve_part

WATER = water_at(10.0)
STRIP_S, PAUSE_S, COUNT_S = 0.8, 5.0, 60.0
BEAT = STRIP_S + PAUSE_S


def beat_of(depth: float, lift_n: float, strip_m: float) -> tuple[float, float]:
    """Return how far the buoyant point goes down in a strip and up in the pause after it, means of four, m."""
    slow, fast = (solve_part(mass_per_metre(7), sink)[:2] for sink in (0.075, 0.127))
    volume = 9e-7
    takes = [(0.0, 0.0)]
    for k in range(6):
        takes += [(COUNT_S + k * BEAT, strip_m / STRIP_S), (COUNT_S + k * BEAT + STRIP_S, 0.0)]
    chain = run(
        Scenario(
            WATER,
            Stream(0.0, depth, 0.002),
            (
                Segment(6, slow[0], slow[0], slow[1], 0.2, bending=BENDING),
                Segment(6, fast[0], fast[0], fast[1], 0.2, bending=BENDING),
                Segment(2, 4e-4, 4e-4, 1140, 0.1),
                Segment(4, 2.5e-4, 2.5e-4, 1780, 0.1),
            ),
            (
                PlacedBody(Body(4e-4, 4e-8, 0.0035, 3e-5, "heavy"), 14.0),
                PlacedBody(Body(volume * WATER.density - lift_n / WATER.gravity, volume, 0.0, 6e-5, "foam"), 18.0),
            ),
            (),
            HeldTop(takes=tuple(takes)),
            Start(),
            tuple(0.2 * k for k in range(1, 481)),
        )
    )
    foam = chain.track("foam")[1]
    begins = [int(np.searchsorted(chain.times, COUNT_S + k * BEAT)) for k in range(1, 6)]
    ends = [int(np.searchsorted(chain.times, COUNT_S + k * BEAT + STRIP_S)) for k in range(1, 6)]
    falls = np.mean([foam[b] - foam[a] for a, b in zip(begins, ends, strict=True)])
    rises = np.mean([foam[b] - foam[a] for b, a in zip(ends[:-1], begins[1:], strict=True)])
    return float(falls), float(rises)


@pytest.mark.parametrize(("lift_n", "strip_m"), [(0.004, 1.0), (0.008, 1.0), (0.008, 0.3)])
def test_over_a_bed_on_which_the_heavy_fly_lies_the_point_dives_and_rises(lift_n: float, strip_m: float) -> None:
    falls, rises = beat_of(4.0, lift_n, strip_m)
    assert falls > 0.3 * strip_m
    assert rises > 0.08


def test_while_line_and_heavy_fly_still_sink_it_only_goes_down_unless_lift_and_strip_are_great() -> None:
    assert beat_of(9.0, 0.001, 1.0)[1] < 0
    assert beat_of(9.0, 0.004, 0.3)[1] < 0
    assert beat_of(9.0, 0.008, 1.0)[1] > 0.1
