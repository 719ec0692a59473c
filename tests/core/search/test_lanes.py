"""Two lanes find what one finds, whoever took what; a process beside that is lost, stopped or busy keeps nobody waiting."""

from __future__ import annotations

import os
import signal
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from functools import partial
from threading import Event
from time import sleep
from typing import Any

import pytest

from jarana.core.search.find import Found, find
from jarana.core.search.lanes import (
    Beside,
    BesideLostError,
    Helper,
    Lane,
    Nominals,
    beside,
    engage,
    in_turn,
    lanes,
    looks,
    without_the_lost,
)
from jarana.core.search.ranking import ranking
from jarana.core.search.valued import Stopped, Valuer
from jarana.core.search.wanted import Wanted
from jarana.core.watch import Watch
from tests.coverage import water
from tests.fishing import setting, started

RUN = water(0.9, 0.62)
WANTED = Wanted(only=("pegged-bead", "jig-over-ledge", "dry-and-nymph"))
SECONDS = 20


@pytest.fixture
def helper() -> Iterator[Helper]:
    with beside() as made:
        yield made
    assert made.process.exitcode is not None


@pytest.fixture(scope="module")
def alone() -> Found:
    return find(setting(RUN), WANTED)


def said(found: Found) -> list[tuple[object, ...]]:
    """What is told of the rigs of a find."""
    return [
        (r.method.key, r.worth.minutes, r.worth.p10, str(r.worth.factors), r.gives_up, r.valued.rig, r.moved)
        for r in found.rigs
    ]


@pytest.mark.usefixtures("helper")
def test_two_processes_find_what_one_does_and_both_work(alone: Found) -> None:
    watch = Watch()
    heard: list[Found] = []
    both = find(setting(RUN), WANTED, watch, heard.append)
    assert said(both) == said(alone)
    assert both.turns_on == alone.turns_on
    assert (watch.done, watch.of) == (6, 6)
    assert {r.method.key for r in heard[2].rigs} == set(WANTED.only)
    # What each remembers the other does not: what both met was computed twice.
    assert alone.drifts <= both.drifts < 1.5 * alone.drifts


def test_the_run_as_written_of_a_rig_that_was_found_beside_is_made_here(helper: Helper) -> None:
    water_ = setting(RUN)
    rig = started("level-contact", RUN)
    lane = Beside(helper, water_, [rig], Wanted(), Watch())
    assert lane.look(0) > 0
    valued = lane.judge(0, 0.0)
    assert valued is not None
    assert valued.tracks.nominal.shape[1:] == valued.tracks.at.shape[2:]
    assert lane.drifts > 0
    (again,) = Valuer()([valued.situation], range(valued.members))
    assert again.worth.minutes == valued.worth.minutes


@pytest.mark.long
def test_methods_are_ranked_alike_by_one_process_and_by_two(helper: Helper) -> None:
    two = ranking(setting(RUN))
    engage(None)
    one = ranking(setting(RUN))
    assert [(m.key, v.worth.minutes, lacks) for m, v, lacks in two.rows] == [
        (m.key, v.worth.minutes, lacks) for m, v, lacks in one.rows
    ]


def test_a_process_beside_that_is_killed_on_the_way_is_done_without(helper: Helper, alone: Found) -> None:
    assert helper.process.pid is not None
    killed: list[int] = []

    def kill(_found: Found) -> None:
        if not killed:
            killed.append(1)
            os.kill(helper.process.pid or 0, signal.SIGKILL)

    found = find(setting(RUN), WANTED, tell=kill)
    assert helper.lost
    assert said(found) == said(alone)


@pytest.mark.parametrize("limit", [pytest.param("SILENT_S", marks=pytest.mark.long), "STOPS_S"])
def test_a_process_beside_that_falls_silent_is_ended_and_done_without(
    limit: str, helper: Helper, alone: Found, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("jarana.core.search.lanes." + limit, 0.3)
    watch = Watch()

    def silence(_found: Found) -> None:
        if not helper.lost:
            os.kill(helper.process.pid or 0, signal.SIGSTOP)
        if limit == "STOPS_S":
            watch.stop()

    if limit == "STOPS_S":
        with pytest.raises(Stopped):
            find(setting(RUN), WANTED, watch, silence)
    else:
        assert said(find(setting(RUN), WANTED, watch, silence)) == said(alone)
        assert helper.lost
        assert helper.process.exitcode is not None


@pytest.mark.parametrize("what", ["answers", "is told"])
def test_a_process_beside_that_stops_in_the_middle_of_what_it_answers_or_is_told_is_ended(
    what: str, helper: Helper, monkeypatch: pytest.MonkeyPatch
) -> None:
    lane = Beside(helper, setting(RUN), [started("level-contact", RUN)], Wanted(), Watch())
    assert lane.look(0) > 0
    assert lane.judge(0, 0.0) is not None
    if what == "answers":
        helper.say(("best", 0, False, lane.state(0)))
        assert helper.heard(SECONDS)
        sleep(0.3)  # the answer is larger than what fits between the two
    os.kill(helper.process.pid or 0, signal.SIGSTOP)
    monkeypatch.setattr("jarana.core.search.lanes.STOPS_S", 0.3)
    goes_on = helper.hear if what == "answers" else partial(helper.say, ("begin", setting(RUN), (), Wanted()))
    with pytest.raises(BesideLostError):
        list(iter(goes_on, "an end"))
    assert helper.lost
    assert helper.process.exitcode == -signal.SIGKILL


def test_a_find_that_is_stopped_stops_in_both_and_the_next_one_is_whole(helper: Helper, alone: Found) -> None:
    watch = Watch()
    with pytest.raises(Stopped):
        find(setting(RUN), WANTED, watch, lambda _: watch.stop())
    assert not helper.lost
    assert said(find(setting(RUN), WANTED)) == said(alone)


def test_what_fails_beside_or_in_who_listens_leaves_the_next_find_whole(helper: Helper, alone: Found) -> None:
    lane = Beside(helper, setting(RUN), [started("level-contact", RUN)], Wanted(), Watch())
    with pytest.raises(BesideLostError):
        lane.look(1)
    assert lane.look(0) > 0

    def fails(_found: Found) -> None:
        raise ValueError("who listens")

    with pytest.raises(ValueError, match="who listens"):
        find(setting(RUN), WANTED, tell=fails)
    assert said(find(setting(RUN), WANTED)) == said(alone)
    assert not helper.lost


def test_it_works_for_one_find_at_a_time_and_not_for_a_single_method(helper: Helper) -> None:
    rigs = [started("level-contact", RUN), started("float-pair", RUN)]
    with lanes(setting(RUN), rigs, Wanted(), Valuer()) as first:
        assert len(first) == 2
        with lanes(setting(RUN), rigs, Wanted(), Valuer()) as second:
            assert len(second) == 1
    with lanes(setting(RUN), rigs[:1], Wanted(), Valuer()) as one:
        assert len(one) == 1
    with lanes(setting(RUN), rigs, Wanted(), Valuer(), beside=False) as none:
        assert len(none) == 1
    with lanes(setting(RUN), rigs, Wanted(), Valuer()) as after:
        assert len(after) == 2


class Made:
    """A lane that tells what it is asked for; the second waits for a sign before each look."""

    drifts = 0

    def __init__(self, worth: dict[int, float], wait: Event | None = None) -> None:
        self.worth, self.wait, self.least = worth, wait, dict[int, float]()

    def look(self, i: int) -> float:
        if self.wait is not None:
            assert self.wait.wait(SECONDS)
        return self.worth[i]

    def judge(self, i: int, least: float) -> Any:
        self.least[i] = least
        return None


def test_a_method_is_judged_by_the_best_of_all_before_it_however_late_they_come() -> None:
    sign = Event()
    here = Made({0: 4.0, 1: 9.0, 2: 1.0, 3: 2.0})
    late = Made(here.worth, sign)
    lanes_: list[Lane] = [here, late]  # type: ignore[list-item]
    watch = Watch()
    with ThreadPoolExecutor(1) as alone:
        found = alone.submit(lambda: list(looks(lanes_, 4, watch, 0.5)))
        sign.set()
        rows = found.result(SECONDS)
    assert sorted(i for i, *_ in rows) == [0, 1, 2, 3]
    assert here.least | late.least == {0: 0.0, 1: 2.0, 2: 4.5, 3: 4.5}
    assert (watch.done, watch.of) == (4, 4)


def test_who_waits_for_a_worth_that_never_comes_is_told() -> None:
    nominals = Nominals(Watch())
    nominals.tell(0, 3.0)
    assert nominals.best_before(0) == 0.0
    assert nominals.best_before(1) == 3.0
    with ThreadPoolExecutor(1) as alone:
        waiting = alone.submit(nominals.best_before, 2)
        nominals.lose()
        with pytest.raises(BesideLostError):
            waiting.result(SECONDS)
    watch = Watch()
    watch.stop()
    with pytest.raises(Stopped):
        Nominals(watch).best_before(1)


def test_what_fails_in_either_lane_is_raised_and_nothing_more_is_begun() -> None:
    begun: list[int] = []

    def fails(name: str) -> Any:
        def do(lane: Any, i: int) -> int:
            begun.append(i)
            if lane == name:
                raise ValueError(name)
            return i

        return do

    with pytest.raises(ValueError, match="here"):
        list(in_turn(["here"], 3, fails("here")))  # type: ignore[list-item]
    assert begun == [0]
    begun.clear()
    sign = Event()

    def last(lane: Any, i: int) -> int:
        if lane == "beside":
            sign.set()
            raise ValueError(lane)
        assert sign.wait(SECONDS)
        return i

    with pytest.raises(ValueError, match="beside"):
        list(in_turn(["here", "beside"], 3, last))  # type: ignore[list-item]


def test_what_was_lost_is_done_once_more_without_it() -> None:
    tried: list[bool] = []

    def work(beside: bool) -> str:
        tried.append(beside)
        if beside:
            raise BesideLostError
        return "done"

    assert without_the_lost(work) == "done"
    assert tried == [True, False]
