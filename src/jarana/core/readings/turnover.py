"""Whether the leader turns over when it is cast."""

from __future__ import annotations

from jarana.core.leader.cast import cast_of
from jarana.core.leader.rig_cast import cast_masses, cast_sections, thrown_by_loop
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.units import Figure

TITLES = {
    "turns over": "Turns over",
    "needs height": "Turns over if stopped high",
    "kicks": "Turns over, and kicks",
    "piles": "Does not turn over",
}
SEVERITY: dict[str, Severity] = {"turns over": "fine", "needs height": "look", "kicks": "fine", "piles": "act"}
STROKE = "usual"


def read(situation: Situation) -> Reading:
    """Judge the cast with the day's wind where it blows against it."""
    rig, writer = situation.rig, situation.writer
    lobbed = thrown_by_loop(rig)
    if lobbed:
        return make(
            "turnover", "fine", "Turnover does not apply", f"{lobbed[0].upper()}{lobbed[1:]}.", Figure("–", ""),
            why=("The loop model only holds where a loop runs along the leader.",),
        )  # fmt: skip
    masses = cast_masses(rig)
    wind = situation.head_wind
    names = [s.name.lower() for s in rig.spans]
    cast = cast_of(cast_sections(rig), masses, "usual", wind, writer, names, "point")
    way = "into" if wind > 0 else "with"
    against = f" Cast {way} {writer.text('wind', abs(wind))} of wind." if wind else ""
    return make(
        "turnover",
        SEVERITY[cast.verdict],
        TITLES[cast.verdict],
        cast.sentence + against,
        writer.figure("wind", cast.fails_in_m_s),
        value=cast.fails_in_m_s,
        why=(
            "Two-leg energy model of a loop (Spolek 1986): it ranks leaders rather than predicts a cast.",
            f"Figure: the head wind in which it just fails. Usual stroke; loop run in {cast.time_s:.2f} s.",
            *(f"{p.name}: {p.speed_m_s:.1f} m/s, {p.energy_j * 1000:.1f} mJ" for p in cast.along),
        ),
    )


READING = ReadingKind("turnover", read)
