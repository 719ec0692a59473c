"""Whether the tippet suits its fly and the fish hoped for."""

from __future__ import annotations

from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.spans import StepDiameter
from jarana.core.rig.geometry import tippet_of
from jarana.core.situation import Situation
from jarana.core.strength.tippet import (
    FIGHT_SHARE,
    KNOTTED,
    dared_pull,
    fight_seconds,
    in_range,
    spool_force,
    tippet_range,
)
from jarana.core.water.reach import WARM
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-fly-choose-tippet = No fly to choose a tippet for
tippet-suits-fly-fish = Tippet suits fly and fish
tippet-fine-fish = Tippet is thin for this fish
tippet-stout-fly = Tippet is stout for this fly
to-for-a-and = { $low } to { $high } for a #{ $size } and a { $mass_kg } { $species } here.
water-leave-trout-alone = {" "}The water is { $temperature_c }: leave trout alone, or fight short.
hook-over-3-asks = Hook over 3 asks for { $by_three }, over 4 (bulky, weighted) { $by_four }; too fine spins and hinges, too stout kills the drift.
fish-current-asks-or = The fish here asks for { $fish_least } or more.
fought-takes-about-s = Fought at { $pull } it takes about { $fight } s; going finer makes that longer. An order of magnitude.
knotted-about-s = { $number } · { $mm }: { $force } knotted, about { $took } s.
""",
)


def read(situation: Situation) -> Reading:
    """Judge the tippet against its fly's and the fish's range."""
    rig, reach, writer = situation.rig, situation.fished, situation.writer
    span, fly = tippet_of(rig)
    now = span.d1_mm / 1000
    if fly is None:
        return make("tippet", "fine", say("no-fly-choose-tippet"), "", writer.figure("diameter", now))
    wanted = tippet_range(fly, reach, rig.rod, span.material)
    good = in_range(now, wanted)
    fine = now < wanted.low
    severity: Severity = "fine" if good else "look"
    title = say("tippet-suits-fly-fish") if good else say("tippet-fine-fish") if fine else say("tippet-stout-fly")
    pull = min(FIGHT_SHARE * span.wet_strength() * KNOTTED, rig.rod.steady_pull_n)
    fight = fight_seconds(reach.fish.mass_kg, pull)
    low, high = writer.text("diameter", wanted.low), writer.text("diameter", max(wanted.high, wanted.low))
    text = say(
        "to-for-a-and",
        low=low,
        high=high,
        size=fly.hook.label,
        mass_kg=writer.text("fish", reach.fish.mass_kg),
        species=reach.fish.species,
    )
    if reach.temperature_c >= WARM:
        text += say("water-leave-trout-alone", temperature_c=writer.text("temperature", reach.temperature_c))
    asks = say(
        "hook-over-3-asks",
        by_three=writer.text("diameter", wanted.by_three),
        by_four=writer.text("diameter", wanted.by_four),
    )
    why = [
        # A stripped fly is turned over by a stout leader: no hook over three is asked of it.
        *(() if situation.motion.strips else (asks,)),
        say("fish-current-asks-or", fish_least=writer.text("diameter", wanted.fish_least)),
        say("fought-takes-about-s", pull=writer.text("force", pull), fight=f"{fight:.0f}"),
        *_spools(situation),
    ]
    return make(
        "tippet", severity, title, text, writer.figure("diameter", now), value=now, parts=(span.id,), why=tuple(why)
    )


def _spools(situation: Situation) -> list[str]:
    """Say what each owned spool of this material gives."""
    rig, writer, fish = situation.rig, situation.writer, situation.water.fish.mass_kg
    tippet, _ = tippet_of(rig)
    lines = []
    for spool in situation.drawer.spools:
        if spool.material.key == tippet.material.key:
            force = spool_force(spool)
            took = fight_seconds(fish, dared_pull(force, rig.rod))
            mm = writer.text("diameter", spool.diameter_mm / 1000)
            lines.append(
                say(
                    "knotted-about-s", number=spool.number, mm=mm, force=writer.text("force", force), took=f"{took:.0f}"
                )
            )
    return lines[:6]


def candidates(situation: Situation) -> list[StepDiameter]:
    """Return the next spool finer or stouter."""
    span, _ = tippet_of(situation.rig)
    return [StepDiameter(span=span.id, finer=True), StepDiameter(span=span.id, finer=False)]


def score(situation: Situation) -> float:
    """Return how far outside the range it is, mm."""
    span, fly = tippet_of(situation.rig)
    if fly is None:
        return 0.0
    wanted = tippet_range(fly, situation.water, situation.rig.rod, span.material)
    now = span.d1_mm / 1000
    return 1000 * max(wanted.low - now, now - max(wanted.high, wanted.low), 0.0)


READING = ReadingKind("tippet", read, candidates, score)
