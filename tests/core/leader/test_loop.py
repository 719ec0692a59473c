"""What is known beforehand of loops, of casts and of what hangs between tip and water."""

from __future__ import annotations

import math

import pytest

from jarana.core.leader.cast import MOST_WIND, STROKES, Cast, Verdict, cast_of, failing_wind, judge, run_loop
from jarana.core.leader.hinge import grade
from jarana.core.leader.rig_cast import air_drag_area, cast_masses, cast_sections, thrown_by_loop
from jarana.core.leader.sag import HungLine, sag_of
from jarana.core.leader.turnover import Air, CastMass, CastSection, Passing, Turnover, turn_over
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.tackle.shot import Shot
from jarana.core.units import Writer
from tests.fishing import WATERS, started

LINE = CastSection(3.0, 0.0004, 0.0004, 1000.0)
AREA = math.pi / 4 * 0.0004**2
FLY = CastMass(3.0, 2e-3, 0.0, "fly")
"""So heavy that the line beside it counts for little."""
STILL = Air(skin=0.0, loop_drag=0.0, density=0.0)
WRITER = Writer()


def lost(air: Air, area: float = 0.0, line: CastSection = LINE) -> float:
    """How many times e the energy of a heavy fly has fallen by the end of the line."""
    fly = CastMass(line.length, 2.0, area, "fly")
    done = turn_over([line], [fly], 15.0, air)
    return math.log(done.start_energy / done.at["fly"].energy) * 2.0


# The loop: E = ½Mv², dE/ds = −ρv²(πCf∫d ds + ΣCA) − ½ρCd·h·d·(v/2)², so that ln E falls by 2/M times what stands below.
def test_each_loss_of_the_loop_is_the_formula_s() -> None:
    assert lost(Air(skin=0.0, loop_drag=0.0), area=2e-3) == pytest.approx(2 * 1.2 * 2e-3 * 3.0, rel=2e-3)
    thick = CastSection(3.0, 0.02, 0.02, 1.0)
    assert lost(Air(skin=0.006, loop_drag=0.0), line=thick) == pytest.approx(
        2 * 1.2 * math.pi * 0.006 * 0.02 * 3.0**2 / 2, rel=5e-3
    )
    assert lost(Air(skin=0.0), line=thick) == pytest.approx(1.2 * 0.4 * 0.02 * 3.0 / 4, rel=5e-3)
    tapered = CastSection(3.0, 0.02, 0.01, 1.0)
    assert lost(Air(skin=0.0), line=tapered) == pytest.approx(1.2 * 0.4 * 0.015 * 3.0 / 4, rel=5e-3)


def test_where_nothing_is_lost_the_leg_runs_the_faster_the_less_of_it_is_left() -> None:
    mid = CastMass(1.0, 1e-3, 0.0, "dropper")
    done = turn_over([LINE], [FLY, mid], 15.0, STILL)
    density = 1000 * AREA
    whole = 3.0 * density + 3e-3
    assert done.start_energy == pytest.approx(whole * 15.0**2 / 2)
    at_mid = 2.0 * density + 3e-3
    assert done.at["dropper"].speed == pytest.approx(15.0 * math.sqrt(whole / at_mid), rel=1e-4)
    assert done.at["fly"].speed == pytest.approx(15.0 * math.sqrt(whole / 2e-3), rel=1e-4)
    assert done.died_at is None
    # t = ∫ 2 ds / v = √(2/E)·∫ √M ds, the dropper gone after a metre.
    root = sum(
        2 / (3 * density) * ((density * long + rest) ** 1.5 - (density * short + rest) ** 1.5)
        for long, short, rest in ((3.0, 2.0, 3e-3), (2.0, 0.0, 2e-3))
    )
    assert done.at["fly"].time == pytest.approx(math.sqrt(2 / done.start_energy) * root, rel=1e-3)


def test_a_tapered_section_weighs_what_its_thickness_says_along_it() -> None:
    cone = turn_over([CastSection(2.0, 0.0006, 0.0002, 1140.0)], [CastMass(2.0, 1e-9, 0.0, "end")], 10.0, STILL)
    mass = 1140 * math.pi / 4 * 2.0 * (0.0006**2 + 0.0006 * 0.0002 + 0.0002**2) / 3
    assert cone.start_energy == pytest.approx((mass + 1e-9) * 50.0, rel=1e-6)


def test_a_loop_that_has_lost_all_dies_where_it_is_and_later_flies_are_not_reached() -> None:
    into = turn_over([LINE], [CastMass(3.0, 1e-6, 5e-4, "fly")], 15.0, Air(wind=5.0))
    assert into.died_at is not None
    assert 0 < into.died_at < 3.0
    assert "fly" not in into.at


def passed(speed: float, time: float = 1.0, died: float | None = None) -> Turnover:
    return Turnover(1.0, died, {"fly": Passing(0.1, speed, time)})


@pytest.mark.parametrize(
    ("result", "verdict"),
    [
        (passed(0.99), "piles"),
        (passed(1.0), "needs height"),
        (passed(1.99), "needs height"),
        (passed(2.0), "turns over"),
        (passed(9.0), "turns over"),
        (passed(9.01), "kicks"),
        (passed(5.0, time=1.4), "turns over"),
        (passed(5.0, time=1.41), "piles"),
        (passed(5.0, died=1.0), "piles"),
        (Turnover(1.0, None, {}), "piles"),
    ],
)
def test_a_cast_is_judged_by_the_last_fly_s_speed_and_the_loop_s_time(result: Turnover, verdict: Verdict) -> None:
    assert judge(result, "fly") == verdict


def cast(area: float, wind: float = 0.0, mass: float = 4e-5, length: float = 3.4) -> Cast:
    line = [CastSection(1.8, 0.5e-3, 0.5e-3, 1140.0), CastSection(length - 1.8, 0.2e-3, 0.2e-3, 1140.0)]
    return cast_of(line, [CastMass(length, mass, area, "fly")], "usual", wind, WRITER, ["butt", "tippet"], "fly")


def test_a_cast_says_how_it_ends_and_what_wind_stops_it() -> None:
    fine, dies, never = cast(4e-5), cast(9e-4), cast(0.0, mass=5e-2)
    assert [(p.name, p.place_m) for p in fine.along] == [("fly line", 0.0), ("end of butt", 1.8), ("fly", 3.4)]
    assert fine.along[0].speed_m_s == pytest.approx(STROKES["usual"])
    assert fine.piles_at_m is None
    assert fine.sentence == (
        f"Turns over; the last fly still moves at {WRITER.text('speed', fine.last_speed_m_s)}; "
        f"just fails in a head wind of {WRITER.text('wind', fine.fails_in_m_s)}."
    )
    assert (dies.verdict, dies.fails_in_m_s) == ("piles", 0.0)
    assert dies.piles_at_m is not None
    assert dies.sentence.endswith("it fails in calm air.")
    left = 3.4 - dies.piles_at_m
    assert f"the last {WRITER.text('short' if left < 1 else 'length', left)} fall in a heap" in dies.sentence
    assert never.fails_in_m_s == MOST_WIND
    assert never.sentence.endswith("no wind you would fish in stops it.")


def test_a_head_wind_is_felt_at_six_tenths_and_a_failing_one_is_found_to_a_tenth() -> None:
    line = [LINE]
    fly = [CastMass(3.0, 4e-5, 4e-5, "fly")]
    reported = run_loop(line, fly, "gentle", 5.0)
    assert reported == turn_over(line, fly, STROKES["gentle"], Air(wind=3.0))
    fails = failing_wind(line, fly, "hard", "fly")
    assert judge(run_loop(line, fly, "hard", fails - 0.05, 0.02), "fly") != "piles"
    assert judge(run_loop(line, fly, "hard", fails + 0.05, 0.02), "fly") == "piles"


def test_a_joint_is_fine_up_to_its_limit_and_hinges_above_the_next() -> None:
    assert [grade(r) for r in (3.2, 3.2001, 5.0, 5.0001)] == ["fine", "look", "look", "act"]


def test_a_hung_line_pulls_at_the_tip_with_its_own_weight_and_the_rig_s() -> None:
    weights = [1140 * math.pi / 4 * d * d * 9.80665 * long for long, d in ((2.0, 0.0004), (3.0, 0.0002))]
    shape = sag_of([HungLine(2.0, 0.0004, 1140.0), HungLine(3.0, 0.0002, 1140.0)], 0.003, 0.001)
    assert shape.tip_pull == pytest.approx(math.hypot(0.003, 0.001 + sum(weights)))
    # The same by small steps from the water up: the tension's level part stays, its upright part grows by what hangs below.
    x = z = 0.0
    down, points = 0.001, [(0.0, 0.0)]
    for weight, length in ((weights[1], 3.0), (weights[0], 2.0)):
        for _ in range(4000):
            down += weight / 8000
            x, z = (at + length / 4000 * pull / math.hypot(0.003, down) for at, pull in ((x, 0.003), (z, down)))
            down += weight / 8000
            points.append((x, z))
    assert (shape.span, shape.rise) == pytest.approx((x, z), rel=1e-5)
    assert shape.sag == pytest.approx(max(abs(px * z - pz * x) for px, pz in points) / math.hypot(x, z), rel=1e-5)
    light = sag_of([HungLine(5.0, 0.0002, 1e-9)], 0.003, 0.004)
    assert (light.span, light.rise, light.sag) == pytest.approx((3.0, 4.0, 0.0), abs=1e-6)


def test_a_fly_in_the_air_is_its_dressing_and_its_bead(contact_rig: Rig) -> None:
    fly = contact_rig.point.fly
    assert fly is not None
    assert fly.bead is not None
    bead = 0.5 * math.pi / 4 * (fly.bead.diameter_mm / 1000) ** 2
    dressed = fly.dressing.c_unbeaded * fly.dressing_area
    assert air_drag_area(fly) == pytest.approx(dressed + bead)
    assert air_drag_area(fly.model_copy(update={"bead": None})) == pytest.approx(dressed)


def test_flies_shot_and_float_are_thrown_where_they_sit_the_point_last() -> None:
    water = WATERS["weir-run"]
    pair, floated, shot = (started(m, water) for m in ("level-contact", "float-pair", "shot-below"))
    rows = cast_masses(pair)
    whole = sum(s.length for s in pair.spans)
    assert [m.name for m in rows] == ["dropper", "point"]
    assert rows[-1].s == pytest.approx(whole)
    assert rows[0].s == pytest.approx(whole - pair.spans[-1].length, abs=0.2)
    assert [m.mass for m in rows] == [
        a.fly.mass for name in ("dropper", "point") for a in [pair.attachment(name)] if a.fly
    ]
    held = next(m for m in cast_masses(floated) if m.name not in ("dropper", "point"))
    assert 0 < held.s < sum(s.length for s in floated.spans)
    lead = next(a for a in shot.attachments if isinstance(a.body, Shot))
    seen = next(m for m in cast_masses(shot) if m.s == pytest.approx(place(shot, lead)) and m.mass < 5e-3)
    assert seen.drag_area == pytest.approx(0.5 * math.pi / 4 * lead.body.body("b").bead_diameter ** 2)
    assert thrown_by_loop(shot) == "shot is lobbed: loaded on the water and swung, not turned over"
    assert [(s.length, s.d1) for s in cast_sections(pair)] == [(s.length, s.d1_mm / 1000) for s in pair.spans]
