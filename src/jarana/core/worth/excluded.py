"""What is ruled out, whatever it is worth: against a rule, out of reach, too weak, not to be netted."""

from __future__ import annotations

from jarana.core.outcomes.shares import in_ten
from jarana.core.rig.netting import stops
from jarana.core.rules.check import breaches
from jarana.core.situation import Situation
from jarana.core.strength.chain import StrengthLink
from jarana.core.strength.fish import pull_of_fish
from jarana.core.strength.holds import HARDLY, paths_of, share_held
from jarana.core.words import phrases
from jarana.core.worth.constants import Habits

say = phrases(
    __name__,
    """
rule = against a rule: { $rule }
too-far = { $off } off is farther than you fish with { $what } ({ $reach })
held-lake = a rod cannot hold a leader over a lake
too-weak = it holds a { $fish } fish on { $takes }
no-net = { $what } stops at the tip ring { $far } from the point; you net { $reach }
""",
)
Paths = tuple[tuple[StrengthLink, ...], ...]
NETTED_BY_HAND = 1.6
"""Times the reach of rod and net that a line can be hand-lined in (practice)."""


def least_held(situation: Situation, paths: Paths) -> float:
    """Return the share of takes on which the fish hoped for is held by the fly that holds it worst; 1 without a fly."""
    water = situation.fished
    pull = pull_of_fish(water.fish.mass_kg, water.pace_m_s)
    return min((share_held(path, pull, situation.motion.jerk) for path in paths), default=1.0)


def excluded(situation: Situation, habits: Habits, held: float | None = None) -> str:
    """Return why a rig is ruled out; empty where it is not. `held` is :func:`least_held`, where it is known."""
    rig, water, writer = situation.rig, situation.fished, situation.writer
    if situation.rules is not None:
        found = breaches(rig, situation.rules, writer, situation.today)
        if found:
            return say("rule", rule="; ".join(b.text for b in found))
    if situation.head.habit == "held" and not water.nature.flows:
        return say("held-lake")
    reach = habits[f"reach-{situation.head.habit}"]
    if water.nature.flows and water.off_m > reach + 1e-9:
        return say(
            "too-far",
            off=writer.text("travel", water.off_m),
            what=situation.head.described(rig, writer),
            reach=writer.text("travel", reach),
        )
    held = least_held(situation, paths_of(rig)) if held is None else held
    if held < HARDLY:
        fish = writer.text("fish", water.fish.mass_kg)
        return say("too-weak", fish=fish, takes=in_ten(held, "take"))
    far, what = stops(rig)
    most = NETTED_BY_HAND * rig.rod.netting_reach
    if far > most:
        return say("no-net", what=what, far=writer.text("length", far), reach=writer.text("length", most))
    return ""
