"""What a snag on the point takes with it, and what a finer point tippet would spare."""

from __future__ import annotations

import math

from jarana.core.errors import InputError
from jarana.core.outcomes.shares import in_ten
from jarana.core.readings.base import Reading, ReadingKind, make
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.rig.geometry import hooks_of
from jarana.core.situation import Situation
from jarana.core.strength.chain import StrengthLink, told_loss
from jarana.core.strength.fish import fish_held_by
from jarana.core.strength.holds import KNOT_SCATTER, SURELY, pull_surely_held
from jarana.core.strength.snags import snag_on_the_end
from jarana.core.strength.tippet import KNOTTED
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
goes-you-lose = Most often the { $name } goes, at { $force }: you lose { $told_loss }. On { $alone } no more than the { $end } is lost.
snag-takes = A snag on the { $end } takes { $lost }
alone-on = the { $end } alone on { $share }
pull-point-goes-through = A pull at the point goes through every link above it; a fish on a dropper does not load the line below it.
one-school-ties-point = One school ties the point finer, so that a snag costs one fly and spares a fish on the dropper; the other ties it the same, since big fish take the point.
pull-from-side-away = Pull from the side away from the strike, straight, with the rod down; then check hook point and tippet.
point-tippet-fish = {" "}A point tippet of { $diameter_mm }: alone on { $alone }, and it holds a { $held } fish on nine takes of ten.
the = the { $end }
""",
)


def read(situation: Situation) -> Reading:
    """Name what goes first when the point is snagged, and compare the two schools."""
    writer, rig = situation.writer, situation.rig
    snag = snag_on_the_end(rig)
    end = role_name(rig.role(rig.point))
    alone = in_ten(snag.alone, "snag")
    told = say("the", end=end) if snag.alone >= SURELY else say("alone-on", end=end, share=alone)
    says = say(
        "goes-you-lose",
        name=snag.first.name,
        force=writer.text("force", snag.first.force),
        told_loss=told_loss(rig, snag.first.loses),
        alone=alone,
        end=end,
    )
    return make(
        "snag",
        "fine" if snag.alone >= SURELY else "look",
        say("snag-takes", end=end, lost=told),
        says + _schools(situation),
        writer.figure("force", snag.first.force),
        value=snag.hooks,
        parts=(snag.first.part,),
        why=(
            say("pull-point-goes-through"),
            *(() if hooks_of(rig, tuple(a.id for a in rig.attachments)) < 2 else (say("one-school-ties-point"),)),
            say("pull-from-side-away"),
        ),
    )


def _schools(situation: Situation) -> str:
    """Say what a snag would take with the next finer point tippet that is owned, and what that would hold."""
    rig, writer = situation.rig, situation.writer
    if hooks_of(rig, tuple(a.id for a in rig.attachments)) < 2:
        return ""
    try:
        finer = candidates(situation)[0].apply(rig, situation.drawer, writer)
    except InputError:
        return ""
    span = finer.spans[-1]
    line = StrengthLink("span", span.id, span.name, KNOTTED * span.wet_strength(), (), "",
                        math.hypot(span.strength_scatter, KNOT_SCATTER))  # fmt: skip
    held = fish_held_by(pull_surely_held((line,), situation.motion.jerk), situation.fished.pace_m_s)
    return say(
        "point-tippet-fish",
        diameter_mm=writer.text("diameter", span.d1_mm / 1000),
        alone=in_ten(snag_on_the_end(finer).alone, "snag"),
        held=writer.text("fish", held),
    )


def candidates(situation: Situation) -> list[StepDiameter]:
    """Return a finer point tippet."""
    return [StepDiameter(span=situation.rig.spans[-1].id, finer=True)] if len(situation.rig.attachments) > 1 else []


def score(situation: Situation) -> float:
    """Return how many flies a snag on the point takes."""
    return read(situation).value or 0.0


READING = ReadingKind("snag", read, candidates, score)
