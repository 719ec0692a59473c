"""On a lake: does a fly come to rake the bed, and from which second on?"""

from __future__ import annotations

from jarana.core.drift.nominal import hooked
from jarana.core.outcomes.band import Band
from jarana.core.outcomes.shares import in_ten
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
keeps-off = Keeps off the bed
rakes-from = Rakes the bed from second { $seconds } on
keeps = The { $role } comes no closer to it than { $short }.
comes = The { $role } comes to the bed after { $seconds } s.
on-share = The { $role } comes to the bed on { $share }, after { $low }–{ $high } s.
never = The { $role } comes to the bed on { $share }.
why-rakes = On silt a fly that lies is not seen, and picks up weed; shorten the count, or take a line that sinks less.
""",
)

OFTEN = 0.5
"""Share of drifts on the bed from which it is told."""


def read(situation: Situation) -> Reading:
    """Tell the fly that comes to the bed first."""
    writer = situation.writer
    flies = hooked(situation)
    down = [f for f in flies if f.seconds_to_bottom is not None]
    why = (say("why-rakes"),)
    if not down:
        low = min(flies, key=lambda f: f.least_height_m)
        return make(
            "rakes",
            "fine",
            say("keeps-off"),
            say("keeps", role=role_name(low.role), short=writer.text("short", low.least_height_m)),
            writer.figure("short", low.least_height_m),
            parts=(low.id,),
            why=why,
        )
    first = min(down, key=lambda f: f.seconds_to_bottom or 0.0)
    seconds = f"{first.seconds_to_bottom or 0.0:.0f}"
    return make(
        "rakes",
        "look",
        say("rakes-from", seconds=seconds),
        say("comes", role=role_name(first.role), seconds=seconds),
        Figure(seconds, "s"),
        value=first.seconds_to_bottom,
        parts=(first.id,),
        why=why,
    )


def judge(situation: Situation, reading: Reading, band: Band) -> Reading:
    """Judge by the share of drifts in which any fly comes to the bed."""
    hooks = [f for f in band.flies if situation.rig.attachment(f.id).fly is not None]
    fly = max(hooks, key=lambda f: f.touches)
    role = role_name(situation.rig.role(situation.rig.attachment(fly.id)))
    wanted = situation.water.zone_known and situation.water.zone.heights(situation.fished.depth_m)[0] <= 0.0
    severity: Severity = "look" if fly.touches >= OFTEN and not wanted else "fine"
    told = [
        v for v in (fly.seconds_to_bottom.p10, fly.seconds_to_bottom.p50, fly.seconds_to_bottom.p90) if v is not None
    ]
    if not told or fly.touches <= 0.0:
        sentence = say("never", role=role, share=in_ten(fly.touches))
        return reading.model_copy(update={"severity": "fine", "title": say("keeps-off"), "sentence": sentence})
    sentence = say("on-share", role=role, share=in_ten(fly.touches), low=f"{told[0]:.0f}", high=f"{told[-1]:.0f}")
    middle = f"{told[len(told) // 2]:.0f}"
    update = {
        "severity": severity,
        "title": say("rakes-from", seconds=middle),
        "sentence": sentence,
        "figure": middle,
        "unit": "s",
    }
    return reading.model_copy(update=update | {"value": told[len(told) // 2], "parts": (fly.id,)})


def _still(situation: Situation) -> bool:
    return not situation.water.nature.flows


READING = ReadingKind("rakes", read, judge=judge, of="hooked", when=_still)
