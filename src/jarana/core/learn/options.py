"""What could be fished at the bank in the place of a rig: another weight, and what costs no knot."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.errors import InputError
from jarana.core.methods import method_of
from jarana.core.rig.compare import HELD, LED, MOVED, compare
from jarana.core.rig.cost import Cost
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.rig.model import Attachment
from jarana.core.rig.rerig import rerig
from jarana.core.search.moves import coordinates
from jarana.core.search.moves.base import Coordinate, Move, moved
from jarana.core.search.moves.weight import kinds_for
from jarana.core.search.valued import identity
from jarana.core.situation import Situation
from jarana.core.words import phrases
from jarana.core.worth.constants import Habits
from jarana.core.worth.excluded import excluded

say = phrases(
    __name__,
    """
as-it-is = as it is
led = { $name } at { $lead } × the bubbles
float = float { $before } → { $after } above the point
""",
)
MOST_WEIGHTS = 4
MOST_FREE = 3
"""Weights, and things that cost no knot, that are carried along."""
WEIGHTS = ("weight", "shot")
PAIRED = ("float-place", "count", "pace", "laid")
"""What is stepped beside the weight: the first of these a rig has."""


@dataclass(frozen=True)
class Option:
    """A rig that could be fished, the moves that lead to it from the one in hand, and what changes in words."""

    situation: Situation
    move: Move
    text: str

    def cost_from(self, other: Option) -> Cost:
        """Return what it takes to make it of another."""
        here, water = self.situation, self.situation.water
        return rerig(other.situation.rig, here.rig, water.temperature_c, water.wind_m_s, here.writer).cost


def options_of(situation: Situation) -> list[Option]:
    """Return the rig in hand and what it could be made at the bank from what is owned, the rig in hand first.

    Other weights of the point fly, or of the shot, crossed with the first thing of its head that costs no knot; what is ruled
    out in this water is left away.
    """
    habits = Habits(situation.setting.person)
    weights: list[Move] = [(), *_weights(situation)]
    free: list[Move] = [(), *_free(situation)]
    found: list[Option] = []
    known: set[object] = set()
    for weight in weights:
        for change in free:
            move = (*weight, *change)
            there = moved(situation, move) if move else situation
            if there is None or identity(there) in known:
                continue
            if move and excluded(there, habits):
                continue
            known.add(identity(there))
            found.append(Option(there, move, _text(situation, there) or say("as-it-is")))
    return found


def way_of_moving(situation: Situation) -> str:
    """Return how a rig is moved, as its method calls it, with its pace where one leads."""
    motion = situation.rig.motion
    name = next(
        (p.name for p in method_of(situation.rig).paces if (p.kind, p.lead) == (motion.kind, motion.lead)),
        situation.motion.name,
    )
    return say("led", name=name, lead=f"{motion.lead:g}") if situation.motion.leads else name


def _text(before: Situation, after: Situation) -> str:
    """Return what is changed, a clause each: another pace by its name, a float by where it sits."""
    old, new, writer = before.rig, after.rig, before.writer
    told = []
    if (old.motion.kind, old.motion.lead) != (new.motion.kind, new.motion.lead):
        told.append(way_of_moving(after))
    slid = new.head.slid_from(old.head, old, new)
    if slid is not None:
        low, high = (writer.text("length", v) for v in slid)
        told.append(say("float", before=low, after=high))
    skipped = {LED, MOVED, *((HELD,) if slid is not None else ())}
    told += [c.text for c in compare(old, new, writer, spools=False) if c.what not in skipped]
    return "; ".join(told)


def _weights(situation: Situation) -> list[Move]:
    """Return the nearest weights lighter and heavier: of the shot where there is one, else the point fly's own pattern first."""
    if any(a.body.kind == "shot" for a in situation.rig.attachments):
        shots = next(c for c in coordinates() if c.key == "shot")
        return list(shots.values(situation))[:MOST_WEIGHTS]
    point = next((a for a in situation.rig.attachments if a.at.kind == "point" and a.fly), None)
    if point is None:
        return []
    rows = _beads(situation, point) or [
        (fly.mass, key) for key, fly in kinds_for(situation.drawer, point) if point.fly and key != point.fly.source
    ]
    assert point.fly is not None
    own = point.fly.mass
    lighter = sorted((r for r in rows if r[0] < own), reverse=True)[: MOST_WEIGHTS // 2]
    heavier = sorted(r for r in rows if r[0] >= own)[: MOST_WEIGHTS - 1 - len(lighter)]
    return [(SwapFly(at=point.id, weight=key),) for _, key in (*lighter, *heavier)]


def _beads(situation: Situation, point: Attachment) -> list[tuple[float, str]]:
    assert point.fly is not None
    pattern = next((p for p in situation.drawer.patterns if p.id == point.fly.pattern_id), None)
    if pattern is None:
        return []
    return [(pattern.tied(w).mass, w.id) for w in pattern.weights if w.count > 0 and w.id != point.fly.source]


def _free(situation: Situation) -> list[Move]:
    by_key: dict[str, Coordinate] = {c.key: c for c in coordinates()}
    for key in PAIRED:
        try:
            moves = [m for m in by_key[key].values(situation) if moved(situation, m) is not None]
        except InputError:
            continue
        if moves:
            return _likest(situation, moves) if key == "pace" else _spread(moves)
    return []


def _likest(situation: Situation, moves: list[Move]) -> list[Move]:
    """Return so many ways of moving as are carried along, those of the rig's own kind first: slower and faster before another."""
    own = situation.rig.motion.kind

    def other(move: Move) -> bool:
        there = moved(situation, move)
        return there is None or there.rig.motion.kind != own

    return sorted(moves, key=other)[:MOST_FREE]


def _spread(moves: list[Move]) -> list[Move]:
    """Return so many of a list as are carried along, evenly from its first to its last."""
    if len(moves) <= MOST_FREE:
        return moves
    return [moves[round(i * (len(moves) - 1) / (MOST_FREE - 1))] for i in range(MOST_FREE)]
