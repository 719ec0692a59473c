"""Sag of the leader held off the water, and the pull it drags the flies with."""

from __future__ import annotations

from jarana.core.drift.nominal import nominal
from jarana.core.engine.hydro.water_properties import GRAM_FORCE
from jarana.core.leader.sag import HungLine, sag_of
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
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
from-straight-line-between = { $sag } from the straight line between rod and water; it wants a pull of { $pull } g, and that much drags the flies towards you.
catenary-held-spans-rigs = Catenary of the held spans with the rig's own pull at the water; a thinner leader sags less.
what-holds-up-also = What holds it up also pulls the flies: the price of a long, stout leader.
""",
)

MUCH = 0.35
LEAST_PULL = 1e-4
"""N: below this nothing holds the line up."""


def read(situation: Situation) -> Reading:
    """Judge the sag between the rod tip and the water under the rig's own pull."""
    writer, drift, rig = situation.writer, nominal(situation), situation.rig
    held = [s for s in rig.spans if s.material.look in ("mono", "clear", "sighter")]
    sections = [HungLine(s.length, (s.d0_mm + s.d1_mm) / 2000, s.material.density_kg_m3) for s in held]
    pull = max(drift.pull_x_n, LEAST_PULL)
    if not sections:
        return make("sag", "fine", say("no-leader-hangs-air"), say("everything-water"), Figure("0", "cm"), why=("",))
    shape = sag_of(sections, pull, drift.pull_z_n)
    severity: Severity = "look" if shape.sag > MUCH else "fine"
    return make(
        "sag",
        severity,
        say("held-leader-sags") if severity == "look" else say("held-leader-hangs-straight"),
        say("from-straight-line-between", sag=writer.text("short", shape.sag), pull=f"{pull / GRAM_FORCE:.1f}"),
        writer.figure("short", shape.sag),
        value=shape.sag,
        parts=(held[0].name and held[0].id,),
        why=(
            say("catenary-held-spans-rigs"),
            say("what-holds-up-also"),
        ),
    )


def candidates(situation: Situation) -> list[StepDiameter]:
    """Return a finer spool for every held span."""
    looks = ("mono", "clear", "sighter")
    return [StepDiameter(span=s.id, finer=True) for s in situation.rig.spans if s.material.look in looks]


def score(situation: Situation) -> float:
    """Return the sag, m."""
    return read(situation).value or 0.0


READING = ReadingKind("sag", read, candidates, score)
