"""What one drift comes to, each threshold on both of its sides: drifts of a contact rig with the one figure changed that is judged."""

from __future__ import annotations

from collections.abc import Callable

import pytest

from jarana.core.drift.across import LATER_S
from jarana.core.drift.document import Drift
from jarana.core.drift.nominal import nominal, story
from jarana.core.leader import cast
from jarana.core.motions import motions
from jarana.core.outcomes.band import Spread
from jarana.core.readings import bottom, drag_free, leader_by_line, reading_kinds, sag, settle, swing, wind
from jarana.core.readings.base import Reading
from jarana.core.readings.depth_edits import LONGER_MM, SLOWER, SLOWEST, depth_edits, slower
from jarana.core.readings.with_band import told_by
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.spans import SHORTEST_MM, ChangeLength, StepDiameter
from jarana.core.rig.edits.stance import SetStance, StepStance
from jarana.core.rig.edits.whole import SetLead, SetMotion
from jarana.core.situation import Situation
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from tests.core.readings.test_shares import band, fly
from tests.coverage import led, water
from tests.fishing import fished, started

RUN = water(0.9, 0.62)
CONTACT = fished(led(started("level-contact", RUN), 1.0), RUN)
SWUNG = fished(started("swung", RUN), RUN)
DRY = fished(started("dry-fly", RUN), RUN)
LAKE = water(3.5, 0.0, "lake")
Given = Callable[[object, Drift], None]


@pytest.fixture
def given(monkeypatch: pytest.MonkeyPatch) -> Given:
    """Let a reading read a drift that is given."""

    def give(module: object, drift: Drift) -> None:
        monkeypatch.setattr(module, "nominal", lambda _: drift)

    return give


def with_flies(situation: Situation, **more: object) -> Drift:
    drift = nominal(situation)
    return drift.model_copy(update={"flies": tuple(f.model_copy(update=more) for f in drift.flies)})


def in_water(key: str, situation: Situation) -> Reading:
    return reading_kinds()[key].read(situation)


def lying(situation: Situation, **more: object) -> Drift:
    drift = nominal(situation)
    assert drift.across is not None
    return drift.model_copy(update={"across": drift.across.model_copy(update=more)})


@pytest.mark.parametrize(
    ("share", "severity", "title"),
    [
        (0.0, "fine", "Finds the bottom"), (0.39, "fine", "Finds the bottom"), (0.41, "look", "Finds the bottom late"),
        (0.69, "look", "Finds the bottom late"), (0.71, "act", "Finds the bottom late"),
    ],
)  # fmt: skip
def test_the_bottom_comes_late_past_two_fifths_of_the_way_and_too_late_past_seven_tenths(
    share: float, severity: str, title: str
) -> None:
    drift = with_flies(CONTACT, bed_share=0.0, entry_x_m=1.0, metres_to_bottom=None)
    whole = drift.length_m - 1.0
    first = drift.flies[0].model_copy(update={"metres_to_bottom": share * whole, "seconds_to_bottom": 3.0})
    other = drift.flies[1].model_copy(update={"metres_to_bottom": 0.8 * whole})
    told = bottom.tell(CONTACT, drift.model_copy(update={"flies": (other, first)}))
    assert (told.severity, told.title, told.parts) == (severity, title, (first.id,))
    assert f"of a {whole:.1f} m drift, 3 s after landing" in told.sentence


@pytest.mark.parametrize(("share", "title"), [(0.49, "Finds the bottom"), (0.51, "Lies on the stones")])
def test_a_fly_meant_to_tick_drags_past_half_of_the_drift_on_the_stones(share: float, title: str) -> None:
    told = bottom.tell(CONTACT, with_flies(CONTACT, metres_to_bottom=0.5, entry_x_m=0.0, bed_share=share))
    assert told.title == title
    assert (told.severity == "look") is (title == "Lies on the stones")


def test_a_drift_that_finds_the_bottom_sooner_is_better_one_that_drags_worse_and_one_that_never_does_worst(
    given: Given,
) -> None:
    def score(**more: object) -> float:
        given(bottom, with_flies(CONTACT, **more))
        return bottom.score(CONTACT)

    length = nominal(CONTACT).length_m
    assert score(metres_to_bottom=0.25 * length, bed_share=0.5) == pytest.approx(0.25)
    assert score(metres_to_bottom=0.25 * length, bed_share=0.6) == pytest.approx(0.25 + 0.2)
    assert score(metres_to_bottom=None, least_height_m=0.3) == pytest.approx(2.3)


def test_a_rig_that_rides_in_the_zone_is_told_of_its_touches_while_it_has_any() -> None:
    def title(touches: float, *flies: str) -> str:
        told = bottom.judge(
            CONTACT,
            bottom.read(CONTACT),
            band(*(fly(f, in_zone=0.6, touches=touches) for f in flies), finds_bottom=touches),
        )
        return told.title

    assert title(0.04, "point") == "Rides in the zone without touching"
    assert title(0.06, "point").startswith("Finds the bottom on")


@pytest.mark.parametrize(
    ("sagged", "inward", "severity"),
    [(sag.MUCH - 0.01, 0.0, "fine"), (sag.MUCH + 0.01, 0.0, "look"), (0.1, sag.FAR - 0.01, "fine"), (0.1, sag.FAR + 0.01, "look")],
)  # fmt: skip
def test_a_held_leader_sags_much_or_draws_the_point_far_in(
    given: Given, sagged: float, inward: float, severity: str
) -> None:
    given(sag, lying(CONTACT, sag_m=sagged, inward_m=inward))
    assert sag.read(CONTACT).severity == severity
    assert sag.score(CONTACT) == pytest.approx(sagged + inward)


def test_a_point_that_goes_farther_off_is_no_worse_and_no_leader_in_the_air_sags_not(given: Given) -> None:
    given(sag, lying(CONTACT, sag_m=0.3, inward_m=-0.5))
    assert sag.score(CONTACT) == pytest.approx(0.3)
    given(sag, lying(CONTACT, sag_m=None, inward_m=0.2))
    assert sag.score(CONTACT) == pytest.approx(0.2)
    assert sag.read(CONTACT).figure == "0"
    given(sag, nominal(CONTACT).model_copy(update={"across": None}))
    assert sag.score(CONTACT) == 0.0


@pytest.mark.parametrize(("more", "severity"), [(-0.01, "fine"), (0.01, "look")])
def test_a_swing_past_three_quarters_of_the_pace_is_hurried(more: float, severity: str) -> None:
    fast = swing.HURRIED * SWUNG.fished.pace_m_s + more
    told = swing.tell(SWUNG, lying(SWUNG, across_m_s=fast, dangle_s=9.0))
    assert told.severity == severity
    assert "on the dangle after 9 s" in told.sentence
    assert told.value == pytest.approx(fast)


@pytest.mark.parametrize("more", [-0.01, 0.01])
def test_what_does_not_come_round_is_not_hurried_and_no_better_for_being_slower(given: Given, more: float) -> None:
    fast = swing.HURRIED * SWUNG.fished.pace_m_s + more
    given(swing, lying(SWUNG, across_m_s=fast, dangle_s=None, belly_m=swing.BELLIES_M + 0.1))
    told = swing.read(SWUNG)
    assert (told.severity, told.title, told.value) == ("look", "Does not come round", swing.NEVER_ROUND)
    assert "it does not come round to the dangle" in told.sentence
    assert "bellies" in told.sentence
    assert [
        edit.mend for edit in swing.candidates(SWUNG) if isinstance(edit, SetStance) and edit.mend is not None
    ] == []


@pytest.mark.parametrize(("belly_m", "blamed"), [(swing.BELLIES_M - 0.01, False), (swing.BELLIES_M + 0.01, True)])
def test_a_belly_is_blamed_and_said_only_where_there_is_one(belly_m: float, blamed: bool) -> None:
    fast = swing.HURRIED * SWUNG.fished.pace_m_s + 0.1
    told = swing.tell(SWUNG, lying(SWUNG, across_m_s=fast, dangle_s=9.0, belly_m=belly_m))
    assert told.title == ("Hurried across by the belly" if blamed else "Hurried across")
    assert ("bellies" in told.sentence) is blamed


def test_what_does_not_come_across_has_no_pace_across() -> None:
    told = swing.tell(SWUNG, lying(SWUNG, across_m_s=None))
    assert (told.severity, told.title, float(told.figure)) == ("fine", "It does not swing", 0.0)
    back = swing.tell(SWUNG, lying(SWUNG, across_m_s=-0.2, dangle_s=None))
    assert float(back.figure) == 0.0


def test_a_swing_is_slowed_by_a_mend_by_a_cast_farther_down_and_by_the_tip() -> None:
    usual = SWUNG.motion.cast_deg
    stanced = SWUNG.rig.rebuilt(stance=SWUNG.rig.stance.model_copy(update={"mend_m": 0.5, "angle_deg": None}))
    mend, cast, *tips = swing.candidates(SWUNG.with_rig(stanced))
    assert isinstance(mend, SetStance)
    assert isinstance(cast, SetStance)
    assert mend.mend == "1.5 m"
    assert cast.angle_deg == usual + swing.FARTHER_DEG
    assert [t.more for t in tips] == [True, False]  # type: ignore[attr-defined]


@pytest.mark.parametrize(
    ("seconds", "below", "severity"),
    [
        (drag_free.SHORT - 0.1, False, "act"), (drag_free.SHORT - 0.1, True, "look"), (drag_free.SHORT + 0.1, False, "look"),
        (drag_free.LONG - 0.1, False, "look"), (drag_free.LONG + 0.1, False, "fine"),
    ],
)  # fmt: skip
def test_a_dry_alone_that_drags_at_once_is_acted_on(given: Given, seconds: float, below: bool, severity: str) -> None:
    flies = nominal(CONTACT).flies if below else ()
    drift = lying(DRY, drag_free_s=seconds, free_s=seconds, slip_m=0.3).model_copy(update={"flies": flies})
    given(drag_free, drift)
    told = drag_free.read(DRY)
    assert (told.severity, told.value) == (severity, seconds)
    assert drag_free.score(DRY) == -seconds


@pytest.mark.parametrize(
    ("longest", "said", "told"),
    [(0.9 + LATER_S - 0.1, 0.9, "Drags after 0.9 s"), (5.9, 5.9, "Drifts freely for 5.9 s")],
)
def test_a_dry_moved_at_once_is_judged_by_the_free_drift_that_follows(
    given: Given, longest: float, said: float, told: str
) -> None:
    drift = lying(DRY, drag_free_s=0.9, free_s=longest, free_from_s=1.2, slip_m=0.3).model_copy(update={"flies": ()})
    given(drag_free, drift)
    reading = drag_free.read(DRY)
    assert (reading.value, reading.title) == (said, told)
    assert reading.severity == ("act" if said < drag_free.SHORT else "fine")
    assert ("from 1.2 s on" in reading.sentence) is (said == longest)


def test_what_never_leaves_its_water_is_free_for_the_whole_drift_and_what_has_no_line_is_fine(given: Given) -> None:
    given(drag_free, lying(DRY, drag_free_s=None, slip_m=0.05))
    assert drag_free.read(DRY).value == nominal(DRY).times_s[-1]
    given(drag_free, lying(DRY, slip_m=None))
    told = drag_free.read(DRY)
    assert (told.severity, told.title) == ("fine", "No line lies on the water")


def test_a_drift_is_freed_by_slack_a_mend_a_reach_and_a_longer_tippet() -> None:
    edits = list(drag_free.candidates(DRY))
    more = f"{DRY.rig.stance.slack_m + drag_free.MORE_SLACK_M:.1f} m"
    assert [(e.slack, e.lay) for e in edits[:2]] == [(more, "pile"), (more, "serpentine")]  # type: ignore[attr-defined]
    last = edits[-1]
    assert isinstance(last, ChangeLength)
    assert (last.span, last.by_mm) == (DRY.rig.spans[-1].id, drag_free.LONGER_MM)


@pytest.mark.parametrize(
    ("courses", "severity", "title"),
    [
        (("settled", "settled"), "fine", "Settles in 7 s"),
        (("on the bed", "on the bed"), "look", "On the bed after 7 s"),
        (("on the bed", "settled"), "look", "lies on the bed"),
        (("sinking", "settled"), "look", "Still sinking after 40 s: the "),
        (("sinking", "rising"), "look", "Still moving after 40 s"),
        (("rising", "rising"), "look", "Still rising after 40 s"),
    ],
)
def test_what_still_moves_is_told_before_what_lies_and_what_lies_before_what_has_settled(
    courses: tuple[str, str], severity: str, title: str
) -> None:
    flies = nominal(CONTACT).flies
    told = tuple(
        f.model_copy(update={"course": c, "settled_s": 7.0 - i})
        for i, (f, c) in enumerate(zip(flies, courses, strict=True))
    )
    assert settle._judged(told, 40.0)[0] == severity
    assert title in settle._judged(told, 40.0)[1]


@pytest.mark.parametrize(("share", "severity"), [(wind.OUT_SHARE - 0.01, "fine"), (wind.OUT_SHARE + 0.01, "act")])
def test_a_wind_that_lifts_a_fly_out_for_a_third_of_the_drift_is_not_fishable(
    given: Given, monkeypatch: pytest.MonkeyPatch, share: float, severity: str
) -> None:
    windy = CONTACT.with_water(RUN.model_copy(update={"wind_m_s": 3.0}))
    given(wind, lying(CONTACT, out_share=share))
    monkeypatch.setattr(wind, "moved", lambda _: (0.03, 0.04, 0.0))
    told = wind.read(windy)
    assert told.severity == severity
    assert told.value == pytest.approx(0.05)
    assert wind.score(windy) == pytest.approx(0.05 + 10.0 * share)


@pytest.mark.parametrize(
    ("moved", "severity", "says"),
    [
        ((0.51, 0.0, 0.0), "look", "farther downstream"), ((-0.49, 0.0, 0.0), "fine", "farther upstream"),
        ((0.0, 0.2, 0.0), "fine", "farther off"), ((0.0, -0.2, 0.0), "fine", "nearer to you"),
        ((0.0, 0.0, 0.16), "look", "shallower"), ((0.0, 0.0, 0.14), "fine", "shallower"),
        ((0.0, 0.0, 0.01), "fine", "as deep"), ((0.0, 0.0, -0.03), "fine", "deeper"),
    ],
)  # fmt: skip
def test_where_the_wind_moves_the_flies_is_told_and_whether_it_is_much(
    given: Given, monkeypatch: pytest.MonkeyPatch, moved: tuple[float, float, float], severity: str, says: str
) -> None:
    windy = CONTACT.with_water(RUN.model_copy(update={"wind_m_s": 3.0}))
    given(wind, lying(CONTACT, out_share=0.0))
    monkeypatch.setattr(wind, "moved", lambda _: moved)
    told = wind.read(windy)
    assert told.severity == severity
    assert says in told.sentence


def test_the_leader_is_the_nearer_to_usual_the_better() -> None:
    low, high = leader_by_line.USUAL_M[leader_by_line._kind(CONTACT)]
    assert leader_by_line.score(CONTACT) == pytest.approx(abs(CONTACT.rig.length - (low + high) / 2))


def test_depth_is_changed_by_the_longest_run_of_the_last_material_and_by_droppers_of_the_first_two() -> None:
    edits = list(depth_edits(CONTACT))
    spans = CONTACT.rig.spans
    same = spans[-2].material.key == spans[-1].material.key
    changed = {e.span for e in edits if isinstance(e, ChangeLength | StepDiameter)}
    assert same
    assert changed == {spans[-2].id}
    assert sorted(e.by_mm for e in edits if isinstance(e, ChangeLength)) == sorted(
        -b for b in (e.by_mm for e in edits if isinstance(e, ChangeLength))
    )
    beads = [(e.at, e.heavier) for e in edits if isinstance(e, StepBead)]
    assert beads[:2] == [(CONTACT.rig.point.id, True), (CONTACT.rig.point.id, False)]
    other = spans[-1].model_copy(update={"material": spans[-1].material.model_copy(update={"key": "another"})})
    parted = CONTACT.with_rig(CONTACT.rig.rebuilt(spans=(*spans[:-1], other)))
    assert {e.span for e in depth_edits(parted) if isinstance(e, ChangeLength)} == {other.id}


def test_a_tippet_is_cut_where_the_shortest_is_left_and_longer_wherever_it_is() -> None:
    def cuts(mm: float) -> list[float]:
        spans = CONTACT.rig.spans
        shorter = spans[-2].model_copy(update={"length_mm": mm})
        here = CONTACT.with_rig(CONTACT.rig.rebuilt(spans=(*spans[:-2], shorter, spans[-1])))
        return [e.by_mm for e in depth_edits(here) if isinstance(e, ChangeLength)]

    assert cuts(SHORTEST_MM + LONGER_MM) == [LONGER_MM, -LONGER_MM]
    assert cuts(SHORTEST_MM + LONGER_MM - 1) == [LONGER_MM]


def test_a_held_rig_that_is_led_can_be_led_slower_and_its_tip_go_down_or_up() -> None:
    leads = [e.lead for e in depth_edits(CONTACT) if isinstance(e, SetMotion | SetLead)]
    assert leads == [pytest.approx(1.0 - SLOWER)]
    assert [e.more for e in depth_edits(CONTACT) if isinstance(e, StepStance)] == [False, True]
    for other in (SWUNG, DRY, fished(started("lake-team", LAKE), LAKE)):
        assert not any(isinstance(e, SetMotion | SetLead) for e in depth_edits(other))


def test_a_rig_is_led_slower_as_it_is_moved_where_that_leads_it_else_plainly() -> None:
    for kind, motion in motions().items():
        here = CONTACT.with_rig(CONTACT.rig.rebuilt(motion=CONTACT.rig.motion.model_copy(update={"kind": kind})))
        if "river" not in motion.waters:
            continue
        then = next(e for e in depth_edits(here) if isinstance(e, SetMotion | SetLead)).apply(here.rig, here.drawer)
        assert then.motion.lead == pytest.approx(1.0 - SLOWER)
        assert then.motion.kind == (
            kind if motion.leads else SetLead(lead=1.0).apply(here.rig, here.drawer).motion.kind
        )


def test_a_finer_tippet_is_offered_and_no_stouter_one_goes_deeper() -> None:
    assert [e.finer for e in depth_edits(CONTACT) if isinstance(e, StepDiameter)] == [True]


def test_leads_go_down_by_equal_steps_to_the_slowest_and_end_there() -> None:
    assert list(slower(1.0)) == [0.85, 0.7, 0.55, SLOWEST]
    assert list(slower(0.6254)) == [SLOWEST]
    assert list(slower(0.7054)) == [0.56, SLOWEST]
    assert list(slower(SLOWEST)) == []


def test_the_dropper_among_the_first_two_is_made_heavier_and_no_third() -> None:
    rig = CONTACT.rig
    (dropper,) = (a for a in rig.attachments if a.at.kind == "joint")
    assert [(e.at, e.heavier) for e in depth_edits(CONTACT) if isinstance(e, StepBead)][2:] == [(dropper.id, True)]
    rest = [a for a in rig.attachments if a.id != dropper.id]
    twins = [dropper.model_copy(update={"id": name}) for name in ("a", "b", "c")]
    several = CONTACT.with_rig(rig.model_copy(update={"attachments": (*twins, *rest)}))
    assert [e.at for e in depth_edits(several) if isinstance(e, StepBead)][2:] == ["a", "b"]


@pytest.mark.parametrize(
    ("p10", "p90", "low", "high"),
    [(0.02, 0.1, "0.02", "0.10"), (-0.1, -0.02, "0.02", "0.10"), (-0.03, 0.1, "0.00", "0.10"), (-0.1, 0.03, "0.00", "0.10"), (0.0, 0.1, "0.00", "0.10")],
)  # fmt: skip
def test_a_drag_is_told_by_how_fast_not_by_which_way(p10: float, p90: float, low: str, high: str) -> None:
    of = band(fly("point", drag_m_s=Spread(p10=p10, p50=(p10 + p90) / 2, p90=p90)), fly("dropper"))
    reading = next(r for r in told_by(CONTACT, (in_water("drag", CONTACT),), of) if r.key == "drag")
    assert (reading.low, reading.high) == (low, high)


def test_of_the_zone_the_fly_is_told_that_is_most_in_it() -> None:
    shares = {"dropper": Spread(p10=0.1, p50=0.2, p90=0.3), "point": Spread(p10=0.5, p50=0.6, p90=0.7)}
    of = band(*(fly(name, in_zone=s.p50 or 0.0, share_in_zone=s) for name, s in shares.items()))
    zone = in_water("zone", CONTACT).model_copy(update={"parts": ("dropper", "point")})
    (reading,) = told_by(CONTACT, (zone,), of)
    assert (reading.low, reading.high) == ("50", "70")


def test_what_is_stripped_in_need_not_come_round() -> None:
    stripped = fished(started("streamer", RUN), RUN)
    assert stripped.motion.strips
    told = swing.tell(stripped, lying(stripped, across_m_s=0.1, dangle_s=None))
    assert (told.severity, told.title) == ("fine", "Stripped in before it comes round")


@pytest.mark.parametrize(("pace", "comes"), [(0.0, False), (0.05, False), (0.62, True)])
def test_the_story_of_a_swing_hangs_below_the_rod_only_what_comes_round(pace: float, comes: bool) -> None:
    river = water(0.9, pace)
    swung = fished(started("swung", RUN), river)
    assert ("hangs at" in story(swung)) is comes
    assert ("the water does not bring it round" in story(swung)) is not comes
    assert (swing.read(swung).title == "Does not come round") is not comes


@pytest.mark.parametrize(("river", "slower"), [(water(0.3, 0.0), False), (RUN, True)], ids=["stands", "flows"])
def test_water_that_stands_is_no_slower_down_there(river: Reach, slower: bool) -> None:
    told = story(fished(started("three-in-line", river), river))
    assert "trails the float" in told
    assert ("the water is slower down there" in told) is slower


def test_what_comes_to_lie_under_its_float_does_not_hang() -> None:
    shallow, deep = water(0.5, 0.0, "lake"), water(6.0, 0.0, "lake")
    rig = started("lake-deep-float", shallow)
    assert "comes to lie on the bed: " in story(fished(rig, shallow))
    assert "and hangs after" in story(fished(rig, deep))


@pytest.mark.parametrize(
    ("fails", "said"), [(0.2, "in the least head wind"), (0.6, "in a head wind of 1 m/s"), (0.0, "in calm air")]
)
def test_a_head_wind_that_would_be_written_as_none_is_the_least(fails: float, said: str) -> None:
    assert cast._sentence("needs height", 1.7, None, 3.0, fails, Writer()).endswith(f"fails {said}.")
