"""Whether a rig is inside the rule set a person wrote down for the water."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.methods import name_of
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rules.check import breaches, is_old
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
rules-local-change-check = Rules are local and change: check them where you fish.
no-rule-set-water = No rule set for this water
not-inside-rules-you = Not inside the rules you wrote
rules-you-wrote-old = Rules you wrote are old
inside-rules-you-wrote = Inside the rules you wrote
checked-more-than-year = {" "}Checked { $isoformat }, more than a year ago.
from-checked = { $name }, from { $source }, checked { $isoformat }.
""",
)

ASK = say("rules-local-change-check")


def read(situation: Situation) -> Reading:
    """Check the rig against the rules of its water."""
    rules = situation.rules
    if rules is None:
        return make("rules", "fine", say("no-rule-set-water"), ASK, Figure("–", ""), why=(ASK,))
    found = breaches(situation.rig, rules, situation.writer, situation.today)
    old = situation.today is not None and is_old(rules, situation.today)
    severity: Severity = "act" if found else "look" if old else "fine"
    title = (
        say("not-inside-rules-you") if found else say("rules-you-wrote-old") if old else say("inside-rules-you-wrote")
    )
    text = "; ".join(b.text for b in found) or f"{rules.name}."
    age = say("checked-more-than-year", isoformat=rules.checked.isoformat()) if old else ""
    return make(
        "rules",
        severity,
        title,
        f"{text[0].upper()}{text[1:].rstrip('.')}.{age}",
        Figure(str(len(found)) if found else "ok", ""),
        value=float(len(found)),
        parts=tuple(part for b in found for part in b.parts),
        why=(
            say("from-checked", name=rules.name, source=rules.source, isoformat=rules.checked.isoformat()),
            *rules.said(situation.writer, name_of),
            ASK,
        ),
    )


def candidates(situation: Situation) -> Iterator[RigEdit]:
    """Yield the edits that would bring the rig inside the rules, each rule its own."""
    if situation.rules is None:
        return
    for breach in breaches(situation.rig, situation.rules, situation.writer, situation.today):
        yield from breach.mends


def score(situation: Situation) -> float:
    """Return how many rules are broken, and by how many flies."""
    if situation.rules is None:
        return 0.0
    found = breaches(situation.rig, situation.rules, situation.writer, situation.today)
    return float(sum(b.excess for b in found))


READING = ReadingKind("rules", read, candidates, score)
