"""The swing as an arc: how deep, how fast across, when it hangs below the rod."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.drift.document import Drift, FlyDrift
from jarana.core.drift.nominal import hooked, nominal
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.stance import SetStance, StepStance
from jarana.core.situation import Situation
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-swing = It does not swing
nothing-comes-across = Nothing comes across on a line here.
hurried = Hurried across
hurried-by-belly = Hurried across by the belly
swings-steadily = Swings across steadily
not-round = Does not come round
stripped-before = Stripped in before it comes round
across-then-hangs = Up to { $fast } across; { $hangs }.
comes-not-round = In { $seconds } s it does not come round to the dangle; up to { $fast } across.
bellies = The line bellies { $belly } out.
hangs-after = on the dangle after { $seconds } s, { $deep } deep there
from-track = From the point's own track once the line is tight; the dangle begins within ten degrees of straight downstream.
mend-slows = An upstream mend slows it and lets it sink; a belly downstream hurries it.
""",
)

HURRIED = 0.75
"""Share of the surface pace: faster across than this a fly is hurried (starting value)."""
BELLIES_M = 0.2
"""m a line lies out downstream from which on that is said, and blamed (starting value)."""
MEND_M, FARTHER_DEG = 1.0, 10.0
NEVER_ROUND = 10.0
"""m/s, more than any fly goes across: what does not come round is no better for being slower."""


def read(situation: Situation) -> Reading:
    """Judge how fast the point comes across."""
    return tell(situation, nominal(situation))


def tell(situation: Situation, drift: Drift) -> Reading:
    """Write how a drift comes across."""
    writer = situation.writer
    across = drift.across
    if across is None or across.across_m_s is None or not hooked(situation):
        return make(
            "swing", "fine", say("no-swing"), say("nothing-comes-across"), writer.figure("speed", 0.0), why=("",)
        )
    fast, comes = max(across.across_m_s, 0.0), across.dangle_s is not None
    hurried = comes and fast > HURRIED * situation.fished.pace_m_s
    stripped = not comes and situation.motion.strips
    severity: Severity = "look" if hurried or not (comes or stripped) else "fine"
    point = hooked(situation)[-1]
    across_told = (
        say("across-then-hangs", fast=writer.text("speed", fast), hangs=_hangs(drift, across.dangle_s, point, writer))
        if across.dangle_s is not None
        else say("comes-not-round", seconds=f"{drift.times_s[-1]:.0f}", fast=writer.text("speed", fast))
    )
    belly = across.belly_m or 0.0
    bellies = (say("bellies", belly=writer.text("travel", belly)),) if belly >= BELLIES_M else ()
    title = (
        say("stripped-before")
        if stripped
        else say("not-round")
        if not comes
        else say("swings-steadily")
        if not hurried
        else say("hurried-by-belly")
        if bellies
        else say("hurried")
    )
    return make(
        "swing",
        severity,
        title,
        " ".join((across_told, *bellies)),
        writer.figure("speed", fast),
        value=fast if comes else NEVER_ROUND,
        parts=(point.id,),
        why=(say("from-track"), say("mend-slows")),
    )


def _hangs(drift: Drift, seconds: float, point: FlyDrift, writer: Writer) -> str:
    deep = -drift.z_mm[_frame(drift.times_s, seconds)][point.node] / 1000
    return say("hangs-after", seconds=f"{seconds:.0f}", deep=writer.text("depth", deep))


def _frame(times: tuple[float, ...], time: float) -> int:
    return next((k for k, t in enumerate(times) if t >= time), len(times) - 1)


def candidates(situation: Situation) -> Iterator[RigEdit]:
    """Yield a mend upstream where it comes round, a cast farther downstream, a tip held higher or lower."""
    stance = situation.rig.stance
    usual = situation.motion.cast_deg
    angle = usual if stance.angle_deg is None else stance.angle_deg
    if score(situation) < NEVER_ROUND:
        yield SetStance(mend=situation.writer.text("travel", stance.mend_m + MEND_M))
    yield SetStance(angle_deg=angle + FARTHER_DEG)
    yield StepStance(what="tip", more=True)
    yield StepStance(what="tip", more=False)


def score(situation: Situation) -> float:
    """Return how fast it comes across, m/s; where it does not come round, more than any."""
    return read(situation).value or 0.0


READING = ReadingKind("swing", read, candidates, score)
