"""What of a held leader lies under water: measured on the track, its drag by the same drift with a fine one."""

from __future__ import annotations

import pytest

from jarana.core.drift.nominal import nominal
from jarana.core.engine.columns import AT_Z
from jarana.core.heads.held import top_span
from jarana.core.outcomes.band import Band, band_of
from jarana.core.outcomes.tracks import members_of
from jarana.core.readings import reading_kinds, visible
from jarana.core.readings.sunk import DRAGS_M, OFTEN, SELDOM, TOLD_M, held_by, judge, tell, under
from jarana.core.rig.edits.stance import StepStance
from jarana.core.rig.model import Rig
from jarana.core.situation import Situation
from tests.coverage import water
from tests.fishing import fished, started

RUN = water(0.9, 0.62)


@pytest.fixture(scope="module")
def contact() -> Situation:
    return fished(started("level-contact", RUN), RUN)


def _with_tip(rig: Rig, tip: float) -> Rig:
    return rig.rebuilt(stance=rig.stance.model_copy(update={"tip_m": tip}))


def _thick(rig: Rig, mm: float) -> Rig:
    top = top_span(rig)
    spans = tuple(s.model_copy(update={"d0_mm": mm, "d1_mm": mm}) if i < top else s for i, s in enumerate(rig.spans))
    return rig.rebuilt(spans=spans)


def test_what_is_under_is_at_least_as_long_as_the_sighter_s_end_is_deep(contact: Situation) -> None:
    drift = nominal(contact)
    half = len(drift.times_s) // 2
    deep = -sum(row[drift.hold] for row in drift.z_mm[half:]) / len(drift.z_mm[half:]) / 1000
    assert deep > 0.1
    assert deep < (under(contact) or 0.0) < 4 * deep


def test_a_higher_tip_draws_it_out(contact: Situation) -> None:
    high = contact.with_rig(_with_tip(contact.rig, 3.2))
    assert (under(high) or 0.0) < (under(contact) or 0.0) - 0.1
    offered = list(reading_kinds()["sunk"].candidates(contact))  # type: ignore[misc]
    assert offered == [StepStance(what="tip", more=True)]


def test_as_fine_as_the_tippet_there_is_nothing_to_gain(contact: Situation) -> None:
    fine = contact.with_rig(_thick(contact.rig, contact.rig.spans[top_span(contact.rig)].d0_mm))
    assert held_by(fine) == pytest.approx(0.0, abs=1e-9)


def test_it_is_told_by_what_it_costs(contact: Situation) -> None:
    some = 0.3
    assert tell(contact, None, 0.0).title == "Only the tippet is under water"
    assert tell(contact, TOLD_M - 0.001, 0.0).title == "Only the tippet is under water"
    assert tell(contact, TOLD_M + 0.001, 0.0).title == "What goes under hardly drags"
    assert "less than 2 cm" in tell(contact, some, TOLD_M - 0.001).sentence
    assert "would let the point 2 cm deeper" in tell(contact, some, TOLD_M + 0.001).sentence
    assert tell(contact, some, DRAGS_M - 0.001).severity == "fine"
    assert tell(contact, some, DRAGS_M + 0.001).title == "The thick leader drags under water"


def _sighter(rig: Rig, length: float) -> Rig:
    """Return a rig whose sighter is so long and whose butt is shorter by as much: what is under stays what it is."""
    k = top_span(rig) - 1
    more = length - rig.spans[k].length
    spans = list(rig.spans)
    spans[k] = spans[k].model_copy(update={"length_mm": spans[k].length_mm + more * 1000})
    spans[0] = spans[0].model_copy(update={"length_mm": spans[0].length_mm - more * 1000})
    return rig.rebuilt(spans=tuple(spans))


def test_a_sighter_wholly_under_is_not_a_sign_that_is_seen(contact: Situation) -> None:
    sunk = under(contact)
    assert sunk is not None
    short, long = (contact.with_rig(_sighter(contact.rig, sunk + more)) for more in (-0.15, 0.15))
    gone, seen = (reading_kinds()["visible"].read(s) for s in (short, long))
    assert (gone.severity, gone.title) == ("look", "The sighter goes under")
    assert seen.title == "The sign is seen"
    assert list(reading_kinds()["visible"].candidates(short)) == [StepStance(what="tip", more=True)]  # type: ignore[misc]
    assert list(reading_kinds()["visible"].candidates(long)) == []  # type: ignore[misc]


@pytest.fixture(scope="module")
def band(contact: Situation) -> Band:
    found = band_of(contact, members=8)
    assert found is not None
    return found


def test_the_share_of_drifts_in_which_it_goes_under_follows_from_the_members(contact: Situation, band: Band) -> None:
    tracks = members_of(contact, 8)
    assert tracks is not None
    half = tracks.at.shape[2] // 2
    assert band.sunk == pytest.approx((tracks.at[:, -1, half:, AT_Z].mean(axis=1) < -0.02).mean())
    assert 0.5 < band.sunk <= 1.0
    floating = fished(started("float-pair", RUN), RUN)
    assert band_of(floating, members=8).sunk == 0.0


@pytest.mark.parametrize(("share", "severity"), [(OFTEN, "look"), (OFTEN - 0.01, "fine")])
def test_a_leader_that_drags_is_judged_where_it_goes_under_on_half_of_the_drifts(
    contact: Situation, band: Band, share: float, severity: str
) -> None:
    nominal_says = tell(contact, 0.5, DRAGS_M + 0.01)
    told = judge(contact, nominal_says, band.model_copy(update={"sunk": share}))
    assert told.severity == severity
    assert told.sentence.endswith("goes under on 5 drifts of 10.")
    costs_nothing = tell(contact, 0.5, 0.0)
    assert judge(contact, costs_nothing, band.model_copy(update={"sunk": share})).severity == "fine"


@pytest.mark.parametrize("share", [SELDOM, SELDOM - 0.01])
def test_a_leader_that_stays_out_as_drawn_and_seldom_goes_under_is_left_alone(
    contact: Situation, band: Band, share: float
) -> None:
    out = tell(contact, 0.0, 0.0)
    told = judge(contact, out, band.model_copy(update={"sunk": share}))
    assert (told == out) == (share < SELDOM)
    assert (told.title == "Only the tippet is under water") == (share < SELDOM)
    floating = fished(started("float-pair", RUN), RUN)
    assert judge(floating, tell(floating, None, 0.0), band) == tell(floating, None, 0.0)


@pytest.mark.parametrize(("share", "under_"), [(OFTEN, True), (OFTEN - 0.01, False)])
def test_the_sighter_counts_as_under_where_it_is_on_half_of_the_drifts(band: Band, share: float, under_: bool) -> None:
    short = fished(_sighter(started("level-contact", RUN), 0.3), RUN)
    as_drawn = visible.read(short)
    assert as_drawn.title == "The sighter goes under"
    told = visible.judge(short, as_drawn, band.model_copy(update={"sunk": share}))
    assert (told.title == as_drawn.title) == under_
    assert ("on 5 drifts of 10" in told.sentence) == under_
