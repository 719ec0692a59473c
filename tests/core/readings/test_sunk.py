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
