"""Knots, tippets, loads and rules: the arithmetic of the bank."""

from __future__ import annotations

from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.rig.edits.whole import UseKnot
from jarana.core.rig.model import Rig
from jarana.core.rules.check import breaches, is_old, place
from jarana.core.rules.rule_set import RuleSet
from jarana.core.strength.chain import strength_chain, weakest_link
from jarana.core.strength.knot_choice import knot_choices
from jarana.core.strength.loads import loads, path_to
from jarana.core.strength.tippet import (
    by_hook,
    diameter_for_force,
    fight_seconds,
    tippet_range,
    wanted_force,
)
from jarana.core.tackle.drawer import Drawer, KnotTest
from jarana.core.tackle.knot import Knot, knots
from jarana.core.tackle.material import dry_strength, materials
from jarana.core.units import Writer
from jarana.core.water.edits.figures import SetWord
from jarana.core.water.reach import Reach
from jarana.demo.load import valley
from tests.fishing import readings, started

REACHES = {r.id: r for r in valley()[0]}
RULES = RuleSet(id="r", name="Rules", source="a board", checked=date(2026, 5, 1))


def joint_of(rig: Rig, knot: str) -> str:
    return next(j.id for j in rig.joints if j.knot.key == knot)


def test_the_choice_holds_what_the_chain_says_it_holds(contact_rig: Rig) -> None:
    for part in (joint_of(contact_rig, "blood"), joint_of(contact_rig, "water"), "point"):
        for choice in knot_choices(contact_rig, part):
            changed = (
                UseKnot(part=part, knot=choice.knot.key).apply(contact_rig, Drawer()) if not choice.now else contact_rig
            )
            links = [k for k in strength_chain(changed) if k.part == part and k.kind in ("joint", "eye")]
            assert choice.force == pytest.approx(min(k.force for k in links))


def test_only_what_can_be_tied_there_is_offered(contact_rig: Rig) -> None:
    dropper = joint_of(contact_rig, "water")
    assert all(c.knot.dropper_tag != "none" for c in knot_choices(contact_rig, dropper))
    assert {"open-loop", "uni"} <= {c.knot.key for c in knot_choices(contact_rig, "point")}
    assert all("eye" in c.knot.joins for c in knot_choices(contact_rig, "point"))
    assert sum(c.now for c in knot_choices(contact_rig, "point")) == 1
    with pytest.raises(InputError):
        knot_choices(contact_rig, "nothing")


def test_cold_hands_move_easy_knots_up_and_take_longer(contact_rig: Rig) -> None:
    part = joint_of(contact_rig, "blood")
    warm, cold = knot_choices(contact_rig, part), knot_choices(contact_rig, part, hard=True)
    rank = {c.knot.key: i for i, c in enumerate(cold)}
    hard_ones = [c.knot.key for c in warm if c.knot.ease >= 4]
    assert all(rank[k] >= [c.knot.key for c in warm].index(k) for k in hard_ones)
    assert min(c.seconds for c in cold) > min(c.seconds for c in warm)


@pytest.mark.parametrize("method", sorted(methods()))
def test_a_stronger_knot_never_weakens_the_chain(method: str, drawer: Drawer) -> None:
    water = {"lake-team": "oskel-north", "sweep": "oskel-north"}.get(method, "weir-run")
    rig = started(method, REACHES[water], drawer)
    for joint in rig.joints[1:]:
        for choice in knot_choices(rig, joint.id):
            now = next(c for c in knot_choices(rig, joint.id) if c.now)
            if choice.force >= now.force and not choice.now:
                changed = UseKnot(part=joint.id, knot=choice.knot.key).apply(rig, drawer)
                assert weakest_link(strength_chain(changed)).force >= weakest_link(strength_chain(rig)).force - 1e-9


def test_a_fish_on_the_dropper_does_not_load_the_line_below_it(contact_rig: Rig) -> None:
    links = strength_chain(contact_rig)
    on_dropper = {link.part for link in path_to(links, "dropper")}
    on_point = {link.part for link in path_to(links, "point")}
    below = contact_rig.spans[-1].id
    assert below in on_point
    assert below not in on_dropper
    assert {contact_rig.spans[0].id, contact_rig.spans[-2].id} <= on_dropper & on_point


def test_what_goes_first_on_a_path_is_its_weakest_and_says_what_is_lost(contact_rig: Rig) -> None:
    for load in loads(contact_rig, 0.6):
        assert load.weakest.force == min(link.force for link in load.links)
        assert load.fly in load.weakest.loses
        assert [link.force for link in load.links] == sorted(link.force for link in load.links)


def test_more_flies_never_raise_strength(contact_rig: Rig, drawer: Drawer) -> None:
    one = RemoveFly(at="dropper").apply(contact_rig, drawer)
    assert weakest_link(strength_chain(contact_rig)).force <= weakest_link(strength_chain(one)).force + 1e-9


def test_a_finer_point_tippet_spares_the_dropper(contact_rig: Rig, drawer: Drawer) -> None:
    # Tied level the ring above goes first and takes both; one size finer only the point goes.
    finer = StepDiameter(span=contact_rig.spans[-1].id, finer=True).apply(contact_rig, drawer)
    same = weakest_link(path_to(strength_chain(contact_rig), "point"))
    spared = weakest_link(path_to(strength_chain(finer), "point"))
    assert set(same.loses) == {"dropper", "point"}
    assert set(spared.loses) == {"point"}


def test_hook_over_three_and_over_four_by_hand() -> None:
    # #15 over 3 is 5X, 0.1524 mm; #16 over 4 is 4X, 0.1778 mm.
    assert by_hook(15, 3) == pytest.approx(0.1524e-3)
    assert by_hook(16, 4) == pytest.approx(0.1778e-3)


@given(st.floats(1, 40))
def test_the_finest_that_holds_holds_just_that(force: float) -> None:
    for key in ("nylon-tippet", "fluorocarbon"):
        material = materials()[key]
        mm = diameter_for_force(material, force)
        if 0.051e-3 < mm < 0.599e-3:
            assert dry_strength(material, mm) * material.wet_share * 0.8 == pytest.approx(force, rel=1e-3)


def test_clear_water_and_wary_fish_ask_for_finer_and_a_bigger_fish_for_stouter(
    contact_rig: Rig, weir_run: Reach
) -> None:
    fly, rod = contact_rig.point.fly, contact_rig.rod
    material = contact_rig.spans[-1].material
    clear = tippet_range(fly, weir_run, rod, material)
    coloured = tippet_range(fly, SetWord(field="clarity", value="coloured").apply(weir_run), rod, material)
    assert coloured.high > clear.high
    big = weir_run.model_copy(update={"fish": weir_run.fish.model_copy(update={"mass_kg": 2.0})})
    assert wanted_force(big, rod) >= wanted_force(weir_run, rod)


def test_going_finer_makes_the_fight_longer() -> None:
    assert fight_seconds(1.0, 2.0) == pytest.approx(2 * fight_seconds(1.0, 4.0))


def test_rules_name_what_is_outside_them(contact_rig: Rig) -> None:
    def told(**rules: object) -> list[str]:
        return [b.text for b in breaches(contact_rig, RULES.model_copy(update=rules), Writer())]

    assert told() == []
    assert told(most_flies=1) == ["2 flies, at most 1"]
    assert told(least_distance_m=0.6) == ["dropper and point 52 cm apart, at least 60 cm"]
    assert told(longest_rods=1.5)[0].startswith("leader 6.34 m, at most 1.5 × the rod")
    assert told(barbless=True) == []
    barbed = contact_rig.point.fly.model_copy(
        update={"hook": contact_rig.point.fly.hook.model_copy(update={"barbless": False})}
    )
    sharp = contact_rig.replace_attachment("point", body=barbed)
    (only,) = breaches(sharp, RULES.model_copy(update={"barbless": True}), Writer())
    assert only.parts == ("point",)


def test_floats_shot_and_distances_along_the_line(drawer: Drawer) -> None:
    rig = started("shot-below", REACHES["mill-throat"], drawer)
    strict = RULES.model_copy(update={"floats": False, "shot": False})
    assert {b.text for b in breaches(rig, strict, Writer())} == {"no floats", "no shot on the line"}
    assert [place(rig, a) for a in rig.attachments] == sorted(place(rig, a) for a in rig.attachments)


def test_a_rule_set_of_more_than_a_year_ago_is_old() -> None:
    assert not is_old(RULES, date(2027, 5, 1))
    assert is_old(RULES, date(2027, 5, 3))


def test_readings_know_the_rules_of_the_water(contact_rig: Rig, weir_run: Reach) -> None:

    one = RULES.model_copy(update={"most_flies": 1})
    said = readings(contact_rig, weir_run, rules=one)
    assert said["rules"].severity == "act"
    assert said["rules"].parts == ("dropper", "point")
    unknown = readings(contact_rig, weir_run)
    assert unknown["rules"].title == "No rule set for this water"


def test_seasons_longest_leaders_and_beads_far_from_their_hook(contact_rig: Rig, drawer: Drawer) -> None:
    def told(today: date, **rules: object) -> list[str]:
        made = RuleSet.model_validate(RULES.model_dump() | rules)
        return [b.text for b in breaches(contact_rig, made, Writer(), today)]

    winter = [{"method": "level-contact", "first": "11-01", "last": "02-15"}]
    assert told(date(2026, 12, 24), seasons=winter) == []
    assert told(date(2026, 1, 3), seasons=winter) == []
    assert told(date(2026, 6, 1), seasons=winter) == ["this method is allowed 11-01 to 02-15 only"]
    assert told(date(2026, 6, 1), seasons=[{"method": "sweep", "first": "01-01", "last": "01-02"}]) == []
    assert told(date(2026, 6, 1), longest_m=6)[0] == "leader 6.34 m, at most 6.00 m"


def test_three_own_pulls_win_over_the_table_and_two_do_not(contact_rig: Rig) -> None:
    part = joint_of(contact_rig, "blood")

    def blood(n: int) -> float:
        test = KnotTest(id="t", knot="blood", family="nylon", share=0.95, spread=0.02, n=n)
        found = knot_choices(contact_rig, part, drawer=Drawer(knot_tests=(test,)))
        return next(c.force for c in found if c.knot.key == "blood")

    assert blood(3) == pytest.approx(blood(2) * 0.95 / 0.80)
    tied = UseKnot(part=part, knot="blood").apply(
        contact_rig, Drawer(knot_tests=(KnotTest(id="t", knot="blood", share=0.95, n=4),))
    )
    assert "Your own pulls in nylon: 95%" in next(j.knot.remark for j in tied.joints if j.id == part)


def test_what_fish_told_of_a_knot_counts_until_it_was_pulled_often_enough() -> None:
    fish = KnotTest(id="f", knot="blood", share=0.62, spread=0.06, n=0, fish=9)
    few, enough = (KnotTest(id="p", knot="blood", share=0.95, n=n) for n in (2, 3))

    def blood(*tests: KnotTest) -> Knot:
        knot = Drawer(knot_tests=tests).knot("blood")
        assert knot is not None
        return knot

    assert blood(fish).nylon == blood(fish, few).nylon == blood(few, fish).nylon == 0.62
    assert "by 9 fish of yours that were on: 62%" in blood(fish).remark
    assert blood(fish, enough).nylon == blood(enough, fish).nylon == 0.95
    assert blood(fish).fluorocarbon == knots()["blood"].fluorocarbon


def test_the_loop_at_the_fly_line_is_chosen_among_loops_or_tied_to_it(contact_rig: Rig, drawer: Drawer) -> None:
    choices = {c.knot.key: c for c in knot_choices(contact_rig, "j-line", drawer=drawer)}
    assert set(choices) == {"perfection-loop", "surgeon-loop", "surgeon-loop-triple", "nail"}
    assert choices["perfection-loop"].now
    assert choices["surgeon-loop-triple"].force > choices["surgeon-loop"].force > choices["perfection-loop"].force
    tied = UseKnot(part="j-line", knot="nail").apply(contact_rig, drawer)
    assert tied.joints[0].loop is None
    looped = UseKnot(part="j-line", knot="surgeon-loop").apply(tied, drawer)
    assert looped.joints[0].loop is not None
    assert looped.joints[0].knot.key == "loop-to-loop"


def test_a_bead_is_pegged_and_a_shot_is_stopped_with_knots_of_their_own() -> None:
    beads = started("pegged-bead", REACHES["sluice-meadow"])
    assert {c.knot.key for c in knot_choices(beads, "bead")} == {"bead-peg"}
    shot = started("shot-below", REACHES["sluice-meadow"])
    assert {c.knot.key for c in knot_choices(shot, "shot")} >= {"surgeon-loop", "surgeon-loop-triple"}
