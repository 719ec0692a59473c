"""Logarithm and exponential written out, and the drag of many links at a time."""

from __future__ import annotations

import math

import numpy as np
import pytest

from jarana.core.engine.columns import EDDY_ALONG, EDDY_UP, POWER, SHEAR, WIND_ROUGHNESS
from jarana.core.engine.groups import Line, Medium, Now, sums_for
from jarana.core.engine.step.flow import depth_at, look
from jarana.core.engine.step.lines import drag_lines
from jarana.core.engine.wide import ROW, exp_of, log_of, whole

LINKS = 2 * ROW + 7
ULP = 2.3e-16


@pytest.mark.parametrize("x", [1e-300, 1e-12, 0.5, math.sqrt(0.5), 1 - 1e-12, 1.0, 1 + 1e-12, math.sqrt(2), 7.0, 1e300])
def test_the_logarithm_is_the_library_s(x: float) -> None:
    assert log_of(x) == pytest.approx(math.log(x), rel=2 * ULP, abs=1e-28)


@pytest.mark.parametrize("x", [-700.0, -30.0, -1.0, -1e-9, 0.0, 0.3465, 0.3467, 1.0, 30.0, 700.0])
def test_the_exponential_is_the_library_s(x: float) -> None:
    assert exp_of(x) == pytest.approx(math.exp(x), rel=(6 if abs(x) <= 30 else 150) * ULP)


def test_beyond_seven_hundred_the_exponential_stays_what_it_is_there() -> None:
    assert exp_of(1e6) == exp_of(700.0)
    assert exp_of(-1e6) == exp_of(-700.0) > 0.0


def test_counts_are_rounded_up_to_whole_fours() -> None:
    assert [whole(n) for n in (0, 1, 4, 5)] == [0, 4, 4, 8]


def medium(power: float = 0.0, mapped: bool = True, stirred: bool = True) -> Medium:
    """Water of 1 m at 0.6 m/s under a wind, its bed and its lanes uneven."""
    stream = np.array([1.0, 0.6 / math.log(501.0) if power == 0.0 else 0.6, 0.002, power, 0.0, 0.0, 0.02, -0.01])
    if stirred:
        stream[EDDY_ALONG], stream[EDDY_UP] = 1.3, -0.8
    across = np.array([[1.2, stream[SHEAR], 0.002, power], [0.8, 0.5 * stream[SHEAR], 0.004, power]] * 2)
    along = np.array([[1.0, 1.0, 0.0], [1.3, 0.9, 0.1], [1.0, 1.0, -0.1]])
    air = np.array([1.225, 1.8e-5, -0.4, 0.2, 0.001])
    return Medium(
        np.array([1000.0, 1e-3, 9.81, 0.073]),
        stream,
        air,
        along if mapped else along[:0],
        np.array([-1.0, 2.0]),
        across if mapped else across[:0],
        np.array([-2.0, 1.5]),
        np.zeros(3),
        np.zeros((0, 2)),
        np.ones(2),
    )


def chain() -> tuple[Line, Now]:
    """A line from the air through the surface down to the bed and up again, some of it lying, with a branch."""
    draw = np.random.default_rng(5)
    parent = np.arange(-1, LINKS)
    parent[0] = 0
    parent[LINKS - 4] = 30
    links = np.column_stack(
        [np.full(LINKS + 1, 0.05), np.full(LINKS + 1, 0.00015), np.full(LINKS + 1, 1140.0), np.full(LINKS + 1, 1.0)]
    )
    links = np.column_stack([links, np.zeros(LINKS + 1)])
    arc = 0.05 * np.arange(LINKS + 1)
    place = np.column_stack([0.3 * arc, 0.2 * np.sin(arc), 0.6 * np.cos(2.0 * arc) - 0.2])
    place[40:44, 2] = 0.0
    afloat = np.zeros(LINKS + 1, dtype=np.int64)
    afloat[40:44] = 1
    speed = draw.normal(0.0, 0.3, (LINKS + 1, 3))
    speed[10:12] = 0.0
    return Line(parent, links, np.zeros_like(parent), afloat), Now(place, speed, np.zeros(LINKS + 1))


@pytest.mark.parametrize("water", [medium(), medium(power=0.3), medium(mapped=False), medium(stirred=False)])
def test_what_a_link_meets_does_not_depend_on_its_company(water: Medium) -> None:
    line, now = chain()
    sums = sums_for(LINKS + 1, False)
    drag_lines(1, line, now, water, sums)
    assert (now.place[:, 2] > 0.01).any()
    for i in range(1, LINKS + 1):
        two = [line.parent[i], i]
        alone = sums_for(2, False)
        pair = Line(np.array([0, 0]), line.links[two], line.lies[two], line.afloat[two])
        drag_lines(1, pair, Now(now.place[two], now.speed[two], np.zeros(2)), water, alone)
        assert np.allclose(alone.drags[1], sums.drags[i], rtol=1e-11, atol=1e-15), i
    assert np.isfinite(sums.drags[1:]).all()


def test_where_no_wind_blows_line_in_the_air_is_still_held_back_by_it() -> None:
    line, now = chain()
    calm = medium()
    calm.air[2:4] = 0.0
    sums, windy = sums_for(LINKS + 1, False), sums_for(LINKS + 1, False)
    drag_lines(1, line, now, calm, sums)
    drag_lines(1, line, now, medium(), windy)
    dry = 1
    assert now.place[dry, 2] > 0.1
    assert sums.drags[dry, 0] > 0.0
    assert windy.drags[dry, 6] < sums.drags[dry, 6]
    none = medium()
    none.air[:] = 0.0
    none.air[WIND_ROUGHNESS] = 0.001
    drag_lines(1, line, now, none, sums)
    assert (sums.drags[dry, :6] == 0.0).all()


@pytest.mark.parametrize("power", [0.0, 0.3])
def test_the_bed_is_asked_for_its_depth_alone_and_says_the_same(power: float) -> None:
    water = medium(power)
    assert water.stream[POWER] == power
    for x, y in ((-3.0, -3.0), (0.2, 0.4), (1.7, -1.2), (9.0, 9.0)):
        where = (x, y, water.stream, water.along, water.along_grid, water.across, water.across_grid)
        assert depth_at(*where) == pytest.approx(look(*where)[0], rel=1e-15)
