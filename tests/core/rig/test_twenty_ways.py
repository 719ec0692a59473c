"""Twenty ways of fishing, each changed as its practitioner would at the water: every change is one edit, and the track answers."""

from __future__ import annotations

import itertools

import pytest

from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import RemoveFly, StepBead, SwapFly
from jarana.core.rig.edits.held import HoldWith, UseRod
from jarana.core.rig.edits.retrieve import SetCount, SetLineOut, SetRetrieve, TypedPull
from jarana.core.rig.edits.shot import PegBead, PinchShot, SetBead, SetShot, SlideOn
from jarana.core.rig.edits.spans import ChangeLength, SetLength, SetTag, StepDiameter
from jarana.core.rig.edits.stance import SetStance, StepStance
from jarana.core.rig.edits.structure import LosePoint, PutIn, SetRing, SetSpacing, SplitSpan, TakeOut, TieBehind
from jarana.core.rig.edits.whole import SetFloat, SetMotion, UseLine
from jarana.core.rig.edits.winder import OffWinder
from jarana.core.rig.model import Rig
from jarana.core.rig.rerig import rerig
from jarana.core.search.bench import work_on_rig
from jarana.core.search.tries import readings_with_tries
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from tests.fishing import DRAWER, REACHES, drift, fished, started

FAST_STOP = (
    TypedPull(length="30 cm", speed="80 cm/s", pause="0.3 s", times=4),
    TypedPull(length="10 cm", speed="5 cm/s", pause="8 s"),
)
WAYS: dict[str, tuple[RigEdit, ...]] = {
    "dry-fly": (
        TieBehind(weight="dusk-hackle-bare", length="50 cm"),
        StepDiameter(span="tippet", finer=False),
        ChangeLength(span="tippet", by_mm=1000),
    ),
    "level-contact": (
        LosePoint(), SetLength(span="tippet", value="90 cm"), StepBead(at="dropper", heavier=True), StepStance(what="tip"),
    ),
    "lake-suspended": (
        SetSpacing(lengths=("0.6", "0.6", "0.6")), SetFloat(body="ball-19"), RemoveFly(at="top-fly"),
    ),
    "float-pair": (
        SetFloat(deeper_mm=200), StepBead(at="point", heavier=True), SetFloat(body="ball-16"), SetMotion(kind="led", lead=0.8),
    ),
    "shot-below": (
        SetShot(at="shot", mass="0.8 g"), ChangeLength(span="to-shot", by_mm=150), SetTag(at="fly", value="20 cm"),
    ),
    "pegged-bead": (
        PegBead(span="tippet", above_mm=70, diameter_mm=6, name="pale bead"),
        SlideOn(at="bead", above="8 cm"),
        SetBead(at="bead", name="peach bead", material="glass"),
        LosePoint(),
        OffWinder(at="hook", winder="winder-egg"),
    ),
    "swung": (
        ChangeLength(span="point-tippet", by_mm=-300),
        SwapFly(at="dropper", weight="dusk-hackle-bare"),
        StepDiameter(span="point-tippet", finer=False),
        SetStance(mend="1 m"),
    ),
    "sweep": (
        SetCount(value="75 s"), SetRetrieve(pulls=FAST_STOP), StepBead(at="top-fly", heavier=True), SetMotion(kind="figure"),
    ),
    "buoyant-point": (
        SwapFly(at="middle-fly", weight="dressed-pupa-bare"), StepDiameter(span="top", finer=True),
        PutIn(length="1 m"), SetCount(value="40"),
    ),
    "streamer": (
        UseLine(line="just-under-7"), TakeOut(span="taper"), SetLength(span="butt", value="0.4"),
        PinchShot(span="tippet", above_mm=200, mass_mg=400),
    ),
    "tapered-contact": (
        SplitSpan(span="point-tippet"), StepBead(at="point", heavier=True), SetRing(joint="j-point-tippet", ring=True),
        StepStance(what="tip", more=False),
    ),
    "short-and-led": (
        SetStance(lay="tuck"), StepDiameter(span="point-tippet", finer=True), SetStance(tip="1.5 m"),
        StepBead(at="point", heavier=True),
    ),
    "dry-and-nymph": (
        LosePoint(), TieBehind(weight="tiny-black-20", length="60 cm"), SetSpacing(lengths=("0.8",)),
    ),
    "dry-and-emerger": (
        SetSpacing(lengths=("30 cm",)), SetStance(slack="1 m"), SwapFly(at="point", weight="dusk-hackle-bare"),
    ),
    "three-in-line": (
        LosePoint(), SetFloat(deeper_mm=150), SetSpacing(lengths=("0.7", "0.5")),
    ),
    "jig-over-ledge": (
        SetFloat(deeper_mm=200), StepDiameter(span="tippet", finer=True), HoldWith(kind="held"), UseRod(rod="long-3"),
    ),
    "hand-tied": (
        TakeOut(span="step-6"), PutIn(below="tippet", length="40 cm"), SetLineOut(value="7 m"), SetMotion(kind="swing"),
    ),
    "lake-team": (
        SetCount(value="75"), UseLine(line="just-under-7"), SetSpacing(lengths=("1.2", "1.2")),
        SetRetrieve(pulls=(TypedPull(length="9 cm", speed="4 cm/s"),)),
    ),
    "lake-vertical": (
        SetCount(value="60"), SetRetrieve(pulls=(TypedPull(length="2.5 cm", speed="5 cm/s", pause="0.5 s", times=4),
                                                 TypedPull(length="2.5 cm", speed="5 cm/s", pause="9 s"))),
        ChangeLength(span="tippet", by_mm=500),
    ),
    "lake-deep-float": (
        SetFloat(deeper_mm=300), SetFloat(body="ball-19"), StepBead(at="point", heavier=True), SetMotion(kind="tight"),
    ),
}  # fmt: skip


def water_of(method: str) -> Reach:
    return next(reach for reach in REACHES if reach.kind in methods()[method].waters)


def track(rig: Rig, water: Reach) -> object:
    """Where everything is, in mm, all the way."""
    seen = drift(rig, water)
    return seen.x_mm, seen.y_mm, seen.z_mm


def test_there_is_a_way_for_every_method() -> None:
    assert set(WAYS) == set(methods())


@pytest.mark.parametrize("method", WAYS)
def test_every_change_is_one_edit_that_is_told_costed_and_answered_by_the_track(method: str) -> None:
    water = water_of(method)
    rig = started(method, water)
    tracks = [track(rig, water)]
    for edit in WAYS[method]:
        changed = edit.apply(rig, DRAWER)
        assert compare(rig, changed, Writer())
        cost = rerig(rig, changed, water.temperature_c, water.wind_m_s, Writer()).cost
        assert 0 <= cost.minutes < 30
        rig = changed
        tracks.append(track(rig, water))
    bench = work_on_rig(fished(rig, water))
    assert bench.story
    assert bench.drift.flies or bench.drift.head == "dry fly"
    assert len(set(tracks)) == len(tracks)
    assert Rig.model_validate_json(rig.model_dump_json()) == rig


@pytest.mark.long
@pytest.mark.parametrize("method", WAYS)
def test_however_it_was_changed_it_is_told_what_to_try(method: str) -> None:
    water = water_of(method)
    rig = started(method, water)
    for edit in WAYS[method]:
        rig = edit.apply(rig, DRAWER)
    assert readings_with_tries(fished(rig, water))


ORDERED = {"pegged-bead", "float-pair", "shot-below", "swung", "sweep", "short-and-led", "lake-team"}
"""Ways whose changes do not stand on each other: they may be typed in any order."""


@pytest.mark.parametrize("method", sorted(ORDERED))
def test_the_order_in_which_they_are_typed_refuses_none_and_changes_nothing(method: str) -> None:
    start = started(method, water_of(method))
    ends = []
    for order in itertools.permutations(
        [e for e in WAYS[method] if not isinstance(e, LosePoint | OffWinder | SetMotion)]
    ):
        rig = start
        for edit in order:
            rig = edit.apply(rig, DRAWER)
        ends.append(rig)
    assert all({s.id: s for s in end.spans} == {s.id: s for s in ends[0].spans} for end in ends)
    assert all({a.id: a for a in end.attachments} == {a.id: a for a in ends[0].attachments} for end in ends)


@pytest.mark.parametrize("each", [False, pytest.param(True, marks=pytest.mark.long)], ids=["all", "each"])
@pytest.mark.parametrize("method", methods())
def test_a_rig_is_read_with_its_things_taken_off_all_or_each_and_with_its_point_lost(method: str, each: bool) -> None:
    water = water_of(method)
    rig = started(method, water)
    rest = [RemoveFly(at=a.id) for a in rig.attachments if a.at.kind != "point" and a.id != rig.head.holds()]
    for edits in (*([edit] for edit in rest if each), rest, [LosePoint()], [LosePoint(), LosePoint()]):
        changed = rig
        for edit in edits:
            try:
                changed = edit.apply(changed, DRAWER)
            except InputError:
                break
        bench = work_on_rig(fished(changed, water))
        assert bench.story
        assert all(reading.title for reading in bench.readings)
