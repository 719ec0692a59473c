"""Shot and beads on the line, the count, the retrieve, line out, and a strength typed for a diameter."""

from __future__ import annotations

from itertools import pairwise

import pytest

from jarana.core.drift.nominal import nominal, story
from jarana.core.errors import InputError
from jarana.core.motions import motions
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import RemoveFly, StepBead
from jarana.core.rig.edits.retrieve import SetCount, SetLineOut, SetRetrieve, TypedPull
from jarana.core.rig.edits.shot import PegBead, PinchShot, SetBead, SetShot, SlideOn, sizes
from jarana.core.rig.edits.spans import SetDiameter
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.rig.pull import LEAST_BEAT_S, HandPull, beat_s, takes
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import tie_sheet
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from tests.core.rig.test_structure import CONTACT, DRY, LAKE, RUN, do
from tests.fishing import DRAWER, drift, fished, started

SHOT = started("shot-below", RUN)
EGGS = started("pegged-bead", RUN)
TEAM = started("lake-team", LAKE)
STREAMER = started("streamer", RUN)


def mass(rig: Rig, key: str) -> float:
    return float(rig.attachment(key).body.mass_mg)  # type: ignore[union-attr]


def test_a_heavier_shot_is_the_next_owned_and_takes_the_rig_down_sooner() -> None:
    heavier = do(SHOT, StepBead(at="shot", heavier=True))
    above = [m for _, m in sizes(DRAWER) if m > mass(SHOT, "shot")]
    assert mass(heavier, "shot") == min(above)
    by = {
        rig: next(f for f in drift(r, RUN).flies if f.id == "shot") for rig, r in (("light", SHOT), ("heavy", heavier))
    }
    assert by["heavy"].settled_depth_m >= by["light"].settled_depth_m


def test_past_the_heaviest_and_the_lightest_shot_nothing_is_made() -> None:
    for way, end, said in ((True, max, "no heavier shot"), (False, min, "no lighter shot")):
        last = do(SHOT, SetShot(at="shot", mass=f"{end(m for _, m in sizes(DRAWER))} mg"))
        with pytest.raises(InputError, match=said):
            do(last, StepBead(at="shot", heavier=way))


def test_a_shot_of_a_typed_weight_is_the_owned_one_nearest_to_it() -> None:
    chosen = do(SHOT, SetShot(at="shot", mass="0.8 g"))
    assert abs(mass(chosen, "shot") - 800) == min(abs(m - 800) for _, m in sizes(DRAWER))
    assert do(SHOT, SetShot(at="shot", mass="0.8 g")).attachment("shot").body.kind == "shot"


def test_an_owned_shot_is_counted_in_the_sheet() -> None:
    rig = do(SHOT, SetShot(at="shot", mass="0.2 g"))
    (row,) = [f for f in tie_sheet(rig, DRAWER, Measures(), Writer()).flies if f.part == "shot"]
    owned = next(s for s in DRAWER.shots if s.name == rig.attachment("shot").body.name)  # type: ignore[union-attr]
    assert row.owned == owned.count
    (none,) = [f for f in tie_sheet(rig, Drawer(), Measures(), Writer()).flies if f.part == "shot"]
    assert none.owned is None


def test_a_pinched_shot_slides_along_the_line_and_over_a_knot() -> None:
    pinched = do(CONTACT, PinchShot(span=CONTACT.spans[-2].id, above_mm=100))
    key = next(a.id for a in pinched.attachments if a.at.kind == "span")
    for by in (-150.0, 50.0, 250.0):
        moved = do(pinched, SlideOn(at=key, lower_mm=by))
        assert place(moved, moved.attachment(key)) == pytest.approx(place(pinched, pinched.attachment(key)) + by / 1000)
    over = do(pinched, SlideOn(at=key, lower_mm=250)).attachment(key).at
    assert over.span == CONTACT.spans[-1].id  # type: ignore[union-attr]
    assert do(pinched, SlideOn(at=key, above="20 cm"), SlideOn(at=key, above="10 cm")) == pinched


def test_a_bead_is_pegged_on_exchanged_and_taken_off() -> None:
    more = do(EGGS, PegBead(span=EGGS.spans[-1].id, above_mm=80, diameter_mm=6, name="red bead"))
    key = ({a.id for a in more.attachments} - {a.id for a in EGGS.attachments}).pop()
    other = do(more, SetBead(at=key, diameter="10 mm", material="glass", name="pale bead"))
    assert other.attachment(key).body.label == "pale bead"
    assert other.attachment(key).body.diameter_mm == 10  # type: ignore[union-attr]
    assert do(other, StepBead(at=key, heavier=False)).attachment(key).body.diameter_mm == 9  # type: ignore[union-attr]
    assert do(other, RemoveFly(at=key)) == EGGS


@pytest.mark.parametrize(
    ("rig", "edit", "path"),
    [
        (EGGS, SetShot(at="bead", mass="1 g"), "at"),
        (SHOT, SetBead(at="shot", diameter="8 mm"), "at"),
        (SHOT, SlideOn(at="shot", lower_mm=100), "at"),
        (EGGS, SlideOn(at="bead", above="99 m"), "above"),
        (EGGS, SlideOn(at="bead", lower_mm=5000), "lower_mm"),
        (EGGS, PegBead(span=EGGS.spans[-1].id, above_mm=5000), "above_mm"),
        (EGGS, SetBead(at="bead", diameter="40 mm"), "value"),
        (CONTACT, SetLineOut(value="9 m"), "value"),
        (TEAM, SetCount(value="241 s"), "value"),
        (TEAM, SetCount(value="soon"), "value"),
        (TEAM, SetRetrieve(pulls=(TypedPull(length="2 m", speed="x", pause="61 s"),)), "pulls[0].length"),
        (TEAM, SetRetrieve(pulls=(TypedPull(length="2 m", speed="x", pause="61 s"),)), "pulls[0].speed"),
        (TEAM, SetRetrieve(pulls=(TypedPull(length="2 m", speed="x", pause="61 s"),)), "pulls[0].pause"),
    ],
)
def test_what_no_hand_and_no_line_can_do_is_refused_by_field(rig: Rig, edit: RigEdit, path: str) -> None:
    with pytest.raises(InputError) as refused:
        do(rig, edit)
    assert path in [f.path for f in refused.value.faults]


@pytest.mark.parametrize(("typed", "seconds"), [("75", 75.0), ("1.5 min", 90.0), ("240 s", 240.0), ("0", 0.0)])
def test_a_count_is_typed_to_the_second(typed: str, seconds: float) -> None:
    assert do(TEAM, SetCount(value=typed)).motion.count_s == seconds


def test_a_longer_count_fishes_deeper() -> None:
    short, long = (drift(do(TEAM, SetCount(value=f"{s} s")), LAKE).flies[-1] for s in (5, 60))
    assert long.settled_depth_m > short.settled_depth_m + 0.1


def test_a_quicker_hand_brings_the_team_up() -> None:
    slow = do(TEAM, SetRetrieve(pulls=(TypedPull(length="9 cm", speed="0.02 m/s"),)))
    quick = do(TEAM, SetRetrieve(pulls=(TypedPull(length="9 cm", speed="0.1 m/s"),)))
    depths = [max(f.settled_depth_m for f in drift(rig, LAKE).flies) for rig in (slow, quick)]
    assert depths[1] < depths[0] - 0.1


@pytest.mark.parametrize("kind", [key for key, motion in motions().items() if motion.pulls])
def test_the_usual_hand_written_out_is_the_same_retrieve(kind: str) -> None:
    motion = motions()[kind]
    if "lake" not in motion.waters:
        return
    usual = do(TEAM, SetMotion(kind=kind))
    rows = tuple(
        TypedPull(length=f"{p.length_m} m", speed=f"{p.speed_m_s} m/s", pause=f"{p.pause_s} s", times=p.times)
        for p in motion.pulls
    )
    own = do(usual, SetRetrieve(pulls=rows))
    assert [f.settled_depth_m for f in drift(own, LAKE).flies] == [f.settled_depth_m for f in drift(usual, LAKE).flies]
    assert do(own, SetRetrieve()) == usual


def test_fast_pulls_then_a_stop_go_over_and_over() -> None:
    pulls = (
        HandPull(length_m=0.3, speed_m_s=1.0, pause_s=0.2, times=3),
        HandPull(length_m=0.1, speed_m_s=0.1, pause_s=9.0),
    )
    assert beat_s(pulls) == pytest.approx(11.5)
    rows = takes(pulls, 5.0, 30.0)
    fast = [round(t, 3) for t, speed in rows if speed == 1.0]
    assert fast == [5.0, 5.5, 6.0, 16.5, 17.0, 17.5, 28.0, 28.5, 29.0]
    taken = sum((b[0] - a[0]) * a[1] for a, b in pairwise(rows))
    assert taken == pytest.approx(9 * 0.3 + 3 * 0.1, abs=0.02)


@pytest.mark.parametrize(("pause", "fits"), [(LEAST_BEAT_S - 0.11, False), (LEAST_BEAT_S - 0.09, True)])
def test_no_hand_pulls_oftener_than_it_can(pause: float, fits: bool) -> None:
    row = {"length_m": 0.1, "speed_m_s": 1.0, "pause_s": pause}
    if fits:
        assert HandPull.model_validate(row).whole >= LEAST_BEAT_S
        return
    with pytest.raises(ValueError, match="at least"):
        HandPull.model_validate(row)


def test_another_motion_begins_with_its_usual_hand_and_the_change_is_told() -> None:
    own = do(TEAM, SetRetrieve(pulls=(TypedPull(length="9 cm", speed="0.02 m/s", pause="2 s", times=3),)))
    assert do(own, SetMotion(kind="strip")).motion.pulls == ()
    (change,) = compare(TEAM, own, Writer())
    assert change.text == "taken in as usual → 3 × 9.0 cm at 2.0 cm/s, 2 s rest"
    assert "in the end" in story(fished(own, LAKE))


def test_more_line_out_swings_a_wider_way() -> None:
    near, far = (nominal(fished(do(STREAMER, SetLineOut(value=f"{m} m")), RUN)) for m in (6, 12))
    assert near.across is not None
    assert far.across is not None
    assert far.across.line_m > near.across.line_m + 5


def test_a_strength_typed_for_a_diameter_takes_the_spool_labelled_nearest() -> None:
    span = DRY.spans[-1]
    labelled = [s for s in DRAWER.spools if s.material.key == span.material.key and s.strength_kg]
    for typed, kg in (("2 kg", 2.0), ("4 lb", 1.814)):
        spool = do(DRY, SetDiameter(span=span.id, value=typed)).spans[-1].spool
        assert spool is not None
        assert abs((spool.strength_kg or 0) - kg) == min(abs((s.strength_kg or 0) - kg) for s in labelled)
    with pytest.raises(InputError, match="has a strength on its label"):
        SetDiameter(span=span.id, value="4 lb").apply(DRY, Drawer())
