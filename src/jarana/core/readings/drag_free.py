"""How long does what floats drift in its own water, before the line drags it?"""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.drift.across import SLIP_M
from jarana.core.drift.nominal import nominal
from jarana.core.readings.base import Reading, ReadingKind, Severity, in_current, make
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.rig.edits.stance import SetStance
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
drifts-whole-way = Drifts in its own water
never-leaves-own = In { $seconds } s it leaves the water it landed on by { $slip }.
no-line-lies = No line lies on the water
rides-by-itself = It drifts by itself; no line is followed.
drifts-freely-s = Drags after { $seconds } s
drifts-freely-for = Drifts freely for { $seconds } s
moved-then-drifts = The line first moves it { $slip }, within { $first } s; from { $begins } s on it keeps to its own water for { $seconds } s, { $way }.{ $end }
leaves-in-the-end = {" "}In the end it has left the water it landed on by { $end }.
leaves-its-water = After { $seconds } s, { $way } downstream, the line has drawn it { $slip } out of the water it landed on; { $end } in the end.
own-water = Its track less the way of the water it lies on, first past { $slip }; not a speed: a curled leader that unbends moves a fly at once.
slack-beyond-last = Slack counts beyond the last seam. A longer leader laid straight buys nothing by itself.
""",
)

SHORT, LONG = 1.5, 4.0
"""s of a free drift below which a dry is dragged past its fish, and from which on nobody asks for more (practice)."""
MORE_SLACK_M, MEND_M, LONGER_MM = 0.5, 1.0, 1000.0


def read(situation: Situation) -> Reading:
    """Tell from the track itself when it has left its own water by a hand's breadth."""
    writer, drift = situation.writer, nominal(situation)
    across = drift.across
    if across is None or across.slip_m is None:
        return make("drag_free", "fine", say("no-line-lies"), say("rides-by-itself"), Figure("–", ""))
    seconds = across.drag_free_s
    why = (say("own-water", slip=writer.text("short", SLIP_M)), say("slack-beyond-last"))
    whole = drift.times_s[-1]
    if seconds is None:
        return make(
            "drag_free",
            "fine",
            say("drifts-whole-way"),
            say("never-leaves-own", seconds=f"{whole:.0f}", slip=writer.text("short", across.slip_m)),
            Figure(writer.number(whole, 1), "s"),
            value=whole,
            why=why,
        )
    begins, free = across.freed or (0.0, seconds)
    # What hangs under it is judged by its own drag; only a dry alone is lost with its free drift.
    alone = not drift.flies
    severity: Severity = "act" if free < SHORT and alone else "look" if free < LONG else "fine"
    slip, end = writer.text("short", SLIP_M), writer.text("travel", across.slip_m)
    way, told = writer.text("travel", free * situation.fished.pace_m_s), writer.number(free, 1)
    if across.freed:
        title = say("drifts-freely-for", seconds=told)
        sentence = say(
            "moved-then-drifts",
            slip=slip,
            first=writer.number(seconds, 1),
            begins=writer.number(begins, 1),
            seconds=told,
            way=way,
            end=say("leaves-in-the-end", end=end) if across.slip_m > SLIP_M else "",
        )
    else:
        title = say("drifts-freely-s", seconds=told)
        sentence = say("leaves-its-water", seconds=told, way=way, slip=slip, end=end)
    return make("drag_free", severity, title, sentence, Figure(told, "s"), value=free, why=why)


def candidates(situation: Situation) -> Iterator[RigEdit]:
    """Yield slack over all and in the leader, a mend, a longer tippet laid in curves."""
    rig, writer = situation.rig, situation.writer
    more = writer.text("travel", rig.stance.slack_m + MORE_SLACK_M)
    yield SetStance(slack=more, lay="pile")
    yield SetStance(slack=more, lay="serpentine")
    yield SetStance(mend=writer.text("travel", MEND_M))
    yield SetStance(lay="reach")
    yield ChangeLength(span=rig.spans[-1].id, by_mm=LONGER_MM)


def score(situation: Situation) -> float:
    """Return the seconds, the longer the better."""
    return -(read(situation).value or 0.0)


READING = ReadingKind("drag_free", read, candidates, score, when=in_current)
