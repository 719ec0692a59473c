"""Find: what do I tie, from what I own, for this water? The best rig of every method that may be fished, ranked by its worth."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, field

from jarana.core.errors import InputError
from jarana.core.methods import methods, ranked
from jarana.core.methods.base import Method, Started
from jarana.core.motions import motions
from jarana.core.rig.cost import Cost
from jarana.core.rig.rerig import rerig
from jarana.core.search.lanes import Lane, State, in_turn, lanes, looks, without_the_lost
from jarana.core.search.relax import Would, fits, limit_told, limits, would_help
from jarana.core.search.start import elsewhere, with_reasons
from jarana.core.search.valued import SHOWN, Valued, Valuer
from jarana.core.search.wanted import Wanted
from jarana.core.situation import Setting, Situation
from jarana.core.watch import Watch
from jarana.core.words import phrases
from jarana.core.worth.constants import Habits, constants
from jarana.core.worth.excluded import excluded
from jarana.core.worth.judge import SAME, Worth, judge, judge_by

say = phrases(
    __name__,
    """
less-zone = less in the zone
less-drag = moves less well
less-shown = more slack
less-noticed = takes less noticed
less-free = hangs up more
less-stealth = frightens more
counted = { $name }, counted to { $count }
nothing-fits = Nothing you own fits: the best is worth { $minutes ->
    [one] 1 good minute
   *[other] { $minutes } good minutes
} in the hour; what limits it most is { $limit }.
nothing-may = Nothing may be fished here: { $reason }
nothing-suits = No method suits this water.
too-many-knots = Nothing fits within { $most ->
    [one] one knot
   *[other] { $most } knots
} of the rig in hand: { $rig } would take { $knots }.
turns-on = The order of the first two turns on { $names }: a third more or less changes it.
known-method = a method that is known
""",
)
LESS = {
    "zone": say("less-zone"), "drag": say("less-drag"), "shown": say("less-shown"), "noticed": say("less-noticed"),
    "free": say("less-free"), "stealth": say("less-stealth"),
}  # fmt: skip
SETTLED = 6
"""Methods that are settled, those whose first look was worth most."""
WORTH_A_LOOK, WORTH_SHOWING = 0.4, 0.25
"""Shares of the best that a method must be worth nominally to be judged, and a rig to be shown beside it."""
LEAST_RIGS, SHOWN_RIGS = 2, 5
"""Rigs shown where so many can be fished, however little the others are worth; and at most."""
GIVEN_UP = 0.1
"""A factor this much below the best rig's is told as given up."""
SHAKEN = 0.3
"""Share by which every constant is changed to see whether the order of the first two stands."""


@dataclass(frozen=True)
class FoundRig:
    """A rig that was found: what it is worth, what it gives up against the first, and what it takes from the rig in hand."""

    started: Started
    method: Method
    valued: Valued
    gives_up: tuple[str, ...]
    cost: Cost | None

    @property
    def worth(self) -> Worth:
        """What it is worth."""
        return self.valued.worth

    @property
    def moved(self) -> str:
        """How it is moved, in its method's words."""
        motion = self.valued.rig.motion
        pace = next((p for p in self.method.paces if (p.kind, p.lead) == (motion.kind, motion.lead)), None)
        name = pace.name if pace is not None else motions()[motion.kind].name
        return (
            say("counted", name=name, count=f"{motion.count_s:.0f}")
            if motions()[motion.kind].counts and not self.valued.situation.water.nature.flows
            else name
        )


@dataclass(frozen=True)
class Found:
    """What a find comes to.

    Attributes
    ----------
    rigs
        Best first; of those about equal the one with fewest knots from the rig in hand.
    nothing_fits
        Why nothing fits; empty where something does.
    would
        What would help, most first.
    turns_on
        A sentence where the order of the first two hangs on a guess; else empty.
    left_out
        Methods that may not be fished here, with the reason.
    settled
        Whether this is the last word, or the first answer of a search that goes on.
    hand
        What the rig in hand is worth here; None without one.
    """

    rigs: tuple[FoundRig, ...]
    nothing_fits: str = ""
    would: tuple[Would, ...] = ()
    turns_on: str = ""
    left_out: tuple[tuple[str, str], ...] = ()
    drifts: int = 0
    settled: bool = True
    hand: Worth | None = None


def find(
    setting: Setting, wanted: Wanted = Wanted(), watch: Watch | None = None, tell: Callable[[Found], None] | None = None
) -> Found:
    """Return the best rigs for a water from what is owned; `tell` hears of first answers on the way.

    Raises
    ------
    InputError
        When a method asked for is unknown.
    Stopped
        When the watch was stopped.
    """
    unknown = [key for key in wanted.only if key not in methods()]
    if unknown:
        raise InputError.one("methods", unknown[0], say("known-method"))
    return without_the_lost(lambda beside: _in_lanes(setting, wanted, watch, tell, beside))


def _in_lanes(
    setting: Setting, wanted: Wanted, watch: Watch | None, tell: Callable[[Found], None] | None, beside: bool
) -> Found:
    value = Valuer(watch)
    starts, left = begun(setting, wanted)
    starts, far = _near(starts, wanted)
    hand = _in_hand(setting, wanted, value)
    with lanes(setting, [row.started.rig for row in starts], wanted, value, beside) as there:
        finding = _Finding(setting, wanted, starts, left, far, hand, there, value, tell)
        finding.look()
        finding.settle()
        return finding.told(settled=True)


@dataclass
class _Finding:
    """A find on its way: the rigs by the place of their methods, and how far the search of each is."""

    setting: Setting
    wanted: Wanted
    starts: list[Begun]
    left: tuple[tuple[str, str], ...]
    far: list[tuple[int, str]]
    hand: Worth | None
    lanes: list[Lane]
    value: Valuer
    tell: Callable[[Found], None] | None
    rigs: dict[int, FoundRig] = field(default_factory=dict)
    states: dict[int, State] = field(default_factory=dict)

    def look(self) -> None:
        """Look at every method; none is judged that is nominally worth less than a share of the best before it."""
        share = 0.0 if self.wanted.only else WORTH_A_LOOK
        self.value.watch.expects(min(SETTLED, len(self.starts)))
        passed: list[tuple[float, int, Lane]] = []
        for i, lane, worth, valued in looks(self.lanes, len(self.starts), self.value.watch, share):
            if valued is None:
                passed.append((worth, i, lane))
            else:
                self._take(i, lane, valued)
                self._say()
        for _, i, lane in sorted(passed, key=lambda row: (-row[0], row[1])):
            if len(self.rigs) >= LEAST_RIGS:
                break
            valued = lane.judge(i, 0.0)
            if valued is not None:
                self._take(i, lane, valued)

    def settle(self) -> None:
        """Search on for the best of the methods; the first of them climbs for every pace and line."""
        order = sorted(
            self.rigs, key=lambda i: (not _few_enough(self.rigs[i], self.wanted), -self.rigs[i].worth.minutes, i)
        )
        first = [i for i in order[:SETTLED] if _few_enough(self.rigs[i], self.wanted)]

        def settle(lane: Lane, k: int) -> Valued | None:
            return lane.best(first[k], k == 0, self.states[first[k]])

        for k, _, best in in_turn(self.lanes, len(first), settle):
            self.value.watch.step()
            before = self.rigs[first[k]].worth.minutes
            if best is not None and best.worth.minutes >= before * (1 - SAME):
                self.rigs[first[k]] = _found(self.starts[first[k]], best, self.setting, self.wanted)
            self._say()

    def _take(self, i: int, lane: Lane, valued: Valued) -> None:
        self.rigs[i] = _found(self.starts[i], valued, self.setting, self.wanted)
        self.states[i] = lane.state(i)

    def _say(self) -> None:
        if self.tell is not None:
            self.tell(self.told(settled=False))

    def told(self, settled: bool) -> Found:
        """Return what was found so far."""
        found = [self.rigs[i] for i in sorted(self.rigs)]
        beside = sum(lane.drifts for lane in self.lanes[1:])
        return _told(found, self.wanted, self.left, self.far, self.value, beside, self.hand, settled)


def _in_hand(setting: Setting, wanted: Wanted, value: Valuer) -> Worth | None:
    """Return what the rig in hand is worth in this water; None where there is none, or it cannot be fished here."""
    if wanted.hand is None:
        return None
    found = value([Situation(wanted.hand, setting)], SHOWN, screened=False)
    return found[0].worth if found else None


@dataclass(frozen=True)
class Begun:
    """A method that may be fished here, with its usual rig."""

    method: Method
    started: Started
    here: Situation


def begun(setting: Setting, wanted: Wanted = Wanted()) -> tuple[list[Begun], tuple[tuple[str, str], ...]]:
    """Return the methods that may be fished, best suited first, each with its usual rig; and why others may not."""
    starts, left = [], []
    asked = [m for m, _ in ranked(setting.water) if not wanted.only or m.key in wanted.only]
    for method in asked:
        if setting.water.kind not in method.waters:
            if wanted.only:
                left.append((method.name, elsewhere(method)))
            continue
        try:
            usual = Started(wanted.hand) if wanted.hand and wanted.begins(method) else method.begin(setting)
        except InputError as error:
            left.append((method.name, "; ".join(f.reason for f in error.faults)))
            continue
        here = Situation(usual.rig, setting)
        reason = excluded(here, Habits(setting.person))
        if reason and not _mends(here):
            left.append((method.name, reason))
            continue
        starts.append(Begun(method, usual, here))
    starts.sort(key=lambda row: not wanted.begins(row.method))
    return starts, tuple(left)


def _near(starts: list[Begun], wanted: Wanted) -> tuple[list[Begun], list[tuple[int, str]]]:
    """Return the methods within the knots that are asked for, and knots and name of those beyond them.

    A method's leader may be near enough although its flies are not: other flies may be found that hang there already.
    """
    if wanted.hand is None or wanted.most_knots is None:
        return starts, []
    near: list[Begun] = []
    far: list[tuple[int, str]] = []
    for row in starts:
        water, rig = row.here.water, row.started.rig
        knots = rerig(wanted.hand, rig, water.temperature_c, water.wind_m_s, row.here.writer).cost.knots
        if wanted.begins(row.method) or knots - len(rig.attachments) <= wanted.most_knots:
            near.append(row)
        else:
            far.append((knots, rig.name))
    return near, far


def _found(first: Begun, valued: Valued, setting: Setting, wanted: Wanted) -> FoundRig:
    started = with_reasons(first.started, valued.rig, setting)
    return FoundRig(started, first.method, valued, (), _cost(wanted, valued))


def _mends(here: Situation) -> bool:
    """Say whether what rules a rig out may be mended by another tippet: nothing else a search changes would."""
    stout = here.rig.model_copy(
        update={
            "spans": tuple(s.model_copy(update={"d0_mm": s.d0_mm * 2, "d1_mm": s.d1_mm * 2}) for s in here.rig.spans)
        }
    )
    return not excluded(here.with_rig(stout), Habits(here.setting.person))


def _cost(wanted: Wanted, valued: Valued) -> Cost | None:
    if wanted.hand is None:
        return None
    water = valued.situation.water
    return rerig(wanted.hand, valued.rig, water.temperature_c, water.wind_m_s, valued.situation.writer).cost


def _told(
    found: Sequence[FoundRig],
    wanted: Wanted,
    left: tuple[tuple[str, str], ...],
    far: Sequence[tuple[int, str]],
    value: Valuer,
    beside: int,
    hand: Worth | None,
    settled: bool,
) -> Found:
    rows = [f for f in found if _few_enough(f, wanted)]
    rows = _ranked(rows)[:SHOWN_RIGS]
    least = 0.0 if wanted.only or not rows else WORTH_SHOWING * rows[0].worth.minutes
    rows = [f for i, f in enumerate(rows) if i < LEAST_RIGS or f.worth.minutes >= least]
    if not rows:
        return Found((), _why_none(found, wanted, left, far), (), "", left, value.drifts + beside, settled, hand)
    best = rows[0]
    told = tuple(
        FoundRig(f.started, f.method, f.valued, () if f is best else gives_up(f.worth, best.worth), f.cost)
        for f in rows
    )
    if not settled:
        return Found(told, "", (), "", left, value.drifts + beside, False, hand)
    would: tuple[Would, ...] = ()
    nothing = ""
    if best.worth.minutes < ASKED:
        would = would_help(best.valued.situation, best.worth.minutes, value)
        if not fits(best.valued, would):
            limit = limit_told(limits(best.worth.factors)[0][0])
            nothing = say("nothing-fits", minutes=round(best.worth.minutes), limit=limit)
    return Found(told, nothing, would, turns_on(rows), left, value.drifts + beside, True, hand)


def _why_none(
    found: Sequence[FoundRig],
    wanted: Wanted,
    left: tuple[tuple[str, str], ...],
    far: Sequence[tuple[int, str]],
) -> str:
    """Say why there is no rig: too many knots from the one in hand, ruled out, or no method for this water."""
    counted = [(f.cost.knots, f.valued.rig.name) for f in found if f.cost is not None] + list(far)
    if counted and wanted.most_knots is not None:
        knots, rig = min(counted, key=lambda row: row[0])
        return say("too-many-knots", most=wanted.most_knots, rig=rig, knots=knots)
    return say("nothing-may", reason=left[0][1]) if left else say("nothing-suits")


ASKED = 15.0
"""Good minutes in the hour below which it is asked what would help."""


def _few_enough(found: FoundRig, wanted: Wanted) -> bool:
    return wanted.most_knots is None or found.cost is None or found.cost.knots <= wanted.most_knots


def _ranked(rows: list[FoundRig]) -> list[FoundRig]:
    """Return rigs best first; among those about equal to the best of the rest the one with fewest knots leads."""
    left, out = sorted(rows, key=lambda f: -f.worth.minutes), []
    while left:
        top = left[0].worth.minutes
        equal = [f for f in left if f.worth.minutes >= (1 - SAME) * top]
        first = min(equal, key=lambda f: (f.cost.knots if f.cost else 0, -f.worth.minutes))
        out.append(first)
        left.remove(first)
    return out


def gives_up(worth: Worth, best: Worth) -> tuple[str, ...]:
    """Return what a rig gives up against another, most first."""
    lost = []
    for name in worth.factors.LIMITS:
        gap = getattr(best.factors, name) - getattr(worth.factors, name)
        if gap >= GIVEN_UP:
            lost.append((gap, LESS[name]))
    return tuple(text for _, text in sorted(lost, key=lambda row: -row[0])[:2])


def turns_on(rows: Sequence[FoundRig]) -> str:
    """Return a sentence naming the constants whose change by a third changes the order of the first two rigs; else empty."""
    if len(rows) < 2:
        return ""
    first, second = rows[0].valued, rows[1].valued
    if first.worth.minutes <= second.worth.minutes * (1 + SAME):
        return ""
    names, habits = [], Habits(first.situation.setting.person)
    for valued in (first, second):
        judge_by(valued.tracks, valued.situation, habits, "")
    for key, row in constants().items():
        if key not in habits.asked:
            continue
        for factor in (1 - SHAKEN, 1 + SHAKEN):
            changed = {key: habits[key] * factor}
            a = judge(first.tracks, first.situation, "", **changed)
            b = judge(second.tracks, second.situation, "", **changed)
            if a.minutes < b.minutes:
                names.append(row.name)
                break
    return say("turns-on", names=", ".join(names[:3])) if names else ""
