"""Floats, shot and fly lines: their bodies from what is known of them."""

from __future__ import annotations

import math

import pytest

from jarana.core.engine.hydro.terminal_speed import level_sink_speed, terminal_speed
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.engine.scenario import FreeTop
from jarana.core.tackle.drawer import FlyLine, SinkZone
from jarana.core.tackle.float import float_of, floats
from jarana.core.tackle.fly_line import DENSEST, line_parts, mass_per_metre, solve_part
from jarana.core.tackle.shot import shot_of, shots

WATER = water_at(12.0)


@pytest.mark.parametrize("key", sorted(floats()))
def test_a_float_lifts_what_its_table_says(key: str) -> None:
    body = float_of(key)
    lift = FreeTop(body.radius, body.mass).lift(WATER) / 9.80665e-3
    assert lift == pytest.approx(body.lift_gf, rel=0.02)


@pytest.mark.parametrize("key", sorted(shots()))
def test_a_shot_is_a_tin_sphere_of_its_mass(key: str) -> None:
    shot = shot_of(key)
    body = shot.body("s")
    assert body.mass == pytest.approx(shots()[key].mass_g / 1000)
    assert body.volume == pytest.approx(math.pi / 6 * shot.diameter**3)
    assert terminal_speed(body, WATER) > 0.3


def test_a_class_weighs_what_the_trade_says() -> None:
    # Class 5: 140 grains in 30 ft.
    assert mass_per_metre(5) == pytest.approx(140 * 64.79891e-6 / 9.144)


@pytest.mark.parametrize(("line_class", "sink_mm_s"), [(5, 30), (7, 75), (7, 100), (8, 110)])
def test_a_line_solved_from_its_label_sinks_at_its_label(line_class: int, sink_mm_s: float) -> None:
    d, density, note = solve_part(mass_per_metre(line_class), sink_mm_s / 1000)
    assert note is None
    assert level_sink_speed(d, density, water_at(15.0)) == pytest.approx(sink_mm_s / 1000, rel=1e-3)
    assert density * math.pi / 4 * d * d == pytest.approx(mass_per_metre(line_class))


def test_a_label_no_line_of_the_class_can_keep_is_said() -> None:
    d, density, note = solve_part(mass_per_metre(3), 0.2)
    assert density == DENSEST
    assert d > 0
    assert note is not None
    assert "20 cm/s" in note.text


def test_zones_lie_from_the_tip_back_and_the_last_goes_on() -> None:
    line = FlyLine(id="l", name="l", tip_mm=1, line_class=7,
                   zones=(SinkZone(length_m=4, sink_mm_s=75), SinkZone(length_m=2, sink_mm_s=110)))  # fmt: skip
    parts, notes = line_parts(line, 10.0, WATER)
    assert notes == []
    assert [p.length for p in parts] == pytest.approx([6.0, 4.0])
    assert parts[0].density > parts[1].density
    floating, _ = line_parts(line.model_copy(update={"zones": ()}), 9.0, WATER)
    assert floating[0].greased
    assert floating[0].density < WATER.density
