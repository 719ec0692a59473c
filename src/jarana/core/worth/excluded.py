"""What is ruled out, whatever it is worth: against a rule, out of reach, too weak, not to be netted."""

from __future__ import annotations

from jarana.core.rig.model import Rig
from jarana.core.rig.netting import stops
from jarana.core.rules.check import breaches
from jarana.core.situation import Situation
from jarana.core.strength.chain import strength_chain, weakest_link
from jarana.core.strength.fish import fish_held_by, pull_of_fish
from jarana.core.strength.loads import path_to
from jarana.core.words import phrases
from jarana.core.worth.constants import Habits

say = phrases(
    __name__,
    """
rule = against a rule: { $rule }
too-far = { $off } off is farther than you fish with { $what } ({ $reach })
held-lake = a rod cannot hold a leader over a lake
too-weak = its weakest link holds a { $held } fish; { $fish } are hoped for
no-net = { $what } stops at the tip ring { $far } from the point; you net { $reach }
""",
)
NETTED_BY_HAND = 1.6
"""Times the reach of rod and net that a line can be hand-lined in (practice)."""


def weakest_of(rig: Rig) -> float | None:
    """Return the force at which a fish on the fly that holds least breaks away, N; None without a fly."""
    links = strength_chain(rig)
    paths = [path_to(links, a.id) for a in rig.attachments if a.fly is not None]
    return min((weakest_link(path).force for path in paths if path), default=None)


def excluded(situation: Situation, habits: Habits, force: float | None = None) -> str:
    """Return why a rig is ruled out; empty where it is not. `force` is that of its weakest link, where it is known, N."""
    rig, water, writer = situation.rig, situation.water, situation.writer
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
    force = weakest_of(rig) if force is None else force
    if force is not None and force < pull_of_fish(water.fish.mass_kg, water.pace_m_s) - 1e-9:
        held = fish_held_by(force, water.pace_m_s)
        return say("too-weak", held=writer.text("fish", held), fish=writer.text("fish", water.fish.mass_kg))
    far, what = stops(rig)
    most = NETTED_BY_HAND * rig.rod.netting_reach
    if far > most:
        return say("no-net", what=what, far=writer.text("length", far), reach=writer.text("length", most))
    return ""
