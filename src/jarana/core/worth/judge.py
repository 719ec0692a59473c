"""Good minutes in the hour: minutes in which a hooked fly is where the fish take, moves as they accept it, and a take would be noticed.

``W = 60 · S · mean(Σ g dt · N · f) / mean(T + c + x)``: a ratio of means over the members, each of them a drift in one possible
water. Order is robust, level is not: rigs are compared within one situation only.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field
from functools import cached_property

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.law import Law, Range
from jarana.core.outcomes.tracks import Tracks
from jarana.core.situation import Situation
from jarana.core.worth.accepted import FlyWorth, flies_of, together
from jarana.core.worth.constants import Habits
from jarana.core.worth.excluded import excluded
from jarana.core.worth.freed import Freed, freed
from jarana.core.worth.noticed import not_frightened, noticed

WORTH = Law(
    "good minutes in the hour",
    "practice as a formula: held against pairs of rigs practitioners preferred (tests/core/worth); its constants are guesses or "
    "orders of magnitude",
    {"members": Range(8, 128, "the number of members")},
    "the order of rigs is a guess",
)
SAME = 0.05
"""Two rigs whose worth differs by less than this share are about equal."""
MINUTES = 60.0
LAST_PART, HANGS_FROM = 0.1, 1.0 / 3.0
"""Shares of a drift at its end that tell how a retrieve, and a team that hangs, go on."""


@dataclass(frozen=True)
class Factors:
    """What a worth is made of, each 0 to 1 but `seconds`.

    Attributes
    ----------
    zone
        Share of the drift in which the best fly is where they take.
    drag
        Of that time, the share in which fish accept how it moves.
    shown
        Of those takes, the share that shows before the fly is let go.
    more
        What further flies add, at least 1.
    noticed
        Share of takes that is noticed.
    free
        Share left by hang-ups, snagged shot and weed.
    hangs
        Chance of a hang-up in a drift.
    stealth
        Share of fish that are not frightened.
    fishing
        Share of the time in which the flies are in the water.
    """

    zone: float
    drag: float
    shown: float
    more: float
    noticed: float
    free: float
    hangs: float
    stealth: float
    fishing: float

    LIMITS = ("zone", "drag", "shown", "noticed", "free", "stealth")


@dataclass(frozen=True)
class Worth:
    """What a rig is worth.

    Attributes
    ----------
    minutes
        Good minutes in the hour; 0 where it is excluded.
    told
        Computes what it is made of.
    members
        The worth of each member, for comparing rigs member by member.
    excluded
        Why it is ruled out; empty where it is not.
    """

    minutes: float
    told: Callable[[], Factors]
    members: Floats
    numbers: np.ndarray = field(default_factory=lambda: np.zeros(0, dtype=int))
    excluded: str = ""

    @property
    def p10(self) -> float:
        """The worth one of ten members does not reach."""
        return float(np.percentile(self.members, 10))

    @property
    def p90(self) -> float:
        """The worth nine of ten members do not exceed."""
        return float(np.percentile(self.members, 90))

    @cached_property
    def factors(self) -> Factors:
        """What it is made of; computed when somebody asks."""
        return self.told()


def judge(tracks: Tracks, situation: Situation, reason: str | None = None, **changed: float) -> Worth:
    """Return what a rig is worth from what its members did; no drift is computed for it.

    `reason` is why it is ruled out, where that is known already; `changed` are constants in the place of the person's.
    """
    return judge_by(tracks, situation, Habits(situation.setting.person, **changed), reason)


def judge_by(tracks: Tracks, situation: Situation, habits: Habits, reason: str | None = None) -> Worth:
    """Return what a rig is worth by some constants: see :func:`judge`."""
    if tracks.count > 1:
        WORTH.ask(members=tracks.count)
    if reason is None:
        reason = excluded(situation, habits)
    flies = flies_of(tracks, situation, habits)
    sees = noticed(tracks, situation, habits)
    bed = freed(tracks, situation, habits)
    stealth = not_frightened(situation, habits)
    g = together(flies, habits) if flies else np.zeros_like(tracks.times)
    fished, kept = _kept(tracks, situation, habits, np.asarray(g * sees), bed)
    cycle = fished + cast_seconds(situation, habits) + bed.seconds
    each = MINUTES * stealth * kept / cycle
    whole = cycle.sum()
    minutes = float(MINUTES * stealth * kept.sum() / whole)
    return Worth(
        minutes=0.0 if reason else minutes,
        told=lambda: _factors(tracks, flies, sees, g, bed, stealth, float(fished.sum() / whole)),
        members=each,
        numbers=tracks.members,
        excluded=reason,
    )


def cast_seconds(situation: Situation, habits: Habits) -> float:
    """Return what a drift or a cast takes besides being fished, s."""
    flows = situation.water.nature.flows
    return habits[f"cycle-{situation.head.habit}"] if flows else habits["cycle-lake"]


def good_shares(tracks: Tracks, situation: Situation) -> Floats:
    """Return of each drift the share that is good: in the zone, accepted, noticed and free of the bed, (k,)."""
    habits = Habits(situation.setting.person)
    flies = flies_of(tracks, situation, habits)
    if not flies:
        return np.zeros(tracks.count)
    good = np.asarray(together(flies, habits) * noticed(tracks, situation, habits))
    fished, kept = _kept(tracks, situation, habits, good, freed(tracks, situation, habits))
    return np.asarray(kept / np.maximum(fished, 1e-9))


def _kept(tracks: Tracks, situation: Situation, habits: Habits, g: Floats, bed: Freed) -> tuple[Floats, Floats]:
    """Return how long each drift is fished, s, and its good seconds that the bed leaves."""
    fished, good = _hung(tracks, situation, habits, g)
    return fished, np.asarray(np.minimum(good * bed.free, fished))


def _mean(values: Floats, tracks: Tracks) -> float:
    """Return the mean over the time of each member, and of those over all."""
    return float((tracks.over_time(values) / tracks.times[:, -1]).mean())


def _hung(tracks: Tracks, situation: Situation, habits: Habits, g: Floats) -> tuple[Floats, Floats]:
    """Return how long a rig is fished, s, and its good seconds.

    On a lake a float is left hanging, and a count is followed by a whole retrieve: longer than was computed they go on as in
    their last part.
    """
    seconds = tracks.times[:, -1].copy()
    good = tracks.over_time(g)
    if situation.water.nature.flows:
        return seconds, good
    wanted, part = 0.0, LAST_PART
    if situation.head.floats:
        wanted, part = habits["hung-s"], HANGS_FROM
    elif situation.motion.counts:
        wanted = situation.rig.motion.count_s + habits["retrieve-s"]
    longer = np.maximum(wanted - seconds, 0.0)
    last = g[:, int((1.0 - part) * g.shape[1]) :].mean(axis=1)
    return seconds + longer, np.asarray(good + longer * last)


def _factors(
    tracks: Tracks, flies: list[FlyWorth], sees: Floats, g: Floats, bed: Freed, stealth: float, fishing: float
) -> Factors:
    free, hangs = float(bed.free.mean()), float(bed.hangs.mean())
    if not flies:
        return Factors(0, 0, 0, 1, 0, free, hangs, stealth, fishing)
    best = max(flies, key=lambda f: _mean(f.good, tracks) + 1e-6 * _mean(f.in_zone, tracks))
    zone = _mean(best.in_zone, tracks)
    taken = _mean(best.in_zone * best.accepted, tracks)
    shown = _mean(best.good, tracks)
    whole = _mean(g, tracks)
    seen = _mean(g * sees, tracks)
    return Factors(
        zone=zone,
        drag=taken / zone if zone > 0 else 0.0,
        shown=shown / taken if taken > 0 else 0.0,
        more=max(whole / shown, 1.0) if shown > 0 else 1.0,
        noticed=seen / whole if whole > 0 else float(sees.mean()),
        free=free,
        hangs=hangs,
        stealth=stealth,
        fishing=fishing,
    )


def better_share(a: Worth, b: Worth) -> float:
    """Return in what share of the members both have one rig is worth more than the other; half of those alike."""
    both, left, right = np.intersect1d(a.numbers, b.numbers, return_indices=True)
    if not len(both):
        return 0.5
    gap = a.members[left] - b.members[right]
    return float(((gap > 0) + 0.5 * (gap == 0)).mean())
