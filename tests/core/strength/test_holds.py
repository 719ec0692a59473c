"""Strength with its spread: on how many takes a fish is held."""

from __future__ import annotations

from dataclasses import replace
from statistics import NormalDist

import numpy as np
import pytest

from jarana.core.rig.edits.spans import SetDiameter
from jarana.core.rig.model import Rig
from jarana.core.strength.chain import HOOK_SCATTER, StrengthLink, strength_chain
from jarana.core.strength.fish import pull_of_fish
from jarana.core.strength.holds import HARDLY, PULL_SCATTER, SURELY, judged, paths_of, pull_surely_held, share_held
from jarana.core.tackle.drawer import STEADIEST_HAND, KnotTest
from jarana.core.tackle.knot import knots
from jarana.core.tackle.line_strength import SCATTER
from jarana.core.water.reach import Fish, Reach
from tests.fishing import DRAWER, WATERS, fished, read, started


def link(force: float, scatter: float = 0.1) -> StrengthLink:
    return StrengthLink("span", "tippet", "tippet", force, (), "", scatter)


def test_a_link_as_strong_as_the_pull_holds_on_half_the_takes() -> None:
    assert share_held([link(5.0)], 5.0) == pytest.approx(0.5, abs=1e-6)


@pytest.mark.parametrize("force", [3.5, 5.0, 6.0, 8.0])
def test_one_link_holds_as_two_lognormal_figures_compare(force: float) -> None:
    spread = np.hypot(0.1, PULL_SCATTER)
    assert share_held([link(force)], 5.0) == pytest.approx(NormalDist().cdf(np.log(force / 5.0) / spread), abs=0.003)


def test_many_links_hold_as_drawn_at_random() -> None:
    links = [link(6.0, 0.08), link(6.5, 0.15), link(9.0, 0.3)]
    random = np.random.default_rng(3)
    pull = 5.0 * np.exp(PULL_SCATTER * random.standard_normal(200_000))
    least = np.min([one.force * np.exp(one.scatter * random.standard_normal(200_000)) for one in links], axis=0)
    assert share_held(links, 5.0) == pytest.approx(float((least > pull).mean()), abs=0.005)


def test_a_take_on_a_tight_line_pulls_as_many_times_as_hard() -> None:
    assert share_held([link(8.0)], 4.0, jerk=2.0) == share_held([link(8.0)], 8.0)


@pytest.mark.parametrize("jerk", [1.0, 2.0])
def test_the_pull_that_is_surely_held_is_held_on_nine_takes_of_ten(jerk: float) -> None:
    links = [link(6.0, 0.08), link(9.0, 0.15)]
    assert share_held(links, pull_surely_held(links, jerk), jerk) == pytest.approx(SURELY, abs=1e-4)


@pytest.mark.parametrize("mass", [0.3, 0.6, 0.9, 1.2])
def test_the_fish_that_is_told_is_bigger_than_the_one_hoped_for_just_where_it_is_strong_enough(mass: float) -> None:
    run = WATERS["weir-run"].model_copy(update={"fish": Fish(mass_kg=mass)})
    for method in ("level-contact", "swung"):
        told = read("strong", started(method, run), run)
        assert (told.value >= mass) == (told.severity == "fine")


@pytest.mark.parametrize(
    ("share", "said"), [(SURELY, "fine"), (SURELY - 0.01, "look"), (HARDLY, "look"), (HARDLY - 0.01, "act")]
)
def test_nine_takes_of_ten_are_enough_and_fewer_than_half_are_not(share: float, said: str) -> None:
    assert judged(share) == said


def test_a_knot_scatters_with_its_line_and_a_hook_by_itself(contact_rig: Rig) -> None:
    for found in strength_chain(contact_rig):
        if found.kind == "hook":
            assert found.scatter == HOOK_SCATTER
        elif found.kind == "span":
            assert found.scatter in SCATTER.values()
        else:
            assert found.scatter > min(SCATTER.values())
    joint = next(j for j in contact_rig.joints[1:] if j.ring is None)
    held = next(k for k in strength_chain(contact_rig) if k.part == joint.id)
    lines = {s.strength_scatter for s in contact_rig.spans}
    assert any(held.scatter == pytest.approx(np.hypot(line, joint.knot.scatter)) for line in lines)


def test_what_is_harder_to_tie_scatters_more() -> None:
    rows = [k for k in knots().values() if "accident" not in k.uses]
    assert all(a.scatter < b.scatter for a in rows for b in rows if a.ease < b.ease)


@pytest.mark.parametrize(("spread", "wanted"), [(0.08, 0.1), (0.0, STEADIEST_HAND)])
def test_own_pulls_of_a_knot_tell_its_scatter(spread: float, wanted: float) -> None:
    test = KnotTest(id="mine", knot="clinch", family="nylon", share=0.8, spread=spread, n=3)
    knot = DRAWER.model_copy(update={"knot_tests": (test,)}).knot("clinch")
    assert knot is not None
    assert knot.scatter == pytest.approx(wanted)
    few = DRAWER.model_copy(update={"knot_tests": (test.model_copy(update={"n": 2}),)}).knot("clinch")
    assert few == knots()["clinch"]


def test_the_readings_tell_the_share_of_the_takes_and_agree(contact_rig: Rig, weir_run: Reach) -> None:
    said = []
    for mm in ("0.16 mm", "0.1 mm", "0.08 mm"):
        rig = SetDiameter(span="point-tippet", value=mm).apply(contact_rig, DRAWER)
        strong, weakest = read("strong", rig, weir_run), read("weakest", rig, weir_run)
        share = min(share_held(path, pull_of_fish(weir_run.fish.mass_kg, weir_run.pace_m_s)) for path in paths_of(rig))
        assert strong.severity == judged(share)
        assert "takes of 10" in strong.sentence or "every take" in strong.sentence
        assert ("fine", "look", "act").index(weakest.severity) <= ("fine", "look", "act").index(strong.severity)
        said.append(share)
    assert said == sorted(said, reverse=True)


def test_a_swung_rig_holds_fewer_takes_than_the_same_rig_drifted(weir_run: Reach) -> None:
    rig = started("swung", weir_run)
    pull = pull_of_fish(weir_run.fish.mass_kg, weir_run.pace_m_s)
    path = paths_of(rig)[0]
    assert fished(rig, weir_run).motion.jerk == 2.0
    assert share_held(path, pull, 2.0) < share_held(path, pull)
    assert share_held([replace(path[0], force=2 * pull)], pull, 2.0) == pytest.approx(0.5, abs=1e-6)
