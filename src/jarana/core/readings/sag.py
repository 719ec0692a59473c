"""Sag of the leader held off the water, and how far it draws the flies in."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.drift.nominal import nominal
from jarana.core.engine.hydro.water_properties import GRAM_FORCE
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-leader-hangs-air = No leader hangs in the air
everything-water = Everything is in the water.
held-leader-sags = The held leader sags
held-leader-hangs-straight = The held leader hangs straight enough
sags-comes-in = { $sag } from the straight line between rod tip and water, where it goes in at { $angle }°; it pulls { $pull } g towards you, and the point comes { $inward } in.
computed-chain = Mean of the second half of the drift, from the track: weight and wind on every link in the air.
what-holds-up-also = What holds it up also pulls the flies: thinner mono sags less, a bigger bead comes in less.
""",
)

MUCH, FAR = 0.45, 1.0
"""m of sag, and m a point comes in, from which on it is told (practice: the sighter no longer shows the take; it fishes another
lane)."""


def read(situation: Situation) -> Reading:
    """Judge the sag between the rod tip and the water, and what it draws in."""
    writer, drift, rig = situation.writer, nominal(situation), situation.rig
    across = drift.across
    if across is None or across.sag_m is None:
        return make("sag", "fine", say("no-leader-hangs-air"), say("everything-water"), Figure("0", "cm"), why=("",))
    severity: Severity = "look" if across.sag_m > MUCH or across.inward_m > FAR else "fine"
    return make(
        "sag",
        severity,
        say("held-leader-sags") if severity == "look" else say("held-leader-hangs-straight"),
        say(
            "sags-comes-in",
            sag=writer.text("short", across.sag_m),
            angle=f"{across.angle_deg or 0.0:.0f}",
            pull=writer.number((across.inward_n or 0.0) / GRAM_FORCE, 2),
            inward=writer.text("short", across.inward_m),
        ),
        writer.figure("short", across.sag_m),
        value=across.sag_m,
        parts=(rig.spans[0].id,),
        why=(say("computed-chain"), say("what-holds-up-also")),
    )


def candidates(situation: Situation) -> Iterator[RigEdit]:
    """Yield a finer spool for every held span, and a bead up."""
    looks = ("mono", "clear", "sighter")
    for span in situation.rig.spans:
        if span.material.look in looks:
            yield StepDiameter(span=span.id, finer=True)
    yield StepBead(at=situation.rig.point.id, heavier=True)


def score(situation: Situation) -> float:
    """Return sag and way in together, m."""
    across = nominal(situation).across
    return (across.sag_m or 0.0) + max(across.inward_m, 0.0) if across else 0.0


READING = ReadingKind("sag", read, candidates, score)
