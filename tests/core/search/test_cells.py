"""What a ladder's cells and the way to another rig are made of, without walking either."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import numpy as np
import pytest

from jarana.core.engine.columns import AT_Z, FIRST_M, FIRST_S, UNDER
from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.methods.when import THIN_M
from jarana.core.outcomes.tracks import Tracks, members_of
from jarana.core.readings.bottom import RIDES
from jarana.core.rig.geometry import span_starts
from jarana.core.search.by_weight import (
    ALWAYS,
    MEMBERS,
    WISHED,
    Row,
    Walk,
    beyond,
    carried,
    comes_down,
    first_of,
    first_there,
    rows_of,
    where_they_take,
    wish_of,
)
from jarana.core.search.cells import Cell
from jarana.core.search.ladder import _lines, ladder
from jarana.core.search.moves.base import hanging_spans
from jarana.core.search.moves.line import values as other_lines
from jarana.core.search.rungs import Rung, rungs_of
from jarana.core.search.start import Best, start
from jarana.core.situation import Situation
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.shot import Shot
from jarana.core.units import Writer
from jarana.core.watch import Watch
from jarana.core.water.reach import TakingZone
from tests.coverage import led, water
from tests.fishing import DRAWER, fished, setting, started

RUN = water(0.9, 0.62)
HERE = fished(led(started("level-contact", RUN), 1.0), RUN)
METRIC = Writer()


def one_does(*which: int) -> Callable[[int], bool]:
    return lambda k: k in which


@pytest.mark.parametrize(
    ("low", "does", "found"),
    [
        (0, range(10, 99), 10), (0, range(40, 99), 40), (0, range(50, 99), 50), (0, range(70, 99), 70), (3, range(10, 99), 30), (3, range(40, 99), 40),
        (0, range(80, 99), None), (7, range(70, 99), 70), (7, range(80, 99), None), (8, range(99), None),
    ],
)  # fmt: skip
def test_a_cell_is_walked_to_from_the_one_before_it(low: int, does: range, found: int | None) -> None:
    owned = [0, 10, 20, 30, 40, 50, 60, 70]
    asked: list[int] = []

    def touches(k: int) -> bool:
        asked.append(k)
        return k in does

    assert first_of(owned, low, touches) == found
    assert len(asked) <= 6, "a step and halves, not one after the other"


ROW = Row(1.0, HERE.rig)


def owned_of(here: Situation) -> list[Rung]:
    """The rungs of a rig, as if all of them were one's own."""
    return [replace(rung, owned=True) for rung in rungs_of(here)[1]]


def told_walk(first_m: tuple[float, ...], touches: float) -> Walk:
    """A walk of which one rung is known already: where each member's two flies touched first."""
    walk = Walk(HERE, HERE.rig.point, owned_of(HERE), Watch())
    tracks = members_of(HERE, 8)
    assert tracks is not None
    of = np.zeros(len(first_m), dtype=int)
    did = np.full((len(first_m), tracks.did.shape[1], tracks.did.shape[2]), np.nan)
    did[:, 0, FIRST_M] = first_m
    did[:, 1, FIRST_M] = np.array(first_m) + 1.0
    did[: round(touches * len(first_m)), 0, FIRST_S] = 1.0
    walk.known[(0, 1.0, 0.5, 0.0)] = replace(
        tracks, did=did, at=tracks.at[of], times=tracks.times[of], members=tracks.members[of], depth=tracks.depth[of]
    )
    walk.known[(1, 1.0, 0.5, 0.0)] = walk.known[(0, 1.0, 0.5, 0.0)]
    return walk


NONE = float("nan")
OWNED = (0, 1, 2)


def test_a_filled_cell_says_how_often_and_between_which_metres_its_first_fly_comes_down() -> None:
    walk = told_walk((2.004, 3.5, NONE, NONE), 0.5)
    cell = walk.cell(0, ROW, 0.5, OWNED, today=True)
    assert (cell.touches, cell.low_m, cell.high_m, cell.mark, cell.today) == (0.5, 2.0, 3.5, "", True)
    assert cell.text == walk.rungs[0].text
    none = told_walk((NONE,) * 4, 0.0).cell(0, ROW, 0.5, OWNED, today=False)
    assert (none.low_m, none.high_m, none.today) == (None, None, False)


@pytest.mark.parametrize(("touches", "rung", "mark"), [(0.9, 0, "always"), (0.8, 0, ""), (1.0, 1, "")])
def test_where_even_the_lightest_comes_down_nine_times_of_ten_that_is_said(
    touches: float, rung: int, mark: str
) -> None:
    walk = told_walk((1.0,) * 10, touches)
    assert ALWAYS == 0.9
    assert walk.cell(rung, ROW, 0.5, OWNED, today=False).mark == mark


def test_a_rung_that_comes_to_no_answer_never_touches_and_one_that_does_counts_as_wished() -> None:
    walk = told_walk((1.0,) * 4, WISHED)
    walk.known[(2, 1.0, 0.5, 0.0)] = None
    assert not walk.fills(2, ROW, 0.5)
    assert not walk.does(ROW, 0.5)(2)
    assert walk.does(ROW, 0.5)(0)
    assert walk.drifts == len(MEMBERS), "those of the rig in hand"


FILM = TakingZone(low_m=0.2, high_m=0.5, datum="surface")
OFF_THE_BED = TakingZone(low_m=0.3, high_m=0.7)


def members(here: Situation, **of_each: float) -> Tracks:
    """Members of a rig whose flies hang still so far over the bed, m, and so many of which touch."""
    tracks = members_of(here, 8)
    assert tracks is not None
    at, did = tracks.at.copy(), tracks.did.copy()
    at[..., AT_Z] = of_each["height"] - at[..., UNDER]
    did[..., FIRST_S] = np.nan
    did[: round(of_each["touching"]), 0, FIRST_S] = 1.0
    return replace(tracks, at=at, did=did)


@pytest.mark.parametrize(
    ("height", "touching", "wish"), [(0.15, 1, "zone"), (0.15, 2, "touch"), (0.5, 1, "touch"), (0.5, 0, "touch")]
)
def test_a_weight_is_to_touch_unless_the_rig_in_hand_rides_among_them_without(
    height: float, touching: int, wish: str
) -> None:
    assert wish_of(HERE, members(HERE, height=height, touching=touching)) == wish


def test_a_weight_is_to_come_down_to_fish_that_take_higher_and_to_touch_where_nobody_knows_where_they_do() -> None:
    high = HERE.with_water(water(0.9, 0.62, zone=OFF_THE_BED))
    assert wish_of(high, None) == "zone"
    assert wish_of(HERE, None) == "touch"
    assert wish_of(high.with_water(water(0.9, 0.62, zone=OFF_THE_BED, zone_known=False)), None) == "touch"
    never = fished(started("dry-and-emerger", RUN), RUN)
    assert wish_of(never, None) == "zone"


@pytest.mark.parametrize(("zone", "goes"), [(OFF_THE_BED, True), (FILM, False)])
def test_a_float_goes_with_the_bed_where_the_flies_are_to_and_says_where_it_sits(zone: TakingZone, goes: bool) -> None:
    where = water(1.0, 0.5, zone=zone)
    here = fished(started("float-pair", where), where)
    rows = list(rows_of(here, "zone"))
    above = [r.rig.length - r.rig.head.hangs_from(r.rig) for r in rows]
    own = here.rig.length - here.rig.head.hangs_from(here.rig)
    for row, sits in zip(rows, above, strict=True):
        assert sits == pytest.approx(min(own + row.depth - 1.0, here.rig.length) if goes else own, abs=1e-3)
        assert row.text == f"float {METRIC.text('length', sits)}"
    assert [r.anew for r in rows] == [False, *[goes] * 7]
    assert [r.text for r in rows_of(HERE, "touch")] == [""] * 8


def test_over_thin_water_one_fly_is_left_but_not_where_it_is_thin_today() -> None:
    rows = list(rows_of(HERE, "touch"))
    assert all(len(r.rig.attachments) == 2 for r in rows)
    low = HERE.with_water(water(0.5, 0.62))
    thin = [(r.depth < THIN_M, len(r.rig.attachments), r.text) for r in rows_of(low, "touch")]
    assert thin[0] == (True, 1, "one fly")
    assert thin[-1] == (False, 2, "")
    today = HERE.with_water(water(0.3, 0.62))
    assert {len(r.rig.attachments) for r in rows_of(today, "touch")} == {2}


@pytest.mark.parametrize(("inside", "mark"), [(0.51, ""), (0.49, "deep")])
def test_a_weight_that_does_not_stay_among_them_is_said_to_sink_past(inside: float, mark: str) -> None:
    here = fished(HERE.rig, water(0.9, 0.62, zone=OFF_THE_BED))
    walk = Walk(here, here.rig.point, owned_of(here), Watch())
    tracks = members(here, height=0.5, touching=0)
    at = tracks.at.copy()
    late = np.arange(at.shape[2])[None, :] > inside * (at.shape[2] - 1)
    at[..., AT_Z] = np.where(late[:, None, :], 0.1 - at[..., UNDER], at[..., AT_Z])
    even = np.broadcast_to(np.linspace(0.0, 10.0, at.shape[2]), tracks.times.shape)
    row = Row(0.9, here.rig)
    walk.known[(0, 0.9, 0.62, 0.0)] = told = replace(tracks, at=at, times=even)
    assert walk.fills(0, row, 0.62)
    assert walk.cell(0, row, 0.62, OWNED, today=False).mark == mark
    assert first_there(told).max() == 0.0


def test_what_draws_a_dry_under_is_neither_put_on_nor_sold_for_it() -> None:
    where = water(0.7, 0.4)
    here = fished(started("dry-and-nymph", where), where)
    hung, rungs = rungs_of(here)
    walk = Walk(here, hung, rungs, Watch())
    deep = Row(1.4, here.rig)
    assert walk.does(deep, 0.4)(len(rungs) - 1), "it drags the dry down to the bed"
    assert not walk.fills(len(rungs) - 1, deep, 0.4)
    cell = beyond(walk, range(len(rungs)), deep, 0.4, False, len(rungs) - 1)
    assert cell.mark == "longer"
    assert cell.rung is not None
    assert cell.rung < len(rungs) - 1


def test_where_no_weight_does_the_float_goes_deeper_before_anything_is_bought() -> None:
    here = fished(started("float-pair", RUN), RUN)
    walk = Walk(here, *rungs_of(here), Watch())
    owned = [k for k, rung in enumerate(walk.rungs) if rung.owned]
    row = next(r for r in rows_of(here, walk.wish) if r.depth == RUN.depth_m)
    cell = beyond(walk, owned, row, RUN.pace_m_s, True, None)
    assert cell.mark == "longer"
    assert cell.text.startswith("float 1.")
    assert cell.rung == owned[-1]


def test_of_an_empty_drawer_every_weight_is_one_to_buy() -> None:
    found = ladder(fished(started("level-contact", RUN, Drawer()), RUN, Drawer()))
    marks = {cell.mark for row in found.cells for cell in row}
    assert "sold" in marks
    assert marks <= {"sold", "longer", "none"}
    assert found.carry == ()
    assert len(found.buy) == 2


def test_a_dry_by_itself_has_no_ladder() -> None:
    with pytest.raises(InputError, match="heavier or lighter"):
        ladder(fished(started("dry-fly", RUN), RUN))


def test_a_dry_that_rides_where_they_take_is_one_of_the_flies_whatever_sinks_below_it() -> None:
    where = water(0.6, 0.3, zone=TakingZone(low_m=0.0, high_m=0.2, datum="surface"))
    here = fished(started("dry-and-nymph", where), where)
    tracks = members(here, height=0.05, touching=0)
    assert where_they_take(tracks) > RIDES
    assert comes_down(tracks).min() > RIDES
    nymph = here.with_water(water(0.6, 0.3, zone=TakingZone(low_m=0.3, high_m=0.5)))
    assert where_they_take(members(nymph, height=0.05, touching=0)) < RIDES


def test_todays_cell_never_says_that_nothing_does_where_the_rig_in_hand_rides_among_them() -> None:
    where = water(1.2, 0.5)
    best = start(methods()["float-pair"], setting(where))
    assert isinstance(best, Best)
    found = ladder(fished(best.started.rig, where))
    assert found.wish == "zone"
    today = next(c for row in found.cells for c in row if c.today)
    assert (today.mark, today.inside >= RIDES) == ("", True)
    assert len(found.settings) == len(found.rows)


def test_what_fills_most_cells_beside_todays_is_carried_within_two_of_it_and_only_what_is_owned() -> None:
    shots = [Rung(str(k), HERE.rig.point.body, 1.0, owned=k != 5) for k in range(7)]  # type: ignore[arg-type]
    rows = [[Cell(rung=6, text="") for _ in range(7)] for _ in range(7)]
    rows[3][3] = Cell(rung=0, text="", today=True)
    for i, j, rung in [(1, 1, 1), (5, 5, 1), (3, 4, 1), (2, 2, 2), (2, 3, 2), (3, 2, 5), (4, 4, 5), (4, 3, 5)]:
        rows[i][j] = Cell(rung=rung, text="")
    near = [[cell if cell.rung != 6 else Cell(rung=None, text="") for cell in row] for row in rows]
    near[0][3] = near[3][6] = near[6][3] = Cell(rung=3, text="")
    assert carried(near, shots) == ("1", "2")
    assert carried([[Cell(rung=1, text="")]], shots) == ()


def test_a_rig_in_still_water_of_a_river_is_stepped_by_weight_in_its_one_pace() -> None:
    still = water(1.0, 0.0)
    found = ladder(fished(led(started("level-contact", still), 1.0), still))
    assert found.kind == "weight"
    assert len(found.columns) == 1
    assert len(found.rows) == 8
    assert sum(cell.today for row in found.cells for cell in row) == 1


def test_a_rig_without_a_fly_at_its_point_has_no_ladder() -> None:
    rig = HERE.rig
    pegged = started("pegged-bead", RUN)
    bead = next(a.body for a in pegged.attachments if a.body.kind == "pegged bead")
    bare = rig.replace_attachment(rig.point.id, body=bead)
    with pytest.raises(InputError, match="heavier or lighter"):
        rungs_of(HERE.with_rig(bare))


def test_of_a_rig_with_a_shot_the_shot_is_stepped_and_what_is_sold_stands_beside_what_is_owned() -> None:
    rig = started("shot-below", RUN)
    hung, rungs = rungs_of(fished(rig, RUN))
    assert hung.body.kind == "shot"
    masses = [r.body.mass_mg for r in rungs if isinstance(r.body, Shot)]
    assert masses == sorted(set(masses))
    assert {m for m, r in zip(masses, rungs, strict=True) if r.owned} == {s.mass_mg for s in DRAWER.shots if s.count}
    assert [r.figure for r in rungs] == [f"{m / 1000:.2f} g" for m in masses]
    assert [r.text for r in rungs] == [f"{r.figure} shot" for r in rungs]
    assert [r.size for r in rungs] == [r.body.diameter * 1000 for r in rungs if isinstance(r.body, Shot)]
    assert {(r.figure, r.size) for r in rungs_of(HERE)[1]} >= {("2.5", 2.5), ("3.3", 3.3)}


def test_lines_of_a_ladder_are_the_one_that_is_on_and_those_that_would_be_named_by_what_changes() -> None:
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    here = fished(started("lake-team", lake), lake)
    names = [name for name, _ in _lines(here)]
    assert names[0] == here.rig.line.name
    assert len(set(names)) == len(names) > 1
    assert all(other.rig.head == here.rig.head for _, other in _lines(here))


def test_a_sinking_leader_is_tried_where_one_is_on_and_not_the_same_again() -> None:
    swung = fished(started("swung", RUN), RUN)
    sinking = [one for one in DRAWER.leaders if one.sink_mm_s is not None]
    assert sinking
    ready = swung.rig.rebuilt(
        spans=(swung.rig.spans[0].model_copy(update={"ready": sinking[0].id}), *swung.rig.spans[1:])
    )
    put_on = [m[0].leader for m in other_lines(swung.with_rig(ready)) if hasattr(m[0], "leader")]  # type: ignore[attr-defined]
    assert put_on == [one.id for one in sinking[1:]]
    bare = swung.rig.rebuilt(spans=tuple(s.model_copy(update={"ready": None}) for s in swung.rig.spans))
    assert not [m for m in other_lines(swung.with_rig(bare)) if hasattr(m[0], "leader")]


def test_line_is_let_down_to_shares_of_the_depth_where_it_does_not_lie_flat() -> None:
    lake = water(6.0, 0.0, "lake", off_m=12.0)
    down = fished(started("lake-vertical", lake), lake)
    outs = [m[0].value for m in other_lines(down) if type(m[0]).__name__ == "SetLineOut"]  # type: ignore[attr-defined]
    assert outs == [f"{share * 6.0 - down.rig.length:.1f} m" for share in (0.7, 0.85, 1.0)]
    thin = down.with_water(lake.model_copy(update={"depth_m": down.rig.length + 0.5}))
    assert not [m for m in other_lines(thin) if type(m[0]).__name__ == "SetLineOut"]


def test_what_hangs_in_the_water_begins_where_the_rig_is_held() -> None:
    rig = HERE.rig
    held = HERE.head.hangs_from(rig)
    starts = span_starts(rig)
    for i in hanging_spans(rig):
        assert starts[i + 1] > held + 1e-9
    assert len(rig.spans) - 1 in hanging_spans(rig)
