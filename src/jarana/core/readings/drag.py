"""Is a fly pulled faster or slower than the water around it?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked, nominal
from jarana.core.outcomes.band import Band
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
faster = faster
slower = slower
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
    fly = max(hooked(situation), key=lambda f: abs(f.drag_m_s))
    speed = abs(fly.drag_m_s)
    severity: Severity = "fine" if speed < NOTICED else "look" if speed < UNNATURAL else "act"
    felt = say("fish-may-see") if situation.head.floats else say("you-feel-everything-fish")
    way = say("faster") if fly.drag_m_s > 0 else say("slower")
    title = say("drifts-water") if severity == "fine" else say("pulled-than-water", way=way)
    figure = writer.figure("speed", speed)
    each = ", ".join(
        f"{role_name(f.role)} {writer.figure('speed', abs(f.drag_m_s)).digits} {say('faster') if f.drag_m_s > 0 else say('slower')}"
        for f in hooked(situation)
    )
    sentence = say("against-water-round-each", each=each, felt=felt)
    if severity == "fine":
        sentence = say("against-water-round-each-2", each=each)
    return make(
        "drag",
        severity,
        title,
        sentence,
        figure,
        value=fly.drag_m_s,
        parts=(fly.id,),
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
    fly = max(hooks, key=lambda f: abs(f.drag_m_s.p50 or 0.0))
    middle = fly.drag_m_s.p50 or 0.0
    severity: Severity = "fine" if abs(middle) < NOTICED else "look" if abs(middle) < UNNATURAL else "act"
    way = say("faster") if middle > 0 else say("slower")
    title = say("drifts-water") if severity == "fine" else say("pulled-than-water", way=way)
    figure = situation.writer.figure("speed", abs(middle))
    update = {"severity": severity, "title": title, "figure": figure.digits, "value": middle, "parts": (fly.id,)}
    return reading.model_copy(update=update)


READING = ReadingKind("drag", read, banded=("drag_m_s", "speed"), judge=judge, of="hooked")
