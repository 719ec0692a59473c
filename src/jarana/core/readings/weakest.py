"""What breaks first, what goes with it, and what fish that holds."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.readings.base import Reading, ReadingKind, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.rig.edits.whole import SetWindKnot, UseKnot
from jarana.core.situation import Situation
from jarana.core.strength.chain import strength_chain, told_loss, weakest_link
from jarana.core.strength.fish import fish_held_by, pull_of_fish
from jarana.core.strength.holds import judged, pull_surely_held, share_held
from jarana.core.strength.loads import loads
from jarana.core.tackle.knot import knots
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
next = Next: { $after }.
goes-first-you-lose = Goes first, and you lose { $lost }. Holds a { $fish }{ $where } on nine takes of ten.
no-fish-pulls = Goes first on a snag, and you lose { $lost }. No fish pulls on it.
in-current = {" "}in this current
fish-pulls-about-0 = A fish pulls about 0.65 of its weight, and ½·ρ·0.3·A·U² in the current: { $wanted } for { $mass_kg }.
your-puts-about-steady = Your { $name } puts on about { $steady_pull_n } in a steady bend.
wind-knot-halves-line = A wind knot halves the line it is in: cut it out.
weakest-link = Weakest link: { $name }
""",
)


def read(situation: Situation) -> Reading:
    """Name the weakest link of the chain from reel to hook."""
    writer, reach = situation.writer, situation.fished
    weak = weakest_link(strength_chain(situation.rig))
    wanted, jerk = pull_of_fish(reach.fish.mass_kg, reach.pace_m_s), situation.motion.jerk
    # A fish pulls on all from the reel to its own fly: what it is held by is as strong as all of that together.
    through = [
        load.links for load in loads(situation.rig, reach.pace_m_s) if load.kind == "fish" and weak in load.links
    ]
    severity = judged(min((share_held(links, wanted, jerk) for links in through), default=1.0))
    accident = any(span.wind_knot for span in situation.rig.spans)
    lost = told_loss(situation.rig, weak.loses)
    rod = situation.rig.rod
    sentence = say("no-fish-pulls", lost=lost)
    if through:
        held = fish_held_by(min(pull_surely_held(links, jerk) for links in through), reach.pace_m_s)
        fish = f"{writer.text('fish', held)} {reach.fish.species}"
        where = "" if reach.still else say("in-current")
        sentence = say("goes-first-you-lose", lost=lost, fish=fish, where=where)
    why = [
        f"{situation.writer.marked(weak.why)}.",
        say("fish-pulls-about-0", wanted=writer.text("force", wanted), mass_kg=writer.text("fish", reach.fish.mass_kg)),
        say("your-puts-about-steady", name=rod.name, steady_pull_n=writer.text("force", rod.steady_pull_n)),
    ]
    if accident:
        why.append(say("wind-knot-halves-line"))
    others = sorted(
        {round(link.force, 3): link for link in strength_chain(situation.rig)}.values(), key=lambda link: link.force
    )
    after = [f"{link.name} {writer.text('force', link.force)}" for link in others[1:3]]
    why.append(say("next", after="; ".join(after)))
    return make(
        "weakest",
        severity,
        say("weakest-link", name=weak.name),
        sentence,
        writer.figure("force", weak.force),
        value=weak.force,
        parts=(weak.part,),
        why=tuple(why),
    )


def candidates(situation: Situation) -> Iterator[RigEdit]:
    """Yield a stouter spool, or a better knot, where it goes first."""
    rig = situation.rig
    for span in rig.spans:
        if span.wind_knot:
            yield SetWindKnot(span=span.id, knotted=False)
    part = weakest_link(strength_chain(situation.rig)).part
    keys = [j.id for j in rig.joints]
    if part in keys:
        i = keys.index(part)
        near = rig.spans[max(i - 1, 0) : i + 1]
        now = rig.joints[i].loop or rig.joints[i].knot
        wanted = rig.knots_for(part)
    else:
        near, now, wanted = rig.spans[-1:], rig.point.knot, frozenset({"eye"})
    for knot in sorted(knots().values(), key=lambda k: (-k.fluorocarbon, k.ease))[:6]:
        if wanted & set(knot.joins) and knot.fluorocarbon > now.fluorocarbon:
            yield UseKnot(part=part, knot=knot.key)
    for span in near:
        yield StepDiameter(span=span.id, finer=False)


def score(situation: Situation) -> float:
    """Return the force that breaks it, turned round."""
    return -weakest_link(strength_chain(situation.rig)).force


READING = ReadingKind("weakest", read, candidates, score)
