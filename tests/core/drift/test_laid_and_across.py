"""Where the rod is, how the line lies, and what is read across the stream: sag, slip, swing, wind."""

from __future__ import annotations

import math
from itertools import pairwise

import numpy as np
import pytest

from jarana.core.drift.across import LATER_S, SLIP_M, Across
from jarana.core.drift.laid import HEAPED_FROM, laid
from jarana.core.drift.lower import lower
from jarana.core.drift.nominal import nominal, story
from jarana.core.engine.scenario import HeldTop
from jarana.core.errors import InputError
from jarana.core.motions.stood import reach_of
from jarana.core.readings import reading_kinds
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.stance import SetStance, StepStance
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.rig.model import Rig
from jarana.core.rig.stance import Stance
from jarana.core.search.tries import readings_with_tries
from jarana.core.situation import Situation
from jarana.core.water.reach import Lane
from tests import coverage
from tests.fishing import DRAWER, WATERS, fished, started

RUN = WATERS["weir-run"]
SEAM = RUN.model_copy(
    update={
        "lanes": (
            Lane(name="near", width_m=2.0, pace_m_s=0.25),
            Lane(name="fast", width_m=5.0, pace_m_s=0.55),
            Lane(name="far", width_m=4.0, pace_m_s=0.25),
        ),
        "pace_m_s": 0.25,
        "off_m": 9.0,
    }
)
"""A fast lane between the rod and slow water in which the fish rise."""


def held(*edits: object, method: str = "level-contact", water: object = RUN) -> Situation:
    rig = started(method, water)
    for edit in edits:
        rig = edit.apply(rig, DRAWER)
    return fished(rig, water)


def across(*edits: object, method: str = "level-contact", water: object = RUN):
    found = nominal(held(*edits, method=method, water=water)).across
    assert found is not None
    return found


def lies(stance: Stance, method: str = "dry-fly", line_m: float | None = None):
    rig = started(method, RUN).rebuilt(stance=stance)
    stood = fished(rig, RUN).stood
    assert stood is not None
    return stood, laid(rig, stood, RUN.off_m, line_m, 0.0)


def length(path) -> float:
    return sum(math.dist(a, b) for a, b in pairwise(path))


def test_a_higher_tip_reaches_less_far_and_never_behind_the_angler() -> None:
    assert reach_of(3.0, 1.0) > reach_of(3.0, 2.5) > reach_of(3.0, 3.9) > 0
    assert reach_of(3.0, 9.0) == reach_of(3.0, 12.0)


@pytest.mark.parametrize("lay", ["serpentine", "pile"])
def test_slack_is_the_longer_way_between_the_same_ends(lay: str) -> None:
    _, straight = lies(Stance(slack_m=0.0))
    _, curled = lies(Stance(slack_m=0.6, lay=lay))  # type: ignore[arg-type]
    assert curled.length_m == pytest.approx(straight.length_m + 0.6, abs=0.01)
    assert curled.length_m == pytest.approx(length(curled.path))
    assert curled.path[-1] == pytest.approx(straight.path[-1], abs=1e-6)


def test_a_heaped_cast_lies_straight_up_to_its_leader() -> None:
    stood, heaped = lies(Stance(slack_m=0.6, lay="pile"))
    out = np.array([math.sin(stood.angle), math.cos(stood.angle)])
    points = np.array(heaped.path)[:, :2] - np.array(heaped.path[1])[:2]
    off = np.abs(points[:, 0] * out[1] - points[:, 1] * out[0])
    along = points @ out
    far = along[-1]
    assert off[along < (HEAPED_FROM - 0.02) * far].max() < 1e-9
    assert off[along > HEAPED_FROM * far].max() > 0.05


def test_a_cast_goes_the_way_it_was_said_and_reaches_the_fish() -> None:
    for angle in (-45.0, 0.0, 30.0):
        _, way = lies(Stance(angle_deg=angle, tip_m=0.0))
        (x0, y0, _), (x1, y1, _) = way.path[0], way.path[-1]
        assert math.degrees(math.atan2(x1 - x0, y1 - y0)) == pytest.approx(angle, abs=1e-6)
        assert y1 == pytest.approx(RUN.off_m, abs=1e-6)


def test_a_tucked_fly_goes_in_steeply_and_is_down_sooner() -> None:
    tucked, plain = held(SetStance(lay="tuck")), held()
    high, low = lower(tucked).scenario.start.path[-2:]
    assert length(lower(tucked).scenario.start.path) == pytest.approx(length(lower(plain).scenario.start.path))
    assert high[:2] == low[:2]
    assert high[2] > 1.0 > 0.0 >= low[2]
    first, second = (nominal(s).flies[-1].seconds_to_bottom for s in (tucked, plain))
    assert first is not None and second is not None  # noqa: PT018
    assert first < second


ANCHOR = RUN.model_copy(
    update={
        "depth_m": 1.0,
        "pace_m_s": 0.9,
        "lanes": (),
        "soundings": (),
        "bed": "cobble",
        "wind_m_s": 0.0,
        "off_m": 4.5,
    }
)
"""A fast metre over cobble."""


@pytest.mark.parametrize("tip", ["1.5 m", "2.2 m"])
def test_a_tucked_anchor_is_down_at_once_stays_at_the_leaf_s_pace_and_leaves_the_stones_when_led_faster(
    tip: str,
) -> None:
    def height(lead: float, second: float) -> float:
        rig = SetMotion(kind="led", lead=lead).apply(started("short-and-led", ANCHOR), DRAWER)
        rig = SetStance(tip=tip, lay="tuck").apply(rig, DRAWER)
        while rig.point.body.bead.diameter_mm < 3.9:
            rig = StepBead(at="point", heavier=True).apply(rig, DRAWER)
        drift = nominal(fished(rig, ANCHOR))
        point = drift.flies[-1]
        if second == 0:
            assert point.seconds_to_bottom is not None
            return point.seconds_to_bottom
        return float(np.interp(second, drift.times_s, 1.0 + np.array([row[point.node] for row in drift.z_mm]) / 1000))

    assert 0.3 < height(1.0, 0) < 2.5
    assert height(1.0, 4.0) < 0.05
    assert height(1.1, 5.0) > height(1.0, 5.0)
    assert height(1.1, 5.0) > 0.008


def test_where_the_line_is_read_is_where_it_was_laid() -> None:
    _, way = lies(Stance(angle_deg=0.0))
    assert way.at(0.0) == pytest.approx(way.path[0])
    assert way.at(way.length_m) == pytest.approx(way.path[-1])
    beyond = way.at(way.length_m + 1.0)
    assert math.dist(beyond, way.path[-1]) == pytest.approx(1.0)


def test_a_raised_tip_lifts_the_flies_by_less_than_it_rises() -> None:
    low, high = nominal(held(SetStance(tip="2 m"))), nominal(held(SetStance(tip="2.8 m")))
    lift = low.flies[0].settled_depth_m - high.flies[0].settled_depth_m
    assert 0.0 < lift < 0.8


def test_thin_mono_sags_less_and_a_bigger_bead_pulls_it_straighter() -> None:
    calm = RUN.model_copy(update={"wind_m_s": 0.0})
    plain, heavy = across(water=calm), across(StepBead(at="point", heavier=True), water=calm)
    assert heavy.sag_m < plain.sag_m
    assert plain.inward_n > 0
    assert 0 < plain.angle_deg < 90


def test_wind_across_moves_a_light_rig_much_and_a_bead_up_wins_back_depth() -> None:
    blown = RUN.model_copy(update={"wind_m_s": 3.0, "blows": "towards you"})
    calm = RUN.model_copy(update={"wind_m_s": 0.0})
    rig = started("level-contact", RUN)

    def depth(of: Rig, water: object) -> float:
        return nominal(fished(of, water)).flies[-1].settled_depth_m

    def off(of: Rig, water: object) -> float:
        return nominal(fished(of, water)).flies[-1].off_m

    light = rig
    for _ in range(2):
        light = StepBead(at="point", heavier=False).apply(light, DRAWER)
    heavy = StepBead(at="point", heavier=True).apply(rig, DRAWER)
    moved = [off(r, calm) - off(r, blown) for r in (light, heavy)]
    assert moved[0] > moved[1] > 0
    assert depth(heavy, blown) >= depth(light, blown)


def test_a_wind_that_lifts_the_rig_out_is_not_fishable_and_says_so() -> None:
    gale = RUN.model_copy(update={"wind_m_s": 15.0, "blows": "towards you"})
    light = started("level-contact", RUN)
    while lighter := _lighter(light):
        light = lighter
    said = reading_kinds()["wind"].read(fished(light, gale))
    assert said.severity == "act"
    assert said.title == "Not fishable in this wind"
    assert reading_kinds()["wind"].read(held(water=RUN.model_copy(update={"wind_m_s": 0.0}))).severity == "fine"


def _lighter(rig: Rig) -> Rig | None:
    try:
        return StepBead(at="point", heavier=False).apply(rig, DRAWER)
    except InputError:
        return None


def test_slack_beyond_the_seam_a_mend_and_a_belly_change_how_long_a_dry_drifts() -> None:
    def seconds(*edits: object) -> float:
        square = SetStance(slack="0", lay="straight", angle_deg=0.0, follows=False)
        found = across(square, *edits, method="dry-fly", water=SEAM)
        return found.drag_free_s if found.drag_free_s is not None else math.inf

    plain = seconds()
    assert seconds(SetStance(slack="0.5 m", lay="pile")) > plain
    assert seconds(SetStance(mend="1 m")) > plain
    assert seconds(SetStance(mend="-1 m")) <= plain


def test_the_slip_of_a_dry_is_a_hand_when_it_is_said_to_drag() -> None:
    drift = nominal(held(method="dry-fly", water=SEAM))
    assert drift.across is not None
    assert drift.across.slip_m > SLIP_M
    assert f"{drift.across.drag_free_s:.1f} s" in story(held(method="dry-fly", water=SEAM))


def test_a_dry_the_unbending_leader_moves_at_once_is_told_by_its_free_drift_after_that() -> None:
    even = coverage.water(0.9, 0.62)
    reached = held(SetStance(lay="reach", slack="0.4 m", mend="1 m"), method="dry-fly", water=even)
    found = nominal(reached).across
    assert found is not None
    assert found.drag_free_s < 1.5
    assert found.free_s > 4.0
    assert found.freed == (found.free_from_s, found.free_s)
    assert "moves the dry at first" in story(reached)
    assert reading_kinds()["drag_free"].read(reached).value == found.free_s


@pytest.mark.parametrize(("longest", "later"), [(2.0 + LATER_S - 0.01, False), (2.0 + LATER_S + 0.01, True)])
def test_a_free_drift_that_begins_later_counts_where_it_is_clearly_longer(longest: float, later: bool) -> None:
    found = Across(tip_m=2.0, line_m=9.0, drag_free_s=2.0, free_s=longest, free_from_s=1.0, slip_m=0.3)
    assert (found.freed is not None) is later


def test_an_upstream_mend_slows_a_swing_and_lets_it_sink() -> None:
    even = RUN.model_copy(update={"lanes": ()})
    plain = across(method="swung", water=even)
    mended = across(SetStance(mend="1.5 m"), method="swung", water=even)
    belly = across(SetStance(mend="-1.5 m"), method="swung", water=even)
    assert mended.across_m_s < plain.across_m_s < belly.across_m_s
    assert mended.dangle_s > plain.dangle_s
    deep = [
        max(-row[d.flies[-1].node] for row in d.z_mm)
        for d in (nominal(held(*e, method="swung", water=even)) for e in ([SetStance(mend="1.5 m")], []))
    ]
    assert deep[0] > deep[1]


def test_what_is_offered_against_drag_is_computed_and_betters_it() -> None:
    reading = next(r for r in readings_with_tries(held(method="dry-fly", water=SEAM)) if r.key == "drag_free")
    assert reading.severity != "fine"
    assert reading.tries
    for offered in reading.tries:
        after = held(SetStance.model_validate(offered.edit) if offered.edit["op"] == "set_stance" else _edit(offered.edit),
                     method="dry-fly", water=SEAM)  # fmt: skip
        assert (reading_kinds()["drag_free"].read(after).value or 0) > (reading.value or 0)


def _edit(sent: dict[str, object]) -> object:
    from jarana.core.rig.edits import rig_edits

    kind = next(k for k in rig_edits() if k.model_fields["op"].default == sent["op"])
    return kind.model_validate(sent)


def test_the_tip_is_stepped_from_what_is_usual_and_stops_at_its_ends() -> None:
    rig = started("level-contact", RUN)
    up = StepStance(what="tip", more=True).apply(rig, DRAWER)
    assert up.stance.tip_m == pytest.approx(rig.head.tip_m + 0.2)
    for _ in range(40):
        up = StepStance(what="tip", more=True).apply(up, DRAWER)
    assert up.stance.tip_m == 5.0
    turned = StepStance(what="angle", more=False, now=-30.0).apply(started("dry-fly", RUN), DRAWER)
    assert turned.stance.angle_deg == -35.0


def test_a_lake_and_a_led_float_have_no_rod_over_the_water() -> None:
    lake = WATERS["oskel-north"]
    assert fished(started("lake-team", lake), lake).stood is None
    assert nominal(fished(started("lake-team", lake), lake)).across is None


def test_line_that_is_fed_lets_a_float_go_on_farther_out_and_deeper_and_delays_the_strike() -> None:
    fed, followed = (held(SetMotion(kind=k, lead=1.0), method="float-pair") for k in ("feed", "natural"))
    one, two = nominal(fed), nominal(followed)
    assert one.flies[-1].off_m > two.flies[-1].off_m
    assert one.flies[-1].settled_depth_m > two.flies[-1].settled_depth_m
    assert one.across is not None and two.across is not None  # noqa: PT018
    assert one.across.strike_m > two.across.strike_m
    top = lower(fed).scenario.top
    assert isinstance(top, HeldTop)
    assert 0 < top.reserve < RUN.drift_m


@pytest.mark.parametrize(
    ("edit", "path"),
    [
        (SetStance(angle="abc"), "angle"),
        (SetStance(angle="81°"), "angle"),
        (SetStance(angle="nan"), "angle"),
        (SetStance(after="61"), "after"),
        (SetStance(tip="high"), "tip"),
    ],
)
def test_what_is_no_stance_is_refused_by_its_field(edit: SetStance, path: str) -> None:
    with pytest.raises(InputError) as error:
        edit.apply(started("dry-fly", RUN), DRAWER)
    assert error.value.faults[0].path == path


def test_what_is_typed_as_it_is_said_is_taken() -> None:
    rig = SetStance(angle="−80 °", after="1,5 s", mend="-1 m").apply(started("dry-fly", RUN), DRAWER)
    assert (rig.stance.angle_deg, rig.stance.mend_s, rig.stance.mend_m) == (-80.0, 1.5, -1.0)


def test_a_cast_longer_than_anybody_s_says_so() -> None:
    wide = RUN.model_copy(update={"off_m": 40.0, "lanes": ()})
    assert nominal(held(method="dry-fly", water=wide)).across is not None
    with pytest.raises(InputError, match="at most 60"):
        nominal(held(SetStance(angle="80"), method="dry-fly", water=wide))
