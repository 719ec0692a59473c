"""How rigs of the methods fish by the engine: what rides deepest, what lifts, what swings in."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from jarana.core.drift.lower import lower
from jarana.core.engine.chain import STILL, Steps, run
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import StepBead, SwapFly
from jarana.core.rig.edits.spans import SetDiameter, SetLength
from jarana.core.rig.edits.stance import SetStance
from jarana.core.rig.edits.whole import SetDry, SetFloat, SetMotion, UseLine
from jarana.core.rig.model import AtSpan
from jarana.core.search.schools import two_schools
from jarana.core.tackle.pegged_bead import PeggedBead
from jarana.core.units import Writer
from jarana.core.water.reach import Lane
from jarana.formats.rig_file import rig_from_text, rig_text
from jarana.formats.rig_svg import rig_svg
from tests.core.methods.drifted import depth_at, drift, fly, started
from tests.fishing import DRAWER, WATERS, begun, fished, readings
from tests.fishing import drift as simulate


def test_the_led_anchor_rides_deeper_led_than_lifted() -> None:
    led = drift("short-and-led", "mill-throat", SetMotion(kind="led", lead=1.15))
    lifted = drift("short-and-led", "mill-throat", SetMotion(kind="lift", lead=1.15))
    assert fly(led, "point").settled_depth_m > fly(lifted, "point").settled_depth_m + 0.1
    assert depth_at(led, "point", 3.0) == pytest.approx(depth_at(lifted, "point", 3.0), abs=0.02)


def test_dressed_flies_hold_a_team_up() -> None:
    rig, reach = started("lake-team", "oskel-north")
    dressed = rig
    for part, weight in (
        ("top-fly", "dressed-pupa-bare"),
        ("middle-fly", "dressed-pupa-bare"),
        ("point", "dressed-pupa-bare"),
    ):
        dressed = SwapFly(at=part, weight=weight).apply(dressed, DRAWER)
    still = SetMotion(kind="still")
    resin, held = (simulate(still.apply(r, DRAWER), reach) for r in (rig, dressed))
    assert depth_at(held, "point", 20) < depth_at(resin, "point", 20) - 0.1


def test_a_foam_point_makes_the_middle_of_the_team_the_deepest() -> None:
    team = drift("buoyant-point", "oskel-north")
    depths = {f.id: f.settled_depth_m for f in team.flies}
    assert depths["middle-fly"] == max(depths.values())
    assert depths["point"] < depths["middle-fly"] - 0.5


def test_a_heavy_middle_fly_drags_a_small_one_behind_it() -> None:
    chain = drift("three-in-line", "sluice-meadow")
    assert fly(chain, "top-fly").settled_depth_m < fly(chain, "middle-fly").settled_depth_m
    assert {f.id for f in chain.flies} == {"top-fly", "middle-fly", "point"}


def test_the_jig_falls_over_the_ledge() -> None:
    over = drift("jig-over-ledge", "mill-throat")
    assert depth_at(over, "point", 10) > 0.75 > depth_at(over, "point", 2.0)


def test_straight_down_it_starts_just_off_the_bed_and_is_inched_up() -> None:
    down = drift("lake-vertical", "oskel-north")
    assert depth_at(down, "point", 2) == pytest.approx(4.0 - 0.3, abs=0.15)
    assert depth_at(down, "point", 70) < depth_at(down, "point", 10) - 0.3


def test_a_swung_fly_rides_high_higher_in_fast_water_and_comes_up_with_the_raised_rod() -> None:
    open_water = WATERS["alder-flats"].model_copy(update={"obstacles": ()})
    swung, slow = drift("swung", "mill-throat"), simulate(begun("swung", open_water).rig, open_water)
    whole = swung.times_s[-1]
    hangs = depth_at(swung, "point", 0.8 * whole)
    assert 0.02 < hangs < 0.3
    assert depth_at(swung, "point", whole) < hangs
    assert depth_at(slow, "point", 0.8 * slow.times_s[-1]) > hangs + 0.1


@pytest.mark.parametrize(
    ("method", "water"), [("swung", "alder-flats"), ("streamer", "weir-run"), ("hand-tied", "alder-flats")]
)
def test_a_river_s_long_links_behind_a_fly_line_move_no_fly_to_speak_of(method: str, water: str) -> None:
    rig, reach = started(method, water)
    scenario = replace(lower(fished(rig, reach)).scenario, times=(2.0, 5.0, 10.0))
    coarse, fine = run(scenario), run(scenario, refine=2.0)
    for name in coarse.mesh.names:
        assert np.abs(coarse.track(name)[1] - fine.track(name)[1]).max() < 0.02


def test_a_swung_line_comes_round_below_the_rod_and_is_raised_there() -> None:
    rig, reach = started("swung", "weir-run")
    of = simulate(rig, reach)
    assert of.across is not None
    assert of.across.dangle_s is not None
    assert 0.3 * of.times_s[-1] < of.across.dangle_s < 0.8 * of.times_s[-1]
    assert fly(of, "point").off_m < 0.5 * of.y_mm[0][of.flies[-1].node] / 1000
    assert of.z_mm[-1][0] > of.z_mm[0][0] + 500


def test_a_shot_in_the_zone_is_no_fly_in_the_zone() -> None:
    rig, reach = started("pegged-bead", "sluice-meadow")
    of = simulate(rig, reach)
    read = readings(rig, reach)
    assert fly(of, "shot").settled_depth_m > 0.8
    assert read["zone"].value == pytest.approx(max(fly(of, n).share_in_zone for n in ("hook", "point")))
    assert {f.role for f in of.flies} == {"shot", "bead", "dropper", "point"}


def test_a_nudged_float_lifts_its_team_and_lets_it_down() -> None:
    still, moved = (drift("lake-suspended", "oskel-north", SetMotion(kind=k)) for k in ("still", "nudge"))
    assert depth_at(moved, "point", 37) < depth_at(still, "point", 37)
    assert fly(moved, "point").settled_depth_m == pytest.approx(fly(still, "point").settled_depth_m, abs=0.1)


def test_a_single_dry_has_nothing_to_drown_it() -> None:
    alone = drift("dry-fly", "alder-flats")
    assert alone.flies == ()
    assert alone.load is not None
    assert alone.load < 0.1
    assert not alone.drowned


def test_an_unreachable_sign_and_net_are_told() -> None:
    far = WATERS["oskel-north"].model_copy(update={"off_m": 25.0})
    rig = begun("lake-suspended", far).rig
    read = readings(rig, far)
    assert read["visible"].title == "Too far to see the sign"
    deep = WATERS["oskel-north"].model_copy(update={"depth_m": 8.0, "fish_at_m": 21.0, "soundings": ()})
    hung = begun("lake-deep-float", deep).rig
    assert hung.head.body.releasing
    read = readings(hung, deep)
    assert read["netting"].title == "Nothing stops it at the tip ring"


def test_every_question_has_both_schools_told_with_figures() -> None:
    rig, reach = started("level-contact", "weir-run")
    asked = {q.key: q for q in two_schools(fished(rig, reach))}
    assert {"pace", "touch", "eats", "shot", "anchor", "leader", "finest", "order"} <= set(asked)
    for question in asked.values():
        assert len(question.sides) >= 2
        assert all(side.lines for side in question.sides)
        assert len({side.lines for side in question.sides}) > 1
    natural, led = asked["pace"].sides
    assert natural.lines[0].endswith(" m"), "how far it drifts before it is down"
    assert natural.minutes > led.minutes > 0
    assert float(natural.lines[1].split()[-2]) < float(led.lines[1].split()[-2])
    assert "Pulled faster" in led.lines[1]


def test_the_resin_team_goes_down_as_anglers_count_it() -> None:
    team = drift("lake-team", "oskel-north", SetMotion(kind="still"))
    assert depth_at(team, "point", 20) > 1.5
    assert depth_at(team, "top-fly", 20) < 0.9
    assert team.axis == "seconds"


def test_hand_twist_holds_the_team_up() -> None:
    still = drift("lake-team", "oskel-north", SetMotion(kind="still"))
    twisted = drift("lake-team", "oskel-north", SetMotion(kind="figure", count_s=20))
    for name in ("top-fly", "middle-fly", "point"):
        assert depth_at(twisted, name, 80) < depth_at(still, name, 80) - 0.1


def test_a_lift_brings_every_fly_up_and_the_hang_lets_it_down() -> None:
    lifted = drift("lake-team", "oskel-north", SetMotion(kind="lift", count_s=20))
    still = drift("lake-team", "oskel-north", SetMotion(kind="strip", count_s=20))
    assert depth_at(lifted, "point", 75) < depth_at(still, "point", 75)


def test_the_buoyant_point_of_the_sweep_rides_highest() -> None:
    sweep = drift("sweep", "oskel-north", SetMotion(kind="still"))
    depths = [fly(sweep, n).settled_depth_m for n in ("top-fly", "middle-fly", "point")]
    assert depths[2] == min(depths)
    assert depths[0] == max(depths)


def test_a_suspended_team_settles_under_its_float_and_is_borne() -> None:
    hung = drift("lake-suspended", "oskel-north")
    assert 24 < max(f.settled_s for f in hung.flies) < 60
    assert hung.load is not None
    assert 0.3 < hung.load < 1.0
    assert not hung.drowned


def test_a_nymph_trails_its_float_and_the_pair_rides_in_the_zone() -> None:
    pair = drift("float-pair", "sluice-meadow")
    assert fly(pair, "point").rides_m < -0.05
    assert fly(pair, "dropper").share_in_zone > 0.5


def test_a_float_set_deeper_fishes_deeper_and_a_small_one_drowns() -> None:
    shallow = drift("float-pair", "sluice-meadow", SetFloat(above="1.2 m"))
    deep = drift("float-pair", "sluice-meadow", SetFloat(above="1.5 m"))
    assert fly(deep, "point").settled_depth_m > fly(shallow, "point").settled_depth_m + 0.2
    heavy = [StepBead(at="point", heavier=True)] * 3
    drowned = drift("float-pair", "sluice-meadow", SetFloat(body="pinch-half", above="1.3 m"), *heavy)
    assert drowned.load is not None
    assert drowned.load > 1
    assert drowned.drowned


def test_the_drowned_dry_is_called_out() -> None:
    rig, reach = started("dry-and-nymph", "sluice-meadow")
    light = rig.attachment("dry").fly.model_copy(update={"lift_gf": 0.1})
    rig = rig.replace_attachment("dry", body=light)
    for _ in range(4):
        rig = StepBead(at="point", heavier=True).apply(rig, DRAWER)
    drowned = simulate(rig, reach)
    assert drowned.drowned
    said = readings(rig, reach)
    assert said["float_load"].severity == "act"
    assert "Drowns the dry fly" in said["float_load"].title


def test_the_shot_below_rides_below_its_fly() -> None:
    below = drift("shot-below", "alder-flats")
    assert fly(below, "shot").settled_depth_m > fly(below, "fly").settled_depth_m


def test_the_led_anchor_rides_higher_than_the_same_rig_at_its_natural_pace() -> None:
    natural, led = (
        drift("level-contact", "weir-run", SetMotion(kind=k, lead=v)) for k, v in (("natural", 1.0), ("led", 1.15))
    )
    assert natural.pace_m_s < 0.62 < led.pace_m_s
    assert depth_at(natural, "point", 4) > depth_at(led, "point", 4)
    assert abs(fly(natural, "point").drag_m_s) < abs(fly(led, "point").drag_m_s)


def test_a_held_rig_that_is_stopped_swings_in_below_the_rod() -> None:
    swung = drift("level-contact", "weir-run", SetMotion(kind="swing"))
    led = drift("level-contact", "weir-run")
    assert swung.x_mm[-1][0] < led.x_mm[-1][0] - 1000


def test_a_ledge_is_fished_over() -> None:
    over = drift("level-contact", "mill-throat")
    assert len(over.bed) > 2
    assert max(b.depth_m for b in over.bed) == pytest.approx(1.3)
    assert fly(over, "point").contacts >= 1


@pytest.mark.parametrize("method", ["lake-team", "sweep", "lake-suspended", "buoyant-point"])
def test_a_lake_s_long_steps_and_links_move_no_fly_to_speak_of(method: str) -> None:
    """A rig that goes slack is good to ten centimetres, and says so."""
    rig, reach = started(method, "oskel-north")
    rig = SetMotion(kind="still").apply(rig, DRAWER)
    scenario = replace(lower(fished(rig, reach)).scenario, times=(10.0, 20.0, 40.0, 60.0))
    long = run(scenario, STILL)
    short, fine = run(scenario, Steps(0.0025, 0.01, 1.0)), run(scenario, STILL, refine=2.0)
    for name in long.mesh.names:
        allowed = 0.1 if long.least_tension < -0.01 else 0.01
        assert np.abs(long.track(name)[1] - short.track(name)[1]).max() < allowed
        assert np.abs(long.track(name)[1] - fine.track(name)[1]).max() < max(allowed, 0.03)


def said(method: str, water: str, *edits: object, **lanes: object) -> dict:
    rig, reach = started(method, water)
    for edit in edits:
        rig = edit.apply(rig, DRAWER)
    reach = reach.model_copy(update=lanes)
    return readings(rig, reach)


def test_where_to_land_it_is_what_the_fly_travels_to_the_zone() -> None:
    of = drift("level-contact", "weir-run")
    land = said("level-contact", "weir-run")["land"]
    assert land.value == pytest.approx(min(f.metres_to_zone for f in of.flies if f.metres_to_zone is not None))


def test_a_stouter_held_leader_sags_more() -> None:
    thin = said("level-contact", "weir-run")["sag"].value
    stout = said("level-contact", "weir-run", SetDiameter(span="mono", value="0.40"))["sag"].value
    assert stout > thin


def test_a_float_set_far_too_deep_shows_a_take_later() -> None:
    right = said("float-pair", "sluice-meadow", SetFloat(above="1.5 m"))["take_to_sign"].value
    deep = said("float-pair", "sluice-meadow", SetLength(span="tippet", value="2.5 m"), SetFloat(above="3 m"))
    assert deep["take_to_sign"].value > right


LANES = (Lane(name="near", width_m=3, pace_m_s=1.1), Lane(name="fish", width_m=6, pace_m_s=0.45))


def test_a_dry_across_lanes_drags_sooner_than_on_even_water_and_slack_holds_it_longer() -> None:
    def seconds(*edits: RigEdit, **water: object) -> float:
        return said("dry-fly", "alder-flats", *edits, **water)["drag_free"].value

    straight = SetStance(slack="0 m", lay="straight")
    assert seconds(straight, lanes=LANES) < seconds(straight)
    assert seconds(SetStance(slack="0.7 m", lay="pile"), lanes=LANES) > seconds(straight, lanes=LANES)


def test_another_line_is_fished_and_sinks_the_team_deeper() -> None:
    floating = drift("lake-team", "oskel-north", SetMotion(kind="still"))
    sinking = drift("lake-team", "oskel-north", UseLine(line="sweep-7"), SetMotion(kind="still"))
    assert depth_at(sinking, "top-fly", 40) > depth_at(floating, "top-fly", 40)


def test_a_used_dry_bears_less_and_a_foam_one_does_not() -> None:
    rig, reach = started("dry-and-nymph", "alder-flats")
    hackled = rig.replace_attachment("dry", body=DRAWER.fly("ginger-dry-bare"))
    fresh, used = (simulate(SetDry(used=u).apply(hackled, DRAWER), reach).load for u in (False, True))
    assert used == pytest.approx(fresh / 0.6, rel=0.03)
    assert simulate(SetDry(used=True).apply(rig, DRAWER), reach).load == pytest.approx(simulate(rig, reach).load)


def test_a_float_held_back_goes_at_the_angler_s_pace_and_keeps_its_load() -> None:
    held = drift("float-pair", "sluice-meadow", SetMotion(kind="led", lead=0.5))
    free = drift("float-pair", "sluice-meadow")
    assert held.pace_m_s == pytest.approx(0.5 * 0.22, abs=1e-6)
    assert held.pace_m_s < free.pace_m_s
    assert held.load == pytest.approx(free.load)
    assert fly(held, "point").rides_m > fly(free, "point").rides_m


def test_line_that_lies_on_the_bed_is_told() -> None:
    long = [SetLength(span="tippet", value="3 m"), SetMotion(kind="natural")]
    assert drift("level-contact", "weir-run", *long).line_on_bed_m > 0.05
    assert drift("level-contact", "weir-run").line_on_bed_m == 0


def test_a_pegged_bead_on_the_line_is_a_body_like_any_other() -> None:
    rig, reach = started("float-pair", "sluice-meadow")
    bead = rig.point.model_copy(
        update={"id": "egg", "at": AtSpan(span="point-tippet", mm=400), "school": "tag",
                "body": PeggedBead(name="orange bead", material="glass", diameter_mm=6)}
    )  # fmt: skip
    rig = rig.rebuilt(attachments=(*rig.attachments, bead))
    of = simulate(rig, reach)
    assert 0 < fly(of, "egg").settled_depth_m < fly(of, "point").settled_depth_m
    assert rig_from_text(rig_text(rig)) == rig
    assert "orange bead" in rig_svg(rig, Writer())
