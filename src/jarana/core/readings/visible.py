"""How far off the sign of a take can be seen: float, dry or sighter, against the distance to the fish."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.heads.base import Sign
from jarana.core.heads.held import top_span
from jarana.core.heads.sight import LOW_LIGHT, WAVE, seen_to
from jarana.core.outcomes.band import Band
from jarana.core.outcomes.shares import in_ten
from jarana.core.readings.base import Reading, ReadingKind, Severity, afloat, make
from jarana.core.readings.sunk import OFTEN, under
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.stance import StepStance
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases
from jarana.core.worth.constants import Habits

say = phrases(
    __name__,
    """
no-sign-watch = No sign to watch
takes-felt-line = Takes are felt on the line.
fly-line-held-tight = A fly line held tight shows a take in the hand.
sign-hard-see = The sign is hard to see
too-far-see-sign = Too far to see the sign
sign-seen = The sign is seen
followed-about-fish-off = { $what }{ $what_2 } is followed to about { $far }; the fish are { $off } off.
about-12-m-10 = About { $sight } for 10 mm in fair light, in proportion to its size; { $wave } of that in a wave, { $dark } in the light before dark (starting values of practice).
goes-under = The { $part } goes under
under = { $under } above the tippet lies under water, the { $part } is { $long } long: its takes are felt late and not seen.
share = So on { $share }.
second-half = Meaned over the second half of the drift as drawn.
pick-colour-against-light = Pick a colour against the light of the day: dark on glare, bright on dark water.
""",
)


def read(situation: Situation) -> Reading:
    """Judge the range of the sign against how far off the fish are."""
    rig, writer = situation.rig, situation.writer
    sign = rig.head.sign(rig)
    if sign is None:
        return make(
            "visible",
            "fine",
            say("no-sign-watch"),
            say("takes-felt-line"),
            Figure("–", ""),
            why=(say("fly-line-held-tight"),),
        )
    sunk = goes_under(situation)
    if sunk is not None:
        span = rig.spans[top_span(rig) - 1]
        part = span.name.lower()
        why = (say("second-half"), in_proportion(situation))
        return make(
            "visible",
            "look",
            say("goes-under", part=part),
            say("under", under=writer.text("short", sunk), part=part, long=writer.text("short", span.length)),
            writer.figure("short", sunk),
            value=sunk,
            parts=(span.id,),
            why=why,
        )
    return seen(situation, sign)


def seen(situation: Situation, sign: Sign) -> Reading:
    """Write how far off a sign is followed."""
    reach, writer = situation.water, situation.writer
    sight = Habits(situation.setting.person)["sight"]
    what, far = sign.what, seen_to(sign.size, sight, reach.looks == "wave", reach.light == "low")
    off = reach.off_m
    severity: Severity = "fine" if off <= far else "look"
    hard = say("sign-hard-see") if off <= 1.3 * far else say("too-far-see-sign")
    title = say("sign-seen") if severity == "fine" else hard
    return make(
        "visible", severity, title,
        say("followed-about-fish-off", what=what[0].upper(), what_2=what[1:], far=writer.text('travel', far), off=writer.text('travel', off)),
        writer.figure("travel", far), value=far,
        why=(
            in_proportion(situation),
            say("pick-colour-against-light"),
        ),
    )  # fmt: skip


def in_proportion(situation: Situation) -> str:
    """Return how the range follows from the sign, its surface and the light."""
    sight = situation.writer.text("travel", Habits(situation.setting.person)["sight"])
    return say("about-12-m-10", sight=sight, wave=f"{WAVE:g}", dark=f"{LOW_LIGHT:g}")


def goes_under(situation: Situation) -> float | None:
    """Return how much of a held leader lies under water, m, where that is the whole of its lowest sign; else None."""
    sunk = under(situation)
    return sunk if sunk is not None and sunk >= situation.rig.spans[top_span(situation.rig) - 1].length else None


def candidates(situation: Situation) -> Iterator[RigEdit]:
    """Yield a higher tip where the sign goes under."""
    if goes_under(situation) is not None:
        yield StepStance(what="tip", more=True)


def score(situation: Situation) -> float:
    """Return how much of the leader is under where the sign is, m."""
    return goes_under(situation) or 0.0


def judge(situation: Situation, reading: Reading, band: Band) -> Reading:
    """Let a sign count as under only where what is held goes under on half of the drifts or more."""
    sign = situation.rig.head.sign(situation.rig)
    if sign is None or goes_under(situation) is None:
        return reading
    if band.sunk < OFTEN:
        return seen(situation, sign)
    return reading.model_copy(update={"sentence": f"{reading.sentence} {say('share', share=in_ten(band.sunk))}"})


READING = ReadingKind("visible", read, candidates, score, judge=judge, when=afloat)
