"""Whether a rig is inside the rule set a person wrote down for the water."""

from __future__ import annotations

from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rules.check import breaches, is_old
from jarana.core.situation import Situation
from jarana.core.units import Figure

ASK = "Rules are local and change: check them where you fish."


def read(situation: Situation) -> Reading:
    """Check the rig against the rules of its water."""
    rules = situation.rules
    if rules is None:
        return make("rules", "fine", "No rule set for this water", ASK, Figure("–", ""), why=(ASK,))
    found = breaches(situation.rig, rules, situation.writer, situation.today)
    old = situation.today is not None and is_old(rules, situation.today)
    severity: Severity = "act" if found else "look" if old else "fine"
    title = (
        "Not inside the rules you wrote"
        if found
        else "Rules you wrote are old"
        if old
        else "Inside the rules you wrote"
    )
    text = "; ".join(b.text for b in found) or f"{rules.name}."
    age = f" Checked {rules.checked.isoformat()}, more than a year ago." if old else ""
    return make(
        "rules",
        severity,
        title,
        f"{text[0].upper()}{text[1:].rstrip('.')}.{age}",
        Figure(str(len(found)) if found else "ok", ""),
        value=float(len(found)),
        parts=tuple(part for b in found for part in b.parts),
        why=(
            f"{rules.name}, from {rules.source}, checked {rules.checked.isoformat()}.",
            *rules.said(situation.writer),
            ASK,
        ),
    )


READING = ReadingKind("rules", read)
