"""A cast judged: does the leader turn over, with what to spare, and in what head wind does it just fail."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Literal

from jarana.core.law import Law, Range, quiet
from jarana.core.leader.turnover import STEP, Air, CastMass, CastSection, Turnover, turn_over
from jarana.core.model import Frozen
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
end = end of { $name }
just-fails-head-wind = just fails in a head wind of { $fails }
fails-calm-air = fails in calm air
least-wind = just fails in the least head wind
no-wind-you-would = no wind you would fish in stops it
last-fall-heap = the last { $left } fall in a heap
fly-does-not-straighten = the fly does not straighten
loop-dies = The loop dies: { $pile }; it { $spare }.
turns-over = Turns over
turns-over-only-if = Turns over only if it is stopped high
turns-over-hard-kicks = Turns over hard and kicks: a softer stroke, or a longer tippet
last-fly-still-moves = { $how }; the last fly still moves at { $speed }; { $spare }.
""",
)

CAST = Law(
    "a cast judged by its loop",
    "limits of practice on the two-leg model (Spolek 1986); ranks leaders rather than predicts a cast",
    {
        "wind": Range(-15.0, 15.0, "the wind against the cast", "wind", "m/s"),
        "speed": Range(12.0, 25.0, "the stroke", "speed", "m/s"),
    },
    "whether it turns over is a guess",
)
STROKES = {"gentle": 12.0, "usual": 15.0, "hard": 20.0}
"""Speed of the leader as the loop reaches it, m/s, by stroke (12 to 25; starting values)."""
Stroke = Literal["gentle", "usual", "hard"]
LONGEST_TIME, GOOD, LEAST, KICKS = 1.4, 2.0, 1.0, 9.0
"""s for the loop; m/s of the last fly: turns over, needs height, kicks."""
LOOP_SHARE = 0.6
"""Wind at the height of the loop as a share of what is reported."""
MOST_WIND = 15.0
Verdict = Literal["turns over", "needs height", "kicks", "piles"]


class Passed(Frozen):
    """Energy and speed left at a place along the line, m from the fly line."""

    place_m: float
    name: str
    energy_j: float
    speed_m_s: float


class Cast(Frozen):
    """What a cast comes to.

    `last_speed_m_s` is that of the last fly; `piles_at_m` is where the loop dies; `fails_in_m_s` is the head wind, as reported,
    in which it just fails: 0 where it fails in calm air, the most that was tried where it never did.
    """

    verdict: Verdict
    last_speed_m_s: float
    time_s: float
    piles_at_m: float | None
    fails_in_m_s: float
    along: tuple[Passed, ...]
    sentence: str


def judge(result: Turnover, last: str) -> Verdict:
    """Return the verdict on a loop that was run."""
    end = result.at.get(last)
    if result.died_at is not None or end is None or end.time > LONGEST_TIME or end.speed < LEAST:
        return "piles"
    if end.speed < GOOD:
        return "needs height"
    return "kicks" if end.speed > KICKS else "turns over"


def run_loop(
    sections: Sequence[CastSection], masses: Sequence[CastMass], stroke: Stroke, wind: float, step: float = STEP
) -> Turnover:
    """Run the loop in a head wind as reported, m/s."""
    CAST.ask(wind=wind, speed=STROKES[stroke])
    return turn_over(sections, masses, STROKES[stroke], Air(wind=LOOP_SHARE * wind), step)


def failing_wind(
    sections: Sequence[CastSection], masses: Sequence[CastMass], stroke: Stroke, last: str, step: float = 0.02
) -> float:
    """Return the head wind (m/s as reported) in which the last fly just does not turn over any more; by bisection."""

    def fails(wind: float) -> bool:
        return judge(run_loop(sections, masses, stroke, wind, step), last) == "piles"

    if fails(0.0):
        return 0.0
    low, high = 0.0, MOST_WIND
    if not fails(high):
        return high
    for _ in range(10):
        middle = 0.5 * (low + high)
        low, high = (low, middle) if fails(middle) else (middle, high)
    return 0.5 * (low + high)


def cast_of(
    sections: Sequence[CastSection],
    masses: Sequence[CastMass],
    stroke: Stroke,
    wind: float,
    writer: Writer,
    names: Sequence[str],
    last: str,
) -> Cast:
    """Return a cast judged, with energy and speed at every joint and fly.

    Parameters
    ----------
    sections, masses
        From the fly line on; the last fly is the mass called `last`, at the end.
    wind
        Head wind as reported, m/s.
    names
        Of the sections' lower ends, for `along`.
    """
    ends, s = [CastMass(0.0, 0.0, 0.0, "fly line")], 0.0
    for section, name in zip(sections, names, strict=True):
        s += section.length
        ends.append(CastMass(s, 0.0, 0.0, say("end", name=name)))
    # At the very end nothing moves any more but the last fly.
    ends.pop()
    result = run_loop(sections, [*masses, *ends], stroke, wind)
    verdict = judge(result, last)
    end = result.at.get(last)
    with quiet():
        fails = failing_wind(sections, masses, stroke, last)
    where = {m.name: m.s for m in (*masses, *ends)}
    along = tuple(
        Passed(place_m=round(where[name], 4), name=name, energy_j=p.energy, speed_m_s=p.speed)
        for name, p in sorted(result.at.items(), key=lambda row: where[row[0]])
    )
    died = result.died_at if result.died_at is not None else (s if verdict == "piles" else None)
    return Cast(
        verdict=verdict,
        last_speed_m_s=round(end.speed, 2) if end else 0.0,
        time_s=round(end.time, 2) if end else 0.0,
        piles_at_m=None if died is None else round(died, 2),
        fails_in_m_s=round(fails, 1),
        along=along,
        sentence=_sentence(verdict, end.speed if end else 0.0, died, s, fails, writer),
    )


def _sentence(verdict: Verdict, speed: float, died: float | None, whole: float, fails: float, writer: Writer) -> str:
    spare = (
        say("just-fails-head-wind", fails=writer.text("wind", fails))
        if 0 < fails < MOST_WIND and writer.figure("wind", fails) != writer.figure("wind", 0.0)
        else say("least-wind")
        if 0 < fails < MOST_WIND
        else say("fails-calm-air")
        if fails <= 0
        else say("no-wind-you-would")
    )
    if verdict == "piles":
        left = whole - (died or 0.0)
        pile = (
            say("last-fall-heap", left=writer.text("short" if left < 1 else "length", left))
            if left > 0.05
            else say("fly-does-not-straighten")
        )
        return say("loop-dies", pile=pile, spare=spare)
    how = {
        "turns over": say("turns-over"),
        "needs height": say("turns-over-only-if"),
        "kicks": say("turns-over-hard-kicks"),
    }[verdict]
    return say("last-fly-still-moves", how=how, speed=writer.text("speed", speed), spare=spare)
