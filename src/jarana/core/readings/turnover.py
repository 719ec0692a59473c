"""Whether the leader turns over when it is cast."""

from __future__ import annotations

from jarana.core.leader.cast import cast_of
from jarana.core.leader.rig_cast import cast_masses, cast_sections, thrown_by_loop
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
turns-over = Turns over
turns-over-if-stopped = Turns over if stopped high
turns-over-kicks = Turns over, and kicks
turns-over-worst = Turns over badly by the model
turnover-does-not-apply = Turnover does not apply
loop-model-only-holds = The loop model only holds where a loop runs along the leader.
cast-wind = {" "}Cast { $way ->
    [into] into
   *[with] with
 } { $wind } of wind.
two-leg-energy-model = Two-leg energy model of a loop (Spolek 1986) without the fly line's own: it ranks leaders and judges none.
figure-head-wind-which = Figure: the head wind in which it just fails. Usual stroke; loop run in { $time_s } s.
m-s-mj = { $name }: { $speed_m_s } m/s, { $energy_j } mJ
""",
)

TITLES = {
    "turns over": say("turns-over"),
    "needs height": say("turns-over-if-stopped"),
    "kicks": say("turns-over-kicks"),
    "piles": say("turns-over-worst"),
}
SEVERITY: dict[str, Severity] = {"turns over": "fine", "needs height": "look", "kicks": "fine", "piles": "look"}
STROKE = "usual"


def read(situation: Situation) -> Reading:
    """Judge the cast with the day's wind where it blows against it."""
    rig, writer = situation.rig, situation.writer
    lobbed = thrown_by_loop(rig)
    if lobbed:
        return make(
            "turnover", "fine", say("turnover-does-not-apply"), f"{lobbed[0].upper()}{lobbed[1:]}.", Figure("–", ""),
            why=(say("loop-model-only-holds"),),
        )  # fmt: skip
    masses = cast_masses(rig)
    wind = situation.head_wind
    names = [s.name.lower() for s in rig.spans]
    cast = cast_of(cast_sections(rig), masses, "usual", wind, writer, names, "point")
    called = {a.id: role_name(rig.role(a)) for a in rig.attachments} | {
        "float": role_name(rig.head.noun),
        "fly line": role_name("fly line"),
    }
    way = "into" if wind > 0 else "with"
    against = say("cast-wind", way=way, wind=writer.text("wind", abs(wind))) if wind else ""
    return make(
        "turnover",
        SEVERITY[cast.verdict],
        TITLES[cast.verdict],
        cast.sentence + against,
        writer.figure("wind", cast.fails_in_m_s),
        value=cast.fails_in_m_s,
        why=(
            say("two-leg-energy-model"),
            say("figure-head-wind-which", time_s=writer.number(cast.time_s, 2)),
            *(
                say(
                    "m-s-mj",
                    name=called.get(p.name, p.name),
                    speed_m_s=writer.number(p.speed_m_s, 1),
                    energy_j=writer.number(p.energy_j * 1000, 1),
                )
                for p in cast.along
            ),
        ),
    )


READING = ReadingKind("turnover", read)
