"""Strong enough for that fish? The fly that holds least, against the fish that is hoped for."""

from __future__ import annotations

from jarana.core.outcomes.shares import in_ten
from jarana.core.readings import weakest
from jarana.core.readings.base import Reading, ReadingKind, make
from jarana.core.situation import Situation
from jarana.core.strength.fish import fish_held_by, pull_of_fish
from jarana.core.strength.holds import judged, pull_surely_held, share_held
from jarana.core.strength.loads import Load, loads
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
no-fly-hold-fish = No fly to hold a fish
not = Not for a { $fish }
just = Just for a { $fish }
strong-enough = Strong enough for a { $fish }
goes-first = Holds on { $takes }. On the { $role } the { $name } goes first, at { $force }.
takes-line-your-rods = {" "}It takes line: your rod's bend gives { $rod }, it pulls { $pull }.
take-tight-line-jerks = {" "}A take on a tight line jerks { $jerk } times as hard: rod up, a sag in the line.
n-0-65-fishs-weight = 0.65 of a fish's weight and ½·ρ·0.3·A·U² of current pull; { $fish } pulls { $pull } here (order of magnitude).
how-it-scatters = Line, knots and hook as strong as each happens to be, a take as hard as it happens to be (a quarter about the steady pull: guess).
your-puts-steady-bend = Your { $name } puts on { $rod } in a steady bend (your rod's row).
breaks = On the { $role }: { $bears } on nine takes of ten; { $name } breaks at { $force } ({ $why }).
""",
)


def read(situation: Situation) -> Reading:
    """Judge the fly on which a fish would be held worst."""
    rig, reach, writer = situation.rig, situation.fished, situation.writer
    held = [load for load in loads(rig, reach.pace_m_s) if load.kind == "fish"]
    if not held:
        return make("strong", "fine", say("no-fly-hold-fish"), "", writer.figure("fish", 0.0), value=0.0)
    mass, pace = reach.fish.mass_kg, reach.pace_m_s
    least = min(held, key=lambda load: share_held(load.links, pull_of_fish(mass, pace), situation.motion.jerk))
    bears = fish_held_by(pull_surely_held(least.links, situation.motion.jerk), pace)
    share = share_held(least.links, pull_of_fish(mass, pace), situation.motion.jerk)
    severity = judged(share)
    fish = f"{writer.text('fish', mass)} {reach.fish.species}"
    title = {"act": say("not", fish=fish), "look": say("just", fish=fish), "fine": say("strong-enough", fish=fish)}[
        severity
    ]
    role, pull = role_name(rig.role(rig.attachment(least.fly))), pull_of_fish(mass, pace)
    rod = rig.rod.steady_pull_n
    sentence = say(
        "goes-first",
        takes=in_ten(share, "take"),
        role=role,
        name=least.weakest.name,
        force=writer.text("force", least.weakest.force),
    )
    if rod < pull:
        sentence += say("takes-line-your-rods", rod=writer.text("force", rod), pull=writer.text("force", pull))
    if situation.motion.jerk > 1:
        sentence += say("take-tight-line-jerks", jerk=f"{situation.motion.jerk:g}")
    why = [
        say("how-it-scatters"),
        say("n-0-65-fishs-weight", fish=fish, pull=writer.text("force", pull)),
        say("your-puts-steady-bend", name=rig.rod.name, rod=writer.text("force", rod)),
        *(_line(situation, load) for load in held),
    ]
    return make("strong", severity, title, sentence, writer.figure("fish", bears), value=bears,
                parts=(least.weakest.part,), why=tuple(why))  # fmt: skip


def _line(situation: Situation, load: Load) -> str:
    writer, role = situation.writer, role_name(situation.rig.role(situation.rig.attachment(load.fly)))
    bears = fish_held_by(pull_surely_held(load.links, situation.motion.jerk), situation.fished.pace_m_s)
    return say(
        "breaks",
        role=role,
        bears=writer.text("fish", bears),
        name=load.weakest.name,
        force=writer.text("force", load.weakest.force),
        why=load.weakest.why,
    )


def score(situation: Situation) -> float:
    """Return the force that breaks it under a fish, turned round."""
    return -min((load.weakest.force for load in loads(situation.rig, situation.fished.pace_m_s)), default=0.0)


READING = ReadingKind("strong", read, weakest.candidates, score)
