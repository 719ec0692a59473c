"""How the chain and the choices read, on rigs of the valley: names, figures, losses and reasons."""

from __future__ import annotations

import pytest

from jarana.core.errors import InputError
from jarana.core.rig.model import Rig
from jarana.core.strength import knot_choice
from jarana.core.strength.chain import strength_chain, told_loss
from jarana.core.strength.dropper_choice import DropperChoice, dropper_choices
from jarana.core.strength.fish import fish_held_by, pull_of_fish
from jarana.core.strength.knot_choice import AS_STRONG, KnotChoice, knot_choices
from jarana.core.strength.loads import loads
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import knots
from tests.fishing import WATERS, started

BEADS = started("pegged-bead", WATERS["weir-run"])
SHOT = started("shot-below", WATERS["weir-run"])
BEND = started("dry-and-nymph", WATERS["alder-flats"])
FLOAT = started("float-pair", WATERS["sluice-meadow"])
BOTH = ("dropper", "point")


def told(rig: Rig) -> list[tuple[object, ...]]:
    return [(k.kind, k.part, k.name, round(k.force, 2), k.loses, k.why.split(", ±")[0]) for k in strength_chain(rig)]


def test_the_chain_of_two_nymphs_reads_from_the_fly_line_to_the_hooks(contact_rig: Rig) -> None:
    tippet = "of fluorocarbon 0.12, knots table:"
    assert told(contact_rig) == [
        ("joint", "j-line", "perfection loop, at the fly line", 9.32, BOTH, "68% of coloured mono 0.18, knots table: perfection loop"),
        ("span", "mono", "Coloured mono", 13.62, BOTH, "0.18 mm coloured mono, wet; materials table: coloured mono"),
        ("joint", "j-clear", "blood, coloured mono to clear", 10.9, BOTH, "80% of coloured mono 0.18, knots table: blood"),
        ("span", "clear", "Clear", 21.45, BOTH, "0.16 mm copolymer, wet; materials table: copolymer tippet"),
        ("joint", "j-sighter", "blood, clear to sighter", 8.92, BOTH, "80% of sighter 0.16, knots table: blood"),
        ("span", "sighter", "Sighter", 11.15, BOTH, "0.16 mm sighter, wet; materials table: sighter mono, two-tone"),
        ("joint", "j-tippet", "ring, sighter to tippet", 8.89, BOTH, f"70% {tippet} clinch"),
        ("span", "tippet", "Tippet", 12.7, BOTH, "0.12 mm fluorocarbon, wet; materials table: fluorocarbon tippet"),
        ("joint", "j-point-tippet", "three-turn water knot, tippet to tippet to the point", 10.92, ("point", "dropper"), f"86% {tippet} three-turn water knot"),
        ("span", "point-tippet", "Tippet to the point", 12.7, ("point",), "0.12 mm fluorocarbon, wet; materials table: fluorocarbon tippet"),
        ("tag", "dropper", "dropper's tag", 10.92, ("dropper",), f"three-turn water knot, 86% {tippet} three-turn water knot"),
        ("eye", "dropper", "dropper fly's knot", 10.16, ("dropper",), f"compact slip-through keeps 80% {tippet} compact slip-through"),
        ("hook", "dropper", "dropper hook, Slim olive #16", 20.0, ("dropper",), "wire 0.41 mm opens, hooks table row 16"),
        ("eye", "point", "point fly's knot", 10.16, ("point",), f"compact slip-through keeps 80% {tippet} compact slip-through"),
        ("hook", "point", "point hook, Resin quill #14", 27.0, ("point",), "wire 0.46 mm opens, hooks table row 14"),
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("rig", "part", "kind", "name", "force", "lost", "why"),
    [
        (FLOAT, "butt", "span", "Butt", 81.05, "two flies", "0.4 mm nylon, wet; your spool's label"),
        (FLOAT, "j-tippet", "joint", "three-turn water knot, taper to tippet", 9.12, "two flies", "55% of fluorocarbon 0.14, knots table: three-turn water knot"),
        (BEADS, "j-end", "joint", "clinch on the bend of the dropper", 11.55, "one fly", "70% of fluorocarbon 0.14, knots table: clinch"),
        (BEADS, "bead", "eye", "peg of the amber bead 8 mm", 15.32, "two flies", "74% of fluorocarbon 0.16, knots table: bead peg"),
        (BEADS, "bead-2", "eye", "peg of the pale bead 6 mm", 12.21, "one fly", "74% of fluorocarbon 0.14, knots table: bead peg"),
        (SHOT, "to-shot", "span", "Shot's tippet", 12.7, "the shot alone", "0.12 mm fluorocarbon, wet; materials table: fluorocarbon tippet"),
        (SHOT, "shot", "eye", "stopper of the shot No 3", 9.52, "the shot alone", "75% of fluorocarbon 0.12, knots table: double surgeon's loop"),
        (SHOT, "fly", "tag", "dropper's tag", 17.81, "one fly", "three-turn water knot, 86% of fluorocarbon 0.16, knots table: three-turn water knot"),
        (BEND, "j-below", "joint", "clinch on the bend of the dry fly", 8.89, "one fly", "70% of fluorocarbon 0.12, knots table: clinch"),
        (BEND, "dry", "eye", "dry fly's knot", 14.33, "two flies", "clinch, 5 turns keeps 80% of nylon 0.152, knots table: clinch"),
        (BEND, "dry", "hook", "dry fly hook, Foam beetle #10", 31.2, "two flies", "wire 0.61 mm opens, hooks table row 10"),
    ],
)  # fmt: skip
def test_a_link_says_what_it_is_what_it_holds_what_goes_with_it_and_why(
    rig: Rig, part: str, kind: str, name: str, force: float, lost: str, why: str
) -> None:
    (link,) = [k for k in strength_chain(rig) if (k.part, k.kind) == (part, kind)]
    assert (link.name, round(link.force, 2), told_loss(rig, link.loses), link.why.split(", ±")[0]) == (
        name,
        force,
        lost,
        why,
    )


@pytest.mark.parametrize(
    ("ids", "lost"),
    [
        ((), "no fly"), (("shot",), "the shot alone"), (("fly",), "one fly"), (("fly", "shot"), "one fly"),
    ],
)  # fmt: skip
def test_what_is_lost_is_counted_in_hooks(ids: tuple[str, ...], lost: str) -> None:
    assert told_loss(SHOT, ids) == lost


def test_a_bead_alone_and_a_bead_with_a_shot_are_no_fly() -> None:
    assert told_loss(BEADS, ("bead",)) == "the bead alone"
    assert told_loss(BEADS, ("bead", "bead-2", "shot")) == "the bead and the shot alone"
    assert told_loss(BEADS, ("hook", "point", "bead")) == "two flies"


def rows(choices: tuple[KnotChoice, ...]) -> list[tuple[object, ...]]:
    return [(c.knot.key, round(c.of_best, 3), round(c.eaten * 1000, 1), round(c.seconds), c.now, c.reason) for c in choices]  # fmt: skip


def test_the_knots_for_the_point_stand_by_what_they_hold_less_three_percent_a_step_of_ease(contact_rig: Rig) -> None:
    assert rows(knot_choices(contact_rig, "point")) == [
        ("uni", 1.0, 22.2, 48, False, "Holds most of what can be tied here."),
        ("slip-through", 0.941, 8.0, 48, True, "6% weaker than the first, as easy to tie."),
        ("improved-clinch", 0.918, 19.8, 48, False, "8% weaker than the first, as easy to tie."),
        ("open-loop", 0.941, 24.6, 66, False, "6% weaker than the first, harder to tie. Lets the fly wag."),
        ("clinch", 0.824, 17.4, 36, False, "18% weaker than the first, easier to tie."),
        ("figure-eight", 0.824, 9.2, 36, False, "18% weaker than the first, easier to tie."),
    ]


def test_with_cold_hands_an_easy_knot_stands_higher_and_all_take_1_7_times_as_long(contact_rig: Rig) -> None:
    assert rows(knot_choices(contact_rig, "point", hard=True)) == [
        ("uni", 1.0, 22.2, 82, False, "Holds most of what can be tied here with cold hands."),
        ("slip-through", 0.941, 8.0, 82, True, "6% weaker than the first, as easy to tie."),
        ("improved-clinch", 0.918, 19.8, 82, False, "8% weaker than the first, as easy to tie."),
        ("clinch", 0.824, 17.4, 61, False, "18% weaker than the first, easier to tie."),
        ("figure-eight", 0.824, 9.2, 61, False, "18% weaker than the first, easier to tie."),
        ("open-loop", 0.941, 24.6, 112, False, "6% weaker than the first, harder to tie. Lets the fly wag."),
    ]


def test_the_loop_at_the_fly_line_need_not_be_the_strongest(contact_rig: Rig) -> None:
    assert rows(knot_choices(contact_rig, "j-line")) == [
        ("surgeon-loop-triple", 0.95, 40.0, 36, False, "Holds nearly as much as the strongest that can be tied here, and is easy."),
        ("surgeon-loop", 0.894, 40.0, 36, False, "6% weaker than the first, as easy to tie."),
        ("nail", 1.0, 41.0, 126, False, "5% stronger than the first, harder to tie."),
        ("perfection-loop", 0.805, 35.4, 66, True, "15% weaker than the first, harder to tie."),
    ]  # fmt: skip


def test_a_knot_that_leaves_a_tag_says_so(contact_rig: Rig) -> None:
    found = {c.knot.key: c for c in knot_choices(contact_rig, "j-clear")}
    assert found["water"].reason == "Holds most of what can be tied here. Leaves a tag for a dropper."
    assert found["double-surgeon"].reason.endswith("as easy to tie. Leaves a tag for a dropper.")
    assert found["blood"].reason == "9% weaker than the first, harder to tie."
    assert found["blood"].now
    assert found["water"].eaten == pytest.approx(0.028)


@pytest.mark.parametrize(
    ("share", "words"), [(AS_STRONG - 1e-4, "As strong as the first"), (AS_STRONG + 1e-4, "1% weaker than the first")]
)
def test_less_than_a_hundredth_apart_is_as_strong(
    contact_rig: Rig, share: float, words: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    held = {"clinch": 10.0, "figure-eight": 10.0 * (1 - share)}
    monkeypatch.setattr(knot_choice, "_holds", lambda rig, _part: held.get(rig.attachment("point").knot.key, 1.0))
    found = {c.knot.key: c.reason for c in knot_choices(contact_rig, "point", drawer=Drawer())}
    assert found["clinch"] == "Holds most of what can be tied here."
    assert found["figure-eight"] == f"{words}, as easy to tie."


def test_what_is_nowhere_on_the_rig_has_no_knot_and_no_school(contact_rig: Rig) -> None:
    with pytest.raises(InputError, match="there is no such joint or fly on this rig") as refused:
        knot_choices(contact_rig, "nowhere")
    assert (refused.value.faults[0].path, refused.value.faults[0].value) == ("part", "nowhere")
    for part in ("point", "nowhere"):
        with pytest.raises(InputError) as refused:
            dropper_choices(contact_rig, part, 0.9)
        assert (refused.value.faults[0].path, refused.value.faults[0].value) == ("part", part)


def test_five_ways_to_hang_the_dropper_with_what_each_holds_costs_and_loses(contact_rig: Rig, drawer: Drawer) -> None:
    def row(c: DropperChoice) -> tuple[object, ...]:
        holds = (round(c.force, 2), round(c.main, 2))
        costs = (c.changes, round(c.anew_s), round(c.shortens * 1000, 1))
        return (
            c.words.key,
            c.fault,
            holds,
            round(c.tag, 3),
            round(c.wanted, 3),
            costs,
            c.tangle,
            c.snag,
            c.loses,
            c.now,
        )

    assert [row(c) for c in dropper_choices(contact_rig, "dropper", 0.9, False, drawer)] == [
        ("tag", "", (10.16, 10.92), 0.12, 0.153, (7, 96, 44.0), "some", BOTH, 2, True),
        ("link", "", (8.38, 10.92), 0.12, 0.153, (7, 114, 0.0), "little", ("dropper",), 1, False),
        ("ring", "", (8.89, 8.89), 0.12, 0.153, (7, 84, 0.0), "some", ("dropper",), 1, False),
        ("bend", "", (10.16, 8.89), 0.0, 0.0, (None, 84, 17.4), "little", BOTH, 2, False),
        ("fold", "", (8.89, 8.89), 0.12, 0.153, (7, 96, 142.0), "some", ("dropper",), 1, False),
    ]


def test_a_way_that_cannot_be_tied_says_why_and_has_no_figures(contact_rig: Rig, drawer: Drawer) -> None:
    apart = contact_rig.model_copy(
        update={"spans": tuple(s.model_copy(update={"d0_mm": 0.11, "d1_mm": 0.11}) if s.id == "point-tippet" else s for s in contact_rig.spans)}
    )  # fmt: skip
    (fold,) = [c for c in dropper_choices(apart, "dropper", 0.9, False, drawer) if c.words.key == "fold"]
    assert fold == dropper_choices(apart, "dropper", 0.9, False, drawer)[-1]
    assert fold.fault
    assert (fold.force, fold.main, fold.tag, fold.wanted, fold.changes) == (0.0, 0.0, 0.0, 0.0, None)
    assert (fold.anew_s, fold.shortens, fold.tangle, fold.snag, fold.loses, fold.now) == (
        0.0,
        0.0,
        "some",
        (),
        0,
        False,
    )


def test_every_fly_can_be_pulled_by_a_fish_and_a_snag(contact_rig: Rig) -> None:
    found = loads(contact_rig, 0.62)
    assert [(load.fly, load.kind) for load in found] == [
        ("dropper", "fish"), ("dropper", "snag"), ("point", "fish"), ("point", "snag"),
    ]  # fmt: skip
    for load in found:
        assert load.weakest == load.links[0]
        assert [k.force for k in load.links] == sorted(k.force for k in load.links)
        assert all(load.fly in k.loses for k in load.links)
        assert load.held == pytest.approx(0.444, abs=0.001)
        assert load.weakest.name == "ring, sighter to tippet"
        assert pull_of_fish(load.held, 0.62) == pytest.approx(contact_rig.rod.steady_pull_n)


def test_where_the_line_is_weaker_than_the_rod_the_line_says_what_it_holds(contact_rig: Rig) -> None:
    stiff = contact_rig.model_copy(update={"rod": contact_rig.rod.model_copy(update={"steady_pull_n": 60.0})})
    for load in loads(stiff, 0.62):
        assert pull_of_fish(load.held, 0.62) == pytest.approx(8.89, abs=0.01)


@pytest.mark.parametrize(
    ("mass", "pace", "force"), [(1.0, 0.0, 6.3743225), (1.0, 1.0, 9.3743225), (8.0, 1.0, 8 * 6.3743225 + 12.0), (1.0, 2.0, 18.3743225)]
)  # fmt: skip
def test_a_fish_pulls_with_a_share_of_its_weight_and_its_drag(mass: float, pace: float, force: float) -> None:
    """0.65 of its weight, and ½ρv²·0.3·0.02 m²·kg^(2/3): 3 N for a kilo in 1 m/s, four times that for eight."""
    assert pull_of_fish(mass, pace) == pytest.approx(force)
    assert fish_held_by(force, pace) == pytest.approx(mass, rel=1e-9)


def test_sea_water_drags_more_in_proportion() -> None:
    still = pull_of_fish(1.0, 0.0)
    assert pull_of_fish(1.0, 1.0, 1025.0) - still == pytest.approx(1.025 * (pull_of_fish(1.0, 1.0) - still))


def test_every_knot_that_may_be_offered_takes_a_time_its_ease_says() -> None:
    assert {knot.ease for knot in knots().values()} <= {1, 2, 3, 4, 5}
