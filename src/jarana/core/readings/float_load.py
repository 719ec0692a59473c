"""Does the float, or the dry fly, bear the rig and still show a take?"""

from __future__ import annotations

from jarana.core.drift.nominal import nominal
from jarana.core.heads.float import FloatHead
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.whole import SetFloat
from jarana.core.situation import Situation
from jarana.core.units import Figure

SLUGGISH, BROKEN, DROWNS = 0.4, 0.85, 1.0
"""Shares of the greatest lift: below the first a take barely moves it; past the second broken water drowns it."""


def read(situation: Situation) -> Reading:
    """Judge the pull of the hung rig against the greatest lift."""
    drift, head = nominal(situation), situation.head
    what = head.noun
    load = drift.load
    if load is None:
        return make(
            "float_load", "look", f"The {what}'s load is not known", "No settled shape was found.", Figure("–", "")
        )
    severity: Severity
    if load >= DROWNS or drift.drowned:
        severity, title, says = "act", f"Drowns the {what}", f"The rig pulls harder than the {what} lifts."
    elif load > BROKEN:
        severity, title, says = "look", f"Loads the {what} fully", "Broken water pulls it under; a take shows at once."
    elif load >= SLUGGISH:
        severity, title, says = "fine", f"The {what} sits right", "Sensitive and steady: a take tips it."
    else:
        severity, title, says = "look", f"The {what} is too big for this rig", "A take barely moves it."
        if not head.is_float:
            severity, title, says = "fine", f"The {what} floats it well", "It bears the nymph with room to spare."
    if not situation.water.still and drift.flies:
        rides = min(drift.flies, key=lambda f: f.rides_m)
        side = "upstream of" if rides.rides_m < 0 else "ahead of"
        says += f" The {rides.role} rides {situation.writer.text('short', abs(rides.rides_m))} {side} it."
    return make(
        "float_load",
        severity,
        title,
        says,
        Figure(f"{load * 100:.0f}", "%"),
        value=load,
        why=(
            "Steady pull of the hung rig, its line's drag included, over the greatest net lift.",
            "Below 40 % sluggish, 40 to 85 % sensitive and steady, to 100 % drowned in broken water, then under.",
        ),
    )


def candidates(situation: Situation) -> list[RigEdit]:
    """Return a lighter and a heavier point, and the same float set a little otherwise."""
    rig = situation.rig
    edits: list[RigEdit] = [StepBead(at=rig.point.id, heavier=False), StepBead(at=rig.point.id, heavier=True)]
    if isinstance(rig.head, FloatHead):
        now = rig.head.body
        owned = sorted(situation.drawer.floats, key=lambda f: f.lift_gf)
        smaller = [f for f in owned if f.lift_gf < now.lift_gf and f.id != now.id][-2:]
        bigger = [f for f in owned if f.lift_gf > now.lift_gf and f.id != now.id][:2]
        edits += [SetFloat(body=f.id) for f in (*smaller, *bigger)]
    return edits


def score(situation: Situation) -> float:
    """Return how far the load is from the middle of what is sensitive and steady."""
    load = nominal(situation).load
    return 9.0 if load is None else abs(load - 0.62)


READING = ReadingKind("float_load", read, candidates, score)
