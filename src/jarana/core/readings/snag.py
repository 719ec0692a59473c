"""What a snag on the point takes with it, and what a finer point tippet would spare."""

from __future__ import annotations

import math

from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.rig.geometry import hooks_of
from jarana.core.situation import Situation
from jarana.core.strength.chain import StrengthLink, strength_chain, told_loss, weakest_link
from jarana.core.strength.fish import fish_held_by
from jarana.core.strength.holds import KNOT_SCATTER, pull_surely_held
from jarana.core.strength.loads import path_to
from jarana.core.strength.tippet import spool_force
from jarana.core.tackle.line_strength import strength_scatter
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
goes-you-lose = The { $name } goes, at { $force }: you lose { $told_loss }.
snag-takes = A snag on the { $end } takes { $lost }
pull-point-goes-through = A pull at the point goes through every link above it; a fish on a dropper does not load the line below it.
one-school-ties-point = One school ties the point finer, so that a snag costs one fly and spares a fish on the dropper; the other ties it the same, since big fish take the point.
pull-from-side-away = Pull from the side away from the strike, straight, with the rod down; then check hook point and tippet.
would-spare-rest-hold = would spare the rest and hold
would-hold = would hold
point-tippet-fish = {" "}A point tippet of { $diameter_mm } { $what } a { $held } fish on nine takes of ten.
more-than = more than the { $end }
the = the { $end }
""",
)


def read(situation: Situation) -> Reading:
    """Name what goes first when the point is snagged, and compare the two schools."""
    writer, rig = situation.writer, situation.rig
    weak = weakest_link(path_to(strength_chain(situation.rig), rig.point.id))
    lost = hooks_of(rig, weak.loses)
    end = rig.role(rig.point)
    own = 1 if rig.point.fly else 0
    severity: Severity = "look" if lost > own else "fine"
    says = say(
        "goes-you-lose", name=weak.name, force=writer.text("force", weak.force), told_loss=told_loss(rig, weak.loses)
    )
    return make(
        "snag",
        severity,
        say("snag-takes", end=end, lost=say("more-than", end=end) if lost > own else say("the", end=end)),
        says + _schools(situation, lost, weak.force),
        writer.figure("force", weak.force),
        value=float(lost),
        parts=(weak.part,),
        why=(
            say("pull-point-goes-through"),
            say("one-school-ties-point"),
            say("pull-from-side-away"),
        ),
    )


def _schools(situation: Situation, lost: int, force: float) -> str:
    """Say what a finer point tippet would hold here."""
    rig, writer = situation.rig, situation.writer
    span = rig.spans[-1]
    finer = [
        s for s in situation.drawer.spools if s.material.key == span.material.key and s.diameter_mm < span.d1_mm - 1e-6
    ]
    if hooks_of(rig, tuple(a.id for a in rig.attachments)) < 2 or not finer:
        return ""
    spool = max(finer, key=lambda s: s.diameter_mm)
    line = StrengthLink(
        "span", span.id, span.name, spool_force(spool), (), "", math.hypot(strength_scatter(spool.told), KNOT_SCATTER)
    )
    held = fish_held_by(pull_surely_held((line,), situation.motion.jerk), situation.fished.pace_m_s)
    spares = lost > 1 and spool_force(spool) < force
    what = say("would-spare-rest-hold") if spares else say("would-hold")
    return say(
        "point-tippet-fish",
        diameter_mm=writer.text("diameter", spool.diameter_mm / 1000),
        what=what,
        held=writer.text("fish", held),
    )


def candidates(situation: Situation) -> list[StepDiameter]:
    """Return a finer point tippet."""
    return [StepDiameter(span=situation.rig.spans[-1].id, finer=True)] if len(situation.rig.attachments) > 1 else []


def score(situation: Situation) -> float:
    """Return how many flies a snag on the point takes."""
    return read(situation).value or 0.0


READING = ReadingKind("snag", read, candidates, score)
