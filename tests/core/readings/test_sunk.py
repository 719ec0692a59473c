"""What of a held leader lies under water: measured on the track, its drag by the same drift with a fine one."""

from __future__ import annotations

import pytest

from jarana.core.drift.nominal import nominal
from jarana.core.heads.held import top_span
from jarana.core.readings import reading_kinds
from jarana.core.readings.sunk import DRAGS_M, TOLD_M, held_by, tell, under
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


def test_it_is_told_by_what_it_costs_and_by_whether_the_sighter_is_seen(contact: Situation) -> None:
    sighter = contact.rig.spans[top_span(contact.rig) - 1].length
    some = 0.5 * sighter
    assert tell(contact, None, 0.0).title == "Only the tippet is under water"
    assert tell(contact, TOLD_M - 0.001, 0.0).title == "Only the tippet is under water"
    assert tell(contact, TOLD_M + 0.001, 0.0).title == "Little of the thick leader is under water"
    assert "less than 2 cm" in tell(contact, some, TOLD_M - 0.001).sentence
    assert "would let the point 2 cm deeper" in tell(contact, some, TOLD_M + 0.001).sentence
    assert tell(contact, some, DRAGS_M - 0.001).severity == "fine"
    assert tell(contact, some, DRAGS_M + 0.001).title == "The thick leader drags under water"
    assert tell(contact, sighter - 0.001, 0.0).severity == "fine"
    assert tell(contact, sighter + 0.001, 0.0).title == "The sighter goes under"
