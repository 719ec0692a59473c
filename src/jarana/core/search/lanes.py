"""What a find does for one method after the other, in two lanes: here, and in a process beside, where there is one.

What comes of it does not depend on how many lanes there are, nor on which took what: a first look is judged once the methods before
it were climbed, and a search is gone on from wherever a lane is free. A process beside that is lost is not waited for: the find
begins again without it.
"""

from __future__ import annotations

import multiprocessing
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from dataclasses import dataclass, fields
from multiprocessing.connection import Connection
from multiprocessing.synchronize import Event
from queue import SimpleQueue
from threading import Condition, Lock, Timer
from time import monotonic
from typing import Any, Protocol, TypeVar

from jarana.core.methods import methods
from jarana.core.outcomes.tracks import AsWritten, Tracks, run_as_written
from jarana.core.rig.model import Rig
from jarana.core.search.best import Reached, Search
from jarana.core.search.moves.base import Move
from jarana.core.search.valued import GRIDS, Stopped, Valued, Valuer
from jarana.core.search.wanted import Wanted
from jarana.core.situation import Setting, Situation
from jarana.core.watch import Watch
from jarana.core.worth.judge import judge

LOOKS = 0.05
"""s; so often a lane that waits for another asks whether it should stop."""
SILENT_S, STOPS_S = 120.0, 10.0
"""s; a process beside that answers nothing for so long, or for so long after it was told to stop or in the middle of an answer, is ended and done without."""
Made = TypeVar("Made")


class BesideLostError(Exception):
    """The process beside does not answer."""


@dataclass(frozen=True)
class State:
    """How far a search is, for another lane to go on from."""

    pool: tuple[tuple[Rig, tuple[tuple[str, Move], ...]], ...]
    meant: bool


class Lane(Protocol):
    """Searches of some methods, by their place among those of a find."""

    @property
    def drifts(self) -> int:
        """How many it computed."""

    def look(self, i: int) -> float:
        """Climb a little for a method; return what the best it met is worth nominally."""

    def judge(self, i: int, least: float) -> Valued | None:
        """Return the best of what was met; None where it is nominally worth less than `least`."""

    def state(self, i: int) -> State:
        """Return how far a search is that was judged here."""

    def best(self, i: int, climbs: bool, state: State) -> Valued | None:
        """Return the best rig of a method, gone on from how far its search is; it begins anew where it `climbs`, too."""


class Here:
    """The lane of this process."""

    def __init__(self, setting: Setting, rigs: Sequence[Rig], wanted: Wanted, value: Valuer) -> None:
        self.setting, self.rigs, self.wanted, self.value = setting, rigs, wanted, value
        self.searches: dict[int, Search] = {}

    @property
    def drifts(self) -> int:
        """How many it computed."""
        return self.value.drifts

    def _search(self, i: int) -> Search:
        if i not in self.searches:
            rig = self.rigs[i]
            allowed = self.wanted.allows(methods()[rig.method])
            self.searches[i] = Search(Situation(rig, self.setting), self.value, climbs=False, allowed=allowed)
        return self.searches[i]

    def look(self, i: int) -> float:
        """Climb a little for a method."""
        return self._search(i).looked()

    def judge(self, i: int, least: float) -> Valued | None:
        """Return the best of what was met."""
        return self._search(i).first(least)

    def state(self, i: int) -> State:
        """Return how far a search is."""
        search = self.searches[i]
        return State(tuple((r.situation.rig, r.path) for r in search.pool), search.meant)

    def best(self, i: int, climbs: bool, state: State) -> Valued | None:
        """Return the best rig of a method."""
        search = self._search(i)
        if not search.pool:
            search.pool = [Reached(Situation(rig, self.setting), path) for rig, path in state.pool]
        search.meant, search.climbs = state.meant, climbs
        return search.best()


@dataclass(frozen=True)
class _Answer:
    """What another process valued, without what both know: it is judged again here."""

    rig: Rig
    members: int
    tracks: dict[str, Any]


def _answer(valued: Valued | None) -> _Answer | None:
    if valued is None:
        return None
    names = [f.name for f in fields(Tracks) if f.name not in ("situation", "as_written")]
    return _Answer(valued.rig, valued.members, {name: getattr(valued.tracks, name) for name in names})


def _valued(answer: _Answer | None, setting: Setting) -> Valued | None:
    if answer is None:
        return None
    situation, grid = Situation(answer.rig, setting), GRIDS[answer.members]
    tracks = Tracks(situation=situation, as_written=AsWritten(lambda: run_as_written(situation, grid)), **answer.tracks)
    return Valued(situation, judge(tracks, situation, ""), tracks, answer.members)


class Beside:
    """The lane of a process beside this one, for one find."""

    def __init__(self, helper: Helper, setting: Setting, rigs: Sequence[Rig], wanted: Wanted, watch: Watch) -> None:
        self.helper, self.setting, self.watch = helper, setting, watch
        self.states: dict[int, State] = {}
        self.drifts = 0
        helper.told.clear()
        helper.say(("begin", setting, tuple(rigs), wanted))

    def _ask(self, *asked: object) -> Any:
        self.helper.say(asked)
        ends = monotonic() + SILENT_S
        while not self.helper.heard(LOOKS):
            if self.watch.stopped and not self.helper.told.is_set():
                self.helper.told.set()
                ends = min(ends, monotonic() + STOPS_S)
            if monotonic() > ends:
                self.helper.end()
                raise BesideLostError
        said, self.drifts = self.helper.hear()
        if isinstance(said, (Stopped, BesideLostError)):
            raise said
        return said

    def look(self, i: int) -> float:
        """Climb a little for a method."""
        return float(self._ask("look", i))

    def judge(self, i: int, least: float) -> Valued | None:
        """Return the best of what was met."""
        answer, self.states[i] = self._ask("judge", i, least)
        return _valued(answer, self.setting)

    def state(self, i: int) -> State:
        """Return how far a search is."""
        return self.states[i]

    def best(self, i: int, climbs: bool, state: State) -> Valued | None:
        """Return the best rig of a method."""
        return _valued(self._ask("best", i, climbs, state), self.setting)


class _Told(Watch):
    """The watch of the process beside: stopped when it is told so."""

    def __init__(self, told: Event) -> None:
        super().__init__()
        self._told = told

    @property
    def stopped(self) -> bool:
        """Whether it should stop."""
        return self._told.is_set()


def _serve(pipe: Connection, other: Connection, told: Event, first: Callable[[], None] | None) -> None:
    """Answer what is asked until nobody is there to ask."""
    other.close()
    if first is not None:
        first()
    lane: Here | None = None
    while True:
        try:
            what, *given = pipe.recv()
        except (EOFError, OSError):
            return
        if what == "begin":
            setting, rigs, wanted = given
            lane = Here(setting, rigs, wanted, Valuer(_Told(told)))
            continue
        if what == "end":
            lane = None
            continue
        assert lane is not None
        try:
            said: object
            if what == "look":
                said = lane.look(*given)
            elif what == "judge":
                said = _answer(lane.judge(*given)), lane.state(given[0])
            else:
                said = _answer(lane.best(*given))
        except Stopped:
            said = Stopped()
        except Exception:
            # Whatever it is, it is met again by who does it alone, and told there.
            said = BesideLostError()
        pipe.send((said, lane.drifts))


class Helper:
    """A process beside this one, a copy of it, that works for one find at a time; make it before there are threads.

    Parameters
    ----------
    first
        Called in it before anything else.
    """

    def __init__(self, first: Callable[[], None] | None = None) -> None:
        made = multiprocessing.get_context("fork")
        self._pipe, other = made.Pipe()
        self.told = made.Event()
        self.process = made.Process(target=_serve, args=(other, self._pipe, self.told, first), daemon=True)
        self.process.start()
        other.close()
        self.lock = Lock()
        self.lost = False

    def _does(self, call: Callable[..., Made], *given: object) -> Made:
        try:
            return call(*given)
        except (EOFError, OSError) as error:
            self.end()
            raise BesideLostError from error

    def _whole(self, call: Callable[..., Made], *given: object) -> Made:
        """Pass something on: once begun it comes to its end in time, or the other, killed, brings it to one."""
        late = Timer(STOPS_S, self.process.kill)
        late.daemon = True
        late.start()
        try:
            return self._does(call, *given)
        finally:
            late.cancel()

    def say(self, what: object) -> None:
        """Send it something.

        Raises
        ------
        BesideLostError
            When it is gone, or takes nothing.
        """
        self._whole(self._pipe.send, what)

    def heard(self, seconds: float) -> bool:
        """Say whether it answered within so long, or is gone."""
        return self._does(self._pipe.poll, seconds)

    def hear(self) -> Any:
        """Return what it answered.

        Raises
        ------
        BesideLostError
            When it is gone, or its answer breaks off.
        """
        return self._whole(self._pipe.recv)

    def end(self) -> None:
        """End it."""
        self.lost = True
        self._pipe.close()
        self.process.kill()
        self.process.join()


_helper: list[Helper] = []


def engage(helper: Helper | None) -> None:
    """Let finds of this process work beside another one from here on; or no longer."""
    _helper[:] = [] if helper is None else [helper]


@contextmanager
def beside() -> Iterator[Helper]:
    """Let the finds inside work beside another process, which ends with them; to be begun before there are threads."""
    helper = Helper()
    engage(helper)
    try:
        yield helper
    finally:
        engage(None)
        helper.end()


def without_the_lost(work: Callable[[bool], Made]) -> Made:
    """Return what comes of some work beside another process; once more without it, where that is lost on the way."""
    try:
        return work(True)
    except BesideLostError:
        return work(False)


@contextmanager
def lanes(
    setting: Setting, rigs: Sequence[Rig], wanted: Wanted, value: Valuer, beside: bool = True
) -> Iterator[list[Lane]]:
    """Yield the lanes there are for the methods of a find, by their usual rigs; this process's is the first."""
    here: list[Lane] = [Here(setting, rigs, wanted, value)]
    helper = _helper[0] if _helper and beside and len(rigs) > 1 else None
    if helper is None or helper.lost or not helper.lock.acquire(blocking=False):
        yield here
        return
    try:
        yield [*here, Beside(helper, setting, rigs, wanted, value.watch)]
        helper.say(("end",))
    finally:
        helper.lock.release()


class Nominals:
    """What the methods of a find are nominally worth, told by several lanes, each in its turn."""

    def __init__(self, watch: Watch) -> None:
        self.watch = watch
        self._found: dict[int, float] = {}
        self._lost = False
        self._changed = Condition()

    def tell(self, i: int, worth: float) -> None:
        """Take what a method is worth."""
        with self._changed:
            self._found[i] = worth
            self._changed.notify_all()

    def lose(self) -> None:
        """Tell those who wait that one of them will never be known."""
        with self._changed:
            self._lost = True
            self._changed.notify_all()

    def best_before(self, i: int) -> float:
        """Return what the best of the methods before one is worth, once all of them are known.

        Raises
        ------
        Stopped
            When the watch was stopped.
        BesideLostError
            When one of them will never be known.
        """
        with self._changed:
            while not all(j in self._found for j in range(i)):
                if self.watch.stopped:
                    raise Stopped
                if self._lost:
                    raise BesideLostError
                self._changed.wait(LOOKS)
            return max((self._found[j] for j in range(i)), default=0.0)


def looks(
    lanes: Sequence[Lane], count: int, watch: Watch, share: float = 0.0
) -> Iterator[tuple[int, Lane, float, Valued | None]]:
    """Yield of each of so many methods the lane that looked at it, what it is nominally worth, and the best it met.

    None where that is nominally worth less than a share of the best of the methods before it.
    """
    nominals = Nominals(watch)
    watch.expects(count)

    def look(lane: Lane, i: int) -> tuple[float, Valued | None]:
        try:
            worth = lane.look(i)
            nominals.tell(i, worth)
            return worth, lane.judge(i, share * nominals.best_before(i))
        except BaseException:
            nominals.lose()
            raise

    for i, lane, (worth, valued) in in_turn(lanes, count, look):
        watch.step()
        yield i, lane, worth, valued


def in_turn(lanes: Sequence[Lane], count: int, do: Callable[[Lane, int], Made]) -> Iterator[tuple[int, Lane, Made]]:
    """Yield what comes of each of so many tasks with the lane that did it, as they are done; a free lane takes the next."""
    left, taking, done = list(range(count)), Lock(), SimpleQueue[tuple[int, Lane, Made]]()

    def take() -> int | None:
        with taking:
            return left.pop(0) if left else None

    def drive(lane: Lane) -> None:
        while (i := take()) is not None:
            done.put((i, lane, do(lane, i)))

    with ThreadPoolExecutor(max(len(lanes) - 1, 1)) as pool:
        others = [pool.submit(drive, lane) for lane in lanes[1:]]
        try:
            while (i := take()) is not None:
                yield i, lanes[0], do(lanes[0], i)
                while not done.empty():
                    yield done.get()
        finally:
            left.clear()
        for other in others:
            other.result()
        while not done.empty():
            yield done.get()
