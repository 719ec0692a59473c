"""Known answers of the laws: published values, limits, mirrors, continuity."""

from __future__ import annotations

import math

import fluids
import pytest

from jarana.core.engine.hydro.axial_drag import axial_drag_factor
from jarana.core.engine.hydro.cylinder_drag import cylinder_drag_coefficient, cylinder_drag_factor
from jarana.core.engine.hydro.sphere_drag import sphere_drag_coefficient, sphere_drag_factor
from jarana.core.engine.hydro.stream import (
    OVER_STONES,
    bulk_speed,
    power_over_stones,
    shear_speed,
    stones_of,
    stream_speed,
)
from jarana.core.engine.hydro.terminal_speed import (
    Body,
    density_for_level_sink,
    level_sink_speed,
    terminal_speed,
)
from jarana.core.engine.hydro.water_properties import density, surface_tension, viscosity, water_at

WATER = water_at(20.0)


def sphere(diameter: float, rho: float) -> Body:
    volume = math.pi / 6 * diameter**3
    return Body(mass=rho * volume, volume=volume, bead_diameter=diameter)


def test_water_has_its_published_density_and_viscosity() -> None:
    assert density(10) == pytest.approx(999.70, abs=0.01)
    assert density(20) == pytest.approx(998.21, abs=0.01)
    assert viscosity(20) == pytest.approx(1.00e-3, rel=0.025)
    assert viscosity(10) == pytest.approx(1.307e-3, rel=0.025)
    assert surface_tension(20) == pytest.approx(0.0728, rel=0.01)


@pytest.mark.parametrize("re", [12, 40, 100, 500, 2000, 9000])
def test_sphere_drag_is_within_3_percent_of_the_same_named_published_correlation(re: float) -> None:
    assert sphere_drag_coefficient(re) == pytest.approx(fluids.drag.Clift_Gauvin(re), rel=0.03)


@pytest.mark.parametrize("re", [0.02, 0.3, 3, 30, 300, 3000, 3e4, 1.5e5])
def test_sphere_drag_is_within_7_percent_of_another_published_correlation(re: float) -> None:
    assert sphere_drag_coefficient(re) == pytest.approx(fluids.drag.Haider_Levenspiel(re), rel=0.07)


def test_sphere_drag_factor_is_the_coefficient_and_stokes_at_rest() -> None:
    d, u = 0.003, 0.5
    re = u * d * WATER.density / WATER.viscosity
    k, _ = sphere_drag_factor(u, d, WATER.density, WATER.viscosity)
    force = 0.5 * WATER.density * u * u * math.pi / 4 * d * d * sphere_drag_coefficient(re)
    assert k * u == pytest.approx(force, rel=1e-9)
    assert sphere_drag_factor(0.0, d, WATER.density, WATER.viscosity)[0] == pytest.approx(
        3 * math.pi * WATER.viscosity * d
    )


@pytest.mark.parametrize("factor", [sphere_drag_factor, cylinder_drag_factor])
@pytest.mark.parametrize("speed", [1e-4, 1e-2, 0.1, 0.7])
def test_the_slope_of_a_drag_factor_is_its_derivative(factor, speed: float) -> None:
    step = speed * 1e-4
    up = factor(speed + step, 0.002, 1000.0, 1.2e-3)[0]
    down = factor(speed - step, 0.002, 1000.0, 1.2e-3)[0]
    assert factor(speed, 0.002, 1000.0, 1.2e-3)[1] == pytest.approx((up - down) / (2 * step), rel=1e-3)


@pytest.mark.parametrize(("mm", "low", "high"), [(3.0, 0.80, 0.85), (1.0, 0.36, 0.39)])
def test_a_steel_ball_falls_as_measured(mm: float, low: float, high: float) -> None:
    assert low < terminal_speed(sphere(mm / 1000, 7850), WATER) < high


def test_a_speck_falls_by_stokes_law() -> None:
    d = 20e-6
    stokes = (2650 - WATER.density) * WATER.gravity * d * d / (18 * WATER.viscosity)
    assert terminal_speed(sphere(d, 2650), WATER) == pytest.approx(stokes, rel=0.01)


def test_a_rising_body_is_the_mirror_of_a_sinking_one() -> None:
    heavy, light = sphere(0.004, WATER.density + 300), sphere(0.004, WATER.density - 300)
    assert terminal_speed(light, WATER) == pytest.approx(-terminal_speed(heavy, WATER), rel=1e-9)


def test_a_body_of_the_water_s_own_density_stays() -> None:
    assert abs(terminal_speed(sphere(0.004, WATER.density), WATER)) < 1e-6


def test_cylinder_drag_has_its_known_values() -> None:
    assert cylinder_drag_coefficient(40.0) == pytest.approx(1.73, abs=0.02)
    assert cylinder_drag_coefficient(1.0) == pytest.approx(10, rel=0.05)


def test_cylinder_drag_factor_is_the_coefficient_and_finite_at_rest() -> None:
    d, u = 0.00015, 0.05
    re = u * d * 1000 / 1e-3
    k, _, _ = cylinder_drag_factor(u, d, 1000.0, 1e-3)
    assert k * u == pytest.approx(0.5 * 1000 * u * u * d * cylinder_drag_coefficient(re), rel=1e-9)
    assert 0 < cylinder_drag_factor(0.0, d, 1000.0, 1e-3)[0] < 1e-2


def test_axial_drag_is_below_normal_drag_on_a_fine_tippet() -> None:
    normal = cylinder_drag_factor(0.1, 0.00012, 1000.0, 1.2e-3)[0]
    axial = axial_drag_factor(0.1, 0.00012, 0.5, 1000.0, 1.2e-3)[0]
    assert 0 < axial < normal / 2


def test_a_stripped_fly_line_has_turbulent_skin_friction() -> None:
    k, slope = axial_drag_factor(0.5, 0.0012, 10.0, 1000.0, 1.2e-3)
    assert k * 0.5 >= 0.5 * 1000 * math.pi * 0.0012 * 0.004 * 0.25 * (1 - 1e-9)
    assert slope > 0


def test_a_level_line_sinks_at_its_label_when_its_density_was_solved_for_it() -> None:
    rho = density_for_level_sink(0.001, 0.0762, WATER)
    assert level_sink_speed(0.001, rho, WATER) == pytest.approx(0.0762, rel=1e-6)
    assert level_sink_speed(0.001, 2 * WATER.density - rho, WATER) == pytest.approx(-0.0762, rel=1e-6)


def test_the_log_law_ends_at_rest_and_at_the_surface_pace() -> None:
    assert stream_speed(0.0, 0.6, 0.9, 0.002, 0.0) == 0.0
    assert stream_speed(0.9, 0.6, 0.9, 0.002, 0.0) == pytest.approx(0.6)
    assert stream_speed(1.4, 0.6, 0.9, 0.002, 0.0) == pytest.approx(0.6)
    assert stream_speed(-0.1, 0.6, 0.9, 0.002, 0.0) == 0.0


def test_the_bulk_pace_is_the_mean_of_the_log_law() -> None:
    n = 20000
    mean = sum(stream_speed(0.9 * (k + 0.5) / n, 0.6, 0.9, 0.002, 0.0) for k in range(n)) / n
    assert bulk_speed(0.6, 0.9, 0.002) == pytest.approx(mean, rel=1e-4)
    assert shear_speed(0.6, 0.9, 0.002) == pytest.approx(0.41 * 0.6 / math.log(451))


@pytest.mark.parametrize(("heights", "ratio"), [(0.5, 1.22), (1.0, 2.33), (3.0, 5.41), (10.0, 8.92)])
def test_the_pace_over_big_stones_follows_the_published_resistance(heights: float, ratio: float) -> None:
    """Ferguson (2007), equation 20 by hand: U/u* = 16.25 H / sqrt(42.25 + 6.25 H^(5/3))."""
    depth = heights * stones_of(0.02)
    power = power_over_stones(depth - 1e-9, 0.02)
    assert power == pytest.approx(min(1.0, 1 / (0.41 * ratio)), rel=3e-3)
    if power < 1.0:
        mean = bulk_speed(0.8, depth, 0.02, power)
        assert mean / shear_speed(0.8, depth, 0.02, power) == pytest.approx(ratio, rel=3e-3)


def test_the_power_law_ends_at_rest_and_at_the_surface_pace_and_has_its_mean() -> None:
    n = 20000
    mean = sum(stream_speed(0.5 * (k + 0.5) / n, 0.8, 0.5, 0.02, 0.4) for k in range(n)) / n
    assert bulk_speed(0.8, 0.5, 0.02, 0.4) == pytest.approx(mean, rel=1e-4)
    assert stream_speed(0.0, 0.8, 0.5, 0.02, 0.4) == 0.0
    assert stream_speed(0.7, 0.8, 0.5, 0.02, 0.4) == 0.8


def test_where_the_log_law_takes_over_neither_mean_nor_a_fly_would_notice() -> None:
    depth, z0 = OVER_STONES * stones_of(0.01), 0.01
    power = power_over_stones(depth - 1e-9, z0)
    assert power_over_stones(depth, z0) == 0.0
    assert bulk_speed(1.0, depth, z0, power) == pytest.approx(bulk_speed(1.0, depth, z0), rel=4e-3)
    for share in (0.1, 0.3, 0.6):
        log, powered = (stream_speed(share * depth, 1.0, depth, z0, p) for p in (0.0, power))
        assert powered == pytest.approx(log, rel=0.06)
