"""Does the float, or the dry fly, bear the rig and still show a take?"""

from __future__ import annotations

import math

from jarana.core.drift.nominal import nominal
from jarana.core.heads.float import FloatHead
from jarana.core.methods.kit import SITS_RIGHT
from jarana.core.outcomes.band import Band
from jarana.core.outcomes.shares import in_ten
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.whole import SetFloat
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
s-load-not-known = The { $what }'s load is not known
no-settled-shape-was = No settled shape was found.
drowns = Drowns the { $what }
rig-pulls-harder-than = The rig pulls harder than the { $what } lifts.
loads-fully = Loads the { $what } fully
broken-water-pulls-under = Broken water pulls it under; a take shows at once.
sits-right = The { $what } sits right
sensitive-steady-take-tips = Sensitive and steady: a take tips it.
too-big-rig = The { $what } is too big for this rig
take-barely-moves = A take barely moves it.
floats-well = The { $what } floats it well
bears-nymph-room-spare = It bears what hangs below it with room to spare.
floats-alone = It floats high.
upstream = upstream of
ahead = ahead of
yours-would = {" "}Your { $name } would sit at { $load }.
loads = { $name } at { $load }
none-would = {" "}None of yours does: { $each }; one that bears { $low }–{ $high } g would.
none-owned = {" "}One that bears { $low }–{ $high } g would sit right.
under-in = The { $what } is under on { $share }
rides = {" "}The { $role } rides { $rides_m } { $side } it.
steady-pull-hung-rig = Steady pull of the hung rig, its line's drag included, over the greatest net lift.
below-40-sluggish-40 = Below 40 % sluggish, 40 to 85 % sensitive and steady, to 100 % drowned in broken water, then under.
""",
)

HALF = 0.5
SLUGGISH, BROKEN, DROWNS = 0.4, 0.85, 1.0
"""Shares of the greatest lift: below the first a take barely moves it; past the second broken water drowns it."""


def read(situation: Situation) -> Reading:
    """Judge the pull of the hung rig against the greatest lift."""
    drift, head = nominal(situation), situation.head
    what = role_name(head.noun)
    load = drift.load
    if load is None:
        return make(
            "float_load", "look", say("s-load-not-known", what=what), say("no-settled-shape-was"), Figure("–", "")
        )
    severity: Severity
    if load >= DROWNS or drift.drowned:
        severity, title, says = "act", say("drowns", what=what), say("rig-pulls-harder-than", what=what)
    elif load > BROKEN:
        severity, title, says = "look", say("loads-fully", what=what), say("broken-water-pulls-under")
    elif load >= SLUGGISH:
        severity, title, says = "fine", say("sits-right", what=what), say("sensitive-steady-take-tips")
    else:
        severity, title, says = "look", say("too-big-rig", what=what), say("take-barely-moves")
        if not head.is_float:
            severity, title = "fine", say("floats-well", what=what)
            says = say("bears-nymph-room-spare") if drift.flies else say("floats-alone")
    if isinstance(head, FloatHead) and not SLUGGISH <= load <= BROKEN:
        says += others(situation, head, load)
    if not situation.water.still and drift.flies:
        rides = min(drift.flies, key=lambda f: f.rides_m)
        side = say("upstream") if rides.rides_m < 0 else say("ahead")
        says += say(
            "rides", role=role_name(rides.role), rides_m=situation.writer.text("short", abs(rides.rides_m)), side=side
        )
    return make(
        "float_load",
        severity,
        title,
        says,
        Figure(f"{load * 100:.0f}", "%"),
        value=load,
        why=(
            say("steady-pull-hung-rig"),
            say("below-40-sluggish-40"),
        ),
    )


def others(situation: Situation, head: FloatHead, load: float) -> str:
    """Say which owned float would sit right under the same pull; where none would, what they bear, and what would do."""
    pull = load * head.body.lift_gf
    owned = sorted(situation.drawer.floats, key=lambda f: f.lift_gf)
    right = [f for f in owned if SLUGGISH <= pull / f.lift_gf <= BROKEN]
    if right:
        best = min(right, key=lambda f: abs(pull / f.lift_gf - SITS_RIGHT))
        return say("yours-would", name=best.name, load=f"{pull / best.lift_gf:.0%}")
    low, high = (situation.writer.marked(f"{pull / at:.2g}") for at in (BROKEN, SLUGGISH))
    near = sorted(owned, key=lambda f: abs(math.log(f.lift_gf / (pull / SITS_RIGHT))))[:2]
    each = ", ".join(
        say("loads", name=f.name, load=f"{pull / f.lift_gf:.0%}") for f in sorted(near, key=lambda f: f.lift_gf)
    )
    return say("none-would", each=each, low=low, high=high) if near else say("none-owned", low=low, high=high)


def judge(situation: Situation, reading: Reading, band: Band) -> Reading:
    """Judge by the share of drifts in which it is under: what drowns it in half of them is acted on."""
    if reading.severity == "act" and band.under < HALF:
        return reading.model_copy(update={"severity": "look"})
    if reading.severity != "act" and band.under >= HALF:
        title = say("under-in", what=role_name(situation.head.noun), share=in_ten(band.under))
        return reading.model_copy(update={"severity": "act", "title": title})
    return reading


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
    return 9.0 if load is None else abs(load - SITS_RIGHT)


READING = ReadingKind("float_load", read, candidates, score, judge=judge)
