"""How wide each unknown is in a situation: the table's spread, or the person's own measurement in its place."""

from __future__ import annotations

import math
from dataclasses import dataclass

from jarana.core.situation import Situation
from jarana.core.tackle.fly import Fly
from jarana.core.unknowns.table import unknowns
from jarana.core.water.pacing import pace_of

STEADIEST = 0.02
"""No pace is known more closely than this, however well the throws agree."""


@dataclass(frozen=True)
class Spreads:
    """Spreads of the logarithm of what is not known; of a fly by the id of its attachment."""

    pace: float
    depth: float
    roughness: float
    diameter: float
    hand: float
    hand_of_a_drift: float
    lift: float
    count: float
    mass: dict[str, float]
    drag: dict[str, float]
    measured: tuple[str, ...] = ()
    """Keys of the unknowns that were measured."""


def spreads_of(situation: Situation) -> Spreads:
    """Return how wide every unknown of a situation is."""
    rows, water, rig = unknowns(), situation.water, situation.rig
    found: list[str] = []

    def wide(key: str, measured: bool, own: float | None = None) -> float:
        row = rows[key]
        if key in situation.setting.guessed and row.guessed is not None:
            return row.guessed
        if not measured:
            return row.sigma
        found.append(key)
        return own if own is not None else row.measured if row.measured is not None else row.sigma

    flies = {a.id: a.body for a in rig.attachments}
    weighed = {k: isinstance(b, Fly) and b.weighed_mg is not None for k, b in flies.items()}
    timed = {k: b.timed_spread for k, b in flies.items() if isinstance(b, Fly) and b.timed_drag is not None}
    spools = {s.id: s for s in situation.drawer.spools}
    own = [spools.get(span.spool.id) if span.spool else None for span in rig.spans]
    mike = bool(own) and all(s is not None and s.measured is not None for s in own)
    paced = pace_of(water.paced) if len(water.paced) > 1 else None
    return Spreads(
        pace=wide("pace", paced is not None, _of_throws(paced.spread, paced.mean, len(water.paced)) if paced else None),
        depth=wide("depth", bool(water.soundings)),
        roughness=wide("roughness", water.stones_m is not None),
        diameter=wide("diameter", mike),
        hand=rows["hand"].sigma,
        hand_of_a_drift=rows["hand-of-a-drift"].sigma,
        lift=rows["lift"].sigma,
        count=rows["count"].sigma,
        mass={k: wide("mass", w) for k, w in weighed.items()},
        drag={k: wide("drag", k in timed, timed.get(k)) for k in flies},
        measured=tuple(dict.fromkeys(found)),
    )


def _of_throws(spread: float, mean: float, throws: int) -> float:
    """Return how far the mean of some throws is off, as a share: their spread over the root of their number.

    Examples
    --------
    >>> round(_of_throws(0.06, 0.6, 4), 4), _of_throws(0.0, 0.6, 3)
    (0.05, 0.02)
    """
    return max(spread / max(mean, 1e-9) / math.sqrt(throws), STEADIEST)
