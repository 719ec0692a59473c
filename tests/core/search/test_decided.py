"""What the search decides between, claim by claim: each on both sides of its threshold, without a search."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import pytest

from jarana.core.engine.columns import AT_Z
from jarana.core.methods import methods
from jarana.core.outcomes.tracks import members_of
from jarana.core.readings import readings_of
from jarana.core.readings.base import ORDER, Reading
from jarana.core.readings.casting_length import AWKWARD
from jarana.core.rig.cost import Cost
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.spans import SetLength
from jarana.core.rig.geometry import span_starts
from jarana.core.rig.model import Rig
from jarana.core.search.best import ALIKE, BESIDE_M, NOTED, Reached, Search, rides_as_meant
from jarana.core.search.find import GIVEN_UP, FoundRig, _few_enough, _told, _why_none, gives_up, turns_on
from jarana.core.search.moves.base import Coordinate, moved
from jarana.core.search.relax import HELPS, HELPS_MIN, SAME_THING, Would, _in_pairs, would_help
from jarana.core.search.tries import (
    SEEN_MIN,
    SEEN_SHARE,
    _after,
    _Change,
    _led,
    _mended,
    _says_more,
    _seen,
    _with_pairs,
)
from jarana.core.search.valued import FEW, SURE, Valued, Valuer, surely_better, too_short
from jarana.core.search.wanted import Wanted
from jarana.core.situation import Situation
from jarana.core.units import Writer
from jarana.core.worth.constants import Habits, constants
from jarana.core.worth.judge import SAME, Worth, judge_by
from tests.coverage import led, water
from tests.fishing import begun, fished, started
from tests.worths import worth_of

RUN = water(0.9, 0.62)
HERE = fished(led(started("level-contact", RUN), 1.0), RUN)
METRIC = Writer()


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
    assert told == ("moves less well", "hangs up more")


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
    own = Habits(HERE.setting.person)
    judge_by(valued.tracks, valued.situation, own, "")
    rows = [row for row in constants().items() if row[0] in own.asked]
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
    less.clear()
    more.clear()
    assert turns_on(pair) == ""


def test_a_first_answer_is_not_the_last_and_says_nothing_of_what_would_help(valued: Valued) -> None:
    rows = [found_rig(valued, 4.0, 1, "Low"), found_rig(valued, 1.1, 1, "Lower"), found_rig(valued, 0.9, 1, "Least")]
    told = _told(rows, Wanted(), (), [], Valuer(), 0, None, settled=False)
    assert not told.settled
    assert (told.nothing_fits, told.would, told.turns_on) == ("", (), "")
    assert [r.worth.minutes for r in told.rigs] == [4.0, 1.1], "a quarter of the best is shown, and two at least"
    assert [r.worth.minutes for r in _told(rows[:1], Wanted(), (), [], Valuer(), 0, None, settled=False).rigs] == [4.0]
    asked = _told(rows, Wanted(only=("level-contact",)), (), [], Valuer(), 0, None, settled=False)
    assert len(asked.rigs) == 3, "what was asked for is shown, however little it is worth"


class Fixed:
    """A valuer that knows what rigs are worth beforehand, by the weight at their point."""

    def __init__(self, valued: Valued, minutes: Callable[[Rig, int], float]) -> None:
        self.valued, self.minutes = valued, minutes
        self.asked: list[int] = []

    def __call__(self, situations: list[Situation], members: range = range(0), screened: bool = True) -> list[Valued]:
        self.asked.append(len(situations))
        rows = [
            replace(self.valued, situation=s, worth=worth_of(self.minutes(s.rig, len(members))), members=len(members))
            for s in situations
        ]
        return sorted(rows, key=lambda v: -v.worth.minutes)

    @property
    def telling(self) -> Fixed:
        return self


def bead_mm(rig: Rig) -> float:
    fly = rig.point.fly
    assert fly is not None
    return fly.bead.diameter_mm if fly.bead else 0.0


def tippet_m(rig: Rig) -> float:
    return rig.spans[rig.span_index("tippet")].length


def search_by(valued: Valued, minutes: Callable[[Rig, int], float], monkeypatch: pytest.MonkeyPatch) -> Search:
    weights = Coordinate("weight", 1, lambda _: iter([(StepBead(at="point", heavier=True),)]), first=True)
    lengths = Coordinate("length", 2, lambda _: iter([(SetLength(span="tippet", value="1.2 m"),)]), first=True)
    monkeypatch.setattr("jarana.core.search.best.coordinates", lambda: (weights, lengths))
    return Search(valued.situation, Fixed(valued, minutes), climbs=False)  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("base", "more", "seen"),
    [(11.0, SEEN_MIN - 0.01, False), (11.0, SEEN_MIN + 0.01, True), (2.0, 2.0 * SEEN_SHARE - 0.01, False), (2.0, 2.0 * SEEN_SHARE + 0.01, True),
     (0.0, SEEN_MIN - 0.01, False), (0.0, SEEN_MIN + 0.01, True)],
)  # fmt: skip
def test_what_leaves_a_reading_as_it_is_is_offered_for_a_minute_more_or_a_quarter_of_little_but_never_below_a_minute(
    valued: Valued, base: float, more: float, seen: bool
) -> None:
    before, after = (replace(valued, worth=worth_of(minutes)) for minutes in (base, base + more))
    assert _seen(after, before) is seen
    row = [(_Change((), valued.situation), after)]
    zone = next(r for r in readings_of(valued.situation) if r.key == "zone")
    left = zone.model_copy(update={"severity": _reading_after(zone, row[0])})
    assert [v.worth.minutes for _, v in _led(left, row, before)] == ([base + more] if seen else [])


def singles(valued: Valued, value: Fixed) -> list[tuple[_Change, Valued]]:
    """A heavier bead, the same in other words, and a longer tippet, each by itself."""
    moves = (
        (StepBead(at="point", heavier=True),),
        (StepBead(at="point", heavier=True),),
        (SetLength(span="tippet", value="1.2 m"),),
    )
    rows = [_Change(move, found) for move in moves if (found := moved(valued.situation, move)) is not None]
    return [(row, value([row.situation])[0]) for row in rows]


@pytest.mark.parametrize(("gain", "offered"), [(NOTED + 0.001, True), (NOTED - 0.001, False)])
def test_two_changes_are_offered_as_one_where_that_is_worth_more_than_either_and_lead(
    valued: Valued, gain: float, offered: bool
) -> None:
    mm, m = bead_mm(valued.rig), tippet_m(valued.rig)

    def minutes(rig: Rig, _members: int) -> float:
        heavier, longer = bead_mm(rig) != mm, tippet_m(rig) != m
        return 15.0 * (1.0 + gain) if heavier and longer else 15.0 if heavier or longer else 10.0

    value = Fixed(valued, minutes)
    alone = singles(valued, value)
    found = _with_pairs(alone, valued.situation, value)  # type: ignore[arg-type]
    assert found[offered:] == alone, "each by itself stays, in its order"
    if offered:
        (both, worth), *_ = found
        assert (bead_mm(both.situation.rig), tippet_m(both.situation.rig)) == (bead_mm(alone[0][1].rig), 1.2)
        assert worth.worth.minutes == pytest.approx(15.0 * (1.0 + gain))
        assert both.move == (*alone[0][0].move, *alone[2][0].move)


@pytest.mark.parametrize(
    ("now", "then", "helps"),
    [(0.0, HELPS_MIN - 0.01, False), (0.0, HELPS_MIN + 0.01, True), (9.0, 9.0 * HELPS - 0.01, False), (9.0, 9.0 * HELPS + 0.01, True)],
)  # fmt: skip
def test_what_would_help_leads_to_a_good_minute_and_to_a_tenth_more(
    valued: Valued, now: float, then: float, helps: bool
) -> None:
    found = would_help(HERE, now, Fixed(valued, lambda _rig, _members: then))  # type: ignore[arg-type]
    assert bool(found) is helps
    assert {w.minutes for w in found} <= {then}


@pytest.mark.parametrize(("both", "told"), [(11.0 * HELPS - 0.01, False), (11.0 * HELPS + 0.01, True)])
def test_two_things_together_would_help_where_they_give_a_tenth_more_than_either_alone(
    valued: Valued, both: float, told: bool
) -> None:
    mm, m = bead_mm(HERE.rig), tippet_m(HERE.rig)

    def minutes(rig: Rig, _members: int) -> float:
        heavier, longer = bead_mm(rig) > mm, tippet_m(rig) > m
        return both if heavier and longer else 11.0 if heavier else 10.0 if longer else 0.0

    found = would_help(HERE, 9.0, Fixed(valued, minutes))  # type: ignore[arg-type]
    assert (" and " in found[0].text) is told
    assert found[0].minutes == (both if told else 11.0)


@pytest.mark.parametrize(("other", "told"), [("nearer", 0), ("finer", 1)])
def test_what_undoes_another_is_not_told_together_with_it(valued: Valued, other: str, told: int) -> None:
    singles = [(Would("one", 10.0), "nearer", lambda s: s), (Would("other", 10.0), other, lambda s: s)]
    found = _in_pairs(HERE, singles, Fixed(valued, lambda _rig, _members: 20.0))  # type: ignore[arg-type]
    assert len(found) == told


def test_standing_farther_and_nearer_are_one_thing_and_so_are_finer_and_stouter() -> None:
    assert {SAME_THING.get(kind, kind) for kind in ("farther", "nearer", "finer", "stouter")} == {"nearer", "finer"}


def test_two_are_tried_only_of_a_reading_that_no_single_change_mends(valued: Valued) -> None:
    zone = next(r for r in readings_of(valued.situation) if r.key == "zone")
    change = _Change((), valued.situation)
    after = _after(zone, change, valued)
    assert _mended(zone, [(change, valued)]) is (after > ORDER["act"])
    assert not _mended(zone, [])


def _reading_after(reading: Reading, row: tuple[_Change, Valued]) -> str:
    after = _after(reading, *row)
    return next(name for name, rank in ORDER.items() if rank == after)


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


def test_rigs_that_ride_as_meant_by_few_members_alone_are_taken_as_they_ride(
    valued: Valued, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("jarana.core.search.best.rides_as_meant", lambda v: v.members == len(FEW))
    best = search_by(valued, lambda rig, _: 12.0 if tippet_m(rig) > 1.1 else 10.0, monkeypatch).best()
    assert best is not None
    assert tippet_m(best.rig) == pytest.approx(1.2)


@pytest.mark.parametrize(("by_few", "least", "goes_on"), [(0.01, 1.0, True), (-0.01, 1.0, False), (-0.05, 0.94, True), (-0.07, 0.94, False)])  # fmt: skip
def test_a_rig_is_judged_by_all_that_decide_only_where_a_few_find_it_worth_so_much(
    valued: Valued, by_few: float, least: float, goes_on: bool, monkeypatch: pytest.MonkeyPatch
) -> None:
    m = tippet_m(valued.rig)

    def minutes(rig: Rig, members: int) -> float:
        return 10.0 * (1.0 + (by_few if members == len(FEW) else 0.5) * (tippet_m(rig) != m))

    search = search_by(valued, minutes, monkeypatch)
    here = Reached(valued.situation)
    longer = here.then("length", (SetLength(span="tippet", value="1.2 m"),))
    assert longer is not None
    assert [v.worth.minutes for _, v in search._decided([longer], here, least)] == ([15.0] if goes_on else [])


@pytest.mark.parametrize(("rods", "taken"), [(AWKWARD - 0.01, True), (AWKWARD + 0.01, False)])
def test_a_held_leader_too_long_for_the_rod_is_passed_over_where_another_is_met(
    valued: Valued, rods: float, taken: bool, monkeypatch: pytest.MonkeyPatch
) -> None:
    rig = valued.rig
    wanted = rods * rig.rod.length_mm - rig.length * 1000 + tippet_m(rig) * 1000
    lengths = Coordinate(
        "length", 2, lambda _: iter([(SetLength(span="tippet", value=f"{wanted:.0f} mm"),)]), first=True
    )
    search = search_by(valued, lambda rig, _: 10.0 + 5.0 * (tippet_m(rig) * 1000 > wanted - 1), monkeypatch)
    monkeypatch.setattr("jarana.core.search.best.coordinates", lambda: (lengths,))
    best = search.best()
    assert best is not None
    assert (best.worth.minutes == 15.0) is taken


@pytest.mark.parametrize(("more", "says"), [({}, False), ({"figure": "0.92"}, True), ({"title": "Other"}, True), ({"severity": "fine"}, True)])  # fmt: skip
def test_an_edit_that_leaves_all_that_is_read_of_a_reading_is_not_offered_for_it(
    valued: Valued, more: dict[str, str], says: bool
) -> None:
    reading = next(r for r in readings_of(valued.situation) if r.severity == "look")
    assert _says_more(reading.model_copy(update=more), reading) is says


@pytest.mark.parametrize(("severity", "says"), [("act", True), ("look", False)])
def test_a_step_that_a_sentence_alone_tells_is_offered_for_what_has_to_be_acted_on(
    valued: Valued, severity: str, says: bool
) -> None:
    reading = readings_of(valued.situation)[0].model_copy(update={"severity": severity})
    assert _says_more(reading.model_copy(update={"sentence": "2 flies, at most 1."}), reading) is says


def test_a_rig_of_which_no_member_comes_to_an_answer_is_none(valued: Valued, monkeypatch: pytest.MonkeyPatch) -> None:
    search = search_by(valued, lambda *_: 1.0, monkeypatch)
    search.value = lambda situations, members=range(0), screened=True: []  # type: ignore[assignment]
    assert search.best() is None
    assert search.first() is None


def test_which_fly_rides_lowest_is_asked_of_the_second_half_of_the_drift(valued: Valued) -> None:
    assert methods()["level-contact"].lowest == ""
    assert rides_as_meant(valued), "where none is meant to be lowest any may be"
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
