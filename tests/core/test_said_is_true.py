"""What is said of a rig follows from its tracks, and two readings do not contradict each other."""

from __future__ import annotations

import re

import pytest

from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.motions import motions
from jarana.core.outcomes.shares import in_ten
from jarana.core.readings.with_band import readings_with_band
from jarana.core.rig.edits.flies import RemoveFly, StepBead
from jarana.core.rig.edits.shot import PinchShot
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.rig.geometry import tippet_of
from jarana.core.rig.model import Rig
from jarana.core.strength.chain import strength_chain, told_loss
from jarana.core.units import Writer
from jarana.core.water.edits.figures import SetWord
from jarana.core.water.reach import Reach
from tests.fishing import DRAWER, REACHES, WATERS, drift, fished, read, readings, started, told

METRIC = Writer()


def water_of(method: str, **figures: object) -> Reach:
    water = next(r for r in REACHES if r.kind in methods()[method].waters)
    return Reach.model_validate(water.model_dump() | figures)


def with_body(rig: Rig, role_index: int, **figures: object) -> Rig:
    """The rig with figures of one body changed."""
    plain = rig.model_dump()
    plain["attachments"][role_index]["body"] |= figures
    return Rig.model_validate(plain)


def test_the_more_a_buoyant_point_lifts_the_higher_its_team_rides() -> None:
    water = water_of("buoyant-point")
    rig = started("buoyant-point", water)
    floats = next(i for i, a in enumerate(rig.attachments) if a.fly and a.fly.lift_gf)
    teams = [drift(with_body(rig, floats, lift_gf=lift), water) for lift in (0.15, 0.8, 5.0)]
    depths = [max(fly.settled_depth_m for fly in team.flies) for team in teams]
    assert len({round(depth, 3) for depth in depths}) == 3


def test_a_float_of_the_same_lift_that_weighs_more_is_thrown_heavier_by_just_that() -> None:
    water = WATERS["weir-run"]
    rig = started("float-pair", water)
    masses = []
    for mass in (50.0, 900.0):
        plain = rig.model_dump()
        plain["head"]["body"]["mass_mg"] = mass
        value = read("cast_load", Rig.model_validate(plain), water).value
        assert value is not None
        masses.append(value)
    assert masses[1] - masses[0] == pytest.approx(850e-6, rel=0.01)


def test_losses_are_counted_in_hooks_whatever_else_goes_with_them() -> None:
    rig = started("pegged-bead", WATERS["weir-run"])
    assert sum(a.fly is None for a in rig.attachments) == 3
    lost = {told_loss(rig, link.loses) for link in strength_chain(rig) if link.kind in ("span", "joint")}
    assert lost == {"two flies", "one fly"}
    said = re.findall(r"you lose (\w+ fl\w+)", " ".join(r.sentence for r in readings(rig, WATERS["weir-run"]).values()))
    assert said
    assert set(said) <= {"one fly", "two flies"}


def test_a_shot_and_a_bead_are_called_what_they_are() -> None:
    rig = started("pegged-bead", WATERS["weir-run"])
    called = {rig.role(a) for a in rig.attachments if a.fly is None}
    assert called == {"shot", "bead"}


def test_a_shot_pinched_on_takes_nothing_that_a_snag_would_not_have_taken() -> None:
    water = WATERS["weir-run"]
    rig = started("level-contact", water)
    shot = PinchShot(span=rig.spans[-1].id, above_mm=200).apply(rig, DRAWER, METRIC)
    told_of = [re.findall(r"you lose (\w+ fl\w+)", read("weakest", r, water).sentence) for r in (rig, shot)]
    assert told_of[0] == told_of[1]


def test_a_fly_that_drags_over_the_stones_is_told_to_drag() -> None:
    water = WATERS["weir-run"]
    light = started("level-contact", water)
    heavy = light
    for _ in range(6):
        heavy = StepBead(at="point", heavier=True).apply(heavy, DRAWER, METRIC)
    point = next(f for f in drift(heavy, water).flies if f.id == "point")
    assert point.bed_share > 0
    assert abs(point.drag_m_s) > 0.02


@pytest.mark.parametrize("method", [m for m in methods() if "settle" in methods()[m].keys(water_of(m))])
def test_settle_never_says_of_a_fly_what_its_track_did_not_do(method: str) -> None:
    water = water_of(method)
    rig = started(method, water)
    title = read("settle", rig, water).title
    courses = {f.course for f in drift(rig, water).flies if any(a.id == f.id and a.fly for a in rig.attachments)}
    if "sinking" in title:
        assert "sinking" in courses
    if "rising" in title:
        assert "rising" in courses
    if title.startswith("Settles"):
        assert courses == {"settled"}
    if "the bed" in title:
        assert "on the bed" in courses


@pytest.mark.parametrize("motion", motions())
@pytest.mark.parametrize("method", ["level-contact", "float-pair", "swung", "lake-team", "buoyant-point"])
def test_a_story_tells_no_rise_of_flies_that_never_rose(method: str, motion: str) -> None:
    water = water_of(method)
    rig = SetMotion(kind=motion).apply(started(method, water), DRAWER, METRIC)
    found, story = drift(rig, water), told(rig, water)
    rises = [up for fly in found.flies for up in _rises([row[fly.node] / 1000 for row in found.z_mm])]
    if any(words in story for words in ("dives and rises", "climbs", "comes up", "lifts")):
        assert max(rises, default=0.0) > 0.01
    assert not re.search(r"None|nan|-\d", story)


def _rises(heights: list[float]) -> list[float]:
    """Every unbroken rise of a track, m."""
    found, start = [], 0
    for k in range(1, len(heights)):
        if heights[k] < heights[k - 1]:
            found.append(heights[k - 1] - heights[start])
            start = k
    return [*found, heights[-1] - heights[start]]


def test_three_countdowns_give_three_answers() -> None:
    water = water_of("lake-team", depth_m=6.0, soundings=())
    rig = started("lake-team", water)
    shown = [
        drift(SetMotion(kind=rig.motion.kind, count_s=count).apply(rig, DRAWER, METRIC), water)
        for count in (60.0, 120.0, 180.0)
    ]
    assert len({round(d.times_s[-1]) for d in shown}) == 3
    assert len({d.flies[-1].settled_depth_m for d in shown}) == 3


@pytest.mark.parametrize("method", [m for m in methods() if "lake" in methods()[m].waters])
def test_no_way_to_the_bottom_of_a_lake_is_negative_and_what_lies_there_is_said_to(method: str) -> None:
    water = water_of(method, depth_m=1.0, soundings=())
    rig = started(method, water)
    for fly in drift(rig, water).flies:
        assert fly.metres_to_bottom is None or fly.metres_to_bottom >= 0
        if fly.course == "on the bed" and any(a.id == fly.id and a.fly for a in rig.attachments):
            assert "on the bed" in read("settle", rig, water).sentence


def test_line_let_down_past_the_bed_is_laid_on_it_and_said() -> None:
    deep = water_of("lake-vertical", depth_m=8.0, soundings=())
    rig = started("lake-vertical", deep)
    shallow = water_of("lake-vertical", depth_m=5.0, soundings=())
    found = drift(rig, shallow)
    assert any(note.key == "laid" for note in found.notes)
    assert max(-min(row) for row in found.z_mm) / 1000 < 5.05


def test_a_wind_from_ahead_and_from_behind_are_two_winds() -> None:
    water = water_of("dry-fly", wind_m_s=5.0)
    along = (1.0, 0.0)
    felt = {
        side: SetWord(field="blows", value=side).apply(water, METRIC).head_wind(along) for side in water.nature.winds
    }
    assert max(felt.values()) > 0 > min(felt.values())
    assert sum(felt.values()) == pytest.approx(0.0, abs=1e-9)


@pytest.mark.parametrize("method", [m for m in methods() if "river" in methods()[m].waters])
def test_the_deepest_slowest_water_is_fished_or_refused_by_name(method: str) -> None:
    water = water_of(method, depth_m=12.0, pace_m_s=0.05, soundings=(), lanes=())
    try:
        assert drift(started(method, water), water).times_s[-1] > 0
    except InputError as error:
        assert error.faults[0].path.startswith("water.")
        assert " m" in error.faults[0].value


def test_a_snag_on_a_last_shot_is_called_one_and_counts_the_fly_above_it() -> None:
    kept = started("shot-below", WATERS["weir-run"])
    told_of = read("snag", kept, WATERS["weir-run"])
    assert told_of.title == "A snag on the shot takes the shot"
    assert told_of.severity == "fine"
    assert not any("One school" in why for why in told_of.why)
    stout = StepDiameter(span="to-shot", finer=False).apply(kept, DRAWER)
    stout = StepDiameter(span="to-shot", finer=False).apply(stout, DRAWER)
    told_of = read("snag", stout, WATERS["weir-run"])
    assert told_of.title.startswith("A snag on the shot takes the shot alone on ")
    assert told_of.severity == "look"
    assert "no more than the shot is lost" in told_of.sentence


@pytest.mark.parametrize(("method", "noun"), [("float-pair", "float"), ("dry-and-nymph", "dry fly")])
def test_a_take_is_shown_by_what_holds_the_rig(method: str, noun: str) -> None:
    said = read("take_to_sign", started(method, WATERS["weir-run"]), WATERS["weir-run"])
    assert said.title.startswith(f"The {noun} shows a take")
    assert f"Line between fly and {noun} " in said.why[0]


def test_what_is_said_of_the_bottom_is_a_share_of_many_drifts() -> None:
    situation = fished(started("level-contact", WATERS["weir-run"]), WATERS["weir-run"])
    one = read("bottom", situation.rig, situation.water)
    assert "ever" not in one.title
    found = readings_with_band(situation)
    assert found is not None
    band, banded = found
    told_ = next(r for r in banded if r.key == "bottom")
    assert in_ten(band.finds_bottom) in told_.title
    assert in_ten(max(f.touches for f in band.flies)) in told_.sentence


def test_the_tippet_that_is_judged_is_the_one_a_fly_hangs_on_not_a_last_shots() -> None:
    water = WATERS["weir-run"]
    shot, pair = started("shot-below", water), started("level-contact", water)
    span, fly = tippet_of(shot)
    assert (span.id, fly) == ("tippet", shot.attachment("fly").fly)
    assert shot.spans[-1].d1_mm < span.d1_mm
    told_of = read("tippet", shot, water)
    assert told_of.value == pytest.approx(span.d1_mm / 1000)
    assert told_of.parts == ("tippet",)
    assert tippet_of(pair) == (pair.spans[-1], pair.point.fly)
    bare = RemoveFly(at="fly").apply(shot, DRAWER)
    assert tippet_of(bare) == (bare.spans[-1], None)
