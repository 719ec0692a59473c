"""The ladder is the full table walked quickly; the way from one rig to another takes the fewest knots."""

from __future__ import annotations

from dataclasses import replace

import pytest

from jarana.core.rig.cost import CHOOSE_MIN, SLIDE_MIN, TEST_MIN, WARM_C, weather
from jarana.core.rig.edits.dressing import DressEnd
from jarana.core.rig.edits.flies import RemoveFly, StepBead
from jarana.core.rig.edits.shot import PinchShot
from jarana.core.rig.edits.spans import ChangeLength, UseSpool
from jarana.core.rig.edits.tails import HangBehind
from jarana.core.rig.model import Rig
from jarana.core.search.by_weight import WISHED, Row, Walk, touched
from jarana.core.search.cells import Ladder
from jarana.core.search.ladder import AT_EDGE_M, LIES_M, _deep, ladder
from jarana.core.search.rerig import FETCH_MIN, TAG_EATEN_MM, TAG_LEAST_MM, Rerig, rerig
from jarana.core.search.rungs import rungs_of
from jarana.core.search.valued import Stopped
from jarana.core.situation import Situation
from jarana.core.tackle.bead import bead
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.fly import Fly, Wraps
from jarana.core.units import Writer
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
        for j, place in enumerate(row):
            if place[0] == 0:
                assert i == 0 or places[i - 1][j] <= place
                assert j == 0 or row[j - 1] <= place
            if i and places[i - 1][j][0] > 0:
                assert place[0] > 0


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


@pytest.mark.parametrize(
    ("fly", "inside"),
    [
        (0.5 - AT_EDGE_M - 0.01, 0), (0.5 - AT_EDGE_M + 0.01, 1), (1.0 + AT_EDGE_M - 0.01, 1), (1.0 + AT_EDGE_M + 0.01, 0),
    ],
)  # fmt: skip
def test_a_fly_counts_as_where_they_take_up_to_the_edge_of_it(fly: float, inside: int) -> None:
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    zone = lake.zone.model_copy(update={"datum": "surface", "low_m": 0.5, "high_m": 1.0})
    where = lake.model_copy(update={"zone": zone})
    low, high = where.zone.heights(where.depth_m)
    assert (round(where.depth_m - high, 3), round(where.depth_m - low, 3)) == (0.5, 1.0)
    cell = _deep(
        fished(started("lake-team", lake), where), (fly, 4.0 - LIES_M - 0.001, 4.0 - LIES_M + 0.001), 20.0, 0, True
    )
    assert [f.takes for f in cell.flies] == [bool(inside), False, False]
    assert [f.lies for f in cell.flies] == [False, False, True]


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


RUN = water(0.9, 0.62, temperature_c=9.0, wind_m_s=3.0)
RIG = started("level-contact", RUN)


def way(before: Rig, after: Rig) -> Rerig:
    return rerig(before, after, 9.0, 3.0, METRIC)


def test_the_same_rig_takes_nothing() -> None:
    found = way(RIG, RIG)
    assert (found.cost.knots, found.steps, found.left) == (0, (), ())


def test_a_bead_up_at_the_point_is_one_knot_and_under_two_minutes() -> None:
    found = way(RIG, StepBead(at="point", heavier=True).apply(RIG, DRAWER))
    assert found.cost.knots == 1
    assert 0.05 <= found.cost.line <= 0.09
    assert 1.4 <= found.cost.minutes <= 2.0


def test_two_flies_to_one_is_no_knot_and_under_half_a_minute() -> None:
    found = way(RIG, RemoveFly(at="dropper").apply(RIG, DRAWER))
    assert found.cost.knots == 0
    assert found.cost.minutes < 0.5


def test_what_hangs_on_a_piece_that_is_new_is_tied_on_again() -> None:
    finer = next(s for s in DRAWER.spools if s.material.key == RIG.spans[-1].material.key and s.diameter_mm < 0.12)
    found = way(RIG, UseSpool(span=RIG.spans[-1].id, spool=finer.id).apply(RIG, DRAWER))
    again = [s.text for s in found.steps if "again" in s.text]
    assert again == [f"tie {RIG.attachment(k).body.label} on again" for k in ("dropper", "point")]
    assert found.cost.knots == 3, "the joint, the dropper on its new tag, the point"
    knots = [RIG.joints[-1].knot, *(RIG.attachment(k).knot for k in ("dropper", "point"))]
    assert [s.cost.minutes for s in found.steps] == pytest.approx(
        [k.minutes * weather(9.0, 3.0) + fetched for k, fetched in zip(knots, (FETCH_MIN, 0.0, 0.0), strict=True)]
    )


def test_a_ring_takes_a_knot_on_each_side_and_one_where_it_hangs_already() -> None:
    ringed = next(i for i, j in enumerate(RIG.joints) if j.ring)
    below = rerig(RIG, ChangeLength(span=RIG.spans[ringed].id, by_mm=-300).apply(RIG, DRAWER), 18.0, 0.0, METRIC)
    assert (below.cost.knots, below.cost.line) == (1, pytest.approx(0.3))
    steps = way(started("float-pair", RUN), RIG).steps
    both = [s for s in steps if s.cost.knots == 2]
    assert "tie on Slim olive #16" in [s.text for s in steps], "of another bead: it is chosen, not tied on again"
    assert [s.text for s in both] == [f"tie on {RIG.spans[ringed].length:.2f} m of {RIG.spans[ringed].name.lower()}"]


def test_the_middle_fly_comes_off_and_those_above_it_stay() -> None:
    lake = water(3.5, 0.0, "lake", off_m=12.0)
    team = started("lake-suspended", lake)
    middle = sorted((a for a in team.attachments if a.at.kind == "joint"), key=lambda a: team.joint_index(a.at.joint))[
        -1
    ]  # type: ignore[union-attr]
    found = way(team, RemoveFly(at=middle.id).apply(team, DRAWER))
    assert (found.cost.knots, [s.cost.minutes for s in found.steps]) == (0, [0.1])


def test_a_dressed_end_is_the_same_line() -> None:
    dry = started("dry-fly", RUN)
    ended = DressEnd(span=dry.spans[-1].id, length="30 cm").apply(dry, DRAWER)
    assert len(ended.spans) > len(dry.spans)
    assert way(dry, ended).steps == ()


def test_both_flies_are_two_knots() -> None:
    both = StepBead(at="dropper", heavier=False).apply(StepBead(at="point", heavier=True).apply(RIG, DRAWER), DRAWER)
    assert way(RIG, both).cost.knots == 2


def test_longer_tippet_is_spliced_and_what_hangs_below_stays_tied() -> None:
    longer = ChangeLength(span="tippet", by_mm=400).apply(RIG, DRAWER)
    found = way(RIG, longer)
    assert found.cost.knots == 2
    assert found.cost.line == pytest.approx(0.4, abs=0.01)
    assert found.left == ()


def test_another_method_takes_another_line_and_leaves_the_old_leader_on_its_winder() -> None:
    pair = started("float-pair", water(1.0, 0.5))
    found = way(RIG, pair)
    assert any(pair.line.name in s.text for s in found.steps)
    assert found.left
    assert found.cost.knots >= 4
    assert found.cost.minutes == pytest.approx(sum(s.cost.minutes for s in found.steps) + 0.3, abs=0.01)


def test_colder_hands_take_longer_and_tie_no_more_knots() -> None:
    other = StepBead(at="point", heavier=True).apply(RIG, DRAWER)
    warm, cold = rerig(RIG, other, 18.0, 0.0, METRIC), rerig(RIG, other, 3.0, 6.0, METRIC)
    assert warm.cost.knots == cold.cost.knots
    assert cold.cost.minutes > 1.2 * warm.cost.minutes


def test_what_is_used_again_is_not_left_and_is_told_by_what_it_was() -> None:
    found = way(RIG, started("shot-below", RUN))
    assert [s.text for s in found.steps if s.text.startswith("cut")] == [
        "cut the tippet to the point, which becomes the shot's tippet, back to 0.30 m"
    ]
    assert found.left == ("Coloured mono", "Clear", "Sighter", "Tippet")
    end = [s for s in found.steps if "at the end" in s.text]
    assert [(s.text, s.cost.knots) for s in end] == [
        ("shot No 3 at the end: a double surgeon's loop, and pinch it on", 1)
    ]


def test_a_ready_made_leader_is_put_on_in_one_step_and_left_as_one() -> None:
    dry, nymph = started("dry-fly", RUN), started("dry-and-nymph", RUN)
    packet = [s for s in dry.spans if s.ready is not None]
    assert len(packet) > 1
    on = [s for s in way(nymph, dry).steps if "packet" in s.text]
    assert [(s.text, s.cost.knots, s.cost.line) for s in on] == [(f"put on the {packet[0].name}", 1, 0.0)]
    assert way(dry, nymph).left == (packet[0].name,)


def with_tag(mm: float) -> Rig:
    """The contact pair with so long a tag for its dropper."""
    hung = RIG.attachment("dropper")
    assert hung.link is not None
    return RIG.rebuilt(
        attachments=tuple(
            a.model_copy(update={"link": hung.link.model_copy(update={"length_mm": mm})}) if a.id == hung.id else a
            for a in RIG.attachments
        )
    )


@pytest.mark.parametrize(("tag_mm", "knots"), [(TAG_EATEN_MM + TAG_LEAST_MM, 1), (TAG_EATEN_MM + TAG_LEAST_MM - 1, 2)])
def test_another_fly_goes_on_the_old_tag_while_it_is_long_enough_and_else_the_joint_is_tied_anew(
    tag_mm: float, knots: int
) -> None:
    rig = with_tag(tag_mm)
    other = StepBead(at="dropper", heavier=False).apply(rig, DRAWER)
    found = rerig(rig, other, WARM_C, 0.0, METRIC)
    fly, joint = rig.attachment("dropper").knot.minutes, rig.joints[rig.joint_index("j-point-tippet")].knot.minutes
    assert found.cost.knots == knots
    assert found.cost.line == pytest.approx(TAG_EATEN_MM / 1000 + (tag_mm / 1000 if knots > 1 else 0.0))
    assert found.cost.minutes == pytest.approx(fly + CHOOSE_MIN + TEST_MIN + (joint if knots > 1 else 0.0))


def test_a_fly_behind_another_is_tied_at_both_ends_of_its_line() -> None:
    tailed = HangBehind(at="dropper", weight="hare-jig-38", length="25 cm").apply(RIG, DRAWER)
    found = rerig(RIG, tailed, WARM_C, 0.0, METRIC)
    tail = next(a for a in tailed.attachments if a.at.kind == "bend")
    assert (found.cost.knots, found.cost.line) == (2, pytest.approx(0.25))
    assert found.cost.minutes == pytest.approx(2 * tail.knot.minutes + CHOOSE_MIN + TEST_MIN)
    assert [s.cost.knots for s in way(tailed, RIG).steps] == [0], "it comes off"


def test_a_shot_is_pinched_on_and_pinched_again_where_it_moves() -> None:
    on = PinchShot(span="point-tippet", above_mm=250, mass_mg=200).apply(RIG, DRAWER)
    higher = PinchShot(span="point-tippet", above_mm=300, mass_mg=200).apply(RIG, DRAWER)
    for before, after in ((RIG, on), (on, higher)):
        found = rerig(before, after, WARM_C, 0.0, METRIC)
        assert (found.cost.knots, found.cost.line, found.cost.minutes) == (0, 0.0, pytest.approx(SLIDE_MIN))
    assert rerig(on, on, WARM_C, 0.0, METRIC).steps == ()
