"""What was tied beforehand goes on with a knot or none, is cut from no spool, and comes out of no box."""

from __future__ import annotations

import pytest

from jarana.core.drift.nominal import nominal
from jarana.core.errors import InputError
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.rig.edits.tails import HangBehind
from jarana.core.rig.edits.winder import OffWinder
from jarana.core.rig.lacking import lacking
from jarana.core.rig.model import Rig
from jarana.core.rig.rerig import rerig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import tie_sheet
from jarana.core.stock.tied import taken_by_tying
from jarana.core.tackle.drawer import called
from jarana.core.tackle.winder import Winder
from jarana.core.units import Writer
from tests.fishing import DRAWER, WATERS, fished, started

RIG = started("level-contact", WATERS["weir-run"])
EGG = next(w for w in DRAWER.winders if "egg" in w.name)
DROPPER = next(a.id for a in RIG.attachments if a.at.kind == "joint")
JOINT = next(j.id for i, j in enumerate(RIG.joints) if i and RIG.hung_at(j.id) is None)
FLY = DRAWER.fly_called(EGG.fly)
PLACES = {"point": (RIG.point.id, 1), "dropper": (DROPPER, 1), "joint": (JOINT, 0)}
"""Where a piece may be put on, and the knots that takes."""


def wound(at: str) -> Rig:
    return OffWinder(at=at, winder=EGG.id).apply(RIG, DRAWER)


@pytest.mark.parametrize(("at", "knots"), PLACES.values(), ids=PLACES)
def test_it_is_on_with_its_own_line_and_costs_its_own_end_alone(at: str, knots: int) -> None:
    rig = wound(at)
    new = next(a for a in rig.attachments if a.ready == EGG.id)
    assert new.fly is not None
    assert FLY is not None
    assert (new.fly.pattern, new.fly.source) == (FLY.pattern, FLY.source)
    cost = rerig(RIG, rig, 12.0, 0.0, Writer()).cost
    assert (cost.knots, cost.line) == (knots, 0.0)
    assert cuts_of(rig, Writer(), Measures()) == cuts_of(RIG, Writer(), Measures()) or at == JOINT
    assert EGG.id in rig.ready
    assert new.id in {f.id for f in nominal(fished(rig, WATERS["weir-run"])).flies}


@pytest.mark.parametrize("at", [at for at, _ in PLACES.values()], ids=PLACES)
def test_the_sheet_takes_it_off_its_winder_and_ties_no_fly_that_is_on(at: str) -> None:
    rig = wound(at)
    sheet = tie_sheet(rig, DRAWER, Measures(), Writer())
    assert any(EGG.name in f.name and f.owned == EGG.count for f in sheet.flies)
    text = " ".join(s.detail for s in sheet.steps)
    assert "its fly is on it" in text or "Its fly is tied on already" in text
    new = next(a for a in rig.attachments if a.ready == EGG.id)
    steps = [s for s in sheet.steps if s.part == new.id]
    assert len(steps) == (0 if new.at.kind == "point" else 1)
    assert all(c.part != new.id for c in sheet.cuts)


@pytest.mark.parametrize("at", [at for at, _ in PLACES.values()], ids=PLACES)
def test_a_winder_that_is_no_longer_there_is_lacking_as_it_would_lie_in_the_drawer(at: str) -> None:
    rig = wound(at)
    assert [r for r in lacking(rig, DRAWER) if isinstance(r.item, Winder)] == []
    (lack,) = [r.item for r in lacking(rig, DRAWER.model_copy(update={"winders": ()})) if isinstance(r.item, Winder)]
    assert isinstance(lack, Winder)
    assert (lack.fly, lack.length_m, lack.diameter_mm) == (called(FLY) if FLY else "", EGG.length_m, EGG.diameter_mm)


def test_another_fly_in_its_place_is_tied_on_and_comes_out_of_the_box() -> None:
    rig = wound(DROPPER)
    new = next(a for a in rig.attachments if a.ready == EGG.id)
    other = next(w.id for p in DRAWER.patterns for w in p.weights if w.id != FLY.source) if FLY else ""
    swapped = SwapFly(at=new.id, weight=other).apply(rig, DRAWER)
    assert swapped.attachment(new.id).ready is None
    assert rerig(rig, swapped, 12.0, 0.0, Writer()).cost.knots >= 1


def test_the_way_to_a_rig_with_a_winder_is_shorter_than_to_the_same_tied_there() -> None:
    length = f"{EGG.length_m} m"
    tied = HangBehind(at=DROPPER, weight=FLY.source if FLY and FLY.source else "", length=length).apply(RIG, DRAWER)
    off, there = rerig(RIG, wound(DROPPER), 12.0, 0.0, Writer()), rerig(RIG, tied, 12.0, 0.0, Writer())
    assert (off.cost.knots, there.cost.knots) == (1, 2)
    assert off.cost.line == 0.0 < there.cost.line
    assert any("off its winder" in s.text for s in off.steps)


@pytest.mark.parametrize(
    ("at", "winder", "drawer", "says"),
    [
        (DROPPER, "none", DRAWER, "no such winder"),
        (DROPPER, EGG.id, DRAWER.model_copy(update={"patterns": ()}), "Small egg #14, is not in your box"),
    ],
)
def test_what_cannot_be_put_on_says_why(at: str, winder: str, drawer: object, says: str) -> None:
    with pytest.raises(InputError, match=says):
        OffWinder(at=at, winder=winder).apply(RIG, drawer)  # type: ignore[arg-type]


def test_a_bend_or_a_joint_that_is_taken_is_named() -> None:
    taken = next(a.at.joint for a in RIG.attachments if a.at.kind == "joint")
    with pytest.raises(InputError, match="hangs there"):
        OffWinder(at=taken, winder=EGG.id).apply(RIG, DRAWER)
    once = wound(DROPPER)
    with pytest.raises(InputError, match="nothing free"):
        OffWinder(at=DROPPER, winder=EGG.id).apply(once, DRAWER)


@pytest.mark.parametrize("name", ["small EGG  #14", "Small egg #14"])
def test_a_fly_is_found_by_its_name_however_it_is_spelt(name: str) -> None:
    assert DRAWER.fly_called(name) == FLY
    assert DRAWER.fly_called("another egg #14") is None


def test_two_pieces_of_one_winder_are_two_and_what_trails_another_keeps_its_own() -> None:
    first = wound(RIG.point.id)
    both = OffWinder(at=first.point.id, winder=EGG.id).apply(first, DRAWER)
    assert both.ready == {EGG.id: 2}
    assert sum(a.ready == EGG.id for a in both.attachments) == 2
    (entry,) = taken_by_tying(DRAWER, {}, [], both.ready).entries
    assert entry.after is not None
    assert entry.after["count"] == EGG.count - 2


def test_what_is_not_on_the_rig_is_said_to_be_none() -> None:
    with pytest.raises(InputError):
        OffWinder(at="no-such-fly", winder=EGG.id).apply(RIG, DRAWER)
