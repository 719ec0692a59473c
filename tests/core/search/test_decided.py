"""What the search decides between, claim by claim: each on both sides of its threshold, without a search."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import numpy as np
import pytest

from jarana.core.engine.columns import AT_Z, FIRST_M, FIRST_S
from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.outcomes.tracks import members_of
from jarana.core.questions.base import Question, Side
from jarana.core.rig.cost import CHOOSE_MIN, SLIDE_MIN, Cost, weather
from jarana.core.rig.edits.flies import RemoveFly, StepBead
from jarana.core.rig.edits.spans import SetLength
from jarana.core.rig.edits.tails import HangBehind
from jarana.core.rig.geometry import span_starts
from jarana.core.rig.model import Rig
from jarana.core.search import schools
from jarana.core.search.answers import RigRidesView, SideBySideView
from jarana.core.search.best import ALIKE, BESIDE_M, Reached, Search, rides_as_meant
from jarana.core.search.find import GIVEN_UP, FoundRig, Wanted, _few_enough, _told, _why_none, gives_up, turns_on
from jarana.core.search.ladder import (
    ALWAYS,
    WISHED,
    Cell,
    Rung,
    _carried,
    _depths,
    _filled,
    _first,
    _lines,
    _Walk,
    ladder,
    rungs_of,
)
from jarana.core.search.moves.base import Coordinate, hanging_spans, moved
from jarana.core.search.moves.line import values as other_lines
from jarana.core.search.rerig import rerig
from jarana.core.search.schools import two_schools
from jarana.core.search.side_by_side import ALIKE as ABOUT_A_HALF
from jarana.core.search.side_by_side import SideBySide
from jarana.core.search.side_by_side import _told as beside
from jarana.core.search.valued import SURE, Valued, Valuer, surely_better, too_short
from jarana.core.situation import Situation
from jarana.core.tackle.shot import Shot
from jarana.core.units import Writer
from jarana.core.watch import Watch
from jarana.core.worth.constants import Habits, constants
from jarana.core.worth.judge import SAME, Factors, Worth, judge
from tests.coverage import led, water
from tests.fishing import DRAWER, begun, fished, started

RUN = water(0.9, 0.62)
HERE = fished(led(started("level-contact", RUN), 1.0), RUN)
METRIC = Writer()


@pytest.fixture(scope="module")
def valued() -> Valued:
    tracks = members_of(HERE, 8)
    assert tracks is not None
    return Valued(HERE, judge(tracks, HERE, ""), tracks, 8)


def worth_of(minutes: float, members: tuple[float, ...] = (1.0,), **factors: float) -> Worth:
    all_ = {
        "zone": 0.5, "drag": 0.9, "shown": 0.9, "more": 1.0, "noticed": 0.9, "free": 0.9, "hangs": 0.0, "stealth": 0.9, "fishing": 0.8,
    } | factors  # fmt: skip
    return Worth(minutes, 0.0, 0.0, lambda: Factors(**all_), np.array(members), np.arange(len(members)))


def worth(valued: Valued, minutes: float, **more: object) -> Valued:
    return replace(valued, worth=replace(worth_of(minutes), **more))


@pytest.mark.parametrize(("spare_m", "short"), [(-0.051, True), (-0.049, False)])
def test_a_line_five_centimetres_short_of_the_zone_may_still_come_near_it(spare_m: float, short: bool) -> None:
    deep = water(2.0, 0.4)
    rig = started("level-contact", deep)
    _, high = deep.zone.heights(deep.depth_m)
    here = fished(rig, deep)
    below = span_starts(rig)[-1] - here.head.hangs_from(rig)
    index = rig.span_index("tippet")
    wanted = rig.spans[index].length_mm + (deep.depth_m - high + spare_m - below) * 1000
    cut = here.with_rig(rig.replace_span(index, length_mm=wanted))
    assert too_short(cut) is short
    unknown = cut.with_water(deep.model_copy(update={"zone_known": False}))
    assert not too_short(unknown), "where nobody knows the zone no line is too short for it"


def test_what_floats_or_follows_a_fly_line_is_never_too_short() -> None:
    deep = water(2.0, 0.4)
    for method in ("float-pair", "swung"):
        assert not too_short(fished(started(method, deep), deep))


@pytest.mark.parametrize(
    ("more", "wins", "better"), [(0.09, 10, False), (0.11, 10, True), (0.11, 8, True), (0.11, 7, False)]
)
def test_surely_better_is_by_a_share_and_in_eight_of_ten_members(
    valued: Valued, more: float, wins: int, better: bool
) -> None:
    one = replace(valued, worth=worth_of(10.0 * (1 + more), (1.0,) * wins + (-1.0,) * (10 - wins)))
    other = replace(valued, worth=worth_of(10.0, (0.0,) * 10))
    assert surely_better(one, other, 0.1) is better
    assert SURE == 0.8


@pytest.mark.parametrize(("share", "said"), [(GIVEN_UP - 0.001, ()), (GIVEN_UP + 0.001, ("less in the zone",))])
def test_what_is_given_up_is_told_from_a_tenth_on(share: float, said: tuple[str, ...]) -> None:
    best = worth_of(10.0)
    assert gives_up(worth_of(8.0, zone=0.5 - share), best) == said


def test_of_what_is_given_up_the_two_that_are_most_are_told_most_first() -> None:
    told = gives_up(worth_of(8.0, zone=0.3, drag=0.4, free=0.6, more=0.1), worth_of(10.0))
    assert told == ("drags more", "hangs up more")


def found_rig(valued: Valued, minutes: float, knots: int | None, name: str = "") -> FoundRig:
    rig = valued.rig.model_copy(update={"name": name}) if name else valued.rig
    at = replace(valued, situation=valued.situation.with_rig(rig), worth=worth_of(minutes))
    cost = None if knots is None else Cost(knots, 0.0, 1.0)
    return FoundRig(begun("level-contact", RUN), methods()["level-contact"], at, (), cost)


@pytest.mark.parametrize(("most", "knots", "enough"), [(2, 2, True), (2, 3, False), (None, 9, True), (0, None, True)])
def test_knots_are_counted_where_they_are_asked_for(
    valued: Valued, most: int | None, knots: int | None, enough: bool
) -> None:
    assert _few_enough(found_rig(valued, 10.0, knots), Wanted(most_knots=most)) is enough


def test_why_there_is_nothing_names_the_nearest_rig_a_reason_or_that_no_method_suits(valued: Valued) -> None:
    few = Wanted(most_knots=1)
    rows = [found_rig(valued, 10.0, 4, "Far"), found_rig(valued, 9.0, 3, "Near")]
    assert _why_none(rows, few, (), [(5, "Farther")]) == (
        "Nothing fits within one knot of the rig in hand: Near would take 3."
    )
    assert "Nearest would take 2" in _why_none(rows, few, (), [(2, "Nearest")])
    assert _why_none([], Wanted(), (("a", "no water"), ("b", "no rod")), []) == "Nothing may be fished here: no water"
    assert _why_none([], Wanted(), (), []) == "No method suits this water."


def test_no_order_turns_on_anything_where_there_is_one_rig_or_two_about_equal(valued: Valued) -> None:
    assert turns_on([]) == ""
    assert turns_on([found_rig(valued, 20.0, 1)]) == ""
    equal = [found_rig(valued, 10.0 * (1 + SAME) - 0.01, 1), found_rig(valued, 10.0, 1)]
    assert turns_on(equal) == ""


def test_an_order_that_a_third_more_or_less_of_a_constant_changes_is_said_to_turn_on_it(
    valued: Valued, monkeypatch: pytest.MonkeyPatch
) -> None:
    own, rows = Habits(HERE.setting.person), list(constants().items())
    less, more = {rows[1][0], rows[4][0]}, {rows[2][0], rows[6][0], rows[8][0]}

    def judged(_tracks: object, situation: Situation, _reason: str, **changed: float) -> Worth:
        ((key, to),) = changed.items()
        turns = (key in less and to < own[key]) or (key in more and to > own[key])
        assert to == pytest.approx(own[key] * 0.7) or to == pytest.approx(own[key] * 1.3)
        return worth_of((9.0 if turns else 12.0) if situation.rig.name == "First" else 10.0)

    monkeypatch.setattr("jarana.core.search.find.judge", judged)
    pair = [found_rig(valued, 12.0, 1, "First"), found_rig(valued, 10.0, 1, "Second")]
    names = ", ".join(rows[k][1].name for k in (1, 2, 4))
    assert turns_on(pair) == f"The order of the first two turns on {names}: a third more or less changes it."
    less.clear(), more.clear()
    assert turns_on(pair) == ""


def test_a_first_answer_is_not_the_last_and_says_nothing_of_what_would_help(valued: Valued) -> None:
    rows = [found_rig(valued, 4.0, 1, "Low"), found_rig(valued, 1.1, 1, "Lower"), found_rig(valued, 0.9, 1, "Least")]
    told = _told(rows, Wanted(), (), [], Valuer(), None, settled=False)
    assert not told.settled
    assert (told.nothing_fits, told.would, told.turns_on) == ("", (), "")
    assert [r.worth.minutes for r in told.rigs] == [4.0, 1.1], "a quarter of the best is shown, and two at least"
    assert [r.worth.minutes for r in _told(rows[:1], Wanted(), (), [], Valuer(), None, settled=False).rigs] == [4.0]
    asked = _told(rows, Wanted(only=("level-contact",)), (), [], Valuer(), None, settled=False)
    assert len(asked.rigs) == 3, "what was asked for is shown, however little it is worth"


# Schools


def asks(
    key: str, *sides: Side, figures: Callable[[Situation], tuple[str, ...]] | None = None, **more: object
) -> Question:
    return Question(1, key, f"{key}?", lambda _: sides, figures=figures, **more)  # type: ignore[arg-type]


def told_of(monkeypatch: pytest.MonkeyPatch, *asked: Question) -> tuple[schools.QuestionTold, ...]:
    monkeypatch.setattr(schools, "questions", lambda: asked)
    told = two_schools(HERE)
    assert told is not None
    return told


def deepest(situation: Situation) -> tuple[str, ...]:
    return (f"{situation.water.depth_m:.2f} m",)


def test_a_question_is_asked_where_its_sides_differ_or_where_one_is_enough(monkeypatch: pytest.MonkeyPatch) -> None:
    heavier = Side("heavier", (StepBead(at="point", heavier=True),))
    same = asks("same", Side("a"), Side("b"), figures=lambda _: ("alike",))
    differ = asks("differ", Side("as it is"), heavier, figures=lambda s: (str(s.rig.point.fly),))
    alone = asks("alone", Side("a"), figures=lambda _: ("alike",), one_side=True)
    assert [q.key for q in told_of(monkeypatch, same, differ, alone)] == ["differ", "alone"]
    (told,) = told_of(monkeypatch, differ)
    assert [(s.name, s.now, s.method) for s in told.sides] == [("as it is", True, None), ("heavier", False, None)]
    assert told.sides[1].edits == heavier.edits


def test_a_side_that_cannot_be_tied_is_left_out_and_a_question_without_sides_is_not_asked(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    none = Side("nobody's", (StepBead(at="nobody", heavier=True),))
    assert told_of(monkeypatch, asks("none", none, one_side=True, figures=deepest)) == ()
    (told,) = told_of(monkeypatch, asks("one", none, Side("a"), one_side=True, figures=deepest))
    assert [s.name for s in told.sides] == ["a"]


def test_a_side_of_another_method_starts_its_rig_and_names_it_and_of_ones_own_names_none(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    other, own = Side("float", method="float-pair"), Side("own", method=HERE.rig.method)
    (told,) = told_of(monkeypatch, asks("which", other, own, figures=lambda s: (s.rig.method,)))
    assert [(s.method, s.now, s.lines[0]) for s in told.sides] == [
        ("float-pair", False, "float-pair"),
        (None, True, "level-contact"),
    ]


def test_readings_are_told_by_their_title_and_figure_after_a_sides_own_figures(monkeypatch: pytest.MonkeyPatch) -> None:
    (told,) = told_of(monkeypatch, asks("x", Side("a"), figures=deepest, readings=("holds", "nobody"), one_side=True))
    first, *rest = told.sides[0].lines
    assert first == "0.90 m"
    assert all(": " in line for line in rest)


def test_schools_nobody_wants_any_more_are_not_computed(monkeypatch: pytest.MonkeyPatch) -> None:
    watch = Watch()
    watch.stop()
    monkeypatch.setattr(schools, "questions", lambda: (asks("a", Side("a"), figures=deepest),))
    assert two_schools(HERE, watch) is None


# Two rods


@pytest.mark.parametrize(
    ("wins", "said"),
    [
        (20, "Neither"), (21, "Neither"), (19, "Neither"), (23, "Left is worth more on 6 drifts of 10"),
        (17, "Right is worth more on 6 drifts of 10"), (4, "Right is worth more on 9 drifts of 10"),
    ],
)  # fmt: skip
def test_neither_of_two_rods_is_worth_more_within_five_of_a_hundred_drifts_of_a_half(
    valued: Valued, wins: int, said: str
) -> None:
    assert ABOUT_A_HALF == 0.05
    left = replace(valued, worth=worth_of(1.0, (1.0,) * wins + (-1.0,) * (40 - wins)))
    right = replace(valued, worth=worth_of(1.0, (0.0,) * 40))
    assert beside(left, right, ("Left", "Right")).startswith(said)


def test_a_rod_that_cannot_be_fished_or_is_ruled_out_is_named(valued: Valued) -> None:
    out = worth(valued, 1.0, excluded="too weak")
    assert beside(None, valued, ("Left", "Right")) == "Left cannot be fished in this water."
    assert beside(valued, None, ("Left", "Right")) == "Right cannot be fished in this water."
    assert beside(out, valued, ("Left", "Right")) == "Left is ruled out here: too weak."
    assert beside(valued, out, ("Left", "Right")) == "Right is ruled out here: too weak."


def test_both_rods_are_shown_each_as_it_is_and_none_for_one_that_cannot_be_fished(valued: Valued) -> None:
    other = worth(valued, 3.0)
    told = SideBySideView.of(SideBySide(valued, other, "said"))
    assert (told.one, told.other, told.told) == (RigRidesView.of(valued), RigRidesView.of(other), "said")
    assert SideBySideView.of(SideBySide(None, other, "")).one is None
    assert SideBySideView.of(SideBySide(valued, None, "")).other is None


# The ladder


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

    assert _first(owned, low, touches) == found
    assert len(asked) <= 6, "a step and halves, not one after the other"


def told_walk(first_m: tuple[float, ...], touches: float) -> _Walk:
    """A walk of which one rung is known already: where each member's two flies touched first."""
    walk = _Walk(HERE, HERE.rig.point, rungs_of(HERE)[1], Watch())
    tracks = members_of(HERE, 8)
    assert tracks is not None
    did = np.full((len(first_m), tracks.did.shape[1], tracks.did.shape[2]), np.nan)
    did[:, 0, FIRST_M] = first_m
    did[:, 1, FIRST_M] = np.array(first_m) + 1.0
    did[: round(touches * len(first_m)), 0, FIRST_S] = 1.0
    walk.known[(0, 1.0, 0.5, 0.0)] = replace(tracks, did=did)
    walk.known[(1, 1.0, 0.5, 0.0)] = walk.known[(0, 1.0, 0.5, 0.0)]
    return walk


NONE = float("nan")


def test_a_filled_cell_says_how_often_and_between_which_metres_its_first_fly_comes_down() -> None:
    walk = told_walk((2.004, 3.5, NONE, NONE), 0.5)
    cell = _filled(walk, walk.rungs, 0, 1.0, 0.5, today=True)
    assert (cell.touches, cell.low_m, cell.high_m, cell.mark, cell.today) == (0.5, 2.0, 3.5, "", True)
    assert cell.text == walk.rungs[0].text
    none = _filled(told_walk((NONE,) * 4, 0.0), walk.rungs, 0, 1.0, 0.5, today=False)
    assert (none.low_m, none.high_m, none.today) == (None, None, False)


@pytest.mark.parametrize(("touches", "rung", "mark"), [(0.9, 0, "always"), (0.8, 0, ""), (1.0, 1, "")])
def test_where_even_the_lightest_comes_down_nine_times_of_ten_that_is_said(
    touches: float, rung: int, mark: str
) -> None:
    walk = told_walk((1.0,) * 10, touches)
    assert ALWAYS == 0.9
    assert _filled(walk, walk.rungs, rung, 1.0, 0.5, today=False).mark == mark


def test_a_rung_that_comes_to_no_answer_never_touches_and_one_that_does_counts_as_wished() -> None:
    walk = told_walk((1.0,) * 4, WISHED)
    walk.known[(2, 1.0, 0.5, 0.0)] = None
    assert walk.touches(2, 1.0, 0.5) == 0.0
    assert not walk.does(1.0, 0.5)(2)
    assert walk.does(1.0, 0.5)(0)
    assert walk.drifts == 0


def test_what_fills_most_cells_beside_todays_is_carried_within_two_of_it_and_only_what_is_owned() -> None:
    shots = [Rung(str(k), HERE.rig.point.body, 1.0, owned=k != 5) for k in range(7)]  # type: ignore[arg-type]
    rows = [[Cell(rung=6, text="") for _ in range(7)] for _ in range(7)]
    rows[3][3] = Cell(rung=0, text="", today=True)
    for i, j, rung in [(1, 1, 1), (5, 5, 1), (3, 4, 1), (2, 2, 2), (2, 3, 2), (3, 2, 5), (4, 4, 5), (4, 3, 5)]:
        rows[i][j] = Cell(rung=rung, text="")
    near = [[cell if cell.rung != 6 else Cell(rung=None, text="") for cell in row] for row in rows]
    near[0][3] = near[3][6] = near[6][3] = Cell(rung=3, text="")
    assert _carried(near, shots) == ("1", "2")
    assert _carried([[Cell(rung=1, text="")]], shots) == ()


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
    assert [r.text for r in rungs] == [r.figure for r in rungs] == [f"{m / 1000:.2f} g" for m in masses]
    assert {(r.figure, r.size) for r in rungs_of(HERE)[1]} >= {("2.5", 2.5), ("3.3", 3.3)}
    assert rungs[-1].size == pytest.approx(2.0 * masses[-1] ** (1 / 3) / 10)


def depths_of(seconds: float | None) -> tuple[float, ...]:
    swung = fished(started("swung", RUN), RUN)
    tracks = members_of(swung, 8)
    assert tracks is not None
    sunk = np.zeros_like(tracks.nominal)
    times = np.linspace(0.0, 10.0, tracks.nominal.shape[1])
    for row in range(len(tracks.names)):
        sunk[row, :, AT_Z] = -(row + 1.0) * times
    return _depths(replace(tracks, nominal=sunk, nominal_times=times), seconds, swung.rig)


def test_depths_are_those_at_a_second_or_the_middle_of_the_second_half_the_uppermost_fly_first() -> None:
    at_four, half = depths_of(4.0), depths_of(None)
    assert sorted(at_four) == [pytest.approx(4.0 * (k + 1), abs=0.01) for k in range(len(at_four))]
    assert sorted(half) == [pytest.approx(7.5 * (k + 1), abs=0.15) for k in range(len(half))]
    assert _depths(None, 4.0, HERE.rig) == ()


def test_lines_of_a_ladder_are_the_one_that_is_on_and_those_that_would_be_named_by_what_changes() -> None:
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    here = fished(started("lake-team", lake), lake)
    names = [name for name, _ in _lines(here)]
    assert names[0] == here.rig.line.name
    assert len(set(names)) == len(names) > 1
    assert all(other.rig.head == here.rig.head for _, other in _lines(here))


# Moves and ways


def test_a_sinking_leader_is_tried_where_one_is_on_and_not_the_same_again() -> None:
    swung = fished(started("swung", RUN), RUN)
    sinking = [one for one in DRAWER.leaders if one.sink_mm_s is not None]
    assert sinking
    ready = swung.rig.rebuilt(
        spans=(swung.rig.spans[0].model_copy(update={"ready": sinking[0].id}), *swung.rig.spans[1:])
    )
    put_on = [m[0].leader for m in other_lines(swung.with_rig(ready)) if hasattr(m[0], "leader")]  # type: ignore[attr-defined]
    assert put_on == [one.id for one in sinking[1:]]
    assert not [m for m in other_lines(swung) if hasattr(m[0], "leader")] or any(s.ready for s in swung.rig.spans)


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


def test_a_fly_at_the_bend_of_another_is_two_knots_and_its_line() -> None:
    after = HangBehind(at="dropper", weight="tiny-black-20", length="40 cm").apply(HERE.rig, DRAWER)
    (step,) = rerig(HERE.rig, after, 9.0, 3.0, METRIC).steps
    assert (step.cost.knots, step.cost.line) == (2, 0.4)
    knot = next(a.knot for a in after.attachments if a.at.kind == "bend")
    assert step.cost.minutes == pytest.approx(2 * knot.minutes * weather(9.0, 3.0) + CHOOSE_MIN)


def test_a_fly_nobody_wants_is_taken_off_without_a_knot() -> None:
    one = RemoveFly(at="dropper").apply(HERE.rig, DRAWER)
    steps = rerig(HERE.rig, one, 9.0, 3.0, METRIC).steps
    assert [s.cost for s in steps if s.text.startswith("take the ")] == [Cost(0, 0.0, 0.1)]


def test_the_other_line_and_the_other_rod_come_first() -> None:
    swung = started("swung", RUN)
    line = next(one for one in DRAWER.lines if one.id != swung.line.id)
    rod = next(one for one in DRAWER.rods if one.id != swung.rod.id)
    other = swung.rebuilt(line=line, rod=rod)
    steps = rerig(swung, other, 9.0, 3.0, METRIC).steps
    assert [s.text for s in steps] == ["the other rod", f"another fly line: {line.name}"]
    assert [s.cost.knots for s in steps] == [0, 0]
    assert steps[0].cost.minutes == 0.0 < steps[1].cost.minutes


def test_a_float_that_is_put_on_is_slid_and_said_to_be() -> None:
    float_rig = started("float-pair", RUN)
    bare = float_rig.model_copy(update={"head": HERE.rig.head})
    step = rerig(bare, float_rig, 20.0, 0.0, METRIC).steps[-1]
    assert step.text == "put the float on"
    assert step.cost == Cost(0, 0.0, SLIDE_MIN * weather(20.0, 0.0))


# The climb


class Fixed:
    """A valuer that knows what rigs are worth beforehand, by the weight at their point."""

    def __init__(self, valued: Valued, minutes: Callable[[Rig, int], float]) -> None:
        self.valued, self.minutes = valued, minutes
        self.asked: list[int] = []

    def __call__(self, situations: list[Situation], members: range = range(0), screened: bool = True) -> list[Valued]:
        self.asked.append(len(situations))
        rows = [
            replace(self.valued, situation=s, worth=worth_of(self.minutes(s.rig, len(members)))) for s in situations
        ]
        return sorted(rows, key=lambda v: -v.worth.minutes)


def bead_mm(rig: Rig) -> float:
    fly = rig.point.fly
    assert fly is not None
    return fly.bead.diameter_mm if fly.bead else 0.0


def tippet_m(rig: Rig) -> float:
    return rig.spans[rig.span_index("tippet")].length


def search_by(valued: Valued, minutes: Callable[[Rig, int], float], monkeypatch: pytest.MonkeyPatch) -> Search:
    weights = Coordinate("weight", 1, lambda _: iter([(StepBead(at="point", heavier=True),)]), first=True)
    lengths = Coordinate("length", 2, lambda _: iter([(SetLength(span="tippet", value="2 m"),)]), first=True)
    monkeypatch.setattr("jarana.core.search.best.coordinates", lambda: (weights, lengths))
    return Search(valued.situation, Fixed(valued, minutes), climbs=False)  # type: ignore[arg-type]


@pytest.mark.parametrize(("gain", "changed"), [(ALIKE + 0.02, True), (ALIKE - 0.02, False)])
def test_a_change_that_brings_little_beside_another_is_changed_back(
    valued: Valued, gain: float, changed: bool, monkeypatch: pytest.MonkeyPatch
) -> None:
    mm, m = bead_mm(valued.rig), tippet_m(valued.rig)

    def minutes(rig: Rig, _members: int) -> float:
        return 10.0 * (1.0 + 0.5 * (bead_mm(rig) > mm)) * (1.0 + gain * (tippet_m(rig) != m))

    best = search_by(valued, minutes, monkeypatch).best()
    assert best is not None
    assert bead_mm(best.rig) > mm
    assert (tippet_m(best.rig) != m) is changed


def test_what_only_the_nominal_drift_likes_does_not_stay(valued: Valued, monkeypatch: pytest.MonkeyPatch) -> None:
    m = tippet_m(valued.rig)
    search = search_by(
        valued, lambda rig, members: 10.0 + (5.0 if members == 0 else -5.0) * (tippet_m(rig) != m), monkeypatch
    )
    best = search.best()
    assert best is not None
    assert search.nominal == 15.0
    assert tippet_m(best.rig) == m


def test_a_rig_of_which_no_member_comes_to_an_answer_is_none(valued: Valued, monkeypatch: pytest.MonkeyPatch) -> None:
    search = search_by(valued, lambda *_: 1.0, monkeypatch)
    search.value = lambda situations, members=range(0), screened=True: []  # type: ignore[assignment]
    assert search.best() is None
    assert search.first() is None


def test_which_fly_rides_lowest_is_asked_of_the_second_half_of_the_drift(valued: Valued) -> None:
    assert methods()["level-contact"].lowest == "" or rides_as_meant(valued) in (True, False)
    wanted = methods()["three-in-line"].lowest
    assert wanted
    three = fished(started("three-in-line", RUN), RUN)
    tracks = members_of(three, 8)
    assert tracks is not None
    half = tracks.at.shape[2] // 2

    def rides(by_m: float, first_half: float = 0.0) -> bool:
        at = tracks.at.copy()
        at[:, : len(tracks.names), :, AT_Z] = -0.5
        at[:, tracks.row(wanted), half:, AT_Z] = -0.5 + by_m
        at[:, tracks.row(wanted), :half, AT_Z] = -0.5 + first_half
        return rides_as_meant(Valued(three, worth_of(1.0), replace(tracks, at=at), 8))

    assert rides(BESIDE_M - 0.001)
    assert not rides(BESIDE_M + 0.001)
    assert rides(0.0, first_half=0.3)
    assert not rides_as_meant(Valued(three, worth_of(1.0), replace(tracks, names=("other",) * len(tracks.names)), 8))


def test_a_path_is_the_moves_that_were_made_in_their_order() -> None:
    here = Reached(HERE)
    up, no = (StepBead(at="point", heavier=True),), (StepBead(at="nobody", heavier=True),)
    then = here.then("weight", up)
    assert then is not None
    assert then.path == (("weight", up),)
    assert then.then("weight", no) is None
    assert moved(HERE, no) is None
