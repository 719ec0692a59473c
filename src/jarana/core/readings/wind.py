"""What the wind does to a rig held or laid out in the air: can it be fished, how far does it move the flies?"""

from __future__ import annotations

import math
from collections.abc import Iterator

from jarana.core.drift.coarse import coarse_end
from jarana.core.drift.nominal import nominal
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.stance import StepStance
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-wind = No wind
nothing-moves = Nothing is moved by it.
not-fishable = Not fishable in this wind
lifted-out = On { $share } of the drift it lifts a fly out of the water.
wind-moves-flies = The wind moves the flies
wind-hardly-moves = The wind hardly moves the flies
against-calm = Against a calm day the point ends { $moved } { $way } and { $depth }.
upstream-of-it = farther upstream
downstream-of-it = farther downstream
nearer-to-you = nearer to you
farther-from-you = farther off
shallower = { $by } shallower
deeper = { $by } deeper
as-deep = as deep
two-drifts = The same drift computed with and without wind, on a coarse mesh both; log law of the wind over the water, drag on every link in the air.
""",
)

MUCH_M, SHALLOWER_M, OUT_SHARE = 0.5, 0.15, 0.3
"""m a point is moved and comes up by from which on it is told; share of a drift out of the water that cannot be fished."""
SAME_M = 0.02


def moved(situation: Situation) -> tuple[float, float, float]:
    """Return how far the wind moves the point downstream and away from the angler, and how much shallower it ends, m."""
    calm = situation.with_water(situation.water.model_copy(update={"wind_m_s": 0.0}))
    one, two = coarse_end(situation), coarse_end(calm)
    return one[0] - two[0], one[1] - two[1], one[2] - two[2]


def read(situation: Situation) -> Reading:
    """Judge what a calm day would change."""
    writer, across = situation.writer, nominal(situation).across
    if situation.water.wind_m_s <= 0 or across is None:
        return make("wind", "fine", say("no-wind"), say("nothing-moves"), writer.figure("short", 0.0), why=("",))
    along, away, up = moved(situation)
    far = math.hypot(along, away)
    if across.out_share > OUT_SHARE:
        return make(
            "wind",
            "act",
            say("not-fishable"),
            say("lifted-out", share=f"{across.out_share:.0%}"),
            writer.figure("short", far),
            value=far,
            why=(say("two-drifts"),),
        )
    severity: Severity = "look" if far > MUCH_M or up > SHALLOWER_M else "fine"
    if abs(along) > abs(away):
        way = say("upstream-of-it") if along < 0 else say("downstream-of-it")
    else:
        way = say("nearer-to-you") if away < 0 else say("farther-from-you")
    by = writer.text("short", abs(up))
    depth = say("shallower", by=by) if up > SAME_M else say("deeper", by=by) if up < -SAME_M else say("as-deep")
    return make(
        "wind",
        severity,
        say("wind-moves-flies") if severity == "look" else say("wind-hardly-moves"),
        say("against-calm", moved=writer.text("short", far), way=way, depth=depth),
        writer.figure("short", far),
        value=far,
        why=(say("two-drifts"),),
    )


def candidates(situation: Situation) -> Iterator[RigEdit]:
    """Yield a bead up and a lower tip."""
    yield StepBead(at=situation.rig.point.id, heavier=True)
    yield StepStance(what="tip", more=False)


def score(situation: Situation) -> float:
    """Return how far and how much shallower, m."""
    along, away, up = moved(situation)
    across = nominal(situation).across
    return math.hypot(along, away) + max(up, 0.0) + (10.0 * across.out_share if across else 0.0)


READING = ReadingKind("wind", read, candidates, score)
