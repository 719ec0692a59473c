"""How deep does the team come, and how long does it take?"""

from __future__ import annotations

import numpy as np

from jarana.core.drift.document import Drift, FlyDrift
from jarana.core.drift.nominal import hooked, nominal
from jarana.core.outcomes.band import Band
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
on-the-bed = { " " }on the bed
end-after-s = In the end: { $each }. After { $times_s } s: { $at_twenty }.
settled-means-within-5 = Settled means within 5 % or 2 cm of the mean depth of the last tenth; the tenth before it tells the way.
lines-drag-rules-each = The line's drag rules: each fly alone would fall several times as fast.
plumb-from = From { $seconds } s on the line from top to { $role } hangs within { $degrees }° of plumb.
out-of-plumb = The line from top to { $role } still hangs { $degrees }° out of plumb at the end.
the = : the { $role }
at-count = { $seconds } s { $low }–{ $high }
at-counts = By count, the { $role }: { $counts }.
still-after-s = Still { $way ->
    [sinking] sinking
    [rising] rising
   *[moving] moving
 } after { $whole } s{ $which }
bed-after-s = On the bed after { $settled } s
lies-bed = The { $role } lies on the bed
settles-s = Settles in { $settled } s
""",
)

PLUMB_DEG = 5
"""° from the vertical within which a line hangs plumb: a metre and a half of it is a centimetre shallower than it is long."""
FIRST_S = 20.0
"""s after which a first depth is told."""


def read(situation: Situation) -> Reading:
    """Tell depth at twenty seconds, and what the team does in the end: settle, sink, rise or lie on the bed.

    The figure is of the fly the title names, else of the deepest.
    """
    writer, drift, flies = situation.writer, nominal(situation), hooked(situation)
    deepest = max(flies, key=lambda f: f.settled_depth_m)
    named = _named(flies) or deepest
    whole = drift.times_s[-1]
    each = ", ".join(
        f"{role_name(f.role)} {writer.text('depth', f.settled_depth_m)}{say('on-the-bed') if f.course == 'on the bed' else ''}"
        for f in flies
    )
    frame = min(range(len(drift.times_s)), key=lambda k: abs(drift.times_s[k] - FIRST_S))
    at_twenty = ", ".join(
        f"{role_name(f.role)} {writer.text('depth', max(-drift.z_mm[frame][f.node] / 1000, 0.0))}" for f in flies
    )
    severity, title = _judged(flies, whole)
    return make(
        "settle",
        severity,
        title,
        say("end-after-s", each=each, times_s=f"{drift.times_s[frame]:.0f}", at_twenty=at_twenty),
        writer.figure("depth", named.settled_depth_m),
        value=named.settled_depth_m,
        parts=(named.id,),
        why=(
            say("settled-means-within-5"),
            say("lines-drag-rules-each"),
            *_plumb(drift, deepest),
        ),
    )


def plumb_s(drift: Drift, fly: FlyDrift) -> tuple[float | None, float]:
    """Return from when on the line from the top to a fly hangs plumb, s, None where it never does; and how far out it ends, °."""
    x, y, z = (
        np.array([(row[0], row[fly.node]) for row in rows], dtype=float)
        for rows in (drift.x_mm, drift.y_mm, drift.z_mm)
    )
    out = np.degrees(np.arctan2(np.hypot(np.ptp(x, axis=1), np.ptp(y, axis=1)), np.maximum(z[:, 0] - z[:, 1], 1.0)))
    aside = np.flatnonzero(out > PLUMB_DEG)
    if len(aside) == 0:
        return 0.0, float(out[-1])
    since = int(aside[-1]) + 1
    return (drift.times_s[since] if since < len(out) else None), float(out[-1])


def _plumb(drift: Drift, fly: FlyDrift) -> tuple[str, ...]:
    """Say it of what hangs, from a float or the rod; a line that lies out is none."""
    since, ends = plumb_s(drift, fly)
    if since is not None:
        return (say("plumb-from", seconds=f"{since:.0f}", role=role_name(fly.role), degrees=f"{PLUMB_DEG}"),)
    return (say("out-of-plumb", role=role_name(fly.role), degrees=f"{ends:.0f}"),) if ends < 45 else ()


def _judged(flies: tuple[FlyDrift, ...], whole: float) -> tuple[Severity, str]:
    """Return severity and title: what still moves is named before what has settled, the bed before both."""
    going = [f for f in flies if f.course in ("sinking", "rising")]
    if going:
        ways = {f.course for f in going}
        way = "moving" if len(ways) > 1 else ways.pop()
        which = "" if len(going) == len(flies) else say("the", role=role_name(going[0].role))
        return "look", say("still-after-s", way=way, whole=f"{whole:.0f}", which=which)
    settled = max(f.settled_s for f in flies)
    lying = [f for f in flies if f.course == "on the bed"]
    if len(lying) == len(flies):
        return "look", say("bed-after-s", settled=f"{settled:.0f}")
    if lying:
        return "look", say("lies-bed", role=role_name(lying[0].role))
    return "fine", say("settles-s", settled=f"{settled:.0f}")


def _named(flies: tuple[FlyDrift, ...]) -> FlyDrift | None:
    """Return the fly the title is about, where it is about one of several."""
    for courses in (("sinking", "rising"), ("on the bed",)):
        found = [f for f in flies if f.course in courses]
        if found:
            return found[0] if len(found) < len(flies) else None
    return None


def judge(situation: Situation, reading: Reading, band: Band) -> Reading:
    """Add how deep the fly it is about is at the counts an angler uses, in eight drifts of ten."""
    writer = situation.writer
    fly = next((f for f in band.flies if f.id in reading.parts), None)
    if fly is None or not fly.depths:
        return reading
    counts = ", ".join(
        say(
            "at-count",
            seconds=f"{d.seconds:.0f}",
            low=writer.figure("depth", d.p10).digits,
            high=writer.text("depth", d.p90),
        )
        for d in fly.depths
    )
    return reading.model_copy(
        update={
            "why": (
                *reading.why,
                say("at-counts", role=role_name(situation.rig.role(situation.rig.attachment(fly.id))), counts=counts),
            )
        }
    )


READING = ReadingKind("settle", read, banded=("settled_depth_m", "depth"), judge=judge, of="hooked")
