"""Out of the water: the hung line is a catenary, and a loop keeps its energy where nothing takes it."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest

from jarana.core.leader.sag import HungLine, sag_of
from jarana.core.leader.turnover import Air, CastMass, CastSection, turn_over

TAPER = (
    CastSection(1.0, 0.00053, 0.00050, 1140.0),
    CastSection(1.2, 0.00050, 0.00018, 1140.0),
    CastSection(0.54, 0.00018, 0.00018, 1140.0),
    CastSection(1.0, 0.00015, 0.00015, 1140.0),
)
FLY = CastMass(3.74, 1.2e-5, 2e-5, "fly")


def test_one_section_hangs_in_a_catenary() -> None:
    h, length = 0.002, 3.0
    w = 1140 * math.pi / 4 * 0.0004**2 * 9.80665
    a = h / w
    shape = sag_of([HungLine(length, 0.0004, 1140.0)], h, -w * length / 2)
    half = a * math.asinh(length / 2 / a)
    assert shape.rise == pytest.approx(0.0, abs=1e-9)
    assert shape.span == pytest.approx(2 * half)
    assert shape.sag == pytest.approx(a * (math.cosh(half / a) - 1), rel=5e-3)


def test_two_halves_hang_as_the_whole() -> None:
    whole = sag_of([HungLine(3.0, 0.0002, 1140.0)], 0.001, 0.0005)
    halves = sag_of([HungLine(1.5, 0.0002, 1140.0)] * 2, 0.001, 0.0005)
    assert (halves.span, halves.rise, halves.tip_pull) == pytest.approx((whole.span, whole.rise, whole.tip_pull))
    assert halves.sag == pytest.approx(whole.sag, rel=1e-9)


def test_a_stouter_line_sags_more_under_the_same_pull() -> None:
    level, tapered = (sag_of([HungLine(5.0, d, 1140.0)], 0.002, 0.001).sag for d in (0.00016, 0.0003))
    assert tapered > 1.8 * level


def test_without_drag_no_energy_is_lost() -> None:
    still = Air(density=0.0)
    done = turn_over(TAPER, [FLY], 15.0, still)
    assert done.died_at is None
    assert done.at["fly"].energy == pytest.approx(done.start_energy, rel=1e-6)


def test_a_bushier_fly_or_a_head_wind_never_turns_over_better() -> None:
    def speed_left(area: float, wind: float) -> float:
        done = turn_over(TAPER, [replace(FLY, drag_area=area)], 15.0, Air(wind=wind))
        return done.at["fly"].speed if "fly" in done.at else 0.0

    bushiness = [speed_left(a, 0.0) for a in (1e-5, 2e-5, 3e-5, 6e-5)]
    assert bushiness == sorted(bushiness, reverse=True)
    winds = [speed_left(2e-5, w) for w in (-2.0, 0.0, 1.0, 3.0)]
    assert winds == sorted(winds, reverse=True)
    assert bushiness[0] > bushiness[1] > 0


def test_the_usual_taper_turns_over_and_a_level_line_into_the_wind_does_not() -> None:
    assert turn_over(TAPER, [FLY], 15.0, Air()).at["fly"].speed > 2.0
    level = (CastSection(5.0, 0.00015, 0.00015, 1140.0),)
    into = turn_over(level, [CastMass(5.0, 3e-5, 8e-5, "fly")], 15.0, Air(wind=5.0))
    assert into.died_at is not None or into.at["fly"].speed < 2.0
