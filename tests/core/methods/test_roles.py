"""What a start makes of the water before any drift: how many flies, where each rides, what is put ahead of them, on which rod."""

from __future__ import annotations

import pytest

from jarana.core.drift.nominal import nominal
from jarana.core.methods.lake_team import HIGH_ZONE_M
from jarana.core.methods.when import CLUTTERED, SHALLOW_M, SWINGS, THIN_M, TOP_M
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.model import Rig
from jarana.core.search.start import Best, start
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.dressing import dressings_for
from jarana.core.units import Writer
from jarana.core.water.reach import Obstacle, Reach, TakingZone
from tests.coverage import water
from tests.fishing import DRAWER, RULES, WATERS, begun, fished, methods, read, setting, started

BRANCH = Obstacle(kind="branch", x_m=6.0, length_m=12.0, height_m=0.2)


def run(**changed: object) -> Reach:
    return WATERS["mill-throat"].model_copy(update={"obstacles": (), **changed})


def lake(low: float, high: float) -> Reach:
    return WATERS["oskel-north"].model_copy(update={"zone": TakingZone(low_m=low, high_m=high, datum="surface")})


def flies(rig: Rig) -> list[str]:
    return [a.id for a in rig.attachments if a.fly]


@pytest.mark.parametrize("depth", [THIN_M - 0.01, SHALLOW_M])
def test_over_hardly_any_water_one_fly_is_tied_and_said_and_two_where_there_is_more(depth: float) -> None:
    made = begun("level-contact", run(depth_m=depth))
    assert (flies(made.rig) == ["point"]) == (depth < THIN_M)
    assert any("One fly" in c.text for c in made.choices) == (depth < THIN_M)
    assert {c.part for c in made.choices} <= {*(s.id for s in made.rig.spans), *flies(made.rig), "flies", "line", "rod"}
    assert len(made.rig.spans) == (4 if depth < THIN_M else 5)
    assert ("one fly" in made.rig.name) == (depth < THIN_M)


@pytest.mark.parametrize("share", [CLUTTERED, CLUTTERED + 0.01])
def test_among_obstructions_along_a_third_of_the_drift_one_fly_is_tied_and_said_to_be_enough(share: float) -> None:
    water = run()
    water = run(obstacles=(BRANCH.model_copy(update={"length_m": share * water.drift_m}),))
    assert (flies(started("level-contact", water)) == ["point"]) == (share > CLUTTERED)
    pair = started("level-contact", run())
    assert (read("spacing", pair, water).title == "One fly is enough here") == (share > CLUTTERED)


def test_a_team_of_which_two_flies_are_left_off_says_so_once() -> None:
    made = begun("swung", run(depth_m=THIN_M - 0.01))
    assert len([c for c in made.choices if "One fly" in c.text]) == 1
    assert len({(c.part, c.text) for c in made.choices}) == len(made.choices)


def test_the_only_fly_stays_on_where_the_point_is_a_shot() -> None:
    assert len(flies(started("shot-below", run(obstacles=(BRANCH,))))) == 1


def test_flies_in_the_line_stay_in_it_among_branches() -> None:
    assert len(flies(started("three-in-line", run(obstacles=(BRANCH,))))) == 3


@pytest.mark.parametrize("low", [HIGH_ZONE_M - 0.01, HIGH_ZONE_M + 0.01])
def test_a_team_for_a_high_zone_has_dressed_droppers_and_a_deeper_one_resin(low: float) -> None:
    rig = started("lake-team", lake(0.2, low))
    dressed = {rig.attachment(key).fly.dressing.key for key in ("top-fly", "middle-fly")} <= set(
        dressings_for("dressed")
    )
    assert dressed == (low <= HIGH_ZONE_M)


@pytest.mark.parametrize("method", ["lake-team", "buoyant-point"])
def test_ahead_of_a_long_team_a_taper_takes_the_place_of_the_first_tippet(method: str) -> None:
    rig = started(method, WATERS["oskel-north"])
    thick = [s.d0_mm for s in rig.spans]
    assert thick == sorted(thick, reverse=True)
    assert thick[0] > 1.5 * thick[2]
    first, second = sum(s.length for s in rig.spans[:3]), rig.spans[3].length
    assert first == pytest.approx(second, abs=0.02)


@pytest.mark.parametrize("under", [TOP_M, TOP_M + 0.01])
def test_under_a_dry_the_fly_in_the_film_has_no_bead_and_a_deeper_one_has(under: float) -> None:
    depth = 0.8
    water = run(depth_m=depth, zone=TakingZone(low_m=0.1, high_m=depth - under, datum="bed"))
    fly = started("dry-and-emerger", water).point.fly
    assert (fly.bead is None) == (under <= TOP_M)


def test_a_dry_on_still_water_lies_still_on_a_degreased_leader_and_is_judged_by_sight() -> None:
    film = lake(0.0, 0.1)
    rig = started("dry-fly", film)
    assert rig.motion.kind == "still"
    assert rig.stance.slack_m == 0.0
    assert {s.dressing for s in rig.spans} == {"degreased"}
    assert read("visible", rig, film).severity == "look"
    assert read("visible", rig, film.model_copy(update={"off_m": 6.0})).severity == "fine"
    made = start(methods()["dry-fly"], setting(film))
    assert isinstance(made, Best)
    assert made.valued.worth.minutes > 0
    assert "drag_free" not in {r.key for r in made.readings}


def test_a_line_is_of_the_class_of_the_rod_that_is_owned() -> None:
    eight = DRAWER.rods[0].model_copy(update={"id": "eight", "line_class": 8})
    lines = tuple(
        DRAWER.lines[0].model_copy(update={"id": f"line-{c}", "line_class": c, "zones": (), "tip_mm": 0.95})
        for c in (5, 8)
    )
    drawer = DRAWER.model_copy(update={"rods": (eight,), "lines": lines})
    rig = started("dry-fly", run(), drawer)
    assert (rig.rod.id, rig.line.id) == ("eight", "line-8")


def test_a_fly_taken_out_of_the_line_leaves_the_lines_tied_together() -> None:
    rig = started("three-in-line", run())
    joint = next(a.at.joint for a in rig.attachments if a.id == "middle-fly")
    cut = RemoveFly(at="middle-fly").apply(rig, DRAWER, Writer())
    knot = next(j.knot for j in cut.joints if j.id == joint)
    assert knot == DRAWER.usual_knot("joint")
    assert knot != next(j.knot for j in rig.joints if j.id == joint)


@pytest.mark.parametrize("barbless", [True, False])
def test_a_fly_that_is_not_owned_is_wanted_as_the_rules_ask(barbless: bool) -> None:
    rules = next(r for r in RULES.values() if r.barbless).model_copy(update={"barbless": barbless})
    rig = methods()["level-contact"].start(setting(run(), Drawer(), rules))
    assert {a.fly.hook.barbless for a in rig.attachments} == {barbless}


@pytest.mark.parametrize(("pace", "comes"), [(SWINGS - 0.01, False), (SWINGS, True)])
def test_the_pace_from_which_on_a_line_swings_is_the_one_it_is_computed_to_come_round_in(
    pace: float, comes: bool
) -> None:
    of = water(0.9, 0.62)
    across = nominal(fished(started("swung", of), water(0.9, pace))).across
    assert across is not None
    assert (across.dangle_s is not None) is comes


@pytest.mark.parametrize(("pace", "said"), [(SWINGS - 0.01, True), (SWINGS, False), (0.0, True)])
def test_where_a_line_is_not_brought_round_that_speaks_against_swinging(pace: float, said: bool) -> None:
    fit = methods()["swung"].fit(run(pace_m_s=pace))
    assert ("too little current to swing a line" in fit.cons) is said
