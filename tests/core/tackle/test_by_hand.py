"""Tackle worked out by hand: bodies, wires, beads up and down, spools, jars, labels of lines, knot cards."""

from __future__ import annotations

import math

import pytest

from jarana.core.engine.hydro.terminal_speed import terminal_speed
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.errors import InputError
from jarana.core.tackle import knot_card
from jarana.core.tackle.bead import bead, beads
from jarana.core.tackle.drawer import Drawer, FlyPattern, Timed, Weight, timed_share
from jarana.core.tackle.dressing import dressing, dressings, dressings_for
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.fly_line import fly_lines, mass_per_metre, solve_part
from jarana.core.tackle.hook import WIRE_CLASSES, hook, hooks, wire_of
from jarana.core.tackle.jar import MOST_DROPS, fit_drag
from jarana.core.tackle.line_strength import Told, wet_strength
from jarana.core.tackle.material import dry_strength, materials
from jarana.core.tackle.pegged_bead import PeggedBead
from tests.fishing import DRAWER

WATER = water_at(12.0)
NYMPH = Fly(pattern="nymph", hook=hook(14), bead=bead("tungsten", 2.8), dressing=dressing("slim", 14))


def test_a_pegged_bead_is_a_sphere_of_its_material() -> None:
    body = PeggedBead(name="amber bead", material="brass", diameter_mm=8.0).body("x")
    volume = math.pi / 6 * 0.008**3
    assert body.volume == pytest.approx(volume)
    assert body.mass == pytest.approx(volume * beads()["brass"].density_kg_m3)
    assert (body.bead_diameter, body.drag_area, body.name) == (0.008, 0.0, "x")


@pytest.mark.parametrize("wire", sorted(WIRE_CLASSES))
def test_a_hook_of_a_wire_class_is_as_heavy_and_as_strong_as_the_class_says(wire: str) -> None:
    row, (mass, strength) = hooks()["14"], WIRE_CLASSES[wire]
    made = hook(14, wire=wire, bend="jig", barbless=True)
    assert (made.mass_mg, made.straighten_n) == (row.mass_mg * mass, row.straighten_n * strength)
    assert (made.size, made.shank_mm, made.wire_mm) == (row.size, row.shank_mm, row.wire_mm)
    assert (made.bend, made.barbless) == ("jig", True)
    assert wire_of(made) == wire


def test_a_hook_of_no_known_size_is_of_standard_wire() -> None:
    assert wire_of(hook(14).model_copy(update={"size": 99})) == "standard"


def test_a_dressing_of_the_table_has_the_mass_of_its_hook_size() -> None:
    row = dressings()["foam"]
    size = next(iter(row.mass_mg))
    made = dressing("foam", int(size))
    assert made.mass_mg == row.mass_mg[size]
    for name in ("name", "soaked_kg_m3", "c_beaded", "c_unbeaded", "width_share", "drawn", "lift_lasts", "floatant"):
        assert getattr(made, name) == getattr(row, name), name
    assert (made.key, made.lift_lasts) == ("foam", True)


def test_a_dressing_that_is_not_tied_on_a_size_names_the_sizes() -> None:
    with pytest.raises(InputError, match="#14, #16") as refused:
        dressing("slim", 99)
    assert (refused.value.faults[0].path, refused.value.faults[0].value) == ("hook_size", "99")


def test_the_first_choice_for_a_use_stands_first() -> None:
    for use in ("nymph", "anchor", "any"):
        ranks = [dressings()[key].uses[use] for key in dressings_for(use)]
        assert ranks == sorted(ranks) != []


def timed(drag: float, spread: float, n: int) -> Timed:
    return Timed(speed_mm_s=300.0, spread_mm_s=10.0, n=n, drag=drag, drag_spread=spread)


def box(*sizes: float, material: str = "tungsten") -> tuple[Drawer, Fly]:
    weights = tuple(
        Weight(
            id=f"w{s}",
            bead=bead(material, s),
            count=1,
            weighed_mg=50 + s,
            timed=timed(s / 10, 0.1, n=3),
        )
        for s in sizes
    )
    pattern = FlyPattern(id="p", name="n", hook=hook(14), dressing=dressing("slim", 14), weights=weights)
    return Drawer(patterns=(pattern,)), pattern.tied(weights[0])


def test_a_fly_is_as_its_weight_in_the_box_is_measured_by_now_and_as_it_is_where_that_is_another() -> None:
    pattern = next(p for p in DRAWER.patterns if len(p.weights) > 1)
    fly = pattern.tied(pattern.weights[0])
    weighed = pattern.weights[0].model_copy(update={"weighed_mg": 321.0})
    now = pattern.model_copy(update={"weights": (weighed, *pattern.weights[1:])})
    drawer = DRAWER.model_copy(update={"patterns": (now,)})
    assert drawer.as_measured(fly).weighed_mg == 321.0
    other = fly.model_copy(update={"bead": bead("tungsten", 4.6)})
    assert drawer.as_measured(other) == other
    assert Drawer().as_measured(fly) == fly


@pytest.mark.parametrize(
    ("sizes", "at", "heavier", "size", "source"),
    [
        ((2.0, 2.8, 3.3), 0, True, 2.8, "w2.8"),
        ((2.0, 2.8, 3.3), 0, False, 1.5, None),
        ((2.5, 3.5), 0, True, 3.5, "w3.5"),
        ((2.5, 3.5), 1, False, 2.5, "w2.5"),
        ((2.5, 3.5), 1, True, 3.8, None),
        ((5.5,), 0, True, None, None),
        ((1.5,), 0, False, None, None),
    ],
)
def test_the_next_bead_is_an_owned_one_and_beyond_those_one_that_is_sold(
    sizes: tuple[float, ...], at: int, heavier: bool, size: float | None, source: str | None
) -> None:
    drawer, _ = box(*sizes)
    fly = drawer.patterns[0].tied(drawer.patterns[0].weights[at])
    found = drawer.next_bead(fly, heavier)
    if size is None:
        assert found is None
        return
    assert found is not None
    assert (found.bead.diameter_mm, found.bead.material, found.source) == (size, "tungsten", source)
    own = (found.weighed_mg, found.timed_drag, round(found.timed_spread, 6))
    assert own == ((50 + size, size / 10, round(0.1 / (size / 10), 6)) if source else (None, None, 0.3))


def test_a_fly_without_a_bead_has_no_next_and_one_of_nobody_s_box_goes_by_what_is_sold() -> None:
    drawer, fly = box(2.8)
    assert drawer.next_bead(fly.model_copy(update={"bead": None}), True) is None
    stranger = NYMPH.model_copy(update={"pattern_id": None})
    found = Drawer().next_bead(stranger, True)
    assert found is not None
    assert (found.bead.diameter_mm, found.source) == (3.0, None)


def test_a_fly_of_a_weight_is_what_its_pattern_and_weight_say() -> None:
    drawer, _ = box(2.8, 3.3)
    fly = drawer.fly("w3.3")
    assert fly is not None
    assert (fly.pattern, fly.pattern_id, fly.source) == ("n", "p", "w3.3")
    assert (fly.weighed_mg, fly.timed_drag) == (53.3, pytest.approx(0.33))
    assert fly.timed_spread == pytest.approx(0.1 / 0.33)
    assert (fly.colour, fly.lift_gf) == ("olive", None)
    assert drawer.fly("nobody") is None
    assert drawer.pattern("nobody") is None


@pytest.mark.parametrize(
    ("drag", "spread", "share"),
    [
        (1.0, 0.2, 0.2),
        (1.0, 0.01, 0.05),
        (1.0, 0.05, 0.05),
        (1.0, 3.0, 2.0),
        (0.5, 0.2, 0.4),
        (0.0, 0.2, 0.3),
    ],
)
def test_the_spread_of_a_timed_drag_is_at_least_a_stopwatch_s(drag: float, spread: float, share: float) -> None:
    assert timed_share(timed(drag, spread, n=3)) == pytest.approx(share)


def spools(*diameters: float) -> Drawer:
    like = next(s for s in DRAWER.spools if s.material.key == "fluorocarbon")
    made = tuple(like.model_copy(update={"id": f"s{d}", "diameter_mm": d}) for d in diameters)
    other = next(s for s in DRAWER.spools if s.material.key != "fluorocarbon")
    return Drawer(spools=(*made, other))


@pytest.mark.parametrize(
    ("wanted", "found"),
    [
        (0.12, "s0.12"),
        (0.1235, "s0.12"),
        (0.1245, None),
        (0.1461, "s0.15"),
        (0.1459, None),
        (0.1442, None),
        (0.2, None),
    ],
)
def test_the_nearest_spool_is_within_four_microns(wanted: float, found: str | None) -> None:
    spool = spools(0.12, 0.14, 0.15).nearest_spool("fluorocarbon", wanted)
    assert (spool.id if spool else None) == found
    assert spools(0.12).nearest_spool("nylon-butt", 0.12) is None


@pytest.mark.parametrize(
    ("at", "finer", "found"),
    [
        (0.14, True, "s0.12"),
        (0.14, False, "s0.16"),
        (0.10, True, None),
        (0.16, False, None),
        (0.13, True, "s0.12"),
        (0.13, False, "s0.14"),
    ],
)
def test_the_next_spool_is_the_nearest_that_is_really_finer_or_stouter(
    at: float, finer: bool, found: str | None
) -> None:
    spool = spools(0.10, 0.12, 0.14, 0.16).next_spool("fluorocarbon", at, finer)
    assert (spool.id if spool else None) == found


@pytest.mark.parametrize("fly", [NYMPH, NYMPH.model_copy(update={"bead": None})], ids=["beaded", "bare"])
@pytest.mark.parametrize("drag", [0.3, 0.9])
def test_a_fly_timed_in_a_jar_falls_as_it_was_timed(fly: Fly, drag: float) -> None:
    """The round trip: the speed of a known drag, timed over a metre, gives that drag back."""
    known = fly.model_copy(update={"timed_drag": drag})
    speed = terminal_speed(known.body("x"), WATER)
    fit = fit_drag(fly, 1.0, [1.0 / speed] * 3, WATER)
    assert fit.drag == pytest.approx(drag, rel=1e-6)
    assert fit.speed == pytest.approx(speed)
    assert (fit.speed_spread, fit.notes) == (pytest.approx(0.0, abs=1e-9), ())


def test_the_spread_of_a_jar_is_that_of_its_drops_and_one_drop_has_the_stopwatch_s() -> None:
    fit = fit_drag(NYMPH, 0.5, [1.0, 1.1, 0.9], WATER)
    speeds = [0.5, 0.5 / 1.1, 0.5 / 0.9]
    mean = sum(speeds) / 3
    assert fit.speed == pytest.approx(mean)
    assert fit.speed_spread == pytest.approx(math.sqrt(sum((v - mean) ** 2 for v in speeds) / 2))
    assert fit.drag_spread > 0
    assert fit_drag(NYMPH, 0.5, [1.0], WATER).speed_spread >= 0


@pytest.mark.parametrize(
    ("distance", "seconds", "path"),
    [
        (0.019, [1.0], "distance"), (3.01, [1.0], "distance"), (1.0, [], "seconds"), (1.0, [1.0] * (MOST_DROPS + 1), "seconds"),
        (1.0, [1.0, 0.019], "seconds[1]"), (1.0, [301.0], "seconds[0]"), (1.0, [math.nan], "seconds[0]"),
    ],
)  # fmt: skip
def test_a_fall_that_cannot_be_is_named(distance: float, seconds: list[float], path: str) -> None:
    with pytest.raises(InputError) as refused:
        fit_drag(NYMPH, distance, seconds, WATER)
    assert [f.path for f in refused.value.faults] == [path]


@pytest.mark.parametrize(("distance", "seconds"), [(0.02, [0.5]), (3.0, [10.0] * MOST_DROPS), (1.0, [300.0])])
def test_a_fall_at_the_edge_of_what_can_be_is_taken(distance: float, seconds: list[float]) -> None:
    assert fit_drag(NYMPH, distance, seconds, WATER).speed == pytest.approx(distance / seconds[0])


def test_a_fall_too_fast_or_far_too_slow_for_its_mass_is_doubted() -> None:
    assert "falls faster than its mass" in fit_drag(NYMPH, 1.0, [0.2], WATER).notes[0].text
    assert "was it wet through" in fit_drag(NYMPH, 1.0, [30.0], WATER).notes[0].text


NYLON = materials()["nylon-tippet"]


@pytest.mark.parametrize(
    ("told", "dry_kg", "state"),
    [
        (Told(pulled_kg=1.5, label_kg=2.0), 1.5, "dry"),
        (Told(label_kg=2.0), 2.0, "dry"),
        (Told(label_kg=2.0, label_state="wet"), 2.0, "wet"),
        (Told(), None, "dry"),
        (None, None, "dry"),
    ],
)
def test_own_pulls_win_over_the_label_and_the_label_over_the_table(
    told: Told | None, dry_kg: float | None, state: str
) -> None:
    share = 1.0 if state == "wet" else NYLON.wet_share
    dry = dry_kg * 9.80665 if dry_kg else dry_strength(NYLON, 0.15e-3)
    assert wet_strength(NYLON, 0.15e-3, told) == pytest.approx(dry * share)
    assert bool(told and told.stands()) == (dry_kg is not None)


def test_the_table_s_strength_is_its_stress_over_the_section_thinner_line_being_stronger() -> None:
    """1150 MPa at 0.15 mm; at 0.30 mm (0.30/0.15)^-0.3 of it."""
    section = math.pi / 4 * 0.15e-3**2
    assert dry_strength(NYLON, 0.15e-3) == pytest.approx(1150e6 * section)
    assert dry_strength(NYLON, 0.30e-3) == pytest.approx(1150e6 * 2**-0.3 * 4 * section)


def test_a_line_weighs_what_its_class_says_and_an_unknown_class_what_the_nearest_does() -> None:
    row = next(r for r in fly_lines().values() if r.class_number == 5)
    assert mass_per_metre(5) == pytest.approx(row.first_30ft_gr * 64.79891e-6 / 9.144)
    assert mass_per_metre(99) == mass_per_metre(max(r.class_number for r in fly_lines().values()))


@pytest.mark.parametrize("sink", [0.03, 0.08])
def test_a_sinking_line_is_as_thick_as_its_mass_and_its_label_ask(sink: float) -> None:
    linear = mass_per_metre(7)
    d, density, doubt = solve_part(linear, sink)
    assert doubt is None
    assert math.pi / 4 * d * d * density == pytest.approx(linear)
    from jarana.core.tackle.fly_line import LABEL_WATER, level_sink_speed

    assert level_sink_speed(d, density, water_at(LABEL_WATER)) == pytest.approx(sink, rel=1e-6)


def test_a_label_no_line_of_its_class_can_keep_is_doubted() -> None:
    linear = mass_per_metre(3)
    d, density, doubt = solve_part(linear, 0.60)
    assert doubt is not None
    assert "60" in doubt.text
    assert math.pi / 4 * d * d * density == pytest.approx(linear)
    assert density == 3000


@pytest.mark.parametrize(
    ("text", "role", "points", "turns", "width"),
    [
        ("end 10,20 30,40", "end", ((10, 20), (30, 40)), 0, 0),
        ("other-end 0,0 120,60", "other-end", ((0, 0), (120, 60)), 0, 0),
        ("turns end 10,20 30,20 5 7", "end", ((10, 20), (30, 20)), 5, 7),
        ("bead 60,30 12", "bead", ((60, 30),), 0, 12),
        ("eye 44,30", "eye", ((44, 30),), 0, 0),
    ],
)
def test_a_stroke_is_read_as_it_is_written(
    text: str, role: str, points: tuple[tuple[float, float], ...], turns: int, width: float
) -> None:
    stroke = knot_card._stroke(text, "x.toml")
    assert (stroke.role, stroke.points, stroke.turns, stroke.width) == (role, points, turns, width)


@pytest.mark.parametrize(
    "text",
    [
        "",
        "rope 1,2 3,4",
        "end",
        "end 1",
        "end 1,2,3",
        "turns end 1,2 3,4 x 7",
    ],
)
def test_a_stroke_that_cannot_be_drawn_names_its_file(text: str) -> None:
    with pytest.raises(ValueError, match=r"x\.toml"):
        knot_card._stroke(text, "x.toml")
