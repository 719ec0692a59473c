"""What rigs are worth in a setting: candidates screened without a drift, drifted together, judged; none twice."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.outcomes.tracks import Bases, Hashed, Tracks, evaluate, structure
from jarana.core.rig.geometry import span_starts
from jarana.core.rig.model import Rig
from jarana.core.situation import Situation
from jarana.core.strength.holds import paths_of
from jarana.core.unknowns.deviates import FIRST
from jarana.core.unknowns.drifts import MEMBER_GRID, RANK_GRID, SCREEN_GRID, SEARCH_GRID, Grid
from jarana.core.watch import Watch
from jarana.core.worth.constants import Habits
from jarana.core.worth.excluded import Paths, excluded, least_held
from jarana.core.worth.judge import Worth, better_share, judge

NOMINAL = range(0)
FEW, SOME, SHOWN = range(8), range(16), range(FIRST)
"""Members of a first answer, those that decide ranks (in still water the first again), and those of the rigs that are shown."""
IDENTITY, TOO_SHORT = "_identity", "too-short"
SURE = 0.8
"""Share of the same members in which a rig must be worth more before it is called better."""
Grids = dict[int, Grid]
GRIDS: Grids = {
    len(NOMINAL): SCREEN_GRID,
    len(SOME): RANK_GRID,
    len(FEW): RANK_GRID,
    len(SHOWN): MEMBER_GRID,
}
TOLD_GRIDS: Grids = GRIDS | {len(SOME): SEARCH_GRID, len(FEW): SEARCH_GRID}
"""Where what some members come to is told, not only ranked by."""


@dataclass(frozen=True)
class Valued:
    """A situation and what it is worth, by how many members; and what they did."""

    situation: Situation
    worth: Worth
    tracks: Tracks
    members: int

    @property
    def rig(self) -> Rig:
        """The rig."""
        return self.situation.rig


class Stopped(Exception):
    """The watch stopped a search on the way."""


class Valuer:
    """Values rigs in one setting and remembers them: a rig that several ways lead to is drifted once."""

    def __init__(self, watch: Watch | None = None, grids: Grids = GRIDS) -> None:
        self.watch, self.grids = watch or Watch(), grids
        self._known: dict[tuple[object, int], Valued | None] = {}
        self._out: dict[object, str] = {}
        self._paths: dict[object, Paths] = {}
        self._shares: dict[object, float] = {}
        self._bases: Bases = {}
        self._computed, self._telling = 0, self if grids is TOLD_GRIDS else None

    @property
    def drifts(self) -> int:
        """How many were computed."""
        beside = self._telling if self._telling is not self else None
        return self._computed + (beside.drifts if beside else 0)

    @property
    def telling(self) -> Valuer:
        """One that computes few members as finely as what they come to is told; what it computes counts here."""
        if self._telling is None:
            self._telling = Valuer(self.watch, TOLD_GRIDS)
        return self._telling

    def _held(self, situation: Situation) -> float:
        """Return on what share of takes the fish is held; rigs tied alike of the same lines have the same."""
        rig, water = situation.rig, situation.water
        tied = (
            tuple(
                (s.material.key, s.d0_mm, s.d1_mm, s.spool.id if s.spool else s.ready, s.wind_knot) for s in rig.spans
            ),
            tuple((j.id, j.knot.key, j.ring is None) for j in rig.joints),
            tuple((a.id, a.knot.key, a.school, a.link, a.fly.hook if a.fly else None) for a in rig.attachments),
        )
        key = tied, water.fish.mass_kg, water.pace_m_s, situation.motion.jerk
        if key not in self._shares:
            if tied not in self._paths:
                self._paths[tied] = paths_of(rig)
            self._shares[key] = least_held(situation, self._paths[tied])
        return self._shares[key]

    def out(self, situation: Situation) -> str:
        """Return why a situation needs no drift: ruled out, or its line is too short to come near the zone."""
        key = identity(situation)
        if key not in self._out:
            reason = excluded(situation, Habits(situation.setting.person), self._held(situation))
            self._out[key] = reason or (TOO_SHORT if too_short(situation) else "")
        return self._out[key]

    def __call__(
        self, situations: Sequence[Situation], members: range = NOMINAL, screened: bool = True
    ) -> list[Valued]:
        """Return the situations that come to an answer with what they are worth, best first.

        Not `screened`, what is ruled out is drifted, too, and worth nothing.

        Raises
        ------
        Stopped
            When the watch was stopped.
        """
        if len(members) == len(SOME) and situations and situations[0].setting.fished.still:
            # No eddies stir still water: its members differ evenly, and half of them tell as much.
            members = FEW
        count = len(members)
        keys = [identity(s) for s in situations]
        fresh: dict[object, Situation] = {}
        for key, situation in zip(keys, situations, strict=True):
            if (key, count) not in self._known and not (screened and self.out(situation)):
                fresh.setdefault(key, situation)
        for key, track in self._tracked(fresh, members).items():
            situation = fresh[key]
            made = (
                None
                if track is None
                else Valued(situation, judge(track, situation, None if not screened else ""), track, count)
            )
            self._known[(key, count)] = made
        found = {key: self._known.get((key, count)) for key in keys}
        return sorted((v for v in found.values() if v is not None), key=lambda v: -v.worth.minutes)

    def _tracked(self, fresh: dict[object, Situation], members: range) -> dict[object, Tracks | None]:
        """Return what members of situations do; where a few of them are known only the others are drifted."""
        few = {key: self._known.get((key, len(FEW))) for key in fresh} if members == SOME else {}
        begun = {key: valued.tracks for key, valued in few.items() if valued is not None}
        whole = [key for key in fresh if key not in begun]
        found = dict(zip(whole, self._drifted([fresh[key] for key in whole], members, members), strict=True))
        rest = self._drifted([fresh[key] for key in begun], range(len(FEW), len(SOME)), SOME)
        for (key, before), more in zip(begun.items(), rest, strict=True):
            found[key] = None if more is None else Tracks.joined([before, more])
        return found

    def _drifted(self, situations: list[Situation], members: range, of: range) -> list[Tracks | None]:
        tracks = evaluate(situations, members, self.grids[len(of)], self.watch, counted=False, bases=self._bases,
                          as_written=False)  # fmt: skip
        if tracks is None:
            raise Stopped
        self._computed += len(situations) * max(len(members), 1)
        return tracks


def identity(situation: Situation) -> object:
    """Return what tells one rig of a search from another; worked out once for each situation."""
    known = situation.__dict__.get(IDENTITY)
    if known is None:
        known = _identity(situation)
        situation.__dict__[IDENTITY] = known
    return known


def _identity(situation: Situation) -> object:
    bodies = tuple((a.id, a.fly.source or a.fly if a.fly else a.body) for a in situation.rig.attachments)
    spools = tuple(s.spool.id if s.spool else s.ready for s in situation.rig.spans)
    water = situation.water
    where = water.id, water.depth_m, water.pace_m_s, water.off_m
    return Hashed((structure(situation), bodies, spools, situation.rig.method, where))


def too_short(situation: Situation) -> bool:
    """Say whether the line under where a rig is held does not reach the upper edge of the zone."""
    rig, water = situation.rig, situation.fished
    if situation.head.on_line or not water.zone_known or situation.head.holds() is not None:
        return False
    begins = situation.head.hangs_from(rig)
    below = span_starts(rig)[-1] - begins
    _, high = water.zone.heights(water.depth_m)
    return bool(below < (water.depth_m - high) - 0.05)


def surely_better(a: Valued, b: Valued, least: float) -> bool:
    """Say whether one rig is worth more than another by a share, and in most of the same members."""
    return a.worth.minutes > (1.0 + least) * b.worth.minutes and better_share(a.worth, b.worth) >= SURE
