"""An outing is a projection: whatever order its events come in, twice or taken back, it is the same."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID, uuid5

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jarana.core.bank.counsel import ALWAYS, BY_ROW, counsel_of
from jarana.core.bank.outing import LONGEST_PAUSE_S, in_order, outing_of
from jarana.core.bank.taps import every_tap
from jarana.core.journal import Event, event_kinds
from jarana.core.situation import Setting, Situation
from tests.fishing import DRAWER, WATERS, started

ROOT = UUID(int=1)
BEGAN = datetime(2026, 6, 1, 8, 0, tzinfo=UTC)


def event(
    seq: int, kind: str, payload: dict[str, Any], device: str = "a", after_s: float | None = None, **more: Any
) -> Event:
    at = BEGAN + timedelta(seconds=30 * seq if after_s is None else after_s)
    told = {"type": kind, "version": 1} | payload
    about = None if kind == "outing" else ROOT
    key = ROOT if kind == "outing" else uuid5(ROOT, f"{device} {seq}")
    return Event(id=key, device=device, seq=seq, at=at, kind=kind, about=about, payload=told, **more)


def begun(**more: Any) -> Event:
    told = {
        "water": "weir-run", "water_name": "Weir Run", "rigs": [{"id": "r", "name": "R"}], "depth_m": 0.9, "pace_m_s": 0.6,
    }  # fmt: skip
    return event(0, "outing", told | more)


def drift(seq: int, tap: str, step: int = 1, device: str = "a", **more: Any) -> Event:
    return event(seq, "drift", {"at": {"rig": 0, "step": step}, "tap": tap} | more, device)


TAPS = st.lists(st.sampled_from(["nothing", "ticked", "dragging", "take", "hung", "dried"]), min_size=1, max_size=12)


@given(TAPS, st.randoms(use_true_random=False))
@settings(max_examples=40, deadline=None)
def test_events_in_any_order_and_twice_tell_the_same_outing(taps: list[str], random: Any) -> None:
    events = [begun(), *(drift(k + 1, tap) for k, tap in enumerate(taps))]
    mixed = list(events)
    random.shuffle(mixed)
    first, second = outing_of(events), outing_of(mixed)
    assert first == second
    assert first is not None
    assert first.drifts == sum(tap != "dried" for tap in taps)
    assert first.touched == sum(tap in ("ticked", "dragging") for tap in taps)


def test_a_clock_that_goes_back_does_not_turn_a_device_around() -> None:
    a, b = drift(1, "ticked"), drift(2, "take").model_copy(update={"at": BEGAN - timedelta(days=400)})
    assert [e.payload["tap"] for e in in_order([b, a])] == ["ticked", "take"]


def test_long_pauses_are_no_fishing_time() -> None:
    far = event(2, "drift", {"at": {"rig": 0}, "tap": "nothing"}, after_s=30 + LONGEST_PAUSE_S + 1)
    near = event(3, "drift", {"at": {"rig": 0}, "tap": "nothing"}, after_s=30 + LONGEST_PAUSE_S + 61)
    found = outing_of([begun(), drift(1, "nothing"), far, near])
    assert found is not None
    assert found.minutes == pytest.approx(0.5 + 1.0)


def test_without_its_beginning_there_is_no_outing() -> None:
    assert outing_of([drift(1, "ticked")]) is None
    undo = event(2, "undo", {}, undoes=ROOT)
    assert outing_of([begun(), drift(1, "ticked"), undo]) is None


def test_what_was_seen_of_the_water_is_what_the_water_is() -> None:
    seen = event(1, "seen", {"pace_m_s": 0.0, "temperature_c": 14})
    found = outing_of([begun(), seen])
    assert found is not None
    assert (found.depth_m, found.pace_m_s, found.temperature_c) == (0.9, 0.0, 14)


def test_only_a_tap_that_loses_a_fly_loses_it() -> None:
    found = outing_of(
        [begun(), drift(1, "hung", source="w1"), drift(2, "lost", source="w2"), drift(3, "bitten", source="w3")]
    )
    assert found is not None
    assert found.lost == ("w2", "w3")


def test_every_kind_of_the_bank_reads_its_own_samples_and_refuses_nonsense() -> None:
    bank = {key for key, kind in event_kinds().items() if kind.bank}
    assert bank == {"outing", "drift", "batch", "take", "changed", "seen", "ended", "apart"}
    batch = event_kinds()["batch"]
    with pytest.raises(ValueError, match="at most as many"):
        batch.of(event(1, "batch", {"at": {"rig": 0}, "drifts": 3, "low": 1, "high": 4}))
    assert batch.of(event(1, "batch", {"at": {"rig": 0}, "drifts": 4, "low": 1, "high": 4}))


def test_every_counsel_can_be_met_and_each_way_of_fishing_has_its_own() -> None:
    for rule in (*ALWAYS, *(r for rows in BY_ROW.values() for r in rows)):
        assert 1 <= rule.least <= rule.last
        assert rule.says
        assert rule.why
        assert set(rule.of) <= set(every_tap())
    here = Situation(started("swung", WATERS["weir-run"]), Setting(WATERS["weir-run"], DRAWER))
    keys = [rule.key for rule in counsel_of(here)]
    assert keys[0] == "splash"
    assert "refused" not in keys


def test_a_fish_is_told_on_the_rig_as_it_was_changed_by_then() -> None:
    thinner = {"op": "change_diameter", "span": "tippet", "to_mm": 0.1}

    def take(seq: int, option: int) -> Event:
        return event(seq, "take", {"at": {"rig": 0, "option": option, "step": 1}, "ended": "broke"})

    change = {"rig": 0, "option": 2, "text": "thinner"}
    rows = [
        begun(), take(1, 0), event(2, "changed", change | {"made": False, "edits": [thinner]}), take(3, 2),
        event(4, "changed", change | {"edits": [thinner]}), take(5, 2), take(6, 0),
    ]  # fmt: skip
    told = outing_of(rows)
    assert told is not None
    assert [f.edits for f in told.fish] == [(), (), (thinner,), ()]
