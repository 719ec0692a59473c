"""The ladder is the full table walked quickly."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from jarana.core.engine.columns import AT_Z, UNDER
from jarana.core.errors import InputError
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.rig.geometry import place
from jarana.core.search.by_weight import WISHED, Row, Walk, touched
from jarana.core.search.cells import Ladder
from jarana.core.search.ladder import LIES_M, _cell, _flies, ladder
from jarana.core.search.rungs import rungs_of
from jarana.core.search.valued import Stopped
from jarana.core.situation import Situation
from jarana.core.tackle.bead import bead
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.fly import Fly, Wraps
from jarana.core.units import Writer
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.watch import Watch
from tests.coverage import led, water
from tests.fishing import DRAWER, fished, started

METRIC = Writer()
SIZES = (1.5, 2.0, 2.5, 2.8, 3.3, 3.8, 4.6, 5.5)


def one_pattern(below_m: float, where: object) -> Situation:
    """One pattern in eight beads, so much line below the sighter, led with the bubbles."""
    model = next(p for p in DRAWER.patterns if p.name == "Resin quill")
    weights = tuple(
        model.weights[0].model_copy(
            update={"id": f"w{s}", "bead": bead("tungsten", s), "count": 3, "timed": None, "weighed_mg": None}
        )
        for s in SIZES
    )
    pattern = model.model_copy(update={"weights": weights})
    drawer = DRAWER.model_copy(update={"patterns": (pattern,)})
    rig = led(started("level-contact", where), 1.0)  # type: ignore[arg-type]
    rig = rig.rebuilt(attachments=(rig.point,))
    rig = rig.replace_attachment("point", body=pattern.tied(weights[3]))
    rest = sum(s.length for s in rig.spans if s.id == "point-tippet")
    rig = rig.replace_span(rig.span_index("tippet"), length_mm=(below_m - rest) * 1000)
    return fished(rig, where, drawer)  # type: ignore[arg-type]


@pytest.fixture(scope="module")
def climbed() -> tuple[Situation, Ladder]:
    situation = one_pattern(1.35, water(1.0, 0.6))
    return situation, ladder(situation)


def test_no_cell_deeper_or_faster_takes_a_lighter_bead(climbed: tuple[Situation, Ladder]) -> None:
    _, found = climbed
    order = {"": 0, "always": 0, "longer": 1, "sold": 1, "none": 2}
    places = [[(order[c.mark], c.rung or 0) for c in row] for row in found.cells]
    for i, row in enumerate(places):
        for j, cell in enumerate(row):
            if cell[0] == 0:
                assert i == 0 or places[i - 1][j] <= cell
                assert j == 0 or row[j - 1] <= cell
            if i and places[i - 1][j][0] > 0:
                assert cell[0] > 0


def test_the_shallowest_water_takes_the_lightest_and_the_deepest_fastest_the_heaviest_or_more(
    climbed: tuple[Situation, Ladder],
) -> None:
    _, found = climbed
    assert all(c.rung == 0 for c in found.cells[0])
    last = found.cells[-1][-1]
    assert last.mark in ("none", "longer", "sold") or last.rung == max(c.rung or 0 for row in found.cells for c in row)
    assert sum(c.today for row in found.cells for c in row) == 1
    assert found.kind == "weight"


def test_the_walk_gives_the_cells_of_the_full_table_with_a_fraction_of_its_drifts(
    climbed: tuple[Situation, Ladder],
) -> None:
    situation, found = climbed
    hung, rungs = rungs_of(situation)
    owned = [i for i, r in enumerate(rungs) if r.owned]
    walk = Walk(situation, hung, rungs, Watch())

    def touches(k: int, depth: float, pace: float) -> float:
        tracks = walk.tracks(k, Row(depth, situation.rig), pace)
        return float(touched(tracks).mean()) if tracks else 0.0

    for i in (1, 4, 6):
        for j in (0, 3, 6):
            depth, pace = (
                (0.5, 0.65, 0.8, 1.0, 1.2, 1.45, 1.75, 2.1)[i] * 1.0,
                (0.5, 0.65, 0.8, 1.0, 1.2, 1.45, 1.75, 2.1)[j] * 0.6,
            )
            first = next((k for k in owned if touches(k, depth, pace) >= WISHED), None)
            cell = found.cells[i][j]
            assert (cell.rung if cell.mark in ("", "always") else None) == first
    assert found.drifts < 0.35 * len(found.rows) * len(found.columns) * len(owned) * 8


def test_a_cell_says_where_it_comes_down_and_what_to_carry_and_buy(climbed: tuple[Situation, Ladder]) -> None:
    _, found = climbed
    filled = [c for row in found.cells for c in row if c.mark == "" and c.rung is not None]
    assert all(c.low_m is not None and c.high_m is not None and c.low_m <= c.high_m for c in filled)
    assert all(c.touches >= WISHED for c in filled)
    assert len(found.carry) <= 2
    assert len(found.sizes) == len(found.rungs)


def test_turns_of_wire_are_rungs_of_their_own_by_what_they_weigh() -> None:
    situation = one_pattern(1.35, water(1.0, 0.6))
    pattern = situation.drawer.patterns[0]
    wire = Wraps(turns=8, wire_mm=0.5, under_mm=1.0, density_kg_m3=11300)
    wound = tuple(
        pattern.weights[0].model_copy(
            update={"id": f"wound-{n}", "bead": None, "wraps": wire.model_copy(update={"turns": n})}
        )
        for n in (8, 20)
    )
    bare = pattern.weights[0].model_copy(update={"id": "bare", "bead": None})
    own = pattern.model_copy(update={"weights": (*wound, pattern.weights[3], bare)})
    here = replace(situation, setting=replace(situation.setting, drawer=Drawer(patterns=(own,))))
    _, rungs = rungs_of(here.with_rig(here.rig.replace_attachment("point", body=own.tied(wound[0]))))
    masses = [r.body.mass for r in rungs if isinstance(r.body, Fly)]
    assert masses == sorted(masses)
    assert [r.text for r in rungs if r.owned] == ["no bead", "8 turns", "2.8 mm bead", "20 turns"]
    assert {r.text for r in rungs if not r.owned} >= {"2.5 mm bead"}


def test_a_ladder_of_a_lake_is_depths_after_counts_by_line() -> None:
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    found = ladder(fished(started("lake-team", lake), lake))
    assert found.kind == "count"
    assert len(found.rows) > 1
    first = [c.text for c in found.cells[0]]
    assert len(set(first)) > 2
    assert sum(c.today for c in found.cells[0]) == 1
    assert found.depth_m == lake.depth_m
    for row in found.cells:
        for deeper, cell in zip(row[1:], row, strict=False):
            assert len(cell.flies) == len(deeper.flies) == 3
            assert max(f.m for f in deeper.flies) >= max(f.m for f in cell.flies) - 0.05


LAKE = water(4.0, 0.0, "lake", off_m=12.0)
ZONE = LAKE.model_copy(update={"zone": LAKE.zone.model_copy(update={"datum": "surface", "low_m": 0.5, "high_m": 1.0})})


@pytest.fixture(scope="module")
def drifted() -> Tracks:
    found = evaluate([fished(started("lake-team", ZONE), ZONE)], range(4), SEARCH_GRID)
    assert found
    assert found[0]
    return found[0]


def at_depths(tracks: Tracks, *depths: float) -> Tracks:
    """Every fly of each drift so deep from its first moment on, over a bed of 4 m."""
    at = tracks.at.copy()
    at[..., AT_Z], at[..., UNDER] = -np.array(depths)[:, None, None], 4.0
    return replace(tracks, at=at)


@pytest.mark.parametrize(
    ("depths", "takes"),
    [((0.7, 0.8, 2.0, 2.0), True), ((0.7, 2.0, 2.0, 2.0), False), ((0.46, 1.04, 2.0, 2.0), True), ((0.44, 1.06, 0.7, 2.0), False)],
)  # fmt: skip
def test_a_fly_is_drawn_where_they_take_when_it_is_on_half_of_the_drifts_and_so_near_as_they_come(
    drifted: Tracks, depths: tuple[float, ...], takes: bool
) -> None:
    flies = _flies(at_depths(drifted, *depths), 20.0)
    assert [f.takes for f in flies] == [takes] * 3
    assert flies[0].m == pytest.approx(np.median(depths))


@pytest.mark.parametrize(("seconds", "m"), [(4.0, 0.4), (None, 1.5)])
def test_depths_are_those_at_a_second_or_the_middle_of_the_second_half_the_uppermost_fly_first(
    drifted: Tracks, seconds: float | None, m: float
) -> None:
    times = np.tile(np.linspace(0.0, 20.0, drifted.times.shape[1]), (drifted.count, 1))
    at = drifted.at.copy()
    order = sorted(
        range(len(drifted.names)),
        key=lambda k: place(drifted.situation.rig, drifted.situation.rig.attachment(drifted.names[k])),
    )
    for k, row in enumerate(order):
        at[:, row, :, AT_Z] = -0.1 * (k + 1) * times
    flies = _flies(replace(drifted, at=at, times=times), seconds)
    assert [f.m for f in flies] == [pytest.approx(m * (k + 1), abs=0.03 * (k + 1)) for k in range(3)]
    assert _flies(None, 4.0) == ()


@pytest.mark.parametrize(("lying", "lies"), [(2, True), (1, False)])
def test_a_fly_is_drawn_on_the_bed_when_it_lies_there_on_half_of_the_drifts(
    drifted: Tracks, lying: int, lies: bool
) -> None:
    near = [4.0 - LIES_M + 0.001] * lying + [4.0 - LIES_M - 0.001] * (4 - lying)
    tracks = at_depths(drifted, *near)
    flies = _flies(tracks, 20.0)
    assert [f.lies for f in flies] == [lies] * 3
    cell = _cell(tracks.situation, flies, 20.0, 0, lake=True)
    assert (cell.text, cell.mark) == (("on the bed", "always") if lies else ("3.97 m", ""))


@pytest.mark.parametrize("method", ["lake-vertical", "dry-fly"])
def test_a_rig_as_deep_whatever_the_count_and_one_that_does_not_sink_have_no_ladder(method: str) -> None:
    with pytest.raises(InputError) as told:
        ladder(fished(started(method, LAKE), LAKE))
    assert ("whatever the count" in told.value.faults[0].reason) is (method == "lake-vertical")


def test_a_ladder_of_a_swing_is_depths_by_pace() -> None:
    run = water(0.9, 0.6, off_m=10.0)
    found = ladder(fished(started("swung", run), run))
    assert found.kind == "leader"
    assert found.rows[0]


def test_a_ladder_nobody_wants_stops(climbed: tuple[Situation, Ladder]) -> None:
    watch = Watch()
    watch.stop()
    with pytest.raises(Stopped):
        ladder(climbed[0], watch)
