"""Sag of the leader held off the water, and the pull it drags the flies with."""

from __future__ import annotations

from jarana.core.drift.nominal import nominal
from jarana.core.engine.hydro.water_properties import GRAM_FORCE
from jarana.core.leader.sag import HungLine, sag_of
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.situation import Situation
from jarana.core.units import Figure

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
        return make(
            "sag", "fine", "No leader hangs in the air", "Everything is in the water.", Figure("0", "cm"), why=("",)
        )
    shape = sag_of(sections, pull, drift.pull_z_n)
    severity: Severity = "look" if shape.sag > MUCH else "fine"
    return make(
        "sag",
        severity,
        "The held leader sags" if severity == "look" else "The held leader hangs straight enough",
        f"{writer.text('short', shape.sag)} from the straight line between rod and water; "
        f"it wants a pull of {pull / GRAM_FORCE:.1f} g, and that much drags the flies towards you.",
        writer.figure("short", shape.sag),
        value=shape.sag,
        parts=(held[0].name and held[0].id,),
        why=(
            "Catenary of the held spans with the rig's own pull at the water; a thinner leader sags less.",
            "What holds it up also pulls the flies: the price of a long, stout leader.",
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
