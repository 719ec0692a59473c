"""How far off the sign of a take can be seen: float, dry or sighter, against the distance to the fish."""

from __future__ import annotations

from jarana.core.heads.sight import seen_to
from jarana.core.readings.base import Reading, ReadingKind, Severity, afloat, make
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases

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
about-12-m-10 = About 12 m for 10 mm in fair light, in proportion to its size; 0.7 of that in a wave (starting values of practice).
pick-colour-against-light = Pick a colour against the light of the day: dark on glare, bright on dark water.
""",
)


def read(situation: Situation) -> Reading:
    """Judge the range of the sign against how far off the fish are."""
    rig, reach, writer = situation.rig, situation.water, situation.writer
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
    what, far = sign.what, seen_to(sign.size, reach.wind_m_s)
    off = reach.off_m
    severity: Severity = "fine" if off <= far else "look"
    hard = say("sign-hard-see") if off <= 1.3 * far else say("too-far-see-sign")
    title = say("sign-seen") if severity == "fine" else hard
    return make(
        "visible", severity, title,
        say("followed-about-fish-off", what=what[0].upper(), what_2=what[1:], far=writer.text('travel', far), off=writer.text('travel', off)),
        writer.figure("travel", far), value=far,
        why=(
            say("about-12-m-10"),
            say("pick-colour-against-light"),
        ),
    )  # fmt: skip


READING = ReadingKind("visible", read, when=afloat)
