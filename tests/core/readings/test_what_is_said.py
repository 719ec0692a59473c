"""What readings say follows from the drift they judge: figures, units, thresholds and reasons, each against the drift itself."""

from __future__ import annotations

import pytest

from jarana.core.drift.document import Drift
from jarana.core.drift.nominal import hooked, nominal
from jarana.core.law import doubts, listening
from jarana.core.methods import when
from jarana.core.readings import bottom, depth_edits, drag_free, reading_kinds, readings_of, spacing, swing, wind, zone
from jarana.core.readings.bottom import LATE, PINNED, TOO_LATE
from jarana.core.readings.spacing import CLEARANCE, LEAST_SLANT
from jarana.core.readings.swing import HURRIED
from jarana.core.readings.zone import GOOD, POOR
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.spans import SetDiameter
from jarana.core.rig.edits.stance import StepStance
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.rig.netting import stops
from jarana.core.rules.rule_set import RuleSet
from jarana.core.situation import Situation
from jarana.core.strength.holds import judged
from jarana.core.tackle.shot import shot_of, shots
from jarana.core.water.reach import Reach, TakingZone
from tests.coverage import water
from tests.fishing import DRAWER, WATERS, fished, read, started

RUN = water(0.9, 0.62)
METHODS = [("level-contact", "weir-run"), ("float-pair", "weir-run"), ("swung", "mill-throat"), ("dry-fly", "alder-flats"),
           ("lake-team", "oskel-north"), ("shot-below", "mill-throat"), ("streamer", "weir-run")]  # fmt: skip


def here(method: str, where: Reach = RUN) -> Situation:
    return fished(started(method, where), where)


def drifted(situation: Situation, **first: object) -> Drift:
    """The drift of a situation, as if its first fly had done something else and the others nothing."""
    drift = nominal(situation)
    nothing = {"metres_to_bottom": None, "share_in_zone": 0.0}
    flies = (drift.flies[0].model_copy(update=first), *(f.model_copy(update=nothing) for f in drift.flies[1:]))
    return drift.model_copy(update={"flies": flies})


@pytest.mark.parametrize(("method", "where"), METHODS)
def test_every_reading_is_of_its_kind_names_parts_of_the_rig_and_has_a_figure(method: str, where: str) -> None:
    situation = here(method, WATERS[where])
    rig = situation.rig
    parts = {x.id for row in (rig.spans, rig.joints, rig.attachments) for x in row}
    units = {"", "m", "cm", "mm", "m/s", "%", "s", "g", "kg", "missing", "°"}
    for reading in readings_of(situation):
        assert reading.key in reading_kinds()
        assert set(reading.parts) <= parts, reading.key
        assert reading.unit in units, reading.key
        assert reading.figure, reading.key
        assert "None" not in reading.sentence, reading.key
        assert all("None" not in line for line in reading.why), reading.key


def test_a_law_that_is_left_is_doubted_among_the_reasons_of_what_asked_it() -> None:
    rig = SetDiameter(span="point-tippet", value="0.05 mm").apply(started("level-contact", RUN), DRAWER)
    situation = fished(rig, RUN)
    with listening() as heard:
        plain = reading_kinds()["strong"].read(situation)
    said = doubts(heard.rows, situation.writer)
    assert said
    told = next(r for r in readings_of(situation) if r.key == "strong")
    assert told.why[: len(plain.why)] == plain.why
    assert set(said) <= set(told.why)


@pytest.mark.parametrize(
    ("share", "severity"),
    [(LATE, "fine"), (LATE + 0.01, "look"), (TOO_LATE, "look"), (TOO_LATE + 0.01, "act")],
)
def test_the_bottom_comes_late_and_too_late_by_shares_of_the_drift(share: float, severity: str) -> None:
    situation = here("float-pair")
    drift = nominal(situation)
    whole = drift.length_m - drift.flies[0].entry_x_m
    told = bottom.tell(
        situation,
        drifted(situation, metres_to_bottom=share * whole - 1e-9, bed_share=0.0, seconds_to_bottom=3.0),
    )
    assert told.severity == severity
    assert told.value == pytest.approx(share * whole)
    assert "3 s" in told.sentence


@pytest.mark.parametrize(("bed", "lies"), [(PINNED, False), (PINNED + 0.01, True)])
def test_a_fly_meant_to_tick_that_lies_on_the_stones_is_dragged(bed: float, lies: bool) -> None:
    for method, judged_so in (("float-pair", lies), ("short-and-led", False)):
        situation = here(method)
        drift = drifted(situation, metres_to_bottom=0.5, bed_share=bed, seconds_to_bottom=1.0)
        told = bottom.tell(situation, drift)
        assert (told.severity == "look") == judged_so
        assert (told.title == bottom.say("lies-stones")) == judged_so


@pytest.mark.parametrize(
    ("share", "severity"), [(GOOD, "fine"), (GOOD - 0.01, "look"), (POOR, "look"), (POOR - 0.01, "act"), (0.0, "act")]
)
def test_the_zone_is_judged_by_the_best_fly_and_told_in_hundredths(share: float, severity: str) -> None:
    situation = here("level-contact")
    told = zone.tell(situation, drifted(situation, share_in_zone=share).flies)
    assert told.severity == severity
    assert (told.figure, told.unit) == (f"{share * 100:.0f}", "%")
    assert (told.title == "Not in the taking zone") == (share == 0.0)


@pytest.mark.parametrize("factor", [1.0, 1.02])
def test_a_swing_is_hurried_past_a_share_of_the_pace_and_only_then_said_to_be(factor: float) -> None:
    situation = here("swung")
    drift = nominal(situation)
    across = drift.across.model_copy(update={"across_m_s": factor * HURRIED * situation.water.pace_m_s})
    told = swing.tell(situation, drift.model_copy(update={"across": across}))
    assert (told.severity == "look") == (factor > 1)
    assert told.title.startswith(swing.say("hurried")) == (factor > 1)
    assert told.value == pytest.approx(factor * HURRIED * 0.62)


def test_the_wind_is_told_against_the_same_drift_on_a_calm_day() -> None:
    calm, blown = (
        here("level-contact", water(0.9, 0.62, wind_m_s=0.0)),
        here("level-contact", water(0.9, 0.62, wind_m_s=6.0)),
    )
    assert wind.moved(calm) == (0.0, 0.0, 0.0)
    assert wind.read(calm).severity == "fine"
    assert sum(abs(v) for v in wind.moved(blown)[:2]) > 0.02
    assert wind.read(blown).value == pytest.approx(sum(v * v for v in wind.moved(blown)[:2]) ** 0.5)


def test_a_point_as_far_as_the_rod_and_arm_reach_is_still_netted() -> None:
    rig = started("float-pair", RUN)
    far, _ = stops(rig)
    for more, severity in ((0.0, "fine"), (-1.0, "look")):
        rod = rig.rod.model_copy(update={"length_mm": (far - 0.4) * 1000 + more})
        assert read("netting", rig.rebuilt(rod=rod), RUN).severity == severity


def test_spacing_keeps_both_flies_in_the_zone_up_to_its_thickness_over_their_slant() -> None:
    for thick in (0.05, 0.3):
        run = water(0.9, 0.62, zone=TakingZone(low_m=0.2, high_m=0.2 + thick, datum="bed"))
        rig = started("level-contact", run)
        drift = nominal(fished(rig, run))
        upper, lower = (next(f for f in drift.flies if f.id == key) for key in ("dropper", "point"))
        apart = place(rig, rig.attachment("point")) - place(rig, rig.attachment("dropper"))
        slant = min(max(abs(lower.settled_depth_m - upper.settled_depth_m) / apart, LEAST_SLANT), 1.0)
        told = read("spacing", rig, run)
        tags = rig.attachment("dropper").link.length_mm / 1000
        fits = thick / slant > tags + CLEARANCE
        assert ("too thin" in told.sentence) == (not fits)
        assert told.value == pytest.approx(apart)


def test_thin_water_is_told_with_its_depth() -> None:
    thin = water(when.THIN_M - 0.05, 0.5)
    told = read("spacing", started("level-contact", RUN), thin)
    assert "0.30 m" in told.sentence
    assert told.severity == "look"


def test_a_rig_without_a_fly_is_told_to_choose_its_tippet_with_one() -> None:
    rig = started("level-contact", RUN)
    weight = shot_of(next(iter(shots())))
    bare = rig.rebuilt(
        attachments=tuple(a.model_copy(update={"body": weight}) for a in rig.attachments if a.id == "point")
    )
    told = read("tippet", bare, RUN)
    assert (told.key, told.severity) == ("tippet", "fine")
    assert (told.figure, told.unit) == ("0.12", "mm")
    assert read("strong", bare, RUN).title == "No fly to hold a fish"


def test_only_a_fish_pulls_on_what_is_judged_strong(contact_rig: Rig) -> None:
    told = read("strong", contact_rig, RUN)
    assert len([line for line in told.why if line.startswith("On the ")]) == len(hooked(fished(contact_rig, RUN)))
    assert told.severity == judged(1.0)


def test_the_edits_of_depth_go_both_ways() -> None:
    edits = list(depth_edits.depth_edits(here("level-contact")))
    assert {e.heavier for e in edits if isinstance(e, StepBead) and e.at == "point"} == {True, False}
    assert {e.more for e in edits if isinstance(e, StepStance)} == {True, False}
    assert not any(isinstance(e, StepStance) for e in depth_edits.depth_edits(here("float-pair")))


def test_a_drag_free_drift_is_told_in_seconds_and_in_metres_of_its_water() -> None:
    dry = here("dry-fly", water(0.6, 0.5, zone=TakingZone(low_m=0.0, high_m=0.05, datum="surface")))
    told = drag_free.read(dry)
    assert told.unit in ("s", "")
    assert told.value is None or told.value > 0


def test_a_rule_that_is_kept_says_ok_and_broken_ones_are_counted() -> None:
    rig = started("level-contact", RUN)
    one = RuleSet(id="one", name="One fly", most_flies=1, source="a notice", checked="2026-01-01")
    assert (read("rules", rig, RUN, rules=one).figure, read("rules", rig, RUN, rules=one).unit) == ("1", "")
    two = one.model_copy(update={"most_flies": 2})
    assert (read("rules", rig, RUN, rules=two).figure, read("rules", rig, RUN, rules=two).unit) == ("ok", "")


def test_spacing_is_compared_with_the_rules_distance_where_one_is_asked() -> None:
    rig = started("level-contact", RUN)
    apart = read("spacing", rig, RUN).value
    wide = RuleSet(id="w", name="Wide", least_distance_m=apart + 0.1, source="a notice", checked="2026-01-01")
    assert read("spacing", rig, RUN, rules=wide).severity == "look"
    near = wide.model_copy(update={"least_distance_m": apart})
    assert read("spacing", rig, RUN, rules=near).severity == "fine"
    assert spacing.score(fished(rig, RUN)) == -apart
