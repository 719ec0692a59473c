"""No two readings say different things of one rig, and none says more than it knows."""

from __future__ import annotations

import re

import pytest
from pydantic import TypeAdapter

from jarana.core.methods import methods
from jarana.core.outcomes.band import told
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings import settle as settling
from jarana.core.readings.base import ORDER
from jarana.core.readings.drag import _said
from jarana.core.readings.with_band import told_by
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.spans import SetDiameter
from jarana.core.search.any_edit import AnyEdit
from jarana.core.search.moves.base import moved
from jarana.core.search.start import Best, start
from jarana.core.search.tries import tries
from jarana.core.search.valued import SOME, Valuer
from jarana.core.situation import Situation
from jarana.core.strength.chain import strength_chain, weakest_link
from jarana.core.water.reach import TakingZone
from tests.coverage import water
from tests.fishing import DRAWER, WATERS, drift, fished, read, setting, started
from tests.fishing import told as story_of

RUN, LAKE = water(0.9, 0.62), WATERS["oskel-north"]


def fish_told(sentence: str) -> str:
    (mass,) = re.findall(r"Holds a ([\d.]+ kg)", sentence)
    return str(mass)


@pytest.mark.parametrize("method", ["level-contact", "three-in-line", "pegged-bead", "swung", "dry-and-nymph"])
@pytest.mark.parametrize("mass", [0.3, 1.2, 4.0])
def test_what_goes_first_holds_the_fish_the_rig_is_said_to_hold(method: str, mass: float) -> None:
    run = RUN.model_copy(update={"fish": RUN.fish.model_copy(update={"mass_kg": mass})})
    rig = started(method, RUN)
    weak, strong = read("weakest", rig, run), read("strong", rig, run)
    assert (mass < 1.0) == (weak.severity == "fine")
    assert weak.parts == strong.parts
    assert fish_told(weak.sentence) == f"{strong.figure} {strong.unit}"
    assert weak.severity == strong.severity


def test_no_fish_pulls_on_the_stopper_of_a_shot_however_weak_it_is() -> None:
    rig = started("shot-below", RUN)
    assert weakest_link(strength_chain(rig)).loses == ("shot",)
    weak = read("weakest", rig, RUN)
    assert "No fish pulls on it" in weak.sentence
    assert "Holds" not in weak.sentence
    assert weak.severity == "fine"


@pytest.mark.parametrize(
    ("speed", "said"), [(0.0049, "as fast"), (0.0051, "0.01 faster"), (-0.0049, "as fast"), (-0.0051, "0.01 slower")]
)
def test_a_speed_that_is_written_as_none_is_none(speed: float, said: str) -> None:
    here = fished(started("swung", RUN), RUN)
    names = [a.id for a in here.rig.attachments]
    sentence = _said(here, {names[0]: 0.05, names[1]: speed}).sentence
    assert sentence.split(", ")[1].rstrip(".").endswith(said)


def test_flies_farther_apart_than_the_zone_is_thick_are_not_said_to_be_both_in_it() -> None:
    rig = started("three-in-line", RUN)
    said = {}
    for thick in (0.2, 0.3, 0.4, 0.6):
        zone = TakingZone(low_m=0.0, high_m=thick, datum="bed")
        sentence = read("spacing", rig, RUN.model_copy(update={"zone": zone})).sentence
        (apart, _, both) = (float(cm) for cm in re.findall(r"(\d+) cm", sentence))
        said[apart <= both] = sentence
        assert ("would keep" in sentence) == (apart > both)
    assert len(said) == 2


@pytest.mark.parametrize(
    ("method", "flies", "begins"), [("lake-deep-float", 1, "The fly swings"), ("lake-suspended", 3, "The team swings")]
)
def test_one_fly_is_no_team(method: str, flies: int, begins: str) -> None:
    rig = started(method, LAKE)
    assert sum(1 for a in rig.attachments if a.fly) >= flies
    assert story_of(rig, LAKE).startswith(begins)


def test_the_depth_beside_a_title_is_that_of_the_fly_it_names() -> None:
    rig = started("lake-team", LAKE)
    flies = drift(rig, LAKE).flies
    top, *others = flies
    going = (top.model_copy(update={"course": "rising"}), *(f.model_copy(update={"course": "settled"}) for f in others))
    assert settling._named(going) == going[0]
    lying = (*going[1:], top.model_copy(update={"course": "on the bed"}))
    assert settling._named(lying) == lying[-1]
    assert settling._named(tuple(f.model_copy(update={"course": "sinking"}) for f in flies)) is None
    assert settling._named(going[1:]) is None


def finer_point(here: Situation, by_members: bool) -> tuple[str, dict[str, str]]:
    """What a finer point tippet is said to cost, and how readings stand then, by members or by one drift."""
    span = here.rig.spans[-1]
    owned = [s.diameter_mm for s in DRAWER.spools if s.material.key == span.material.key and s.diameter_mm < span.d1_mm]
    then = here.with_rig(SetDiameter(span=span.id, value=f"{max(owned)} mm").apply(here.rig, DRAWER, here.writer))
    (valued,) = Valuer()([then], SOME, screened=False)
    after = readings_of(then)
    if by_members:
        after = told_by(then, after, told(valued.tracks, then))
    named = next(c.text for c in compare(here.rig, then.rig, here.writer, spools=False))
    return named, {r.key: r.severity for r in after}


def test_what_members_decide_is_not_said_to_get_worse_by_one_drift() -> None:
    """One drift of this rig touches nothing, three of ten of its members do: with a finer tippet they still do."""
    found = start(methods()["float-pair"], setting(water(1.8, 0.5)), full=False)
    assert isinstance(found, Best)
    here = found.valued.situation
    named, alone = finer_point(here, by_members=False)
    _, together = finer_point(here, by_members=True)
    assert (alone["bottom"] != "fine", together["bottom"]) == (True, "fine")
    snag = next(r for r in tries(here).readings if r.key == "snag")
    offered = next(t for t in snag.tries if t.name == named)
    assert "bottom" not in offered.costs


def test_where_no_members_are_asked_nothing_they_decide_is_said_to_get_worse() -> None:
    """Out of reach, a reach cast under a float: by one drift it would be said to be still rising."""
    far = fished(started("float-pair", RUN), water(0.9, 0.62, off_m=30.0))
    judged = {key for key, kind in reading_kinds().items() if kind.judge is not None}
    before = {r.key: r.severity for r in readings_of(far)}
    worse = 0
    for offered in (t for r in tries(far).readings for t in r.tries):
        then = moved(far, (TypeAdapter(AnyEdit).validate_python(offered.edit),))
        assert then is not None
        told_worse = [r for r in readings_of(then) if r.key in judged and ORDER[r.severity] < ORDER[before[r.key]]]
        worse += len(told_worse)
        assert offered.costs.removeprefix("but ") not in {r.title.lower() for r in told_worse}
    assert worse
