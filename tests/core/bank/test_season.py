"""What a season tells has its counts, and says nothing they do not allow."""

from __future__ import annotations

import pytest

from jarana.core.bank.outing import OutingView, outing_of
from jarana.core.bank.season import LEAST_DRIFTS, Rate, compared, interval, season_of
from jarana.core.journal import Event
from tests.core.bank.test_outing import begun, drift, event


def outing(taps: list[str], said: float | None = None) -> OutingView:
    found = outing_of([begun(), *(drift(k + 1, tap, said=said) for k, tap in enumerate(taps))])
    assert found is not None
    return found


def rate(takes: int, drifts: int, name: str = "a") -> Rate:
    low, high = interval(takes, drifts)
    return Rate(name=name, drifts=drifts, takes=takes, share=takes / drifts, low=low, high=high)


@pytest.mark.parametrize(
    ("happened", "of", "low", "high"), [(5, 10, 0.311, 0.689), (0, 10, 0.0, 0.124), (10, 10, 0.876, 1.0)]
)
def test_an_interval_of_a_share_is_jeffreys(happened: int, of: int, low: float, high: float) -> None:
    assert interval(happened, of) == (pytest.approx(low, abs=0.03), pytest.approx(high, abs=0.03))


def test_predictions_are_held_against_what_came_by_parts() -> None:
    season = season_of([outing(["ticked"] * 8 + ["nothing"] * 2, 0.8), outing(["nothing"] * 10, 0.5)])
    assert [(p.drifts, p.said, p.seen) for p in season.predicted] == [(10, 0.5, 0.0), (10, 0.8, 0.8)]
    assert (season.inside, season.parts) == (1, 2)


def test_a_sure_prediction_belongs_to_the_last_part_and_too_few_drifts_judge_nothing() -> None:
    season = season_of([outing(["ticked"] * (LEAST_DRIFTS - 1), 1.0)])
    assert [p.drifts for p in season.predicted] == [LEAST_DRIFTS - 1]
    assert (season.inside, season.parts) == (0, 0)
    assert season_of([outing(["ticked"] * LEAST_DRIFTS, 1.0)]).parts == 1


def test_rates_count_takes_over_drifts_by_lane_and_rig() -> None:
    season = season_of([outing(["take", "nothing", "ticked", "nothing"])])
    assert [(r.name, r.takes, r.drifts) for r in season.by_lane] == [("main", 1, 4)]
    assert season.by_rig[0].share == pytest.approx(0.25)
    assert (season.outings, season.drifts, season.takes) == (1, 4, 1)
    assert season_of([]).drifts == 0


def fish(seq: int, ended: str) -> Event:
    return event(seq, "take", {"at": {"rig": 0, "step": 1}, "ended": ended, "species": "", "cm": None})


def test_of_the_fish_that_were_on_it_is_told_how_they_ended_and_what_was_lost() -> None:
    ends = ["landed", "landed", "broke", "pulled out", "missed", "", "straightened"]
    lost = [drift(k, "lost", source=key) for k, key in ((20, "quill-28"), (21, "quill-28"), (22, "gone"))]
    found = outing_of([begun(), *(fish(k + 1, how) for k, how in enumerate(ends)), *lost])
    assert found is not None
    season = season_of([found], flies={"quill-28": "Resin quill #14"})
    assert [(e.name, e.count) for e in season.ended] == [
        ("landed", 2), ("broke", 1), ("pulled out", 1), ("straightened", 1),
    ]  # fmt: skip
    assert [(r.takes, r.drifts) for r in season.by_landed] == [(2, 5)]
    assert season.broke.startswith("Of 5 fish that were on, 1 broke off: between ")
    assert [(t.name, t.count) for t in season.flies_lost] == [("Resin quill #14", 2), ("no longer in the box", 1)]
    assert season_of([outing(["nothing"])]).broke == ""


def test_two_rigs_are_told_apart_only_by_drifts_enough() -> None:
    assert "8 more of each" not in compared(rate(3, LEAST_DRIFTS), rate(0, LEAST_DRIFTS, "b"))
    assert "1 more of each" in compared(rate(3, LEAST_DRIFTS), rate(0, LEAST_DRIFTS - 1, "b"))
    assert "cannot tell yet" in compared(rate(5, 50), rate(4, 50, "b"))
    told = compared(rate(3, 100), rate(20, 100, "the other"))
    assert told.startswith("the other took more often")
