"""Is a fly pulled faster or slower than the water around it?"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from jarana.core.drift.nominal import hooked, nominal
from jarana.core.outcomes.band import Band
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
faster = faster
slower = slower
as-fast = as fast
fish-may-see = {" "}A fish may see it.
you-feel-everything-fish = {" "}You feel everything; a fish may see it.
drifts-water = Drifts with the water
pulled-than-water = Pulled { $way } than its water
against-water-round-each = Against the water round each fly: { $each }.{ $felt }
against-water-round-each-2 = Against the water round each fly: { $each }.
top-goes-surface-off = The top goes at { $pace_m_s }, the surface at { $pace_m_s_2 }; { $what } off the bed the water does { $pace_at } (log law).
mean-second-half-drift = Mean of the second half of the drift. Some lead a little faster to feel every touch, others never pull.
""",
)

NOTICED = 0.08
"""m/s over the water around it: below this a fly drifts freely."""
UNNATURAL = 0.25


def read(situation: Situation) -> Reading:
    """Judge the fly that differs most from its own water in the second half of the drift."""
    writer = situation.writer
    said = _said(situation, {f.id: f.drag_m_s for f in hooked(situation)})
    return make(
        "drag",
        said.severity,
        said.title,
        said.sentence,
        writer.figure("speed", abs(said.fastest)),
        value=said.fastest,
        parts=(said.fly,),
        why=(
            say(
                "top-goes-surface-off",
                pace_m_s=writer.text("speed", nominal(situation).pace_m_s),
                pace_m_s_2=writer.text("speed", situation.fished.pace_m_s),
                what=writer.text("short", 0.1),
                pace_at=writer.text("speed", situation.fished.pace_at(0.1)),
            ),
            say("mean-second-half-drift"),
        ),
    )


def judge(situation: Situation, reading: Reading, band: Band) -> Reading:
    """Judge by the middle of all members: half of the drifts are pulled more than that."""
    hooks = [f for f in band.flies if situation.rig.attachment(f.id).fly is not None]
    if not hooks:
        return reading
    said = _said(situation, {f.id: f.drag_m_s.p50 or 0.0 for f in hooks})
    more = {
        "severity": said.severity,
        "title": said.title,
        "sentence": said.sentence,
        "figure": situation.writer.figure("speed", abs(said.fastest)).digits,
        "value": said.fastest,
        "parts": (said.fly,),
    }
    return reading.model_copy(update=more)


@dataclass(frozen=True)
class _Said:
    """How far the fly that differs most is pulled, m/s, and what is said of all."""

    fly: str
    fastest: float
    severity: Severity
    title: str
    sentence: str


def _said(situation: Situation, pulled: Mapping[str, float]) -> _Said:
    """Write how fast each fly goes through its water, m/s: faster than it where that is positive."""
    rig, writer = situation.rig, situation.writer
    fly, fastest = max(pulled.items(), key=lambda row: abs(row[1]))
    severity: Severity = "fine" if abs(fastest) < NOTICED else "look" if abs(fastest) < UNNATURAL else "act"
    each = ", ".join(
        f"{role_name(rig.role(rig.attachment(name)))} {_pulled(writer, speed)}" for name, speed in pulled.items()
    )
    if severity == "fine":
        return _Said(fly, fastest, severity, say("drifts-water"), say("against-water-round-each-2", each=each))
    felt = say("fish-may-see") if situation.head.floats else say("you-feel-everything-fish")
    title = say("pulled-than-water", way=_way(fastest))
    return _Said(fly, fastest, severity, title, say("against-water-round-each", each=each, felt=felt))


def _pulled(writer: Writer, speed: float) -> str:
    """Write how fast a fly goes through its water; a speed that is written as none is none."""
    digits = writer.figure("speed", abs(speed)).digits
    return say("as-fast") if digits == writer.figure("speed", 0.0).digits else f"{digits} {_way(speed)}"


def _way(speed: float) -> str:
    return say("faster") if speed > 0 else say("slower")


READING = ReadingKind("drag", read, banded=("drag_m_s", "speed"), judge=judge, of="hooked")
