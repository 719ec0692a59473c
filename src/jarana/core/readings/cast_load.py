"""What is thrown: the mass of flies, shot and float against the head of the line."""

from __future__ import annotations

from jarana.core.law import Law, Range
from jarana.core.leader.rig_cast import cast_masses
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.tackle.fly_line import THIRTY_FEET, mass_per_metre
from jarana.core.words import phrases
from jarana.core.worth.constants import Habits

say = phrases(
    __name__,
    """
first-thirty-feet = The first { $thirty } of a { $line_class }-weight line are { $head }; the flies and float are { $share } of it.
flies-weight-thrown = The flies are the weight that is thrown
flicked-or-lobbed-tight = Flicked or lobbed on a tight line: open, slow, mind your eyes.
light-line = Light on the line
slower-stroke-open-loop = A slower stroke and an open loop
lobbed-not-cast = Lobbed, not cast
flies-float-weigh-lines = Flies and float weigh { $share } of the line's head.
""",
)

CAST_LOAD = Law(
    "what a line's head throws",
    "practice: past about a tenth of its mass a rig is cast with an open loop, past a quarter it is lobbed (constants of one's own)",
    {"share": Range(0.0, 1.0, "the weight of flies and float over that of the line that throws them")},
    "it is the flies that throw the line",
)


def read(situation: Situation) -> Reading:
    """Judge the thrown mass as a share of the mass of the line's first thirty feet."""
    rig = situation.rig
    mass = sum(m.mass for m in cast_masses(rig))
    head = mass_per_metre(rig.line.line_class) * THIRTY_FEET
    share = mass / head
    CAST_LOAD.ask(share=share)
    figure = situation.writer.figure("fly_mass", mass)
    why = (
        say(
            "first-thirty-feet",
            thirty=situation.writer.text("length", THIRTY_FEET),
            line_class=rig.line.line_class,
            head=str(situation.writer.figure("fly_mass", head)),
            share=f"{share:.0%}",
        ),
    )
    if rig.head.not_thrown_by_loop():
        return make("cast_load", "fine", say("flies-weight-thrown"), say("flicked-or-lobbed-tight"),
                    figure, value=mass, why=why)  # fmt: skip
    habits = Habits(situation.setting.person)
    open_loop, lobbed = habits["open-loop"], max(habits["lobbed"], habits["open-loop"])
    severity: Severity = "fine" if share < open_loop else "look"
    title = (
        say("light-line")
        if share < open_loop
        else say("slower-stroke-open-loop")
        if share < lobbed
        else say("lobbed-not-cast")
    )
    return make(
        "cast_load",
        severity,
        title,
        say("flies-float-weigh-lines", share=f"{share:.0%}"),
        figure,
        value=mass,
        why=why,
    )


READING = ReadingKind("cast_load", read)
