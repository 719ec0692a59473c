"""A retrieve on a lake that ends with a hang: the hand stops where the line's mark is at the tip."""

from __future__ import annotations

from itertools import pairwise

import pytest

from jarana.core.drift.nominal import nominal, story
from jarana.core.errors import InputError
from jarana.core.motions import motions
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.retrieve import SetCount, SetHang, SetLineOut, SetRetrieve, TypedPull
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.rig.pull import LONGEST_RETRIEVE_S, HandPull, taken_after, takes
from jarana.core.units import Writer
from tests.core.rig.test_on_the_line import CONTACT, LAKE, RUN, STREAMER, TEAM, do
from tests.fishing import fished

QUICK = (TypedPull(length="30 cm", speed="0.5 m/s", pause="6 s"),)
PULLED = do(TEAM, SetMotion(kind="strip"), SetRetrieve(pulls=QUICK), SetCount(value="20"), SetLineOut(value="9 m"))
BEAT_S = 0.3 / 0.5 + 6.0


def test_line_taken_in_after_a_time_is_the_line_the_hand_took() -> None:
    pulls = (
        HandPull(length_m=0.3, speed_m_s=1.0, pause_s=0.2, times=3),
        HandPull(length_m=0.1, speed_m_s=0.1, pause_s=9.0),
    )
    for metres in (0.05, 0.9, 0.95, 2.0, 4.37):
        seconds = taken_after(pulls, metres)
        rows = [row for row in takes(pulls, 0.0, 1e4) if row[0] < seconds]
        ends = [*rows, (seconds, 0.0)]
        assert sum((b[0] - a[0]) * a[1] for a, b in pairwise(ends)) == pytest.approx(metres, abs=1e-6)


def test_the_hand_stops_at_the_mark_and_the_rod_brings_the_team_up() -> None:
    hung = fished(do(PULLED, SetHang(left="3 m", lift="1.5 m", hold="10")), LAKE)
    phases = {p.name: p for p in hung.motion.phases(hung.ride())}
    assert phases["hang"].begins == pytest.approx(20.0 + 20 * BEAT_S - 6.0)
    assert phases["hang"].ends - phases["hang"].begins == pytest.approx(1.5 / 0.5 + 10.0)
    drift = nominal(hung)
    mark = next(i for i, t in enumerate(drift.times_s) if t >= phases["hang"].begins)
    end = max(drift.flies, key=lambda f: f.settled_depth_m)
    depth = [-row[end.node] / 1000 for row in drift.z_mm]
    assert min(depth[mark:]) < depth[mark] - 0.2
    assert "the line's mark is at the tip; the rod lifts the top dropper from" in story(hung)
    assert "; held, it sinks to" in story(hung)


def test_more_line_left_out_stops_the_hand_sooner() -> None:
    ends: list[float] = []
    for left in ("2 m", "6 m"):
        rig = fished(do(PULLED, SetHang(left=left)), LAKE)
        mark = rig.motion.at_mark(rig.ride())
        assert mark is not None
        ends.append(mark)
    assert ends[0] - ends[1] == pytest.approx(4.0 / 0.3 * BEAT_S, abs=BEAT_S)


@pytest.mark.parametrize(("speed", "comes"), [(0.0177, True), (0.0175, False)])
def test_a_mark_that_does_not_come_in_time_hangs_nothing_and_says_so(speed: float, comes: bool) -> None:
    slow = (TypedPull(length="9 cm", speed=f"{speed} m/s"),)
    rig = do(TEAM, SetMotion(kind="figure"), SetRetrieve(pulls=slow), SetCount(value="20"), SetLineOut(value="9 m"))
    hung = fished(do(rig, SetHang(left="3 m")), LAKE)
    assert (20.0 + 6.0 / speed <= LONGEST_RETRIEVE_S) == comes
    assert (hung.motion.at_mark(hung.ride()) is not None) == comes
    assert ("nothing hangs" in story(hung)) != comes


def test_where_more_is_left_than_is_out_it_hangs_at_once() -> None:
    rig = fished(do(PULLED, SetHang(left="12 m")), LAKE)
    assert rig.motion.at_mark(rig.ride()) == pytest.approx(20.0)


def test_a_hang_belongs_to_a_lake_and_to_a_fly_line() -> None:
    stripped = fished(do(STREAMER, SetMotion(kind="strip"), SetHang(left="3 m")), RUN)
    assert stripped.motion.at_mark(stripped.ride()) is None
    assert "hang" not in story(stripped)
    with pytest.raises(InputError) as refused:
        do(CONTACT, SetHang(left="3 m"))
    assert [f.path for f in refused.value.faults] == ["left"]
    assert not motions()["led"].hangs


def test_everything_wrong_with_a_hang_is_told_at_once() -> None:
    with pytest.raises(InputError) as refused:
        do(PULLED, SetHang(left="21 m", lift="x", hold="121"))
    assert sorted(f.path for f in refused.value.faults) == ["hold", "left", "lift"]


def test_a_hang_is_told_as_a_change_keeps_what_is_not_given_and_is_taken_off() -> None:
    own = do(PULLED, SetHang(hold="30"))
    (change,) = compare(PULLED, own, Writer())
    assert change.text == "ends with fished out → 30 s held with 3.0 m out, the rod 1.0 m higher"
    lower = do(own, SetHang(lift="0.2 m")).motion.hang
    assert lower is not None
    assert (lower.hold_s, lower.lift_mm) == (30.0, 200.0)
    assert do(own, SetHang(off=True)) == PULLED
    assert do(own, SetMotion(kind="figure")).motion.hang == own.motion.hang


def test_the_quickest_hand_over_the_longest_retrieve_is_followed_to_its_hang() -> None:
    quick = (TypedPull(length="1 cm", speed="0.1 m/s", pause="0.2 s"),)
    rig = do(TEAM, SetMotion(kind="strip"), SetRetrieve(pulls=quick), SetCount(value="178"), SetLineOut(value="9 m"))
    hung = fished(do(rig, SetHang(left="3 m", lift="3 m", hold="120")), LAKE)
    mark = hung.motion.at_mark(hung.ride())
    assert mark is not None
    assert LONGEST_RETRIEVE_S - 5 < mark <= LONGEST_RETRIEVE_S
    assert nominal(hung).times_s[-1] == pytest.approx(mark + 3.0 / 0.5 + 120.0, abs=0.1)


def test_a_hang_without_a_lift_holds_the_team_where_it_is() -> None:
    hung = fished(do(PULLED, SetHang(lift="0 m", hold="5")), LAKE)
    mark = hung.motion.at_mark(hung.ride())
    assert mark is not None
    assert nominal(hung).times_s[-1] == pytest.approx(mark + 5.0, abs=0.1)


@pytest.mark.parametrize("pull", [("1 cm", "0.1 m/s", "0.2 s"), ("5 cm", "0.5 m/s", "0.2 s")])
def test_quick_pulls_after_a_long_count_come_to_an_answer(pull: tuple[str, str, str]) -> None:
    """Times of minutes are told apart no finer than a nanosecond: a pull that falls together with a frame is no step of its own."""
    length, speed, pause = pull
    pulls = (TypedPull(length=length, speed=speed, pause=pause),)
    rig = do(TEAM, SetMotion(kind="strip"), SetRetrieve(pulls=pulls), SetCount(value="178"))
    assert nominal(fished(rig, LAKE)).times_s[-1] == pytest.approx(238.0)
