"""Strong enough for that fish? The fly that holds least, against the fish that is hoped for."""

from __future__ import annotations

from jarana.core.readings import weakest
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.strength.fish import fish_held_by, pull_of_fish
from jarana.core.strength.loads import Load, loads

SPARE = 1.5
"""Times the fish that should be held before it is called enough."""


def read(situation: Situation) -> Reading:
    """Judge the fly on which a fish would be held worst."""
    rig, reach, writer = situation.rig, situation.water, situation.writer
    held = [load for load in loads(rig, reach.pace_m_s) if load.kind == "fish"]
    if not held:
        return make("strong", "fine", "No fly to hold a fish", "", writer.figure("fish", 0.0), value=0.0)
    least = min(held, key=lambda load: load.weakest.force)
    mass, pace = reach.fish.mass_kg, reach.pace_m_s
    bears = fish_held_by(least.weakest.force, pace)
    severity: Severity = "act" if bears < mass else "look" if bears < SPARE * mass else "fine"
    fish = f"{writer.text('fish', mass)} {reach.fish.species}"
    title = {"act": f"Not for a {fish}", "look": f"Just for a {fish}", "fine": f"Strong enough for a {fish}"}[severity]
    role, pull = rig.role(rig.attachment(least.fly)), pull_of_fish(mass, pace)
    rod = rig.rod.steady_pull_n
    sentence = f"On the {role} the {least.weakest.name} goes first, at {writer.text('force', least.weakest.force)}."
    if rod < pull:
        sentence += (
            f" It takes line: your rod's bend gives {writer.text('force', rod)}, it pulls {writer.text('force', pull)}."
        )
    if situation.motion.jerk > 1:
        sentence += f" A take on a tight line jerks {situation.motion.jerk:g} times as hard: rod up, a sag in the line."
    why = [
        f"0.65 of a fish's weight and ½·ρ·0.3·A·U² of current pull; {fish} pulls {writer.text('force', pull)} here (order of magnitude).",
        f"Your {rig.rod.name} puts on {writer.text('force', rod)} in a steady bend (your rod's row).",
        *(_line(situation, load) for load in held),
    ]
    return make("strong", severity, title, sentence, writer.figure("fish", bears), value=bears,
                parts=(least.weakest.part,), why=tuple(why))  # fmt: skip


def _line(situation: Situation, load: Load) -> str:
    writer, role = situation.writer, situation.rig.role(situation.rig.attachment(load.fly))
    bears = fish_held_by(load.weakest.force, situation.water.pace_m_s)
    return (
        f"On the {role}: {writer.text('fish', bears)}; {load.weakest.name} breaks at "
        f"{writer.text('force', load.weakest.force)} ({load.weakest.why})."
    )


def score(situation: Situation) -> float:
    """Return the force that breaks it under a fish, turned round."""
    return -min((load.weakest.force for load in loads(situation.rig, situation.water.pace_m_s)), default=0.0)


READING = ReadingKind("strong", read, weakest.candidates, score)
