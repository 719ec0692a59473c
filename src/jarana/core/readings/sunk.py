"""How much of a held leader above the tippet, sighter and stouter mono, lies under water, and how far it holds the point up."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache

from jarana.core.drift.coarse import coarse_end
from jarana.core.drift.nominal import nominal
from jarana.core.heads.held import top_span
from jarana.core.outcomes.band import Band
from jarana.core.outcomes.shares import in_ten
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.stance import StepStance
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
out = Only the tippet is under water
little = What goes under hardly drags
drags = The thick leader drags under water
nothing-held = Nothing above the tippet is held out of the water.
stays-out = Sighter and mono stay over it.
drawn-out = As drawn, sighter and mono stay over the water.
lies-under = { $under } above the tippet lies under water
holds-up = { $so }; as fine as the tippet it would let the point { $by } deeper.
holds-little = { $so }; it holds the point up by less than { $least }.
share = The end of what is held goes under on { $share }.
computed = How much line above where it is led is under water, meaned over the second half of the drift; the same drift with that leader as fine as the tippet below it, on a coarse mesh both.
""",
)

SELDOM, OFTEN = 0.05, 0.5
"""Shares of the drifts: below the first nothing is said of it, from the second on it is judged."""
TOLD_M = 0.02
"""m of leader under water, and m it holds the point up by, from which on it is told."""
DRAGS_M = 0.05
"""m by which it holds the point up from which on it is worth a look (a bead's step in ordinary water)."""


def under(situation: Situation) -> float | None:
    """Return how much leader above the tippet lies under water, m; None where none is held out of it."""
    across = nominal(situation).across
    if across is None or across.sunk_m is None or top_span(situation.rig) == 0:
        return None
    return max(across.sunk_m, 0.0)


@lru_cache(maxsize=64)
def held_by(situation: Situation) -> float:
    """Return how much deeper the point would ride, were the leader above the tippet as fine as the tippet, m."""
    rig, top = situation.rig, top_span(situation.rig)
    fine = rig.spans[top].d0_mm
    spans = tuple(
        s.model_copy(update={"d0_mm": min(s.d0_mm, fine), "d1_mm": min(s.d1_mm, fine)}) if i < top else s
        for i, s in enumerate(rig.spans)
    )
    thin = situation.with_rig(rig.rebuilt(spans=spans))
    return coarse_end(situation)[2] - coarse_end(thin)[2]


def read(situation: Situation) -> Reading:
    """Judge what lies under water above the tippet by how far it holds the point up."""
    sunk = under(situation)
    return tell(situation, sunk, held_by(situation) if sunk is not None and sunk >= TOLD_M else 0.0)


def tell(situation: Situation, sunk: float | None, deeper: float) -> Reading:
    """Write how much lies under water, m, and how much deeper the point would ride without it, m."""
    writer = situation.writer
    if sunk is None:
        return make("sunk", "fine", say("out"), say("nothing-held"), Figure("0", "cm"), why=("",))
    if sunk < TOLD_M:
        return make("sunk", "fine", say("out"), say("stays-out"), writer.figure("short", 0.0), why=(say("computed"),))
    so = say("lies-under", under=writer.text("short", sunk))
    severity: Severity = "look" if deeper >= DRAGS_M else "fine"
    return make(
        "sunk",
        severity,
        say("drags") if severity == "look" else say("little"),
        say("holds-up", so=so, by=writer.text("short", deeper))
        if deeper >= TOLD_M
        else say("holds-little", so=so, least=writer.text("short", TOLD_M)),
        writer.figure("short", sunk),
        value=sunk,
        parts=(situation.rig.spans[top_span(situation.rig) - 1].id,),
        why=(say("computed"),),
    )


def candidates(situation: Situation) -> Iterator[RigEdit]:
    """Yield a higher tip."""
    yield StepStance(what="tip", more=True)


def score(situation: Situation) -> float:
    """Return how much leader above the tippet lies under water, m."""
    return under(situation) or 0.0


def judge(situation: Situation, reading: Reading, band: Band) -> Reading:
    """Judge by how often the end of the held leader goes under, over all members; what that costs is the nominal drift's."""
    if under(situation) is None or (reading.value is None and band.sunk < SELDOM):
        return reading
    drags = reading.severity == "look" and band.sunk >= OFTEN
    drawn = reading.sentence if reading.value is not None else say("drawn-out")
    update = {
        "severity": "look" if drags else "fine",
        "title": reading.title if drags else say("little"),
        "sentence": f"{drawn} {say('share', share=in_ten(band.sunk))}",
    }
    return reading.model_copy(update=update)


READING = ReadingKind("sunk", read, candidates, score, judge=judge)
