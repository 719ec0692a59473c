"""How long until what floats shows a take?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked, nominal
from jarana.core.readings.base import Reading, ReadingKind, Severity, afloat, make
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
shows-take = The { $sign } shows a take { $when ->
    [late] late
   *[soon] soon
 }
fish-draws-s-line = A fish draws the { $role }'s line straight in { $delay } s; the fly moves { $slack_m } first.{ $struck }
strike-takes-up = {" "}Then your strike takes up { $slack } of slack and belly between tip and { $sign }: { $seconds } s more.
tip-strikes-at = A strike moves the tip at about { $speed } (practice); lying line is lifted before anything behind it moves.
line-between-fly-less = Line between fly and { $sign } less the straight way, at a fish's { $fish_speed }. In contact it is near nothing.
some-say-floats-show = Some say floats show takes too late; beyond the reach of the rod they are the only way.
""",
)

FISH_SPEED = 0.2
"""m/s at which a fish turns away with a fly (order of magnitude)."""
LATE = 1.0
STRIKE_SPEED = 3.0
"""m/s at which a strike moves the rod tip (order of magnitude)."""
STRUCK_M = 0.05
"""m of slack between tip and sign that is not told."""


def read(situation: Situation) -> Reading:
    """Tell the time in which the curve between a fly and what it hangs from is drawn straight."""
    writer = situation.writer
    fly = max(hooked(situation), key=lambda f: f.slack_m)
    drawn, sign = fly.slack_m / FISH_SPEED, role_name(situation.head.noun)
    across = nominal(situation).across
    slack = across.strike_m if across is not None else 0.0
    strike = slack / STRIKE_SPEED if slack > STRUCK_M else 0.0
    delay = drawn + strike
    struck = (
        say("strike-takes-up", slack=writer.text("short", slack), sign=sign, seconds=writer.number(strike, 1))
        if strike
        else ""
    )
    severity: Severity = "look" if delay > LATE else "fine"
    return make(
        "take_to_sign",
        severity,
        say("shows-take", sign=sign, when="late" if severity == "look" else "soon"),
        say(
            "fish-draws-s-line",
            role=role_name(fly.role),
            delay=writer.number(drawn, 1),
            slack_m=writer.text("short", fly.slack_m),
            struck=struck,
        ),
        Figure(writer.number(delay, 1), "s"),
        value=delay,
        parts=(fly.id,),
        why=(
            say("line-between-fly-less", sign=sign, fish_speed=writer.text("speed", FISH_SPEED)),
            say("tip-strikes-at", speed=writer.text("speed", STRIKE_SPEED)),
            say("some-say-floats-show"),
        ),
    )


READING = ReadingKind("take_to_sign", read, of="hooked", when=afloat)
