"""Ready-made tapers: thickness by place, place by thickness, and what fly changes leave."""

from __future__ import annotations

import pytest

from jarana.core.errors import InputError
from jarana.core.tackle.leader import OwnedLeader
from jarana.core.tackle.packet import Packet, changes_until_extended, cut_back, diameter_at, packets, place_of, tip_now

PACKET: Packet = packets()["2.7-0.18"]
"""1.55 m of 0.53 mm, 0.65 m of taper, 0.50 m of 0.18 mm."""


def test_a_packet_is_level_then_tapers_then_is_level() -> None:
    assert PACKET.new_length == pytest.approx(2.7)
    assert [diameter_at(PACKET, m) for m in (0.0, 1.55, 2.2, 2.7)] == pytest.approx([0.53, 0.53, 0.18, 0.18])
    assert diameter_at(PACKET, 1.55 + 0.65 / 4) == pytest.approx(0.53 - 0.35 / 4)


def test_a_thickness_is_found_in_the_taper_the_tip_s_own_at_its_end_and_no_other_anywhere() -> None:
    for mm in (0.1801, 0.22, 0.3, 0.5, 0.53):
        assert diameter_at(PACKET, place_of(PACKET, mm)) == pytest.approx(mm)
    assert place_of(PACKET, 0.53) == pytest.approx(1.55)
    assert place_of(PACKET, 0.18) == pytest.approx(2.7)
    for mm in (0.179, 0.531):
        with pytest.raises(InputError, match=r"it is 0\.18 to 0\.53 mm thick") as wrong:
            place_of(PACKET, mm)
        assert [(f.path, f.value) for f in wrong.value.faults] == [("diameter", f"{mm:g}")]


def test_what_is_cut_off_adds_up_and_is_never_more_than_there_was() -> None:
    once = cut_back(PACKET, 0.4)
    assert (once.length, once.new_length) == (pytest.approx(2.3), pytest.approx(2.7))
    assert cut_back(once, 0.4).length == pytest.approx(1.9)
    assert cut_back(once, 9.0).length == 0.0


def test_each_fly_change_takes_a_tenth_of_a_metre_off_the_tip() -> None:
    assert [tip_now(PACKET, n) for n in (0, 5)] == [0.18, 0.18]
    assert tip_now(PACKET, 6) == pytest.approx(0.18 + 0.35 * 0.1 / 0.65)
    assert tip_now(PACKET, 3, each_mm=200.0) == tip_now(PACKET, 6)
    assert tip_now(PACKET, 99) == 0.53


def test_a_tip_a_quarter_thicker_than_new_is_extended() -> None:
    # 0.225 mm lies 0.65 · 0.045 / 0.35 = 8.4 cm up the taper: 58.4 cm of the tip, five changes.
    assert changes_until_extended(PACKET) == 5
    assert changes_until_extended(PACKET, each_mm=58.0) == 10
    assert changes_until_extended(cut_back(PACKET, 0.4)) == 1
    assert changes_until_extended(cut_back(PACKET, 2.0)) == 0
    # One that hardly tapers is used up at its butt's thickness.
    level = PACKET.model_copy(update={"butt_mm": 0.2})
    assert changes_until_extended(level) == int((2.7 - 1.55) * 10)


def test_an_owned_leader_without_a_taper_changes_at_its_butt_s_end() -> None:
    stepped = OwnedLeader(id="a", name="a", length_m=3.0, butt_mm=0.5, tip_mm=0.2, butt_m=2.0, tip_m=1.0)
    assert [stepped.diameter_at(m) for m in (1.99, 2.0)] == [0.5, 0.2]
