"""A boat that drifts after the flies: what the hand takes in it first gives."""

from __future__ import annotations

import pytest

from jarana.core.drift.nominal import nominal, story
from jarana.core.errors import InputError
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.retrieve import SetCount, SetHang, SetLineOut, SetRetrieve, TypedPull
from jarana.core.rig.edits.stance import SetStance
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.rig.model import Rig
from jarana.core.rig.stance import FASTEST_BOAT_M_S
from jarana.core.units import Writer
from tests.core.rig.test_on_the_line import LAKE, RUN, STREAMER, TEAM, do
from tests.fishing import fished

STEADY = (TypedPull(length="9 cm", speed="0.1 m/s"),)
PULLED = do(TEAM, SetMotion(kind="figure"), SetRetrieve(pulls=STEADY), SetCount(value="10"), SetLineOut(value="12 m"))


def end_depth(rig: Rig) -> float:
    return max(f.settled_depth_m for f in nominal(fished(rig, LAKE)).flies)


def test_a_team_pulled_from_a_boat_that_comes_after_it_hangs_deeper() -> None:
    anchored, adrift = end_depth(PULLED), end_depth(do(PULLED, SetStance(boat="0.06 m/s")))
    slower = end_depth(do(PULLED, SetRetrieve(pulls=(TypedPull(length="9 cm", speed="0.04 m/s"),))))
    assert adrift > anchored + 0.2
    assert abs(adrift - slower) < abs(adrift - anchored)


@pytest.mark.parametrize(
    ("boat", "said"), [("0.09 m/s", "come nearer by 0.6 m in a minute"), ("0.1 m/s", "hangs slack")]
)
def test_what_the_hand_makes_of_the_boat_is_told(boat: str, said: str) -> None:
    assert said in story(fished(do(PULLED, SetStance(boat=boat)), LAKE))
    assert "boat" not in story(fished(PULLED, LAKE))


def test_a_boat_comes_along_with_a_lift_at_the_end_too() -> None:
    lifted = do(PULLED, SetMotion(kind="lift"), SetRetrieve(pulls=STEADY))
    adrift = fished(do(lifted, SetStance(boat="0.05 m/s")), LAKE)
    still, moved = (s.motion.drive(s.ride()) for s in (fished(lifted, LAKE), adrift))
    assert still is not None
    assert moved is not None
    assert [round(b[1] - a[1], 9) for a, b in zip(still.moves, moved.moves, strict=True)] == [0.05] * 3
    assert "boat comes after" in story(adrift)
    assert "boat" not in story(fished(lifted, LAKE))


def test_a_hang_and_a_boat_go_together() -> None:
    both = fished(do(PULLED, SetStance(boat="0.05 m/s"), SetHang(left="6 m")), LAKE)
    moves = both.motion.drive(both.ride())
    assert moves is not None
    assert {row[1] for row in moves.moves} == {0.05}
    assert max(row[3] for row in moves.moves) > 0
    assert "mark is at the tip" in story(both)


def test_a_boat_belongs_to_a_lake_and_goes_no_faster_than_one_fishes_from() -> None:
    river = fished(do(STREAMER, SetMotion(kind="strip"), SetStance(boat="0.3 m/s")), RUN)
    still = fished(do(STREAMER, SetMotion(kind="strip")), RUN)
    assert nominal(river).z_mm == nominal(still).z_mm
    assert do(PULLED, SetStance(boat=f"{FASTEST_BOAT_M_S} m/s")).stance.boat_m_s == FASTEST_BOAT_M_S
    with pytest.raises(InputError, match="fished from up to") as refused:
        do(PULLED, SetStance(boat=f"{FASTEST_BOAT_M_S + 0.01} m/s"))
    assert refused.value.faults[0].path == "boat"


def test_it_is_told_as_a_change_and_taken_back() -> None:
    adrift = do(PULLED, SetStance(boat="0.15 m/s"))
    (change,) = compare(PULLED, adrift, Writer())
    assert change.text == "boat at anchor → adrift at 0.15 m/s"
    assert do(adrift, SetStance(boat="0")) == PULLED
